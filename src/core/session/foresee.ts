import type { OvenUse } from '../heat/foreseen.ts';
import type { Belief } from '../heat/index.ts';
import {
  at,
  barrelCooling,
  barrelGood,
  HANDS,
  ovenKey,
  ovenPrior,
  planMatch,
  widened,
  withOven,
} from '../heat/index.ts';
import type { Limits } from '../material/limits.ts';
import { USUAL_LIMITS } from '../material/limits.ts';
import { type Followed, spreadScale } from './follow/followed.ts';
import { cupForecast } from './foresee/cup.ts';
import { pairOf, readAgain } from './foresee/cups.ts';
import { earlyOf, shotCeiling, usesOf } from './foresee/early.ts';
import { mouldForecast } from './foresee/moulds.ts';
import type { HeatAnswer, HeatAsk } from './foresee/types.ts';
import { ovenOf } from './heatNotes.ts';

/** What is believed of the bench, with the oven that is asked about in it. */
function believed(followed: Followed, ask: HeatAsk) {
  const known = ovenOf(ask.setup, ask.oven.id);
  const { level } = ask.oven;
  const key = ovenKey(known.id, level, 1);
  const belief = withOven(
    widened(followed.belief, spreadScale(followed, ask.setup.learned)),
    key,
    ovenPrior(ask.setup.learned, { id: known.id, oven: known.oven, level, cups: 1 }),
  );
  return { belief, oven: known.oven, use: { oven: key, power: known.oven.watts, level } };
}

/** Which way a look at a cup is not believed yet; null where none is. */
type Doubting = (cup: string) => 'above' | 'below' | null;
/**
 * Read by hand, against all that is expected, once: a second look decides, and until then nothing is
 * heated on the strength of it.
 */
const doubting =
  (followed: Followed, ask: HeatAsk): Doubting =>
  (cup) =>
    ask.cups.find((other) => other.key === cup)?.again ??
    (followed.doubted[cup] && !followed.doubted[cup].device ? 'below' : null);

/** Heats of the plastic in a cup; the usual for one that is not asked about. */
const limitsIn =
  (ask: HeatAsk) =>
  (cup: string): Limits =>
    ask.cups.find((other) => other.key === cup)?.limits ?? USUAL_LIMITS;

/** How the cups to be drawn from come together; null where that is not asked, or a cup heats. */
function bringOf(
  { belief, uses }: { belief: Belief; uses: readonly OvenUse[] },
  followed: Followed,
  ask: HeatAsk,
  doubt: Doubting,
): HeatAnswer['bring'] {
  const { match } = ask;
  if (!match || match.cups.length === 0 || followed.bursts.length > 0) return null;
  if (!match.cups.every((cup) => belief.cups.includes(cup))) return null;
  const doubted = match.cups.findIndex((cup) => doubt(cup) !== null);
  if (doubted >= 0) return readAgain(belief, match.cups, doubted, doubt(match.cups[doubted]!)!);
  const limits = limitsIn(ask);
  return planMatch(belief, match.cups, {
    uses,
    wanted: { ...match.window, apart: match.apart },
    byEye: match.byEye,
    hands: HANDS,
    ceilings: match.cups.map((cup) => shotCeiling(limits(cup), match.window.high)),
  });
}

/** What a barrel's draw is at: how long it is good, what leaves it, and how stiff that is. */
function barrelForecast(
  { bore, from, metal, room, at: drawn }: HeatAsk['barrels'][number],
  now: number,
): HeatAnswer['barrels'][number] {
  const gone = (now - drawn) / 1000;
  const curve = barrelCooling(bore, { from, metal, room, until: Math.max(120, gone + 10) });
  const then = Math.max(0, gone);
  return {
    good: barrelGood(curve),
    leaving: at(curve, 'mean', then),
    stiff: at(curve, 'stiff', then),
  };
}

/**
 * What the bench may expect, by all that was noted.
 * @param followed the notes followed up to now
 */
export function forecastBench(followed: Followed, ask: HeatAsk): HeatAnswer {
  const { belief, oven, use } = believed(followed, ask);
  const atAll = usesOf(belief, ask);
  const doubt = doubting(followed, ask);
  const limits = limitsIn(ask);
  // Two cups that cook can share one oven: more heat reaches plastic in all, but each burst is
  // longer.
  const raw = ask.cups
    .filter((cup) => cup.cook && !doubt(cup.key) && belief.cups.includes(cup.key))
    .slice(0, 2)
    .map((cup) => cup.key);
  const shared = raw.length === 2 ? pairOf(belief, raw, { ask, oven, limits }) : null;
  const pairFor = (cup: string) =>
    shared && raw.includes(cup)
      ? { with: raw.find((other) => other !== cup)!, seconds: shared }
      : null;
  const cups = ask.cups
    .filter((cup) => belief.cups.includes(cup.key))
    .map((cup) => {
      const beside = {
        use,
        again: doubt(cup.key) !== null,
        pair: pairFor(cup.key),
        under: ask.match?.window.low ?? null,
        longest: ask.longest,
      };
      return [cup.key, cupForecast(belief, followed, cup, beside)] as const;
    });
  const calm = !ask.match?.cups.some((cup) => doubt(cup) !== null);
  return {
    at: ask.now,
    cups: Object.fromEntries(cups),
    bring: bringOf(atAll, followed, ask, doubt),
    early:
      ask.early && calm
        ? earlyOf(atAll.belief, ask, ask.early, { uses: atAll.uses, limits })
        : null,
    barrels: ask.barrels.map((barrel) => barrelForecast(barrel, ask.now)),
    moulds: Object.fromEntries(ask.moulds.map((mould) => [mould.key, mouldForecast(mould)])),
    notes: ask.notes.length,
    readings: followed.readings,
  };
}
