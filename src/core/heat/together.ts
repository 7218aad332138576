import { type OvenUse, type Together, NARROW, LEAST_DOUBT, type Way, foresee } from './foreseen.ts';
import { PLASTISOL } from '../material/plastisol.ts';
import { safeBurst } from './advice.ts';
import type { Belief } from './estimate/belief.ts';
import { cupBelieved, ovenBelieved, sdBetween } from './estimate/believed.ts';
import type { Hands, MatchAnswer, Matching, MatchWanted } from './match.ts';
import { HANDS } from './match.ts';
import { matchCups, tablesOf } from './matchSearch.ts';
import type { Going } from './sideBySide.ts';
import { matchSideBySide, tablesFor } from './sideBySide.ts';
type TogetherAnswer =
  | {
      ok: true;
      together: Together;
      /** as near as safe bursts bring them, not as near as was asked */ nearest?: true;
    }
  | { ok: false; least: number | null; why: string };

/**
 * Below this chance a look before the draw is worth its ten seconds (judgement). With three cups
 * each look lets the other two go stale, so waiting for more draws fewer together, not more
 * (docs/models.md has the shares).
 */
export const SURE = 0.5;
const RAISED = { two: [0.4, 0], three: [0.65, 0.4, 0.2, 0] } as const;

/**
 * What is let go of where no safe bursts bring cups together: times what is allowed between them,
 * and K under the window (judgements).
 */
const RELAXED = [
  { apart: 1.5, under: 2 },
  { apart: 2, under: 4 },
] as const;
/** Three cups in turn in one oven: each cools while two have theirs, and chasing lasts for ever. */
const CHASED = { apart: 3, under: 6 } as const;
export const NEAREST = 'no nearer: longer bursts are not safe';
/** s that a doubt costs: the look it will want, and what cups lose meanwhile (judgement). */
const DOUBT_COSTS = 60;
const costs = ({ draw, sure }: Together): number => draw + DOUBT_COSTS * (1 - sure);

/** Bursts of the oven in use, one after another. */
const inTurn = (bursts: Matching['bursts']): Going[] =>
  bursts.map((burst) => ({ ...burst, oven: 0 }));

/** What is asked of a match, strictest first; `nearest` is less than what was wanted. */
interface Asked extends MatchWanted {
  nearest?: true;
}
/**
 * The soonest draw of all lies at the cold edge of the window, where nothing is left to put right:
 * it is aimed higher first. Cups that safe bursts bring no nearer are drawn a little colder or
 * further apart, sooner than read for ever.
 */
function askedInTurn(
  full: MatchWanted,
  apart: number,
  raised: readonly number[],
  relaxed: readonly { apart: number; under: number }[],
): Asked[] {
  const narrowed = raised.map((share) => ({
    ...full,
    apart: share === 0 ? full.apart : apart,
    low: full.low + share * (full.high - full.low),
  }));
  const nearest = relaxed.map(({ apart: times, under }): Asked => ({
    ...full,
    apart: times * full.apart,
    low: full.low - under,
    nearest: true,
  }));
  return [...narrowed, ...nearest];
}

/**
 * The bursts after which these cups are together (M4), by what is believed of them; what is allowed
 * between them is narrowed by how sure that is. No burst is longer than is safe. Where there are
 * more ovens they are put to work side by side; two cups may do better one after the other in one
 * oven, whose errors they share: the way is taken that costs least, a doubt counted as the look it
 * will want.
 */
export function matchBelieved(
  belief: Belief,
  cups: string[],
  {
    uses,
    wanted,
    hands = HANDS,
    ceilings = cups.map(() => PLASTISOL.ceiling),
  }: {
    uses: readonly OvenUse[];
    wanted: Omit<MatchWanted, 'ceiling'>;
    hands?: Hands;
    ceilings?: number[];
  },
): TogetherAnswer {
  const full: MatchWanted = { ...wanted, ceiling: Math.max(...ceilings) };
  const ovens = uses.map((use) => ({
    power: use.power,
    level: use.level,
    cups: 1,
    ...ovenBelieved(belief, use.oven),
  }));
  const believed = cups.map((cup, i) => ({
    ...cupBelieved(belief, cup),
    longest: uses.map((use) => safeBurst(belief, { ...use, cups: [cup] }, ceilings[i])),
  }));
  const gap = Math.max(
    0,
    ...cups.flatMap((cup, i) => cups.slice(0, i).map((text) => sdBetween(belief, cup, text))),
  );
  const apart = Math.max(full.apart / 3, full.apart - NARROW * Math.max(gap, LEAST_DOUBT));
  const several = ovens.length > 1 && cups.length > 1;
  const tables = several ? tablesFor(believed, ovens) : [];
  const inOneOven = believed.map((other) => ({ ...other, longest: other.longest[0]! }));
  const oneTables = tablesOf(inOneOven, ovens[0]!);
  const oneByOne = (asked: MatchWanted, tell: boolean): MatchAnswer =>
    matchCups(inOneOven, ovens[0]!, { wanted: asked, hands, tell, tables: oneTables });
  const inOne = (asked: MatchWanted): Way | null => {
    const found = oneByOne(asked, false);
    return found.ok ? { bursts: inTurn(found.matching.bursts), draw: found.matching.draw } : null;
  };
  const sideBySide = (asked: MatchWanted): Way | null =>
    matchSideBySide(believed, ovens, { wanted: asked, hands, tables });
  // Three cups in one oven after another are seldom worth the time it takes to look for it.
  const ways = !several ? [inOne] : cups.length > 2 ? [sideBySide] : [sideBySide, inOne];
  const chased = cups.length > 2 && !several;
  const raised = chased ? RAISED.three : RAISED.two;
  const relaxed = [...(cups.length > 1 ? RELAXED : []), ...(chased ? [CHASED] : [])];
  for (const asked of askedInTurn(full, apart, raised, relaxed)) {
    const found = ways
      .flatMap((way) => way(asked) ?? [])
      .map((way) => foresee(belief, cups, { uses, way, wanted: full, hands }));
    if (found.length > 0)
      return {
        ok: true,
        together: found.reduce((made, together) =>
          costs(together) < costs(made) ? together : made,
        ),
        ...(asked.nearest ? { nearest: true } : {}),
      };
  }
  const last = oneByOne(full, true);
  return last.ok
    ? {
        ok: true,
        together: foresee(belief, cups, {
          uses,
          way: { bursts: inTurn(last.matching.bursts), draw: last.matching.draw },
          wanted: full,
          hands,
        }),
      }
    : last;
}
