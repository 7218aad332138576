import { v5 } from 'uuid';
import { draftPlan } from '../../src/core/plan/index.ts';
import { EVENT_VERSION } from '../../src/core/session/index.ts';
import { append } from '../../src/service/append.ts';
import { saveEntry, wholeCatalogue } from '../../src/service/catalogue.ts';
import { savePlan } from '../../src/service/plans.ts';
import { put } from '../../src/store/catalogue.ts';
import { closeLine } from '../../src/store/orders.ts';
import { orderLines } from '../../src/store/orderLines.ts';
import { inTransaction, takeTime, waitTurn } from '../../src/store/query.ts';
import { isEmpty, markDemo, writeShop } from '../../src/store/shop.ts';
import { BAITS } from './baits.ts';
import { BLOCKS, CASTINGS, INJECTORS, OVENS, VESSELS } from './bench.ts';
import { BRANCHES } from './branches.ts';
import { COLOURWAYS, OWN_BUILDS, WAYS } from './colourways.ts';
import { DAY, day, DEFAULTS, evening, order, sendOff, SPACE, wantedOf } from './evening.ts';
import { MATERIALS } from './materials.ts';
import { ALL_MIXES, earlier } from './mixes.ts';
import { MOULDS } from './moulds.ts';
import { ORDERS, PAST } from './orders.ts';
import { SHOP } from './shop.ts';
import { sold } from './sold.ts';
import { storyOf } from './stories.ts';

type Tell = (line: string) => void;

/** A session that only stands laid out. */
const LAID_OUT = () => true;

/** Lists in the order they lean on each other; mixes come between. */
async function fillLists(): Promise<void> {
  const before = {
    moulds: MOULDS,
    injectors: INJECTORS,
    blocks: BLOCKS,
    vessels: VESSELS,
    baits: BAITS,
    materials: MATERIALS,
  } as const;
  const after = {
    colourways: COLOURWAYS,
    builds: OWN_BUILDS,
    castings: CASTINGS,
    ovens: OVENS,
  } as const;
  for (const key of Object.keys(before) as (keyof typeof before)[])
    for (const spec of before[key]) await put(key, spec as never);
  await mixes();
  for (const key of Object.keys(after) as (keyof typeof after)[])
    for (const spec of after[key]) await put(key, spec as never);
}

/** Mixes and the tries before them: the second or the third is the one that is mixed now. */
async function mixes(): Promise<void> {
  for (const [index, mix] of ALL_MIXES.entries()) {
    const tries =
      index % 3 === 0 ? [earlier(mix, 0.5), earlier(mix, 0.8), mix] : [earlier(mix, 0.7), mix];
    let before: { id: number; version: string } | undefined;
    for (const one of tries) {
      const saved = await saveEntry('mixes', one, before?.id, before?.version);
      if (!saved.ok) throw new Error(saved.problem.message);
      before = saved.value;
    }
  }
}

/** Half a year of evenings, a week apart, what came of each sent off. */
async function past(now: number, evenings: number): Promise<void> {
  for (let count = 0; count < evenings; count++) {
    const { customer, parts } = PAST[count % PAST.length]!;
    const startAt = now - (evenings - count) * 7 * DAY - DAY + (count % 3) * 3_600_000;
    const id = await order(
      customer,
      parts.map((part) => ({ pack: 6, promised: startAt + 4 * DAY, parts: [part] })),
    );
    await evening(null, await wantedOf(id, now), {
      startAt,
      seed: 100 + count,
      branch: BRANCHES[count] ?? null,
      story: storyOf(count),
    });
    await sendOff(id, now);
  }
}

/** The open order book. */
async function openOrders(now: number): Promise<number[]> {
  const ids: number[] = [];
  for (const { customer, note, lines } of ORDERS)
    ids.push(
      await order(
        customer,
        lines.map(({ in: days, ...line }) => ({ ...line, promised: now + days * DAY })),
        note,
      ),
    );
  return ids;
}

/** Part of the web shelf's eels, shot the day before yesterday: now curing or cured. */
async function curing(now: number, webShelf: number): Promise<void> {
  const eels = (await wantedOf(webShelf, now)).slice(0, 1);
  await evening(
    'Web shelf, eels',
    eels.map((wanted) => ({ ...wanted, count: 32 })),
    { startAt: now - 1.3 * DAY, seed: 7 },
  );
}

/** Last night's prawns, broken off after two shots. */
async function brokenOff(now: number, prawns: number): Promise<void> {
  const wanted = (await wantedOf(prawns, now)).slice(1, 2);
  const { session, events } = await evening('Last night, prawns', wanted, {
    startAt: now - 0.6 * DAY,
    seed: 11,
    until: ({ shots }) => [...shots.values()].filter((shot) => shot.rackedAt !== null).length >= 2,
  });
  await append(session, [
    {
      id: v5(`broken ${session}`, SPACE),
      session,
      at: events.at(-1)!.at + 60_000,
      by: 'bench',
      v: EVENT_VERSION,
      kind: 'brokenOff',
      payload: { why: 'midnight' },
    },
  ]);
}

/**
 * Every way of shooting: an evening of each that is finished, and one that stands laid out to run.
 */
async function ways(now: number): Promise<void> {
  const wants = (customer: string, way: (typeof WAYS)[number], promised: number) =>
    order(customer, [{ pack: 1, promised, parts: [[way.bait, way.colourway, way.count]] }]);
  for (const [index, way] of WAYS.entries()) {
    const startAt = now - (WAYS.length - index + 1) * 5 * DAY;
    const id = await wants('Web shelf', way, startAt + 6 * DAY);
    // A way that is new to the hands spoils more.
    await evening(`${way.bait}, ${way.colourway.toLowerCase()}`, await wantedOf(id, now), {
      startAt,
      seed: 400 + index,
      bad: 2.5,
    });
    for (const line of await orderLines(id, new Date(now))) await closeLine(line.id, true);
  }
  for (const [index, way] of WAYS.entries()) {
    const id = await wants('Coble Charters', way, now + (20 + index) * DAY);
    await evening(`To run: ${way.bait}, ${way.colourway.toLowerCase()}`, await wantedOf(id, now), {
      startAt: now,
      seed: 500 + index,
      until: LAID_OUT,
    });
  }
  const sprat = { bait: 'Bollard sprat', colourway: 'Mackerel slate', count: 6 };
  const fresh = await wants('Web shelf', sprat, now + 40 * DAY);
  await evening('To run: the new sprat mould’s first evening', await wantedOf(fresh, now), {
    startAt: now,
    seed: 600,
    until: LAID_OUT,
  });
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
export const loadDemo = (tell: Tell, options: DemoOptions = {}): Promise<void> =>
  inTransaction(async () => {
    await waitTurn(771002);
    await takeTime();
    if (await isEmpty()) await load(tell, options);
  });

async function load(
  tell: Tell,
  { now = Date.now(), evenings = 24, allWays = true }: DemoOptions,
): Promise<void> {
  await fillLists();
  await writeShop(SHOP);
  await markDemo();
  await past(now, evenings);
  tell(`${evenings} past evenings shot`);

  const ids = await openOrders(now);
  await curing(now, ids[2]!);
  await brokenOff(now, ids[0]!);
  if (allWays) {
    await ways(now);
    tell(`${WAYS.length} ways of shooting shown, and laid out to run`);
  }
  await sold(now);
  const tonight = (await wantedOf(ids[0]!, now)).slice(0, 1);
  const plan = draftPlan(await wholeCatalogue(), tonight, DEFAULTS);
  await savePlan('Tonight, eels', day(now), plan);
  tell('The demo shop is open.');
}
