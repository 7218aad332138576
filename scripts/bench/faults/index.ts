// A shop under fire, on loopback: `npm run bench -- faults [how many] [seed]`.
import { isDeepStrictEqual } from 'node:util';
import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';
import { v4 } from 'uuid';
import { seeded } from '../../../src/core/chance.ts';
import { AppProcess } from '../../appProcess.ts';
import { build, finished, freePort, join, root, tsx } from '../../lib.mjs';
import { cluster } from '../../postgres.mjs';
import { anyOf, faultsOf } from './faults.ts';
import { SmallDisk } from './smallDisk.ts';
import { Tablet } from './tablet.ts';

const COUNT = Number(process.argv[2] ?? 300);
const SEED = Number(process.argv[3] ?? Date.now() % 1_000_000);
const TABLETS = 4;
/** ms of quiet between two faults, at most. */
const QUIET = 600;

const chance = seeded(SEED);
const dist = join(root, '.test', 'dist');
build(dist);
const own = await cluster(`faults-${process.pid}`);
const many = async <T extends object>(sql: string, bind: unknown[] = []): Promise<T[]> => {
  const client = new pg.Client({ connectionString: own.url });
  client.on('error', () => {});
  await client.connect();
  try {
    return (await client.query(sql, bind)).rows as T[];
  } finally {
    await client.end().catch(() => {});
  }
};

const small: { disk: SmallDisk | null } = { disk: null };
let apps: AppProcess[] = [];
let over = false;
const appOf = (): AppProcess => anyOf(apps, chance);
let tablets: Tablet[] = [];
const FAULTS = faultsOf({
  own,
  many,
  apps: () => apps,
  tablets: () => tablets,
  disk: () => small.disk,
  chance,
});

async function post(
  path: string,
  body: unknown,
  headers: Record<string, string> = {},
): Promise<{ status: number; body: Record<string, unknown> }> {
  const reply = await fetch(`${appOf().url}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body: JSON.stringify(body),
    signal: AbortSignal.timeout(15_000),
  });
  return { status: reply.status, body: (await reply.json()) as Record<string, unknown> };
}

const customers = new Set<string>();

/** Records and sends until it is over, and then until nothing waits. */
async function works(tablet: Tablet): Promise<void> {
  while (!over || tablet.waiting.length > 0) {
    if (!over) tablet.record();
    await tablet.flush(appOf().url);
    await pause(20 + chance() * 60);
  }
}
/** Takes orders, each sent again with its key until it is answered. */
async function takesOrders(): Promise<void> {
  for (let count = 0; !over; count++) {
    const customer = `Customer ${count}`;
    const key = v4();
    for (;;) {
      const done = await post(
        '/api/orders',
        {
          customer,
          note: '',
          lines: [
            {
              name: '',
              pack: 1,
              promised: '2031-01-01',
              parts: [{ bait: 1, colourway: 1, count: 1 }],
            },
          ],
        },
        { 'idempotency-key': key },
      ).catch(() => null);
      if (done?.status === 201) break;
      await pause(100);
    }
    customers.add(customer);
    await pause(150);
  }
}

/**
 * Eight hours of acts on two tablets that were cut off: s until the shop has them all, and whether
 * both processes say the same.
 */
async function catchesUp(session: number): Promise<{ seconds: number; same: boolean }> {
  const two = [1, 2].map((i) => new Tablet(`offline ${i}`, session, chance, 100_000));
  for (const tablet of two) for (let count = 0; count < 1500; count++) tablet.record();
  const since = Date.now();
  await Promise.all(
    two.map(async (tablet, i) => {
      while (tablet.waiting.length > 0) await tablet.flush(apps[i]!.url, 400);
    }),
  );
  const seconds = (Date.now() - since) / 1000;
  const [one, other] = await Promise.all(
    apps.map(
      async (app) => (await fetch(`${app.url}/api/sessions/${session}`)).json() as Promise<unknown>,
    ),
  );
  return { seconds, same: isDeepStrictEqual(one, other) };
}

/** Read tables as they stand, hashed; moments at which they were written left out. */
const READ = {
  shots: '*',
  cavity_results: '*',
  cup_readings: 'session_id, event_id, at, target_kind, target, celsius, stage, source',
  allocations: 'part_id, count, cause',
  stock_moves: '*',
};
async function readTables(): Promise<Record<string, string>> {
  const out: Record<string, string> = {};
  for (const [name, columns] of Object.entries(READ)) {
    const [one] = await many<{ all: string }>(
      `SELECT count(*) || ' ' || coalesce(md5(string_agg(md5((to_jsonb(t) - 'id')::text), ''
        ORDER BY md5((to_jsonb(t) - 'id')::text))), '') AS all FROM (SELECT ${columns} FROM ${name}) t`,
    );
    out[name] = one!.all;
  }
  return out;
}
const middle = (list: number[]): number =>
  [...list].sort((one, other) => one - other)[Math.floor(list.length / 2)] ?? 0;

async function main(): Promise<number> {
  console.log(`${COUNT} faults, seed ${SEED}`);
  await finished(tsx('scripts/bench/faults/prepare.ts', [], { DATABASE_URL: own.url }));
  small.disk = SmallDisk.under(own, new URL(own.url).pathname.slice(1));
  apps = await Promise.all([0, 1].map(async () => new AppProcess(dist, own.url, await freePort())));
  await Promise.all(apps.map((app) => app.begin()));
  const opened = await post('/api/sessions', { plan: 1, event: v4(), at: Date.now(), by: 'bench' });
  const session = opened.body.session as number;
  tablets = Array.from(
    { length: TABLETS },
    (_, i) => new Tablet(`tablet ${i + 1}`, session, chance),
  );
  const working = [...tablets.map(works), takesOrders()];
  const took: Record<string, number[]> = {};
  const kinds = Object.keys(FAULTS).filter((kind) => small.disk || kind !== 'a full disk');
  for (let count = 0; count < COUNT; count++) {
    await pause(chance() * QUIET);
    const kind = kinds[Math.floor(chance() * kinds.length)]!;
    await FAULTS[kind]!();
    // From when it is right again to an act that is taken.
    const since = Date.now();
    const probe = new Tablet('probe', session, chance);
    probe.record();
    while (probe.waiting.length > 0) if (!(await probe.flush(appOf().url))) await pause(25);
    (took[kind] ??= []).push(Date.now() - since);
    for (const id of probe.acknowledged) tablets[0]!.acknowledged.add(id);
    if (count % 20 === 19) process.stderr.write(`${count + 1} `);
  }
  over = true;
  await Promise.all(working);
  process.stderr.write('\n');
  const log = await many<{ id: string; seq: number }>(
    'SELECT id, seq FROM events WHERE session_id = $1 ORDER BY seq',
    [session],
  );
  const ids = new Set(log.map((event) => event.id));
  const said = new Set(tablets.flatMap((tablet) => [...tablet.acknowledged]));
  const lost = [...said].filter((id) => !ids.has(id)).length;
  const orders = await many<{ customer: string; n: number }>(
    "SELECT customer, count(*)::int AS n FROM orders WHERE customer LIKE 'Customer %' GROUP BY customer",
  );
  const catchUp = await catchesUp(session);
  const before = await readTables();
  await finished(tsx('scripts/rebuild.ts', [], { DATABASE_URL: own.url }));
  const after = await readTables();
  const differ = Object.keys(before).filter((name) => before[name] !== after[name]);
  const all = Object.values(took).flat();
  console.log(
    JSON.stringify(
      {
        seed: SEED,
        faults: all.length,
        acts: said.size,
        lost,
        doubled: log.length - ids.size,
        gaps: log.filter((event, i) => event.seq !== i + 1).length,
        refused: tablets.reduce((sum, tablet) => sum + tablet.refused.length, 0),
        orders: customers.size,
        'orders lost': [...customers].filter(
          (customer) => !orders.some((order) => order.customer === customer),
        ).length,
        'orders doubled': orders.filter((order) => order.n > 1).length,
        'read tables that differ from a rebuild': differ,
        'recovery ms, middle': middle(all),
        'recovery ms, worst': Math.max(...all),
        'two tablets of 1,500 acts each caught up, s': catchUp.seconds,
        'both see one log': catchUp.same,
        'by kind': Object.fromEntries(
          Object.entries(took).map(([kind, list]) => [
            kind,
            `${list.length} times, middle ${middle(list)} ms`,
          ]),
        ),
      },
      null,
      1,
    ),
  );
  return lost === 0 &&
    log.length === ids.size &&
    differ.length === 0 &&
    orders.every((order) => order.n === 1) &&
    middle(all) < 2000
    ? 0
    : 1;
}

try {
  process.exitCode = await main();
} finally {
  await Promise.all(apps.map((app) => app.stop()));
  own.remove();
  small.disk?.gone();
}
process.exit();
