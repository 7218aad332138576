import type { Known, MetalBody } from '../../heat/index.ts';
import { losing, metalAfter, metalBody, mouldPrior, onGrid } from '../../heat/index.ts';
import type { Mould } from '../../mould/index.ts';
import type { MetalNote, MouldState, SessionState } from '../state.ts';

const bodies = new WeakMap<Mould, MetalBody>();
export function bodyOfMould(mould: Mould): MetalBody {
  const held = bodies.get(mould);
  if (held) return held;
  const body = metalBody(mould.metal, mould.mass, mould.width, mould.height);
  bodies.set(mould, body);
  return body;
}
export const roomOf = (s: SessionState): number => s.roomCelsius ?? 20;

/** K by which a reading of metal misses what one lump would have: a mould is not warm all through, a shot not all alike (judgements). */
export const MISSES = { look: 1.5, shot: 1.5 } as const;
/** K the metal round the baits may differ from where it is looked at: warmest is the end that stood on the plate (judgement). */
export const ALONG = 2.5;
/** How far a look at metal itself may be off, K: by hand with a probe, by eye. */
export const LOOK_SD = { probe: 2, eye: 10 } as const;
/** A mould said to be warm may be off its own heat by so many K (judgement). */
export const SAID = 5;
/** A look that lies further off than this from every way the metal can lose its heat is left out, K. */
const FAR = 20;

/** What the model has of a look at metal, by how fast it loses heat: K off, and the variance of that. */
function offsOf(
  notes: readonly MetalNote[],
  body: MetalBody,
  room: number,
  warmTo: number,
): { off: number; variance: number }[] {
  const out: { off: number; variance: number }[] = [];
  let now: { at: number; celsius: number; variance: number } | null = null;
  for (const n of notes) {
    if (n.kind === 'warmed') now = { at: n.at, celsius: warmTo, variance: SAID ** 2 };
    else if (n.kind === 'shot' && now) {
      const before = metalAfter(body, now.celsius, Math.max(0, (n.at - now.at) / 1000), room);
      const seconds = Math.max(1, (n.until - n.at) / 1000);
      now = {
        at: n.until,
        celsius: metalAfter(body, before, seconds, room, 'wood', n.joules / seconds),
        variance: now.variance + MISSES.shot ** 2,
      };
    } else if (n.kind === 'read') {
      if (now && n.at >= now.at)
        out.push({
          off: n.celsius - metalAfter(body, now.celsius, (n.at - now.at) / 1000, room),
          variance: now.variance + n.sd ** 2 + MISSES.look ** 2,
        });
      now = { at: n.at, celsius: n.celsius, variance: n.sd ** 2 };
    }
  }
  return out;
}

/** What tonight's looks say of how fast a mould loses its heat (M5), and how many of them told and were left out. */
export function lossTold(
  s: SessionState,
  m: MouldState,
): { prior: Known; posterior: Known; told: number; left: number } {
  const body = bodyOfMould(m.mould);
  const room = roomOf(s);
  const prior = mouldPrior(s.snapshot.heat.learned, m.mould.name).loss;
  const at = (ln: number) => offsOf(m.told, losing(body, ln), room, m.mould.warmTo);
  const ends = [-1, 0, 1].map((k) => at(prior.mean + 2 * k * prior.sd));
  const fits = ends[0]!.map((_, i) => Math.min(...ends.map((e) => Math.abs(e[i]!.off))) <= FAR);
  const told = fits.filter(Boolean).length;
  if (told === 0) return { prior, posterior: prior, told, left: fits.length };
  const posterior = onGrid(prior, (ln) =>
    at(ln).reduce(
      (sum, { off, variance }, i) =>
        fits[i] ? sum - (off * off) / (2 * variance) - Math.log(variance) / 2 : sum,
      0,
    ),
  );
  return { prior, posterior, told, left: fits.length - told };
}

const held = new WeakMap<MouldState, { told: number; loss: Known }>();
/** How fast a mould loses its heat, by what is learned and tonight's looks: ln of how much faster than reckoned. Asked for often, so kept until a look tells more. */
export function lossTonight(s: SessionState, m: MouldState): Known {
  const reads = m.told.filter((n) => n.kind === 'read').length;
  const was = held.get(m);
  if (was?.told === reads) return was.loss;
  const loss =
    reads === 0 ? mouldPrior(s.snapshot.heat.learned, m.mould.name).loss : lossTold(s, m).posterior;
  held.set(m, { told: reads, loss });
  return loss;
}
