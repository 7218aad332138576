import type { BadShot, Conditions, YieldCut } from '@/core/yield/index.ts';
import { SEASONS } from '@/core/yield/index.ts';
import { row, rows } from './query.ts';

/**
 * Whether a shot, or a day's sum of them, is of a cut; what is null of it is not cut by. The
 * cavity is not among it: a sum has all of them.
 */
const OF_CUT = `($1::int IS NULL OR mould_id = $1) AND ($2::int IS NULL OR bait_id = $2)
    AND ($3::int IS NULL OR colourway_id = $3) AND ($4::int IS NULL OR $4 = ANY(mixes))
    AND ($5::text IS NULL OR $5 = ANY(grades)) AND ($6::int IS NULL OR $6 = ANY(plastisols))
    AND ($7::text IS NULL OR build = $7) AND ($8::int IS NULL OR injector_id = $8)
    AND ($9::int IS NULL OR block_id = $9) AND ($10::text IS NULL OR shot_by = $10)
    AND ($11::int[] IS NULL OR extract(month FROM at)::int = ANY($11))
    AND ($12::text IS NULL OR heat_band = $12) AND ($13::text IS NULL OR metal_band = $13)
    AND ($14::text IS NULL OR place_band = $14) AND ($15::text IS NULL OR when_band = $15)
    AND ($16::int[] IS NULL OR colourway_id = ANY($16))`;
/** Cavities of marked shots of a cut that were no trials. */
const SHOTS = `FROM shots JOIN cavity_results c USING (session_id, shot)
  WHERE NOT trial AND marked_at IS NOT NULL AND ${OF_CUT}
    AND ($17::int IS NULL OR c.cavity = $17)`;

/** Months of a season: its own and the two after. */
const monthsOf = (season: keyof typeof SEASONS): number[] =>
  [0, 1, 2].map((after) => ((SEASONS[season].from - 1 + after) % 12) + 1);

/** A cut whose family of colours was looked up. */
export interface FoundCut extends YieldCut {
  /** colourways of its family; absent = it is not cut by one */
  colourways?: readonly number[];
}
/** What is bound of a cut, in the order of {@link OF_CUT}, its cavity last. */
const boundOf = (cut: FoundCut): unknown[] =>
  [
    cut.mould,
    cut.bait,
    cut.colourway,
    cut.mix,
    cut.grade,
    cut.plastisol,
    cut.build,
    cut.injector,
    cut.block,
    cut.by,
    cut.season && monthsOf(cut.season),
    cut.heat,
    cut.metal,
    cut.place,
    cut.when,
    cut.colourways,
    cut.cavity,
  ].map((one) => one ?? null);

/** What came good of a cut in one session. */
export interface SessionYield {
  session: number;
  name: string;
  at: Date;
  shot: number;
  good: number;
}
/** The newest sessions of a cut, the oldest of them first: how many baits, and how many came good. */
export async function yieldsBySession(cut: FoundCut, newest: number): Promise<SessionYield[]> {
  const found = await rows<SessionYield>(
    `SELECT n.id AS session, n.name, y.at, y.shot, y.good FROM sessions n CROSS JOIN LATERAL (
       SELECT min(at) AS at,
         sum(CASE WHEN $17::int IS NULL THEN shot
           ELSE coalesce((cavities->$17::text->>0)::int, 0) END)::int AS shot,
         sum(CASE WHEN $17::int IS NULL THEN good
           ELSE coalesce((cavities->$17::text->>1)::int, 0) END)::int AS good
         FROM yield_days WHERE session_id = n.id AND ${OF_CUT}
           AND ($17::int IS NULL OR cavities ? $17::text) HAVING count(*) > 0) y
      ORDER BY n.opened_at DESC LIMIT $18`,
    [...boundOf(cut), newest],
  );
  return found.sort((one, other) => one.at.getTime() - other.at.getTime());
}

/** What is wrong with a bait of which nobody said it. */
export const NOT_SAID = 'not said';

/** Faults of a cut over some sessions, cavity by cavity. */
export const faultsOf = (
  cut: FoundCut,
  sessions: readonly number[],
): Promise<{ fault: string; cavity: number; count: number }[]> =>
  rows(
    `SELECT coalesce(c.fault, 'not said') AS fault, c.cavity, count(*)::int AS count ${SHOTS}
        AND c.grade <> 'good' AND session_id = ANY($18::int[])
        AND c.session_id = ANY($18::int[])
      GROUP BY 1, 2 ORDER BY 1, 2`,
    [...boundOf(cut), sessions],
  );

/** As a day keeps them. */
type HeatSum = [heat: number | null, metal: number | null, shots: number];
type BadSum = [fault: string, cavities: number[], heat: number | null, metal: number | null];
/** Shots of a cut over some sessions: at which whole °C, and those with baits that did not come good. */
export interface CutShots {
  shots: { heat: number | null; metal: number | null; shots: number }[];
  bad: BadShot[];
}
export async function shotsOf(cut: FoundCut, sessions: readonly number[]): Promise<CutShots> {
  // In one piece they are read in a third of the time that day by day takes.
  const days = await row<{ heats: string; bad: string }>(
    `SELECT coalesce(string_agg(heats::text, ','), '') AS heats,
            coalesce(string_agg(bad::text, ','), '') AS bad
       FROM yield_days WHERE ${OF_CUT}
        AND ($17::int IS NULL OR cavities ? $17::text) AND session_id = ANY($18::int[])`,
    [...boundOf(cut), sessions],
  );
  const heats = JSON.parse(`[${days!.heats}]`) as HeatSum[][];
  const bad = JSON.parse(`[${days!.bad}]`) as BadSum[][];
  const isOf = (cavity: number): boolean => cut.cavity === undefined || cavity === cut.cavity;
  return {
    shots: heats.flat().map(([heat, metal, shots]) => ({ heat, metal, shots })),
    bad: bad.flat().flatMap(([fault, all, heat, metal]) => {
      const cavities = all.filter(isOf);
      return cavities.length > 0 ? [{ fault, cavities, heat, metal }] : [];
    }),
  };
}

/** What each cavity of a cut gave over some sessions. */
export const cavitiesOf = (
  cut: FoundCut,
  sessions: readonly number[],
): Promise<{ cavity: number; shot: number; good: number; usable: number }[]> =>
  rows(
    `SELECT e.key::int AS cavity, sum((e.value->>0)::int)::int AS shot,
            sum((e.value->>1)::int)::int AS good, sum((e.value->>2)::int)::int AS usable
       FROM yield_days CROSS JOIN LATERAL jsonb_each(cavities) e
      WHERE ${OF_CUT} AND ($17::int IS NULL OR e.key = $17::text) AND session_id = ANY($18::int[])
      GROUP BY 1 ORDER BY 1`,
    [...boundOf(cut), sessions],
  );

/** One shot of a cut: what it was shot under, and what came of its cavities. */
export interface ShotUnder {
  session: number;
  shot: string;
  mould: number;
  at: Date;
  conditions: Conditions;
  cavities: number[];
  /** what each of them has; null = it is good */
  faults: (string | null)[];
}
/** The newest shots of a cut whose conditions are known, the oldest of them first. */
export async function shotsUnder(cut: FoundCut, newest: number): Promise<ShotUnder[]> {
  const found = await rows<ShotUnder>(
    `SELECT session_id AS session, shot, mould_id AS mould, at,
            coalesce(conditions, '{}'::jsonb) AS conditions,
            json_agg(c.cavity::int ORDER BY c.cavity) AS cavities,
            json_agg(CASE WHEN c.grade = 'good' THEN NULL ELSE coalesce(c.fault, 'not said') END
              ORDER BY c.cavity) AS faults
       ${SHOTS} AND conditions IS NOT NULL
      GROUP BY session_id, shot, mould_id, at, conditions ORDER BY at DESC LIMIT $18`,
    [...boundOf(cut), newest],
  );
  return found.reverse();
}

/** Hands that shot anything that is counted, by the name they go by. */
export const shotByWhom = async (): Promise<string[]> =>
  // Name by name along its index: there are few of them on many rows.
  (
    await rows<{ by: string }>(
      `WITH RECURSIVE names AS (
         (SELECT min(shot_by) AS by FROM yield_days WHERE shot_by IS NOT NULL)
         UNION ALL
         SELECT (SELECT min(shot_by) FROM yield_days WHERE shot_by > names.by) FROM names
          WHERE names.by IS NOT NULL)
       SELECT coalesce(by, '') AS by FROM names WHERE by IS NOT NULL ORDER BY 1`,
    )
  ).map(({ by }) => by);

/** Sessions with marked shots of which is not kept yet what they were shot under. */
export const withoutConditions = async (): Promise<number[]> =>
  (
    await rows<{ id: number }>(
      `SELECT DISTINCT session_id AS id FROM shots
        WHERE conditions IS NULL AND marked_at IS NOT NULL ORDER BY 1`,
    )
  ).map(({ id }) => id);

/** Test shots of a mould, session by session, the newest first: how they were, what came of them. */
export const testsOf = (
  mould: number,
  newest = 6,
): Promise<
  {
    session: number;
    name: string;
    at: Date;
    heat: number | null;
    held: number | null;
    shots: number;
    good: number;
    baits: number;
  }[]
> =>
  rows(
    `SELECT s.session_id AS session, n.name, min(s.at) AS at,
            avg((s.conditions->>'heat')::float8) AS heat,
            avg((s.conditions->>'held')::float8) AS held, count(*)::int AS shots,
            sum(s.good)::int AS good, sum(s.good + s.usable + s.second)::int AS baits
       FROM shots s JOIN sessions n ON n.id = s.session_id
      WHERE s.mould_id = $1 AND s.test AND s.marked_at IS NOT NULL
      GROUP BY s.session_id, n.name ORDER BY min(s.at) DESC LIMIT $2`,
    [mould, newest],
  );

/** What came good of each colourway of a cut over some sessions. */
export const coloursOf = (
  cut: FoundCut,
  sessions: readonly number[],
): Promise<{ colourway: number; shot: number; good: number }[]> =>
  rows(
    `SELECT colourway_id AS colourway, sum(shot)::int AS shot, sum(good)::int AS good
       FROM yield_days WHERE ${OF_CUT} AND ($17::int IS NULL OR cavities ? $17::text)
        AND session_id = ANY($18::int[]) GROUP BY colourway_id
      ORDER BY (sum(shot) - sum(good))::float8 / greatest(1, sum(shot)) DESC, sum(shot) DESC`,
    [...boundOf(cut), sessions],
  );

/** Who has lately ordered some colourways, four of each at the most. */
export const orderedBy = (
  colourways: readonly number[],
): Promise<{ colourway: number; customers: string[] }[]> =>
  rows(
    `SELECT c.id::int AS colourway,
            ARRAY(SELECT DISTINCT customer FROM (
              SELECT o.customer FROM line_parts p JOIN order_lines l ON l.id = p.line_id
                JOIN orders o ON o.id = l.order_id WHERE p.colourway_id = c.id
               ORDER BY p.id DESC LIMIT 40) x ORDER BY 1 LIMIT 4) AS customers
       FROM unnest($1::int[]) AS c (id)`,
    [colourways],
  );
