import type { Belief } from './estimate/belief.ts';
import type { Estimate } from './meanAndSpread.ts';
import { copy, cupAt, INSTRUMENT } from './estimate/belief.ts';
import { estimateOf } from './estimate/believed.ts';
import { bounded, reset, widenCould } from './estimate/places.ts';

/** What a reading alone says of a heat: its instrument's offset taken off. */
export function readAs(
  belief: Belief,
  { celsius, sd, offset = 1 }: { celsius: number; sd: number; offset?: number },
): Estimate {
  const off = estimateOf(belief, { of: 'instrument' });
  return { mean: celsius - offset * off.mean, sd: Math.hypot(sd, offset * off.sd) };
}

/**
 * A reading further off than so many of its own spreads is left out, unless the next agrees with
 * it.
 */
const OUTLIER = 4;

export interface Update {
  belief: Belief;
  /** K the reading lay off what was expected, and the spread of that */
  off: number;
  sd: number;
  /** left out: it cannot be of this cup, or the instrument was not in it */
  out: boolean;
}

/**
 * Takes a reading in.
 * @param sd of the reading itself, K; for a by-eye stage that of its interval
 * @param offset share of the instrument's offset that is in it ({@link offsetOf}); an eye has none
 * @param again it agrees with one that was left out: it is believed after all
 */
export function updated(
  belief: Belief,
  cup: string,
  {
    celsius,
    sd,
    offset = 1,
    again = false,
  }: { celsius: number; sd: number; offset?: number; again?: boolean },
): Update {
  const index = cupAt(belief, cup);
  const count = belief.mean.length;
  const looks: [number, number][] = [
    [index, 1],
    [INSTRUMENT, offset],
  ];
  const ph = Array.from({ length: count }, (_, row) =>
    looks.reduce((sum, [k, value]) => sum + value * belief.covariance[row]![k]!, 0),
  );
  const own = looks.reduce((sum, [k, value]) => sum + value * ph[k]!, 0);
  const expected = looks.reduce((sum, [k, value]) => sum + value * belief.mean[k]!, 0);
  const off = celsius - expected;
  const variance = own + sd * sd;
  const next = copy(belief);
  if (Math.abs(off) > OUTLIER * Math.sqrt(variance)) {
    if (!again) return { belief: next, off, sd: Math.sqrt(variance), out: true };
    // Something happened that nobody logged: the heat is what is read, the constants stay.
    return {
      belief: reset(belief, cup, readAs(belief, { celsius, sd, offset })),
      off,
      sd: Math.sqrt(variance),
      out: false,
    };
  }
  // The instrument's own offset is reckoned with, never learned from cups: nothing on the bench
  // tells it from their heat (Schmidt's filter).
  const gain = ph.map((x, k) => (k === INSTRUMENT ? 0 : x / variance));
  next.mean = belief.mean.map((value, k) => value + gain[k]! * off);
  // Glass is warmed by what stands in it: a reading does not put it over the plastic where it was
  // not.
  if (belief.mean[index + 1]! <= belief.mean[index]!)
    next.mean[index + 1] = Math.min(
      next.mean[index + 1]!,
      Math.max(next.mean[index]!, belief.mean[index + 1]!),
    );
  // Joseph's form keeps the spread a spread: (I − K H) P (I − K H)ᵀ + K r Kᵀ.
  const left = belief.covariance.map((row, at) =>
    row.map(
      (x, column) =>
        x -
        gain[at]! *
          looks.reduce((sum, [k, value]) => sum + value * belief.covariance[k]![column]!, 0),
    ),
  );
  next.covariance = left.map((row, at) =>
    row.map(
      (x, column) =>
        x -
        gain[column]! * looks.reduce((sum, [k, value]) => sum + value * left[at]![k]!, 0) +
        gain[at]! * gain[column]! * sd * sd,
    ),
  );
  widenCould(next, cup, { mean: celsius, sd });
  return { belief: bounded(next, belief.cups), off, sd: Math.sqrt(variance), out: false };
}
