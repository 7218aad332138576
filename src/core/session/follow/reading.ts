import type { Belief, Learned } from '../../heat/index.ts';
import { estimateOf, offsetOf, readAs, reset, updated, withMiss } from '../../heat/index.ts';
import { Z80 } from '../../quantiles.ts';
import { AGREES, saysAgain } from '../bounds.ts';
import type { HeatSetup } from '../heatNotes.ts';
import { type Followed, type NoteOf, spreadScale, takenOut, without } from './followed.ts';
import { afterStir, ofTheMean, setRight, unevenSeen } from './uneven.ts';

/**
 * °C above which a cup's readings tell how good forecasts are: it is asked of cups near their draw
 * (the coldest any school shoots is 149), and what a cup does as it cooks (damp, fusion) is worse known
 * than that.
 */
const TELLS_ABOVE = 150;
/** s between readings of one cup that a second is forecast at all. */
const FORECAST_AFTER = 15;
/**
 * s over which one instrument in one cup says nearly the same thing again: its lag, and the cup's
 * own unevenness (judgement).
 */
const SAME_LOOK = 4;
const NO_OFFSET = { share: 0, sd: 0 } as const;
/** K a reading may be off that came against all that was expected (judgement). */
const UNEXPECTED = 3;

/** What an instrument shows over its cup's heat as it is read; an eye has no offset. */
const offsetIn = (followed: Followed, note: NoteOf<'reading'>, reads: HeatSetup['reads']) =>
  note.eye ? NO_OFFSET : offsetOf(reads, followed.peak[note.cup] ?? -Infinity);

/** Whether a reading bears out what was doubted before it, or a look before the stir. */
function isAgain(before: Followed, followed: Followed, note: NoteOf<'reading'>): boolean {
  const doubted = followed.doubted[note.cup];
  return (
    (doubted !== undefined && !note.device) ||
    afterStir(before, note) ||
    note.verdict === 'agreed' ||
    saysAgain(doubted, note, note.device, followed.room)
  );
}

/**
 * A reading's weight. One after a stir is believed over one before it. Looks that follow each other
 * quicker than the instrument are one look, not many: errors that fade as exp(−Δt/τ) leave
 * (1 − ρ)/(1 + ρ) of a reading's worth to the next (an AR(1) process; Cox & Miller, *The Theory of
 * Stochastic Processes*, §7). One hotter than expected is believed at once, whatever it does to the
 * constants' good name; one colder waits for a second.
 */
function weigh(
  before: Followed,
  followed: Followed,
  note: NoteOf<'reading'>,
  reads: HeatSetup['reads'],
): { belief: Belief; left: boolean; spreads?: number } {
  const gone = (note.at - (followed.read[note.cup] ?? -Infinity)) / 1000;
  const same = Math.exp(-Math.max(0.2, gone) / SAME_LOOK);
  const off = offsetIn(followed, note, reads);
  const sd = Math.hypot(note.sd * Math.sqrt((1 + same) / (1 - same)), off.sd);
  const hot = (belief: Belief): Belief => {
    const of = { celsius: note.celsius, sd: Math.max(UNEXPECTED, note.sd), offset: off.share };
    return reset(belief, note.cup, readAs(belief, of));
  };
  if (note.verdict === 'above') return { belief: hot(followed.belief), left: false };
  if (note.verdict === 'below') return { belief: followed.belief, left: true };
  const again = isAgain(before, followed, note);
  const {
    belief,
    out,
    off: over,
    sd: expected,
  } = updated(followed.belief, note.cup, { celsius: note.celsius, sd, offset: off.share, again });
  // What was doubted, or follows a look at once, says nothing of forecasts.
  const told =
    !note.eye &&
    !out &&
    gone >= FORECAST_AFTER &&
    note.celsius > TELLS_ABOVE &&
    estimateOf(followed.belief, { of: 'plastic', cup: note.cup }).mean > TELLS_ABOVE;
  return out && over > 0
    ? { belief: hot(followed.belief), left: false }
    : { belief, left: out, ...(told ? { spreads: over / expected } : {}) };
}

/**
 * One more reading that a forecast stood before.
 * @param spreads it was off by, as it reckoned them itself
 */
function missing(followed: Followed, spreads: number, learned: Learned): Followed['missed'] {
  const fell = Math.abs(spreads) <= Z80 * spreadScale(followed, learned) ? 1 : 0;
  return { ...withMiss(followed.missed, spreads), inside: followed.missed.inside + fell };
}

/** A reading of a cup, taken in or left out. */
export function takeReading(
  followed: Followed,
  note: NoteOf<'reading'>,
  setup: HeatSetup,
): Followed {
  if (!followed.belief.cups.includes(note.cup)) return followed;
  const out = unevenSeen(takenOut(followed, note.cup), note);
  const { belief, left, spreads } = weigh(followed, out, ofTheMean(out, note), setup.reads);
  const missed =
    spreads === undefined ? followed.missed : missing(followed, spreads, setup.learned);
  const others = without(followed.doubted, note.cup);
  // What a reading takes off the heat now it takes off the heat there was.
  const [was, is] = [out.belief, belief].map(
    (belief) => estimateOf(belief, { of: 'plastic', cup: note.cup }).mean,
  ) as [number, number];
  const peak = {
    ...followed.peak,
    [note.cup]: Math.max(is, (followed.peak[note.cup] ?? was) + Math.min(0, is - was)),
  };
  const read = { ...followed.read, [note.cup]: note.at };
  const sameDoubt =
    Math.abs((followed.doubted[note.cup]?.celsius ?? Infinity) - note.celsius) < AGREES;
  return {
    ...setRight(out, note.cup, is - was),
    belief,
    read,
    peak,
    missed,
    doubted: left
      ? {
          ...others,
          [note.cup]: sameDoubt
            ? followed.doubted[note.cup]!
            : { celsius: note.celsius, at: note.at, device: note.device },
        }
      : others,
    left: left ? [...followed.left, note.id] : followed.left,
    last: left ? followed.last : { ...followed.last, [note.cup]: 'reading' },
    readings: followed.readings + (left ? 0 : 1),
  };
}
