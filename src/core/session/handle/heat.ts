import { FIRM, losing, metalAfter, metalBody, mouldPrior, shotHeat } from '../../heat/index.ts';
import type { Mould } from '../../mould/index.ts';
import type { AnyEvent, Kind } from '../event.ts';
import type { HeatNote, Verdict } from '../heat.ts';
import { mixBounds, ROOM_MAY } from '../doubt.ts';
import { READING_SD } from '../heat.ts';
import type { MouldState, SessionState, ShotState } from '../state.ts';
import { EYE } from '../words.ts';

/** How hot what goes into a cup is, by the act that puts it there, °C; the room where it is not named (judgements). */
const ADDED: Partial<Record<Kind, { mean: number; sd: number }>> = { returned: { mean: 45, sd: 12 }, emptied: { mean: 140, sd: 12 } };

export const roomOf = (s: SessionState): number => s.roomCelsius ?? 20;

const verdictOf = (s: SessionState, cup: string): Verdict => s.cups.get(cup)?.verdict ?? 'taken';

/** Notes that are the event itself. */
function noteOf(s: SessionState, e: AnyEvent): HeatNote | null {
  // Written out, not spread: a log is folded at every opening, and spreading was half of it.
  const { id, at } = e;
  switch (e.kind) {
    case 'heated': {
      const { cup, together, oven, level, seconds, begun } = e.payload;
      return { id, at, kind: 'burst', cups: [cup, ...(together ?? [])], oven: oven ?? s.oven.id, level: level ?? s.oven.level, seconds, ended: !begun };
    }
    case 'stirred':
      return { id, at, kind: 'out', cup: e.payload.cup };
    case 'reading': {
      const { target, celsius, stage, from } = e.payload;
      if (target.kind === 'room' && celsius !== null) return { id, at, kind: 'room', celsius };
      if (target.kind !== 'cup') return null;
      if (celsius !== null) return { id, at, kind: 'reading', cup: target.key, celsius, sd: READING_SD[from === 'device' ? 'device' : 'typed'], eye: false, device: from === 'device', verdict: verdictOf(s, target.key) };
      if (!stage) return null;
      const { low, high } = EYE[stage];
      // An even chance anywhere in the stage's interval.
      return { id, at, kind: 'reading', cup: target.key, celsius: (low + high) / 2, sd: (high - low) / Math.sqrt(12), eye: true, device: false, verdict: verdictOf(s, target.key) };
    }
    case 'resumed':
      return { id, at, kind: 'cold', room: roomOf(s) };
    default:
      return null;
  }
}

/** Writes down what an event says of heat, once it has had its effect: itself, and every cup whose content it changed. */
export function noteHeat(s: SessionState, e: AnyEvent): void {
  const note = noteOf(s, e);
  if (note) s.heat.push(note);
  for (const c of s.cups.values()) {
    if (Math.abs(c.grams - c.notedG) < 1e-9) continue;
    const more = c.grams - c.notedG;
    const came = ADDED[e.kind];
    s.heat.push({ id: `${e.id}/${c.key}`, at: e.at, kind: 'mass', cup: c.key, vessel: c.vessel, grams: c.grams, added: more > 0 ? { grams: more, celsius: came ?? { mean: roomOf(s), sd: 3 } } : null });
    // What comes back may be as hot as any of it ever was; what is fresh is as the room.
    if (more > 0) mixBounds(c, e.at, more, roomOf(s) - ROOM_MAY.under, came ? Math.max(c.bounds?.high.plastic ?? 0, c.limits.ceiling) : roomOf(s) + ROOM_MAY.over);
    c.notedG = c.grams;
  }
}

const bodies = new WeakMap<Mould, ReturnType<typeof metalBody>>();
export function bodyOfMould(mould: Mould): ReturnType<typeof metalBody> {
  const held = bodies.get(mould);
  if (held) return held;
  const body = metalBody(mould.metal, mould.mass, mould.width, mould.height);
  bodies.set(mould, body);
  return body;
}

/** A mould's metal, losing heat as fast as this shop has learned it does. */
const bodyIn = (s: SessionState, { mould }: MouldState): ReturnType<typeof metalBody> => losing(bodyOfMould(mould), mouldPrior(s.snapshot.heat.learned, mould.name).loss.mean);

/** A mould's metal at a moment, °C and its spread: it cools on a wooden bench since it was last reckoned. */
export function mouldHeat(s: SessionState, m: MouldState, at: number): { celsius: number; sd: number } {
  const seconds = Math.max(0, (at - m.metal.at) / 1000);
  if (m.metal.at === 0) return { celsius: roomOf(s), sd: 5 };
  return { celsius: metalAfter(bodyIn(s, m), m.metal.celsius, seconds, roomOf(s)), sd: Math.min(10, Math.hypot(m.metal.sd, (3 * seconds) / 600)) };
}
export const setMouldHeat = (m: MouldState, celsius: number, sd: number, at: number): void => void (m.metal = { celsius, sd, at });

/** What a shot has given its mould by the time it is opened. @param grams that set in it */
export function heatByShot(s: SessionState, m: MouldState, grams: number, shotCelsius: number, at: number): void {
  const seconds = Math.max(1, (at - m.since) / 1000);
  const before = mouldHeat(s, m, m.since);
  const joules = shotHeat(grams, shotCelsius, FIRM.mean);
  m.told.push({ at: m.since, kind: 'shot', until: at, joules });
  setMouldHeat(m, metalAfter(bodyIn(s, m), before.celsius, seconds, roomOf(s), 'wood', joules / seconds), Math.hypot(before.sd, 1.5), at);
}

/** °C a barrel is at after warming, and that one draw brings it nearer to the plastic's heat by (judgements). */
export const BARREL_WARM = 55;
const BARREL_TAKES = 0.25;
/** s in which a barrel left on the bench loses most of what it has. */
const BARREL_COOLS = 900;
export const barrelHeat = (s: SessionState, i: { metal: { celsius: number; at: number } }, at: number): number =>
  i.metal.at === 0 ? roomOf(s) : roomOf(s) + (i.metal.celsius - roomOf(s)) * Math.exp(-Math.max(0, at - i.metal.at) / 1000 / BARREL_COOLS);
export function heatByDraw(s: SessionState, i: { metal: { celsius: number; at: number } }, celsius: number, at: number): void {
  const before = barrelHeat(s, i, at);
  i.metal = { celsius: before + BARREL_TAKES * (celsius - before), at };
}

/** Heat a shot went in at, °C: the mean of what its draws were at; the middle of its run's window where nobody knew. */
export function shotHeatOf(s: SessionState, shot: ShotState): number {
  const heats = [...new Set(shot.cavities.values())].flatMap((d) => s.draws.get(d)?.barrels ?? []).flatMap((b) => (b.celsius === null ? [] : [b.celsius]));
  const window = s.runs.get(shot.job)?.tools.window;
  return heats.length > 0 ? heats.reduce((a, b) => a + b, 0) / heats.length : window ? (window.low + window.high) / 2 : 165;
}
