import type { YieldCut } from '@/core/yield/index.ts';
import { FIRST_SHOTS, METAL_BANDS, SEASONS } from '@/core/yield/index.ts';
import { rows } from './query.ts';

/** Cavities of marked shots of a cut that were no trials; what is null of it is not cut by. */
const SHOTS = `FROM shots s JOIN cavity_results c USING (session_id, shot)
  WHERE NOT s.trial AND s.marked_at IS NOT NULL
    AND ($1::int IS NULL OR s.mould_id = $1) AND ($2::int IS NULL OR s.bait_id = $2)
    AND ($3::int IS NULL OR s.colourway_id = $3) AND ($4::text IS NULL OR s.build = $4)
    AND ($5::int IS NULL OR c.cavity = $5)
    AND ($6::int[] IS NULL OR extract(month FROM s.at)::int = ANY($6))
    AND ($7::float8 IS NULL OR s.mould_celsius >= $7)
    AND ($8::float8 IS NULL OR s.mould_celsius < $8)
    AND ($9::int IS NULL OR s.n >= $9) AND ($10::int IS NULL OR s.n <= $10)`;

/** Months of a season: its own and the two after. */
const monthsOf = (season: keyof typeof SEASONS): number[] =>
  [0, 1, 2].map((after) => ((SEASONS[season].from - 1 + after) % 12) + 1);
/** °C a band goes from, and up to where the next begins; null = it is the last. */
function bandOf(metal: keyof typeof METAL_BANDS): [number, number | null] {
  const begins = Object.values(METAL_BANDS).map(({ from }) => Math.max(ABSOLUTE_ZERO, from));
  const at = Object.keys(METAL_BANDS).indexOf(metal);
  return [begins[at]!, begins[at + 1] ?? null];
}
/** °C: nothing is colder. */
const ABSOLUTE_ZERO = -273.15;

/** What is bound of a cut, in the order of {@link SHOTS}. */
function boundOf({ mould, bait, colourway, build, cavity, season, metal, when }: YieldCut) {
  const [from, below] = metal ? bandOf(metal) : [null, null];
  return [
    ...[mould, bait, colourway, build, cavity].map((one) => one ?? null),
    season ? monthsOf(season) : null,
    from,
    below,
    when === 'later' ? FIRST_SHOTS + 1 : null,
    when === 'first' ? FIRST_SHOTS : null,
  ];
}

/** The newest sessions of a cut, the oldest of them first: how many baits, and how many came good. */
export async function yieldsBySession(
  cut: YieldCut,
  newest: number,
): Promise<{ session: number; name: string; at: Date; shot: number; good: number }[]> {
  const found = await rows<{ session: number; name: string; at: Date; shot: number; good: number }>(
    `SELECT n.id AS session, n.name, y.at, y.shot, y.good FROM (
       SELECT s.session_id, min(s.at) AS at, count(*)::int AS shot,
         count(*) FILTER (WHERE c.grade = 'good')::int AS good ${SHOTS}
        GROUP BY s.session_id ORDER BY min(s.at) DESC LIMIT $11) y
       JOIN sessions n ON n.id = y.session_id ORDER BY y.at DESC`,
    [...boundOf(cut), newest],
  );
  return found.reverse();
}

/** Faults of a cut over some sessions, cavity by cavity. */
export const faultsOf = (
  cut: YieldCut,
  sessions: readonly number[],
): Promise<{ fault: string; cavity: number; count: number }[]> =>
  rows(
    `SELECT coalesce(c.fault, 'not said') AS fault, c.cavity, count(*)::int AS count ${SHOTS}
        AND c.grade <> 'good' AND s.session_id = ANY($11::int[])
      GROUP BY 1, 2 ORDER BY 1, 2`,
    [...boundOf(cut), sessions],
  );

/** What each cavity of a cut gave over some sessions. */
export const cavitiesOf = (
  cut: YieldCut,
  sessions: readonly number[],
): Promise<{ cavity: number; shot: number; good: number }[]> =>
  rows(
    `SELECT c.cavity, count(*)::int AS shot, count(*) FILTER (WHERE c.grade = 'good')::int AS good
       ${SHOTS} AND s.session_id = ANY($11::int[]) GROUP BY 1 ORDER BY 1`,
    [...boundOf(cut), sessions],
  );
