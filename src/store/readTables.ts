import type { BenchEvent, ShotRow } from '@/core/session/index.ts';
import { bandsOf } from '@/core/yield/index.ts';
import { afterCommit, rows, run } from './query.ts';
import { keptWhile, recordedMark } from './recorded.ts';

const when = (ms: number | null): string | null =>
  ms === null ? null : new Date(ms).toISOString();

/** What a shot was made with and under, in the order it is bound in. */
function madeUnder({ conditions, madeWith, n, test }: ShotRow): unknown[] {
  const { heat, metal, place, when: early } = bandsOf(conditions, n);
  return [
    conditions && JSON.stringify(conditions),
    madeWith?.injector ?? null,
    madeWith?.block ?? null,
    madeWith?.by ?? null,
    madeWith?.mixes ?? [],
    madeWith?.grades ?? [],
    madeWith?.plastisols ?? [],
    heat,
    metal,
    place,
    early,
    test,
  ];
}

/**
 * Writes one shot and its cavities as they now are; {@link sumYields} then brings its mould's days
 * up to them.
 */
export async function putShot(session: number, shotRow: ShotRow): Promise<void> {
  const marked = shotRow.markedAt === null ? { good: 0, usable: 0, second: 0 } : shotRow.counts;
  await run(
    `INSERT INTO shots (session_id, shot, n, at, job, mould_id, trial, build, bait_id,
      colourway_id, draw, heats, mould_celsius, against, marked_at, cured_at, good, usable,
      second, stage, makes, asked, kept, conditions, injector_id, block_id, shot_by, mixes,
      grades, plastisols, heat_band, metal_band, place_band, when_band, test)
     VALUES ($1,$2,$3,$4,$5,$6,$7,$8,$9,$10,$11,$12::jsonb,$13,$14::text[],$15,$16,$17,$18,$19,$20,
      $21,$22,$23,$24::jsonb,$25,$26,$27,$28::int[],$29::text[],$30::int[],$31,$32,$33,$34,$35)
     ON CONFLICT (session_id, shot) DO UPDATE SET n = excluded.n, at = excluded.at, job =
     excluded.job, trial = excluded.trial, build = excluded.build, stage = excluded.stage, makes =
     excluded.makes, bait_id = excluded.bait_id,
       colourway_id = excluded.colourway_id, draw = excluded.draw, heats = excluded.heats,
       mould_celsius = excluded.mould_celsius, against = excluded.against,
       marked_at = excluded.marked_at, cured_at = excluded.cured_at, good = excluded.good, usable
       = excluded.usable, second = excluded.second, asked = excluded.asked, kept = excluded.kept,
       conditions = excluded.conditions, injector_id = excluded.injector_id,
       block_id = excluded.block_id, shot_by = excluded.shot_by, mixes = excluded.mixes,
       grades = excluded.grades, plastisols = excluded.plastisols,
       heat_band = excluded.heat_band, metal_band = excluded.metal_band,
       place_band = excluded.place_band, when_band = excluded.when_band, test = excluded.test`,
    [
      session,
      shotRow.shot,
      shotRow.n,
      when(shotRow.at),
      shotRow.job,
      shotRow.mould,
      shotRow.trial,
      shotRow.build,
      shotRow.bait,
      shotRow.colourway,
      shotRow.draw,
      JSON.stringify(shotRow.heats),
      shotRow.mouldCelsius,
      shotRow.against,
      when(shotRow.markedAt),
      when(shotRow.curedAt),
      marked.good,
      marked.usable,
      marked.second,
      shotRow.stage,
      shotRow.makes,
      shotRow.asked,
      shotRow.kept,
      ...madeUnder(shotRow),
    ],
  );
  await run('DELETE FROM cavity_results WHERE session_id = $1 AND shot = $2', [
    session,
    shotRow.shot,
  ]);
  if (shotRow.cavities.length > 0) {
    await run(
      `INSERT INTO cavity_results (session_id, shot, cavity, draw, grade, fault, insert_from)
       SELECT $1, $2, * FROM unnest($3::smallint[], $4::text[], $5::text[], $6::text[], $7::text[])`,
      [
        session,
        shotRow.shot,
        shotRow.cavities.map((cavity) => cavity.cavity),
        shotRow.cavities.map((cavity) => cavity.draw),
        shotRow.cavities.map((cavity) => cavity.grade),
        shotRow.cavities.map((cavity) => cavity.fault),
        shotRow.cavities.map((cavity) => cavity.insert),
      ],
    );
  }
}

/** Sums what came of a mould in a session, for every cut of it. */
export const sumYields = (session: number, mould: number): Promise<void> =>
  run('SELECT sum_yields($1, $2)', [session, mould]);

export const dropShot = (session: number, shot: string): Promise<void> =>
  run('DELETE FROM shots WHERE session_id = $1 AND shot = $2', [session, shot]);

const months = new Set<string>();

/** Keeps a reading, making its month's partition when it is the first of it. */
export async function putReading(event: BenchEvent<'reading'>): Promise<void> {
  const at = when(event.at)!;
  const month = at.slice(0, 7);
  if (!months.has(month)) {
    await run('SELECT reading_month($1::timestamptz)', [at]);
    afterCommit(() => void months.add(month));
  }
  await run(
    `INSERT INTO cup_readings (session_id, event_id, at, target_kind, target, celsius, stage,
      source) VALUES ($1,$2,$3,$4,$5,$6,$7,$8)`,
    [
      event.session,
      event.id,
      at,
      event.payload.target.kind,
      event.payload.target.key,
      event.payload.celsius,
      event.payload.stage,
      event.payload.from,
    ],
  );
}

export const dropReading = (event: BenchEvent<'reading'>): Promise<void> =>
  run('DELETE FROM cup_readings WHERE at = $1 AND event_id = $2', [when(event.at), event.id]);

/** Empties a session's read tables before they are made again. */
export async function clearReadTables(session: number): Promise<void> {
  for (const table of [
    'shots',
    'yield_days',
    'cup_readings',
    'allocations',
    'stock_moves',
    'mould_notes',
    'mould_trials',
    'bottle_notes',
  ])
    await run(`DELETE FROM ${table} WHERE session_id = $1`, [session]);
}

/** How each cavity of a mould has done over its newest shots. */
export const cavityShares = (
  mould: number,
  newest = 300,
): Promise<{ cavity: number; good: number; shot: number; faults: string[] }[]> =>
  rows(
    `SELECT c.cavity, count(*) FILTER (WHERE c.grade = 'good')::int AS good, count(*)::int AS shot,
            coalesce(array_agg(DISTINCT c.fault) FILTER (WHERE c.fault IS NOT NULL), '{}') AS faults
       FROM (SELECT session_id, shot FROM shots WHERE mould_id = $1 AND NOT trial ORDER BY at DESC LIMIT $2) s
       JOIN cavity_results c USING (session_id, shot) GROUP BY c.cavity ORDER BY c.cavity`,
    [mould, newest],
  );

/** What is drying: marked baits of the newest finished and running sessions, by shot day. */
export interface RackRow {
  session_id: number;
  session: string;
  bait_id: number;
  colourway_id: number;
  good: number;
  usable: number;
  racked: Date;
  cured_at: Date;
}
export const onRack = (since: Date): Promise<RackRow[]> =>
  rows(
    `SELECT x.session_id, s.name AS session, x.bait_id, x.colourway_id, sum(x.good)::int AS good,
      sum(x.usable)::int AS usable, max(x.marked_at) AS racked, max(x.cured_at) AS cured_at
       FROM shots x JOIN sessions s ON s.id = x.session_id
      WHERE x.kept AND x.makes = 'bait' AND x.cured_at IS NOT NULL AND x.cured_at > $1 AND
      x.session_id IN (SELECT id FROM sessions ORDER BY id DESC LIMIT 40)
      GROUP BY 1, 2, 3, 4 ORDER BY cured_at DESC`,
    [since.toISOString()],
  );

/** Good baits so far of one session that are what its lines asked for, by job. */
export const goodByJob = (
  sessions: readonly number[],
): Promise<{ session: number; job: string; good: number }[]> =>
  rows(
    `SELECT session_id AS session, job, sum(good)::int AS good FROM shots WHERE session_id =
      ANY($1::int[]) AND kept AND asked AND makes = 'bait' AND marked_at IS NOT NULL GROUP BY 1, 2`,
    [sessions],
  );

/**
 * What came good of what was shot, by mould, build, stage and session: trials apart, of the newest
 * 200 sessions.
 */
export const goodRecord = keptWhile(recordedMark, () =>
  rows<{ mould: number; build: string; stage: string; good: number; shot: number }>(
    `SELECT mould_id AS mould, build, stage, good, shot FROM goods WHERE shot > 0 AND session_id >
       (SELECT coalesce(max(id), 0) - 200 FROM sessions) ORDER BY session_id DESC LIMIT 400`,
  ),
);
