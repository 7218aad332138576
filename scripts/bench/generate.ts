// Ten years of a big shop, from one rehearsed evening laid out 2,000 times. Wants DATABASE_URL with
// the demo shop in it.
import pg from 'pg';
import { v4 } from 'uuid';
import type { AnyEvent, ShotRow } from '../../src/core/session/index.ts';
import { bandsOf } from '../../src/core/yield/index.ts';
import { fold, shotRow } from '../../src/core/session/index.ts';
import { draftPlan } from '../../src/core/plan/index.ts';
import { wholeCatalogue } from '../../src/service/catalogue.ts';
import { heatSetup } from '../../src/service/learn.ts';
import { snapshotFrom } from '@/core/session/index.ts';
import { readShop } from '../../src/service/shop.ts';
import { closeDatabase } from '../../src/store/database.ts';
import { createSession } from '../../src/store/log.ts';
import { databaseUrl } from '../../src/store/config.ts';
import { row } from '../../src/store/query.ts';
import { bare } from './bare.ts';
import { seeded } from '../../src/core/chance.ts';
import { rehearse } from '../demo/rehearse.ts';

const SESSIONS = Number(process.argv[2] ?? 2000);
const READINGS = 2500;
const began = Date.now();
const shop = await readShop();
const shelf = await wholeCatalogue();
const defaults = {
  settings: { ...shop.plan, tolerance: shop.bench.tolerance },
  good: 0.95,
  confidence: 0.8,
  window: shop.window,
};
const want = (part: number, bait: number, colourway: number, count: number) => ({
  part,
  line: part,
  for: 'Big shop',
  bait,
  colourway,
  count,
  due: '2026-12-31',
});
const snapshot = snapshotFrom(
  'A long day',
  draftPlan(shelf, [want(1, 1, 1, 370), want(2, 3, 5, 560)], defaults),
  shop,
  { heat: await heatSetup() },
);
const template = await createSession('Template', snapshot, null, new Date(Date.UTC(2016, 11, 1)));
const startAt = Date.UTC(2016, 11, 1, 9);
const shooting = rehearse({
  session: template,
  snapshot,
  startAt,
  chance: seeded(1),
  spoil: () => 0.06,
});
const chance = seeded(2);
const cups = [...fold(snapshot, shooting.slice(0, 1)).cups.keys()];
const end = shooting.at(-1)!.at;
const already = shooting.filter((event) => event.kind === 'reading').length;
// Device readings that do not pass a cup's own, so that the shooting stays as it was rehearsed: of
// the room.
const probes = Array.from({ length: READINGS - already }, (): AnyEvent => ({
  id: v4(),
  session: template,
  at: Math.floor(startAt + 60_000 + chance() * (end - startAt - 120_000)),
  by: 'probe',
  v: 1,
  kind: 'reading',
  payload: {
    target: { kind: 'room', key: cups[0]! },
    celsius: Math.round(180 + chance() * 40) / 10,
    stage: null,
    from: 'device',
  },
}));
const events = [...shooting, ...probes]
  .sort((one, other) => one.at - other.at || (one.seq ?? 1e9) - (other.seq ?? 1e9))
  .map((event, i) => ({ ...event, seq: i + 1 }));
const state = fold(snapshot, events);
/** Bands of a shot, as its row has them. */
function withBands({ conditions, n: nth }: ShotRow) {
  const { when: early, ...bands } = bandsOf(conditions, nth);
  return { ...bands, early };
}
const shots = [...state.shots.keys()].map((id) => shotRow(state, id)!);
if (state.phase.is !== 'finished' || shots.length < snapshot.plan.shots.length)
  throw new Error(
    `The rehearsed day did not end: ${shots.length} of ${snapshot.plan.shots.length} shots.`,
  );

/** A connection of its own: its statements may take minutes, which is beyond the app's patience. */
const client = new pg.Client({ connectionString: databaseUrl() });
await client.connect();
const big = async (sql: string, bind: unknown[] = []): Promise<void> =>
  void (await client.query(sql, bind));
const rehearsed = Math.round((Date.now() - began) / 1000);
await big("SET synchronous_commit = off; SET maintenance_work_mem = '1GB'; SET work_mem = '256MB'");
await big(
  'CREATE UNLOGGED TABLE t_events AS SELECT * FROM (SELECT seq, at, by, kind, payload FROM events LIMIT 0) x',
);
await big(
  `INSERT INTO t_events SELECT * FROM jsonb_to_recordset($1::jsonb) AS x(seq int, at
    timestamptz, by text, kind text, payload jsonb)`,
  [
    JSON.stringify(
      events.map((event) => ({
        seq: event.seq,
        at: new Date(event.at),
        by: event.by,
        kind: event.kind,
        payload: event.payload,
      })),
    ),
  ],
);
await big(
  `CREATE UNLOGGED TABLE t_shots AS SELECT * FROM jsonb_to_recordset($1::jsonb) AS x(shot
    text, n int, at timestamptz, job text, mould int, trial boolean, build text, bait int,
    colourway int, draw text, heats jsonb, marked timestamptz, cured timestamptz, good int,
    usable int, second int, cavities jsonb, conditions jsonb, injector int, block int, whom text,
    mixes int[], grades text[], plastisols int[], heat text, metal text, place text, early text)`,
  [
    JSON.stringify(
      shots.map((shot) => ({
        ...shot,
        at: new Date(shot.at),
        marked: new Date(shot.markedAt!),
        cured: new Date(shot.curedAt!),
        good: shot.cavities.filter((cavity) => cavity.grade === 'good').length,
        usable: shot.cavities.filter((cavity) => cavity.grade === 'usable').length,
        second: shot.cavities.filter((cavity) => cavity.grade === 'second').length,
        ...shot.madeWith,
        whom: shot.madeWith!.by,
        ...withBands(shot),
      })),
    ),
  ],
);
// Every month of ten years gets its partition.
for (let month = 0; month < 126; month++)
  await big("SELECT reading_month('2016-11-15'::timestamptz + $1 * interval '1 month')", [month]);
await big(
  `INSERT INTO sessions (name, snapshot, status, last_seq, opened_at, finished_at)
  SELECT 'Day ' || g, s.snapshot, 'finished', $2, t.opened + g * interval '1.82 days', t.closed +
  g * interval '1.82 days'
    FROM generate_series(1, $3) g, (SELECT snapshot FROM sessions WHERE id = $1) s, (SELECT
    min(at) AS opened, max(at) AS closed FROM t_events) t`,
  [template, events.length, SESSIONS],
);
const days = `(SELECT id, substr(name, 5)::int * interval '1.82 days' AS later FROM sessions WHERE name
  LIKE 'Day %') s`;
await bare(client, ['events', 'cup_readings', 'shots', 'cavity_results'], async () => {
  await big(
    `INSERT INTO events (session_id, seq, id, at, by, v, kind, payload) SELECT s.id, e.seq,
      gen_random_uuid(), e.at + s.later, e.by, 1, e.kind, e.payload FROM ${days}, t_events e`,
  );
  await big(`INSERT INTO cup_readings (session_id, event_id, at, target_kind, target, celsius, stage, source)
    SELECT session_id, id, at, payload->'target'->>'kind', payload->'target'->>'key',
    (payload->>'celsius')::float, payload->>'stage', payload->>'from' FROM events WHERE kind =
    'reading' AND session_id IN (SELECT id FROM sessions WHERE name LIKE 'Day %')`);
  await big(`INSERT INTO shots (session_id, shot, n, at, job, mould_id, trial, build, bait_id,
    colourway_id, draw, heats, against, marked_at, cured_at, good, usable, second, conditions,
    injector_id, block_id, shot_by, mixes, grades, plastisols, heat_band, metal_band, place_band,
    when_band)
    SELECT s.id, t.shot, t.n, t.at + s.later, t.job, t.mould, t.trial, t.build, t.bait,
    t.colourway, t.draw, t.heats, '{}', t.marked + s.later, t.cured + s.later, t.good, t.usable,
    t.second, t.conditions, t.injector, t.block, t.whom, t.mixes, t.grades, t.plastisols, t.heat,
    t.metal, t.place, t.early FROM ${days}, t_shots t`);
  await big(`INSERT INTO cavity_results (session_id, shot, cavity, draw, grade, fault)
    SELECT s.id, t.shot, c.cavity, c.draw, c.grade, c.fault FROM ${days}, t_shots t,
    jsonb_to_recordset(t.cavities) AS c(cavity smallint, draw text, grade text, fault text)`);
});
await big(
  `INSERT INTO orders (customer, placed_on) SELECT 'Customer ' || g % 300, '2016-12-01'::date
    + (g * 1.8)::int FROM generate_series(1, $1) g`,
  [SESSIONS],
);
await big(
  `INSERT INTO order_lines (order_id, position, pack, promised, closed) SELECT id, p, 6,
    placed_on + 7, row_number() OVER (ORDER BY id DESC) > 30 FROM orders, generate_series(100,
    104) p WHERE customer LIKE 'Customer %'`,
);
await big(
  `INSERT INTO line_parts (line_id, bait_id, colourway_id, count) SELECT id, 1, 1, 60 FROM
    order_lines WHERE position >= 100`,
);
await big(
  `INSERT INTO allocations (at, part_id, count, cured_at, session_id, cause) SELECT now(),
    p.id, 60, now(), $1, gen_random_uuid() FROM line_parts p JOIN order_lines l ON l.id =
    p.line_id WHERE l.closed AND l.position >= 100`,
  [template],
);
await big(
  'SELECT sum_yields(session_id, mould_id) FROM (SELECT DISTINCT session_id, mould_id FROM shots) x',
);
await big('DROP TABLE t_events, t_shots');
await big('VACUUM ANALYZE');
const counts = await row(
  `SELECT (SELECT count(*) FROM sessions)::int AS sessions, (SELECT count(*) FROM
    events)::int AS events, (SELECT count(*) FROM shots)::int AS shots, (SELECT count(*) FROM
    cavity_results)::int AS cavities, (SELECT count(*) FROM cup_readings)::int AS readings,
    pg_size_pretty(pg_database_size(current_database())) AS size`,
);
console.log(
  JSON.stringify({
    ...counts,
    seconds: Math.round((Date.now() - began) / 1000),
    rehearsed,
    perSession: events.length,
  }),
);
await client.end();
await closeDatabase();
