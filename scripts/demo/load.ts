import { v5 } from 'uuid';
import type { Wanted } from '../../src/core/plan/index.ts';
import { draftPlan } from '../../src/core/plan/index.ts';
import { EVENT_VERSION, startState } from '../../src/core/session/index.ts';
import { append } from '../../src/service/append.ts';
import { saveEntry, wholeCatalogue } from '../../src/service/catalogue.ts';
import { heatSetup, learnDue } from '../../src/service/learn.ts';
import { BRANCHES, deeper } from './branches.ts';
import { bookCups, colourBook } from '../../src/service/mixes.ts';
import { savePlan, snapshotFrom } from '../../src/service/plans.ts';
import { put } from '../../src/store/catalogue.ts';
import { moveLine } from '../../src/store/ledger.ts';
import { createSession } from '../../src/store/log.ts';
import { closeLine, insertOrder, orderLines } from '../../src/store/orders.ts';
import { inTransaction, takeTime, waitTurn } from '../../src/store/query.ts';
import { isEmpty, markDemo, writeShop } from '../../src/store/shop.ts';
import { seeded } from '../../src/core/chance.ts';
import { MATERIALS } from './materials.ts';
import { ALL_MIXES, earlier } from './mixes.ts';
import { rehearse } from './rehearse.ts';
import {
  BAITS,
  BLOCKS,
  CASTINGS,
  COLOURWAYS,
  INJECTORS,
  MOULDS,
  ORDERS,
  OVENS,
  OWN_BUILDS,
  PAST,
  SHOP,
  VESSELS,
  WAYS,
} from './shop.ts';

const DAY = 86_400_000;
const SPACE = '9c2a4c0c-7f0a-4b39-8e8a-54b7f1f2a001';
const day = (ms: number): string => new Date(ms).toISOString().slice(0, 10);

/** The cavities that spoil more than the rest: eel mould 1 loses its sixth, the rag mould runs cold at its last. */
const spoil = (mould: string, cavity: number, shot: number): number =>
  (mould === '1' && cavity === 6 ? 0.2 : mould === '5' && cavity === 4 ? 0.15 : 0.035) +
  (shot === 1 ? 0.12 : 0);

interface Hands {
  now: number;
  part: (p: [string, string, number]) => { bait: number; colourway: number; count: number };
  play: (
    name: string,
    wanted: Wanted[],
    startAt: number,
    seed: number,
    until?: Parameters<typeof rehearse>[0]['until'],
    bad?: number,
  ) => Promise<{ session: number }>;
  wantedOf: (order: number) => Promise<Wanted[]>;
}

/** Every way of shooting: an evening of each that is finished, and one that stands laid out to run. */
async function ways(
  tell: (line: string) => void,
  { now, part, play, wantedOf }: Hands,
): Promise<void> {
  const order = (customer: string, w: (typeof WAYS)[number], promised: number) =>
    insertOrder({
      customer,
      note: '',
      lines: [
        {
          name: '',
          pack: 1,
          promised: day(promised),
          parts: [part([w.bait, w.colourway, w.count])],
        },
      ],
    });
  for (const [n, w] of WAYS.entries()) {
    const startAt = now - (WAYS.length - n + 1) * 5 * DAY;
    const id = await order('Web shelf', w, startAt + 6 * DAY);
    // A way that is new to the hands spoils more.
    await play(
      `${w.bait}, ${w.colourway.toLowerCase()}`,
      await wantedOf(id),
      startAt,
      400 + n,
      undefined,
      2.5,
    );
    for (const line of await orderLines(id, new Date(now))) await closeLine(line.id, true);
  }
  for (const [n, w] of WAYS.entries()) {
    const id = await order('Coble Charters', w, now + (20 + n) * DAY);
    await play(
      `To run: ${w.bait}, ${w.colourway.toLowerCase()}`,
      await wantedOf(id),
      now,
      500 + n,
      () => true,
    );
  }
  const fresh = await order(
    'Web shelf',
    { bait: 'Bollard sprat', colourway: 'Mackerel slate', count: 6 },
    now + 40 * DAY,
  );
  await play(
    'To run: the new sprat mould’s first evening',
    await wantedOf(fresh),
    now,
    600,
    () => true,
  );
  tell(`${WAYS.length} ways of shooting shown, and laid out to run`);
}

interface DemoOptions {
  now?: number;
  evenings?: number;
  allWays?: boolean;
}

/**
 * Fills an empty shop: lists, an order book, half a year of evenings, one broken off last night, and a plan for today. All of
 * it or nothing: a load that is broken off leaves the shop as empty as it was, and of two at once the second finds it filled.
 */
export const loadDemo = (tell: (line: string) => void, options: DemoOptions = {}): Promise<void> =>
  inTransaction(async () => {
    await waitTurn(771002);
    await takeTime();
    if (await isEmpty()) await load(tell, options);
  });

async function load(
  tell: (line: string) => void,
  { now = Date.now(), evenings = 24, allWays = true }: DemoOptions,
): Promise<void> {
  for (const m of MOULDS) await put('moulds', m);
  for (const i of INJECTORS) await put('injectors', i);
  for (const b of BLOCKS) await put('blocks', b);
  for (const v of VESSELS) await put('vessels', v);
  for (const b of BAITS) await put('baits', b);
  for (const [i, m] of ALL_MIXES.entries()) {
    // The second or the third try is the one that is mixed now.
    const tries = i % 3 === 0 ? [earlier(m, 0.5), earlier(m, 0.8), m] : [earlier(m, 0.7), m];
    let before: { id: number; version: string } | undefined;
    for (const one of tries) {
      const saved = await saveEntry('mixes', one, before?.id, before?.version);
      if (!saved.ok) throw new Error(saved.problem.message);
      before = saved.value;
    }
  }
  for (const c of COLOURWAYS) await put('colourways', c);
  for (const b of OWN_BUILDS) await put('builds', b);
  for (const c of CASTINGS) await put('castings', c);
  for (const o of OVENS) await put('ovens', o);
  for (const m of MATERIALS) await put('materials', m);
  await writeShop(SHOP);
  await markDemo();
  let shelf = await wholeCatalogue();
  const idOf = (list: { id: number; spec: { name: string } }[], name: string) =>
    list.find((e) => e.spec.name === name)!.id;
  const part = ([bait, colourway, count]: [string, string, number]) => ({
    bait: idOf(shelf.baits, bait),
    colourway: idOf(shelf.colourways, colourway),
    count,
  });
  const defaults = {
    settings: { ...SHOP.plan, tolerance: SHOP.bench.tolerance },
    good: SHOP.good,
    confidence: SHOP.confidence,
    window: SHOP.window,
  };

  const wantedOf = async (order: number): Promise<Wanted[]> =>
    (await orderLines(order, new Date(now))).flatMap((l) =>
      l.parts.map((p) => ({
        part: p.id,
        line: l.id,
        for: l.customer,
        bait: p.bait,
        colourway: p.colourway,
        count: p.count,
        due: l.promised,
      })),
    );
  const play = async (
    name: string,
    wanted: Wanted[],
    startAt: number,
    seed: number,
    until?: Parameters<typeof rehearse>[0]['until'],
    bad = 1,
    branch: string | null = null,
  ) => {
    shelf = await wholeCatalogue();
    const input = draftPlan(shelf, wanted, defaults);
    const snapshot = snapshotFrom(
      name,
      input,
      SHOP,
      await heatSetup(),
      await colourBook(input, SHOP),
    );
    if (!snapshot.plan.ok)
      throw new Error(`Demo plan ${name}: ${snapshot.plan.remarks[0]?.sentence}`);
    const session = await createSession(name, snapshot, null, new Date(startAt));
    await bookCups(session, snapshot);
    if (until && until(startState(snapshot))) return { session, events: [] };
    const events = deeper(
      rehearse({
        session,
        snapshot,
        startAt,
        chance: seeded(seed),
        until,
        spoil: (m, c, n) => bad * spoil(m, c, n),
      }),
      snapshot,
      branch,
    );
    for (let i = 0; i < events.length; i += 400) await append(session, events.slice(i, i + 400));
    await learnDue();
    return { session, events };
  };

  for (let n = 0; n < evenings; n++) {
    const past = PAST[n % PAST.length]!;
    const startAt = now - (evenings - n) * 7 * DAY - DAY + (n % 3) * 3_600_000;
    const order = await insertOrder({
      customer: past.customer,
      note: '',
      lines: past.parts.map((p) => ({
        name: '',
        pack: 6,
        promised: day(startAt + 4 * DAY),
        parts: [part(p)],
      })),
    });
    await play(
      `Evening ${n + 1}`,
      await wantedOf(order),
      startAt,
      100 + n,
      undefined,
      1,
      BRANCHES[n] ?? null,
    );
    for (const line of await orderLines(order, new Date(now))) {
      const there = Math.min(line.count, line.allotted);
      if (there > 0) {
        await moveLine(line.id, 'packed', there, v5(`packed ${line.id}`, SPACE));
        await moveLine(line.id, 'sent', there, v5(`sent ${line.id}`, SPACE));
      }
      await closeLine(line.id, true);
    }
  }
  tell(`${evenings} past evenings shot`);

  const ids: number[] = [];
  for (const o of ORDERS)
    ids.push(
      await insertOrder({
        customer: o.customer,
        note: o.note,
        lines: o.lines.map((l) => ({
          name: l.name ?? '',
          pack: l.pack,
          promised: day(now + l.in * DAY),
          parts: l.parts.map(part),
        })),
      }),
    );

  // The day before yesterday: part of the web shelf's eels, now curing or cured.
  const eels = (await wantedOf(ids[2]!)).slice(0, 1).map((w) => ({ ...w, count: 32 }));
  await play('Two evenings ago', eels, now - 1.3 * DAY, 7);
  // Last night: the prawns, broken off after two shots.
  const prawns = (await wantedOf(ids[0]!)).slice(1, 2);
  const { session, events } = await play(
    'Last night, prawns',
    prawns,
    now - 0.6 * DAY,
    11,
    (s) => [...s.shots.values()].filter((x) => x.rackedAt !== null).length >= 2,
  );
  const last = events.at(-1)!;
  await append(session, [
    {
      id: v5(`broken ${session}`, SPACE),
      session,
      at: last.at + 60_000,
      by: 'bench',
      v: EVENT_VERSION,
      kind: 'brokenOff',
      payload: { why: 'midnight' },
    },
  ]);

  if (allWays) await ways(tell, { now, part, play, wantedOf });
  shelf = await wholeCatalogue();

  const tonight = (await wantedOf(ids[0]!)).slice(0, 1);
  await savePlan('Tonight, eels', day(now), draftPlan(shelf, tonight, defaults));
  tell('The demo shop is open.');
}
