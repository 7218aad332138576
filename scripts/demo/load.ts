import { v5 } from 'uuid';
import type { WantedPart } from '../../src/core/plan/index.ts';
import { draftPlan } from '../../src/core/plan/index.ts';
import { EVENT_VERSION, snapshotFrom, startState } from '../../src/core/session/index.ts';
import { append } from '../../src/service/append.ts';
import { saveEntry, wholeCatalogue } from '../../src/service/catalogue.ts';
import { heatSetup, learnDue } from '../../src/service/learn.ts';
import { BRANCHES, deeper } from './branches.ts';
import { bookCups, colourBook } from '../../src/service/mixes.ts';
import { savePlan } from '../../src/service/plans.ts';
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

/**
 * The cavities that spoil more than the rest: eel mould 1 loses its sixth, the rag mould runs cold
 * at its last.
 */
const spoil = (mould: string, cavity: number, shot: number): number =>
  (mould === '1' && cavity === 6 ? 0.2 : mould === '5' && cavity === 4 ? 0.15 : 0.035) +
  (shot === 1 ? 0.12 : 0);

interface Hands {
  now: number;
  part: (part: [string, string, number]) => { bait: number; colourway: number; count: number };
  play: (
    name: string,
    wanted: WantedPart[],
    how: {
      startAt: number;
      seed: number;
      until?: Parameters<typeof rehearse>[0]['until'];
      bad?: number;
    },
  ) => Promise<{ session: number }>;
  wantedOf: (order: number) => Promise<WantedPart[]>;
}

/**
 * Every way of shooting: an evening of each that is finished, and one that stands laid out to run.
 */
async function ways(
  tell: (line: string) => void,
  { now, part, play, wantedOf }: Hands,
): Promise<void> {
  const order = (customer: string, other: (typeof WAYS)[number], promised: number) =>
    insertOrder({
      customer,
      note: '',
      lines: [
        {
          name: '',
          pack: 1,
          promised: day(promised),
          parts: [part([other.bait, other.colourway, other.count])],
        },
      ],
    });
  for (const [index, way] of WAYS.entries()) {
    const startAt = now - (WAYS.length - index + 1) * 5 * DAY;
    const id = await order('Web shelf', way, startAt + 6 * DAY);
    // A way that is new to the hands spoils more.
    await play(`${way.bait}, ${way.colourway.toLowerCase()}`, await wantedOf(id), {
      startAt,
      seed: 400 + index,
      bad: 2.5,
    });
    for (const line of await orderLines(id, new Date(now))) await closeLine(line.id, true);
  }
  for (const [index, way] of WAYS.entries()) {
    const id = await order('Coble Charters', way, now + (20 + index) * DAY);
    await play(`To run: ${way.bait}, ${way.colourway.toLowerCase()}`, await wantedOf(id), {
      startAt: now,
      seed: 500 + index,
      until: () => true,
    });
  }
  const fresh = await order(
    'Web shelf',
    { bait: 'Bollard sprat', colourway: 'Mackerel slate', count: 6 },
    now + 40 * DAY,
  );
  await play('To run: the new sprat mould’s first evening', await wantedOf(fresh), {
    startAt: now,
    seed: 600,
    until: () => true,
  });
  tell(`${WAYS.length} ways of shooting shown, and laid out to run`);
}

interface DemoOptions {
  now?: number;
  evenings?: number;
  allWays?: boolean;
}

/**
 * Fills an empty shop: lists, an order book, half a year of evenings, one broken off last night,
 * and a plan for today. All of it or nothing: a load that is broken off leaves the shop as empty as
 * it was, and of two at once the second finds it filled.
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
  for (const mould of MOULDS) await put('moulds', mould);
  for (const injector of INJECTORS) await put('injectors', injector);
  for (const block of BLOCKS) await put('blocks', block);
  for (const vessel of VESSELS) await put('vessels', vessel);
  for (const bait of BAITS) await put('baits', bait);
  for (const material of MATERIALS) await put('materials', material);
  for (const [index, mix] of ALL_MIXES.entries()) {
    // The second or the third try is the one that is mixed now.
    const tries =
      index % 3 === 0 ? [earlier(mix, 0.5), earlier(mix, 0.8), mix] : [earlier(mix, 0.7), mix];
    let before: { id: number; version: string } | undefined;
    for (const one of tries) {
      const saved = await saveEntry('mixes', one, before?.id, before?.version);
      if (!saved.ok) throw new Error(saved.problem.message);
      before = saved.value;
    }
  }
  for (const colourway of COLOURWAYS) await put('colourways', colourway);
  for (const build of OWN_BUILDS) await put('builds', build);
  for (const casting of CASTINGS) await put('castings', casting);
  for (const oven of OVENS) await put('ovens', oven);
  await writeShop(SHOP);
  await markDemo();
  let shelf = await wholeCatalogue();
  const idOf = (list: { id: number; spec: { name: string } }[], name: string) =>
    list.find((entry) => entry.spec.name === name)!.id;
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

  const wantedOf = async (order: number): Promise<WantedPart[]> =>
    (await orderLines(order, new Date(now))).flatMap((orderLine) =>
      orderLine.parts.map((part) => ({
        part: part.id,
        line: orderLine.id,
        for: orderLine.customer,
        bait: part.bait,
        colourway: part.colourway,
        count: part.count,
        due: orderLine.promised,
      })),
    );
  const play = async (
    name: string,
    wanted: WantedPart[],
    {
      startAt,
      seed,
      until,
      bad = 1,
      branch = null,
    }: {
      startAt: number;
      seed: number;
      until?: Parameters<typeof rehearse>[0]['until'];
      bad?: number;
      branch?: string | null;
    },
  ) => {
    shelf = await wholeCatalogue();
    const input = draftPlan(shelf, wanted, defaults);
    const snapshot = snapshotFrom(name, input, SHOP, {
      heat: await heatSetup(),
      colour: await colourBook(input, SHOP),
    });
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
        spoil: (mould, cavity, count) => bad * spoil(mould, cavity, count),
      }),
      snapshot,
      branch,
    );
    for (let i = 0; i < events.length; i += 400) await append(session, events.slice(i, i + 400));
    await learnDue();
    return { session, events };
  };

  for (let count = 0; count < evenings; count++) {
    const past = PAST[count % PAST.length]!;
    const startAt = now - (evenings - count) * 7 * DAY - DAY + (count % 3) * 3_600_000;
    const order = await insertOrder({
      customer: past.customer,
      note: '',
      lines: past.parts.map((other) => ({
        name: '',
        pack: 6,
        promised: day(startAt + 4 * DAY),
        parts: [part(other)],
      })),
    });
    await play(`Evening ${count + 1}`, await wantedOf(order), {
      startAt,
      seed: 100 + count,
      bad: 1,
      branch: BRANCHES[count] ?? null,
    });
    for (const line of await orderLines(order, new Date(now))) {
      const there = Math.min(line.count, line.allotted);
      if (there > 0) {
        await moveLine(line.id, {
          kind: 'packed',
          count: there,
          cause: v5(`packed ${line.id}`, SPACE),
        });
        await moveLine(line.id, {
          kind: 'sent',
          count: there,
          cause: v5(`sent ${line.id}`, SPACE),
        });
      }
      await closeLine(line.id, true);
    }
  }
  tell(`${evenings} past evenings shot`);

  const ids: number[] = [];
  for (const order of ORDERS)
    ids.push(
      await insertOrder({
        customer: order.customer,
        note: order.note,
        lines: order.lines.map((line) => ({
          name: line.name ?? '',
          pack: line.pack,
          promised: day(now + line.in * DAY),
          parts: line.parts.map(part),
        })),
      }),
    );

  // The day before yesterday: part of the web shelf's eels, now curing or cured.
  const eels = (await wantedOf(ids[2]!)).slice(0, 1).map((wanted) => ({ ...wanted, count: 32 }));
  await play('Two evenings ago', eels, { startAt: now - 1.3 * DAY, seed: 7 });
  // Last night: the prawns, broken off after two shots.
  const prawns = (await wantedOf(ids[0]!)).slice(1, 2);
  const { session, events } = await play('Last night, prawns', prawns, {
    startAt: now - 0.6 * DAY,
    seed: 11,
    until: (state) =>
      [...state.shots.values()].filter((shot) => shot.rackedAt !== null).length >= 2,
  });
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
