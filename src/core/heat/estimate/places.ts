import type { CupBody } from '../cupBody.ts';
import type { Estimate } from '../meanAndSpread.ts';
import { UNEVEN_PRIOR } from '../uneven.ts';
import {
  PRIOR,
  type Belief,
  type OvenConstants,
  copy,
  SHARED,
  cupAt,
  type CupConstants,
} from './belief.ts';

export interface SharedConstants {
  air: Estimate;
  instrument: Estimate;
}
export const newBelief = (at: number, { air, instrument }: SharedConstants = PRIOR): Belief => ({
  at,
  mean: [air.mean, instrument.mean],
  covariance: [
    [air.sd ** 2, 0],
    [0, instrument.sd ** 2],
  ],
  base: air.mean,
  ovens: [],
  uneven: new Map(),
  cups: [],
  bodies: new Map(),
  could: new Map(),
});
/** Opens places in the state at `i`, knowing nothing of what else hangs on them. */
function withStates(belief: Belief, i: number, known: Estimate[]): void {
  belief.mean.splice(i, 0, ...known.map((known) => known.mean));
  for (const row of belief.covariance) row.splice(i, 0, ...known.map(() => 0));
  const count = belief.mean.length;
  belief.covariance.splice(
    i,
    0,
    ...known.map((known, j) =>
      Array.from({ length: count }, (_, column) => (column === i + j ? known.sd ** 2 : 0)),
    ),
  );
}
/** The same belief, knowing of an oven too. @param known what is known of it already */
export function withOven(belief: Belief, oven: string, known: OvenConstants): Belief {
  if (belief.ovens.includes(oven)) return belief;
  const next = copy(belief);
  const index = SHARED + 2 * next.ovens.length;
  next.ovens = [...next.ovens, oven];
  withStates(next, index, [known.efficiency, known.dead]);
  if (known.uneven) next.uneven.set(oven, known.uneven);
  return next;
}
/** ln of how far the hottest of a cup in an oven runs ahead, against the usual. */
export const unevenOf = (belief: Belief, oven: string): Estimate =>
  belief.uneven.get(oven) ?? UNEVEN_PRIOR;
/**
 * K a cup's glass stands under plastic that has been hot a while, and how far that may be off
 * (judgements).
 */
const GLASS_UNDER = { mean: 15, sd: 8 } as const;
/**
 * Forgets what is believed of a cup's heat, not of its constants.
 * @param celsius what it may be now
 */
export function reset(
  belief: Belief,
  cup: string,
  celsius: Estimate,
  under: Estimate = GLASS_UNDER,
): Belief {
  const next = copy(belief);
  const index = cupAt(next, cup);
  for (const j of [index, index + 1])
    for (let k = 0; k < next.mean.length; k++) next.covariance[j]![k] = next.covariance[k]![j] = 0;
  next.mean[index] = celsius.mean;
  next.mean[index + 1] = celsius.mean - under.mean;
  next.covariance[index]![index] = celsius.sd ** 2;
  next.covariance[index]![index + 1] = next.covariance[index + 1]![index] = celsius.sd ** 2;
  next.covariance[index + 1]![index + 1] = celsius.sd ** 2 + under.sd ** 2;
  widenCould(next, cup, celsius);
  return bounded(next, [cup]);
}
/** K beyond what is said of a heat that it may still be. */
const SURELY = 3;
/**
 * What was so hot widens what can be; nothing becomes colder than the room and what went in,
 * whatever is read.
 */
export function widenCould(belief: Belief, cup: string, celsius: Estimate): void {
  const { least, most } = belief.could.get(cup)!;
  belief.could.set(cup, {
    least,
    most: Math.max(most, celsius.mean + SURELY * Math.max(1, celsius.sd)),
  });
}
/** The same bench in a room of another heat. */
export function withRoom(belief: Belief, celsius: number): Belief {
  const bodies = new Map(
    [...belief.bodies].map(([cup, body]) => [cup, { ...body, room: celsius }]),
  );
  const could = new Map(
    [...belief.could].map(([cup, { least, most }]) => [
      cup,
      { least: Math.min(least, celsius), most: Math.max(most, celsius) },
    ]),
  );
  return { ...belief, bodies, could };
}
/**
 * Heats a filter's own arithmetic has put beyond what can be come back to it; a spread goes no
 * further than that. In place.
 */
export function bounded(belief: Belief, cups: readonly string[]): Belief {
  for (const cup of cups) {
    const index = cupAt(belief, cup);
    const { least, most } = belief.could.get(cup)!;
    for (const k of [index, index + 1]) {
      belief.mean[k] = Math.min(most, Math.max(least, belief.mean[k]!));
      const sd = Math.sqrt(Math.max(0, belief.covariance[k]![k]!));
      const widest = Math.max(1, (most - least) / 2);
      // A row and its column are scaled together: what was a spread stays one.
      if (sd > widest)
        for (let j = 0; j < belief.mean.length; j++)
          belief.covariance[j]![k] = belief.covariance[k]![j]! *=
            j === k ? (widest / sd) ** 2 : widest / sd;
    }
  }
  return belief;
}
/**
 * The same belief with a cup standing on the bench.
 * @param celsius what is in it, when it was put there
 */
export function withCup(
  belief: Belief,
  cup: string,
  {
    body,
    celsius,
    constants = PRIOR,
  }: { body: CupBody; celsius: Estimate; constants?: CupConstants },
): Belief {
  const { exchange, weight, stand } = constants;

  const next = copy(belief);
  if (next.cups.includes(cup)) return next;
  next.cups = [...next.cups, cup];
  next.bodies.set(cup, body);
  next.could.set(cup, {
    least: Math.min(body.room, celsius.mean),
    most: Math.max(body.room, celsius.mean) + SURELY * Math.max(1, celsius.sd),
  });
  withStates(next, next.mean.length, [
    celsius,
    { mean: body.room + 0.9 * (celsius.mean - body.room), sd: Math.max(0.5, celsius.sd) },
    exchange,
    weight,
    stand,
  ]);
  return next;
}
/**
 * g of plastic the model follows at least: less lies in an emptied cup as a film, and goes as its
 * glass does.
 */
export const FILM = 30;
/**
 * What goes into, or is drawn from, a cup: its heat is that of the mixture, its mass what stands in
 * it then.
 */
export function withMass(
  belief: Belief,
  cup: string,
  {
    grams,
    volume,
    added,
  }: { grams: number; volume: number; added: { grams: number; celsius: Estimate } | null },
): Belief {
  const next = copy(belief);
  const body = next.bodies.get(cup)!;
  next.bodies.set(cup, { ...body, plastic: Math.max(FILM, grams), volume: Math.max(1, volume) });
  if (!added || added.grams <= 0) return next;
  widenCould(next, cup, added.celsius);
  const { least, most } = next.could.get(cup)!;
  next.could.set(cup, { least: Math.min(least, added.celsius.mean), most });
  const index = cupAt(next, cup);
  const share = Math.min(1, added.grams / Math.max(added.grams, grams));
  next.mean[index] = (1 - share) * next.mean[index]! + share * added.celsius.mean;
  for (let k = 0; k < next.mean.length; k++) {
    next.covariance[index]![k]! *= 1 - share;
    next.covariance[k]![index]! *= 1 - share;
  }
  next.covariance[index]![index]! += (share * added.celsius.sd) ** 2;
  return next;
}
