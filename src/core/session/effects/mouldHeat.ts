import { withMiss, FIRM, losing, lossRate, metalAtRate, shotJoules } from '../../heat/index.ts';
import type { SessionState } from '../state.ts';
import type { ShotState } from '../state/shot.ts';
import type { MetalKnown, MouldState } from '../state/mould.ts';
import { MISSES } from './lossChain.ts';
import { bodyOfMould, lossTonight, metalSpreadScale, roomOf } from './mouldLoss.ts';
import { PLASTISOL } from '../../material/plastisol.ts';

export { bodyOfMould, roomOf } from './mouldLoss.ts';

/** ln of a mould's loss by which it is changed to see what hangs on it. */
const LOSS_NUDGE = 0.05;
/** K beyond which nothing more is said of a mould nobody looked at. */
const WIDEST = 12;

/** Metal that was at one heat at a moment, ms. */
interface Since {
  celsius: number;
  at: number;
}
/** When a mould's metal was last known, and how warm; null where nobody knows, and nothing went in. */
function since(state: SessionState, { metal, giving }: MouldState): Since | null {
  if (metal.at !== 0) return metal;
  return giving ? { celsius: roomOf(state), at: giving.from } : null;
}

/**
 * Where metal that was at one heat comes to by a moment: it loses heat as fast as said, and takes
 * what the shot in it gives up on the way, °C.
 * @param ln of how much faster it loses than reckoned
 */
function carried(
  state: SessionState,
  mould: MouldState,
  { from, ln, at }: { from: Since; ln: number; at: number },
): number {
  const rates = lossRate(losing(bodyOfMould(mould.mould), ln));
  const room = roomOf(state);
  const { giving } = mould;
  if (!giving)
    return metalAtRate(rates, from.celsius, { seconds: secondsTo(from.at, at), room, watts: 0 });
  const begun = Math.max(from.at, Math.min(giving.from, at));
  const over = Math.max(begun, Math.min(giving.until, at));
  const watts = giving.joules / Math.max(1, (giving.until - giving.from) / 1000);
  const gone = (celsius: number, start: number, end: number, watts: number): number =>
    metalAtRate(rates, celsius, { seconds: secondsTo(start, end), room, watts });
  return gone(gone(gone(from.celsius, from.at, begun, 0), begun, over, watts), over, at, 0);
}
const secondsTo = (from: number, to: number): number => Math.max(0, (to - from) / 1000);

/** A mould's metal at a moment, °C. */
export function mouldCelsius(state: SessionState, mould: MouldState, at: number): number {
  const from = since(state, mould);
  if (!from) return roomOf(state);
  return carried(state, mould, { from, ln: lossTonight(state, mould).mean, at });
}

/**
 * A mould's metal at a moment. How fast it loses is one thing not known for sure, all evening long:
 * what that does to its heat adds up from shot to shot, and is carried beside what it may be off by
 * itself.
 */
function metalKnown(state: SessionState, mould: MouldState, at: number): MetalKnown {
  const from = since(state, mould);
  if (!from) return { celsius: roomOf(state), own: 5, slope: 0 };
  const { mean } = lossTonight(state, mould);
  const { slope, own } = mould.metal;
  const celsius = carried(state, mould, { from, ln: mean, at });
  const other = { celsius: from.celsius - slope * LOSS_NUDGE, at: from.at };
  const faster = carried(state, mould, { from: other, ln: mean + LOSS_NUDGE, at });
  const { rate } = lossRate(losing(bodyOfMould(mould.mould), mean));
  const kept = Math.exp(-rate * secondsTo(from.at, at));
  return { celsius, own: kept * own, slope: (celsius - faster) / LOSS_NUDGE };
}
/** A mould's metal at a moment, °C and its standard deviation, K. */
export function mouldHeat(
  state: SessionState,
  mould: MouldState,
  at: number,
): { celsius: number; sd: number } {
  const { celsius, own, slope } = metalKnown(state, mould, at);
  const reckoned = Math.hypot(own, slope * lossTonight(state, mould).sd);
  return { celsius, sd: Math.min(WIDEST, metalSpreadScale(state) * reckoned) };
}
/**
 * A look at metal of which something was said before tells how good that was.
 * @param sd of the look, K
 */
export function heldToLook(
  state: SessionState,
  mould: MouldState,
  look: { celsius: number; sd: number; at: number },
): void {
  if (mould.metal.at === 0 && !mould.giving) return;
  const { celsius, own, slope } = metalKnown(state, mould, look.at);
  const spread = Math.hypot(own, slope * lossTonight(state, mould).sd, look.sd);
  state.metalMissed = withMiss(state.metalMissed, (look.celsius - celsius) / spread);
}
export const setMouldHeat = (mould: MouldState, known: MetalKnown, at: number): void =>
  void (mould.metal = { ...known, at });

/**
 * A shot begins to give its heat, and is reckoned to have given it by a moment.
 * @param grams that set in it
 */
export function giveHeat(
  state: SessionState,
  mould: MouldState,
  {
    grams,
    shotCelsius,
    at,
    until,
  }: { grams: number; shotCelsius: number; at: number; until: number },
): void {
  setMouldHeat(mould, metalKnown(state, mould, at), at);
  mould.giving = {
    from: at,
    until: Math.max(until, at + 1000),
    joules: shotJoules(grams, shotCelsius, FIRM.mean),
  };
}
/** It is now known when it will be opened: what is still to be given is given by then. */
export function giveUntil(state: SessionState, mould: MouldState, at: number, until: number): void {
  if (!mould.giving) return;
  const { from, until: before, joules } = mould.giving;
  const left = joules * Math.min(1, Math.max(0, (before - at) / (before - from)));
  const known = metalKnown(state, mould, at);
  mould.metalNotes.push({
    at: from,
    room: roomOf(state),
    kind: 'shot',
    until: at,
    joules: joules - left,
  });
  setMouldHeat(mould, known, at);
  mould.giving = { from: at, until: Math.max(until, at + 1000), joules: left };
}
/** Opened: the metal is as warm as it was a moment ago, and takes no more. */
export function heatByShot(state: SessionState, mould: MouldState, at: number): void {
  const known = metalKnown(state, mould, at);
  if (mould.giving) {
    const { from, until, joules } = mould.giving;
    mould.metalNotes.push({
      at: from,
      room: roomOf(state),
      kind: 'shot',
      until: Math.min(at, until),
      joules: joules * Math.min(1, Math.max(0, (at - from) / (until - from))),
    });
  }
  mould.giving = null;
  setMouldHeat(mould, { ...known, own: Math.hypot(known.own, MISSES.shot) }, at);
}

/** Heat a shot went in at, °C: the middle of its run's window where nobody knew. */
export function shotHeatOf(state: SessionState, shot: ShotState): number {
  const window = state.runs.get(shot.job)?.tools.window;
  return shot.celsius ?? (window ? (window.low + window.high) / 2 : PLASTISOL.worked);
}
