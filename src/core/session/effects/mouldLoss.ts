import type { Estimate, MetalBody } from '../../heat/index.ts';
import {
  spreadScaleOf,
  losing,
  metalAfter,
  metalBody,
  mouldPrior,
  onGrid,
} from '../../heat/index.ts';
import type { Mould } from '../../mould/index.ts';
import type { SessionState } from '../state.ts';
import type { MetalNote, MouldState } from '../state/mould.ts';

const bodies = new WeakMap<Mould, MetalBody>();
export function bodyOfMould(mould: Mould): MetalBody {
  const held = bodies.get(mould);
  if (held) return held;
  const body = metalBody(mould.metal, mould.mass, mould.width, mould.height);
  bodies.set(mould, body);
  return body;
}
export const roomOf = (state: SessionState): number => state.roomCelsius ?? 20;

/**
 * K by which a reading of metal misses what one lump would have: a mould is not warm all through, a
 * shot not all alike (judgements).
 */
export const MISSES = { look: 1.5, shot: 1.5 } as const;
/**
 * K the metal round the baits may differ from where it is looked at: warmest is the end that stood
 * on the plate (judgement).
 */
export const ALONG = 1.5;
/** How far a look at metal itself may be off, K: by hand with a probe, by eye. */
export const LOOK_SD = { probe: 2, eye: 10 } as const;
/** A mould said to be warm may be off its own heat by so many K (judgement). */
export const SAID = 4;
/**
 * How many times as wide as it reckons itself what is said of metal turns out, tonight and in
 * evenings before.
 */
export const metalSpreadScale = (state: SessionState): number =>
  spreadScaleOf(state.snapshot.heat.learned.metal?.mean ?? 1, state.metalMissed);

/**
 * A look that lies further off than this from every way the metal can lose its heat is left out, K.
 */
const FAR = 20;

/**
 * What the model has of a look at metal, by how fast it loses heat: K off, and the variance of
 * that.
 */
function offsOf(
  notes: readonly MetalNote[],
  body: MetalBody,
  room: number,
  warmTo: number,
): { off: number; variance: number }[] {
  const out: { off: number; variance: number }[] = [];
  let now: { at: number; celsius: number; variance: number } | null = null;
  for (const note of notes) {
    if (note.kind === 'warmed') now = { at: note.at, celsius: warmTo, variance: SAID ** 2 };
    else if (note.kind === 'shot' && now) {
      const before = metalAfter(body, now.celsius, {
        seconds: Math.max(0, (note.at - now.at) / 1000),
        room,
      });
      const seconds = Math.max(1, (note.until - note.at) / 1000);
      now = {
        at: note.until,
        celsius: metalAfter(body, before, {
          seconds,
          room,
          stand: 'wood',
          watts: note.joules / seconds,
        }),
        variance: now.variance + MISSES.shot ** 2,
      };
    } else if (note.kind === 'read') {
      if (now && note.at >= now.at)
        out.push({
          off:
            note.celsius -
            metalAfter(body, now.celsius, { seconds: (note.at - now.at) / 1000, room }),
          variance: now.variance + note.sd ** 2 + MISSES.look ** 2,
        });
      now = { at: note.at, celsius: note.celsius, variance: note.sd ** 2 };
    }
  }
  return out;
}

/**
 * What tonight's looks say of how fast a mould loses its heat (M5), and how many of them told and
 * were left out.
 */
export function lossEstimate(
  state: SessionState,
  mould: MouldState,
): { prior: Estimate; posterior: Estimate; told: number; left: number } {
  const body = bodyOfMould(mould.mould);
  const room = roomOf(state);
  const prior = mouldPrior(state.snapshot.heat.learned, mould.mould).loss;
  const at = (ln: number) => offsOf(mould.told, losing(body, ln), room, mould.mould.warmTo);
  const ends = [-1, 0, 1].map((k) => at(prior.mean + 2 * k * prior.sd));
  const fits = ends[0]!.map((_, i) => Math.min(...ends.map((end) => Math.abs(end[i]!.off))) <= FAR);
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

const held = new WeakMap<MouldState, { told: number; loss: Estimate }>();
/**
 * How fast a mould loses its heat, by what is learned and tonight's looks: ln of how much faster
 * than reckoned. Asked for often, so kept until a look tells more.
 */
export function lossTonight(state: SessionState, mould: MouldState): Estimate {
  const reads = mould.told.filter((metalNote) => metalNote.kind === 'read').length;
  const was = held.get(mould);
  if (was?.told === reads) return was.loss;
  const loss =
    reads === 0
      ? mouldPrior(state.snapshot.heat.learned, mould.mould).loss
      : lossEstimate(state, mould).posterior;
  held.set(mould, { told: reads, loss });
  return loss;
}
