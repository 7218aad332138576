import { v5 } from 'uuid';
import type { WantedPart } from '../../src/core/plan/index.ts';
import { draftPlan, sessionName } from '../../src/core/plan/index.ts';
import type { AnyEvent } from '../../src/core/session/index.ts';
import { snapshotFrom, startState } from '../../src/core/session/index.ts';
import { seeded } from '../../src/core/chance.ts';
import { append } from '../../src/service/append.ts';
import { wholeCatalogue } from '../../src/service/catalogue.ts';
import { heatSetup, learnDue } from '../../src/service/learn.ts';
import { bookCups, colourBook } from '../../src/service/mixes.ts';
import { moveLine } from '../../src/store/ledger.ts';
import { createSession } from '../../src/store/log.ts';
import { closeLine, insertOrder } from '../../src/store/orders.ts';
import { orderLines } from '../../src/store/orderLines.ts';
import { deeper } from './branches.ts';
import { rehearse } from './rehearse.ts';
import type { Rehearsal } from './hands.ts';
import { SHOP } from './shop.ts';
import { type Story, storyOf } from './stories.ts';

export const DAY = 86_400_000;
/** Namespace of what the demo shop makes, so that it makes the same again. */
export const SPACE = '9c2a4c0c-7f0a-4b39-8e8a-54b7f1f2a001';
export const day = (ms: number): string => new Date(ms).toISOString().slice(0, 10);
export const DEFAULTS = {
  settings: { ...SHOP.plan, tolerance: SHOP.bench.tolerance },
  good: SHOP.good,
  confidence: SHOP.confidence,
  window: SHOP.window,
};

/**
 * The cavities that spoil more than the rest: the rag mould runs cold at its last.
 */
const SPOILS: Record<string, number> = { '5/4': 0.15 };
const spoil = (mould: string, cavity: number, shot: number): number =>
  (SPOILS[`${mould}/${cavity}`] ?? 0.035) + (shot === 1 ? 0.12 : 0);

/** A bait in a colourway, by their names, and how many. */
type Named = readonly [bait: string, colourway: string, count: number];
const idOf = (list: { id: number; spec: { name: string } }[], name: string): number =>
  list.find((entry) => entry.spec.name === name)!.id;

export interface OrderedLine {
  name?: string;
  pack: number;
  /** ms it is promised for */
  promised: number;
  parts: readonly Named[];
}
/** Takes an order into the book, its baits and colourways by name. */
export async function order(
  customer: string,
  lines: readonly OrderedLine[],
  note = '',
): Promise<number> {
  const shelf = await wholeCatalogue();
  return insertOrder({
    customer,
    note,
    lines: lines.map(({ name = '', pack, promised, parts }) => ({
      name,
      pack,
      promised: day(promised),
      usable: false,
      parts: parts.map(([bait, colourway, count]) => ({
        bait: idOf(shelf.baits, bait),
        colourway: idOf(shelf.colourways, colourway),
        count,
      })),
    })),
  });
}

/** What an order still wants, part by part. */
export const wantedOf = async (id: number, now: number): Promise<WantedPart[]> =>
  (await orderLines(id, new Date(now))).flatMap((line) =>
    line.parts.map((part) => ({
      part: part.id,
      line: line.id,
      for: line.customer,
      bait: part.bait,
      colourway: part.colourway,
      count: part.count,
      due: line.promised,
    })),
  );

/** Packs and sends what there is of an order, and closes it. */
export async function sendOff(id: number, now: number): Promise<void> {
  for (const line of await orderLines(id, new Date(now))) {
    const count = Math.min(line.count, line.allotted);
    for (const kind of count > 0 ? (['packed', 'sent'] as const) : [])
      await moveLine(line.id, { kind, count, cause: v5(`${kind} ${line.id}`, SPACE) });
    await closeLine(line.id, true);
  }
}

interface Evening extends Pick<Rehearsal, 'startAt' | 'until'> {
  seed: number;
  /** times as many spoil as usually: the way is new to the hands */
  bad?: number;
  /** what goes otherwise than the bench says */
  branch?: string | null;
  /** what it is like, beyond what its hands do */
  story?: Story;
}
/**
 * Plans an evening, plays it by rehearsed hands, and lets the shop learn from it.
 * @param called null = by what is shot
 */
export async function evening(
  called: string | null,
  wanted: WantedPart[],
  { startAt, seed, until, bad = 1, branch = null, story = storyOf(null) }: Evening,
): Promise<{ session: number; events: AnyEvent[] }> {
  const input = draftPlan(await wholeCatalogue(), wanted, DEFAULTS);
  const name = called ?? sessionName(input);
  const snapshot = snapshotFrom(name, input, SHOP, {
    heat: await heatSetup(),
    colour: await colourBook(input, SHOP),
  });
  if (!snapshot.plan.ok)
    throw new Error(`Demo plan ${name}: ${snapshot.plan.remarks[0]?.sentence}`);
  const session = await createSession(name, snapshot, null, new Date(startAt));
  await bookCups(session, snapshot);
  if (until?.(startState(snapshot))) return { session, events: [] };
  const played = rehearse({
    session,
    snapshot,
    startAt,
    chance: seeded(seed),
    until,
    spoil: (mould, cavity, shot) => bad * spoil(mould, cavity, shot),
    story,
  });
  const events = deeper(played, snapshot, branch);
  for (let from = 0; from < events.length; from += 400)
    await append(session, events.slice(from, from + 400));
  await learnDue();
  return { session, events };
}
