import type { Order } from '@/core/order/index.ts';
import { OrderSchema } from '@/core/order/index.ts';
import { lineMove, moveLine } from '@/store/ledger.ts';
import type { LineRow } from '@/store/orderLines.ts';
import type { SpareCost } from '@/core/yield/index.ts';
import { spareCost } from '@/core/yield/index.ts';
import { shotForLines } from '@/store/shotForLines.ts';
import type { StoryRow } from '@/store/orderStory.ts';
import { storyOf } from '@/store/orderStory.ts';
import {
  closeLine,
  customers,
  insertOrder,
  linesAsOrdered,
  lockLine,
  lockOrder,
  orderHead,
  updateOrder,
} from '@/store/orders.ts';
import { linesById, openLines, orderLines } from '@/store/orderLines.ts';
import { keepChange } from '@/store/history.ts';
import { inTransaction } from '@/store/query.ts';
import type { OpenBenches } from './benches.ts';
import { openBenches } from './benches.ts';
import type { Result } from './result.ts';
import { checked, missing, ok, problem, unseen, versionOf } from './result.ts';

export type { LineRow } from '@/store/orderLines.ts';
export { customers, orderHead };

/** Good baits of sessions still running, by part of a line, soonest due first. */
async function tonight(open: Promise<OpenBenches>): Promise<Map<number, number>> {
  const out = new Map<number, number>();
  const { heads, snapshots, joined, good: counted } = await open;
  for (const { id: session, status } of heads) {
    const snapshot = snapshots.get(session);
    if (!snapshot || status === 'new') continue;
    const jobs = counted.filter((count) => count.session === session);
    for (const job of snapshot.input.jobs) {
      let good = jobs.find((other) => other.job === job.key)?.good ?? 0;
      const more = joined.filter((one) => one.session === session && one.job === job.key);
      for (const line of [...job.lines, ...more.map((one) => one.line)]) {
        const count = Math.min(good, line.count);
        out.set(line.part, (out.get(line.part) ?? 0) + count);
        good -= count;
      }
    }
  }
  return out;
}

export interface BookLine extends LineRow {
  tonight: number;
}
const withTonight = (line: LineRow, running: Map<number, number>): BookLine => ({
  ...line,
  tonight: line.parts.reduce((sum, part) => sum + (running.get(part.id) ?? 0), 0),
});

/** Lines on one page of the book. */
export const BOOK_PAGE = 60;

/** The open order book by promised day. */
export async function book(
  now: Date,
  {
    after,
    limit = BOOK_PAGE,
    open = openBenches(),
  }: {
    after?: { promised: string; id: number };
    limit?: number;
    open?: Promise<OpenBenches>;
  } = {},
): Promise<BookLine[]> {
  const [lines, running] = await Promise.all([openLines(now, limit, after), tonight(open)]);
  return lines.map((line) => withTonight(line, running));
}

/** Lines of the open book, by their numbers: those that are closed or gone are left out. */
export async function openLinesById(
  now: Date,
  ids: readonly number[],
  open: Promise<OpenBenches>,
): Promise<BookLine[]> {
  const [lines, running] = await Promise.all([linesById([...ids], now), tonight(open)]);
  return lines.filter(({ closed }) => !closed).map((line) => withTonight(line, running));
}

export const linesOf = (order: number, now: Date): Promise<LineRow[]> => orderLines(order, now);

interface OrderAsItStands {
  customer: string;
  note: string;
  lines: BookLine[];
  story: StoryRow[];
  /** what each line took in baits, by its number; null where none of it was shot */
  took: Map<number, SpareCost | null>;
}

/** An order with its lines as far as they have come, and what was done for them; null where none. */
export async function orderAsItStands(id: number, now: Date): Promise<OrderAsItStands | null> {
  const head = await orderHead(id);
  if (!head) return null;
  const [lines, running, story, shot] = await Promise.all([
    orderLines(id, now),
    tonight(openBenches()),
    storyOf(id),
    shotForLines(id),
  ]);
  const { customer, note } = head;
  const took = new Map(
    lines.map(({ id: line }) => [line, spareCost(shot.filter((row) => row.line === line))]),
  );
  return { customer, note, lines: lines.map((line) => withTonight(line, running)), story, took };
}

/** An order as it is edited; null when there is none. */
export async function orderNow(id: number): Promise<Order | null> {
  const head = await orderHead(id);
  return head && { customer: head.customer, note: head.note, lines: await linesAsOrdered(id) };
}

export async function newOrder(order: Order): Promise<number> {
  const made = await insertOrder(order);
  await keepChange('orders', made, null, await orderNow(made));
  return made;
}

/** @param seen the version an order was changed from */
export async function saveOrder(
  raw: unknown,
  id?: number,
  seen?: string,
): Promise<Result<{ id: number; version: string; kept: string[] }>> {
  const read = checked(OrderSchema, raw);
  if (!read.ok) return read;
  return inTransaction(async () => {
    if (id === undefined) {
      const made = await newOrder(read.value);
      return ok({ id: made, version: versionOf(await orderNow(made)), kept: [] });
    }
    if (!(await lockOrder(id))) return missing('order');
    const before = await orderNow(id);
    const wrong = unseen(seen, before);
    if (wrong) return wrong;
    const kept = await updateOrder(id, read.value);
    const after = await orderNow(id);
    await keepChange('orders', id, before, after);
    return ok({ id, version: versionOf(after), kept });
  });
}

export interface LineMove {
  kind: 'packed' | 'sent';
  /** below 0: fewer were packed, or sent, than was said */
  count: number;
  cause: string;
  /** why it is put right, where it is */
  why?: string;
  undoes?: string;
}

/** How many may still be packed or sent, how many of that may be taken back, and how both are told. */
const ROOM: Record<
  LineMove['kind'],
  Record<'most' | 'least', { of: (line: LineRow) => number; says: (count: number) => string }>
> = {
  packed: {
    most: {
      of: (line) => line.cured - line.packed,
      says: (count) => `Only ${count} cured baits are there to pack.`,
    },
    least: {
      of: (line) => line.packed - line.sent,
      says: (count) => `Only ${count} packed baits are there and not sent.`,
    },
  },
  sent: {
    most: {
      of: (line) => line.packed - line.sent,
      says: (count) => `Only ${count} packed baits are there to send.`,
    },
    least: { of: (line) => line.sent, says: (count) => `Only ${count} were sent.` },
  },
};
/** Why so many cannot be moved; null where they can. */
function tooMany(line: LineRow, kind: LineMove['kind'], count: number): string | null {
  const { of, says } = ROOM[kind][count > 0 ? 'most' : 'least'];
  return Math.abs(count) > of(line) ? says(of(line)) : null;
}
/** A line is closed when all of it is sent, and open again when that is put right. */
async function closeOnceSent(line: LineRow, count: number): Promise<void> {
  const all = line.sent + count >= line.count;
  if (all || count < 0) await closeLine(line.id, all);
}

/**
 * Packs or sends baits of a line, or puts such a count right: no more than are there, no fewer than
 * none.
 */
export const moveOnLine = (line: number, move: LineMove, now: Date): Promise<Result<LineRow>> =>
  inTransaction(() => moved(line, move, now));

async function moved(
  line: number,
  { kind, count, cause, why, undoes }: LineMove,
  now: Date,
): Promise<Result<LineRow>> {
  // Held until it is committed: what is there is counted by one at a time.
  if (!(await lockLine(line))) return missing('line');
  const held = (await linesById([line], now))[0]!;
  // Sent again, because the answer was lost: it is done already.
  if (await lineMove(line, cause)) return ok(held);
  const many = tooMany(held, kind, count);
  if (many) return problem(409, 'too-many', many, 'count');
  if (count < 0 && !why?.trim() && !undoes)
    return problem(422, 'why', 'Say why it is put right.', 'why');
  await moveLine(line, { kind, count, cause }, { why: why?.trim(), undoes });
  if (kind === 'sent') await closeOnceSent(held, count);
  return ok((await linesById([line], now))[0]!);
}

/** Takes back one packing or sending, once. */
export async function undoMove(
  line: number,
  undoes: string,
  cause: string,
  now: Date,
): Promise<Result<LineRow>> {
  const move = await lineMove(line, undoes);
  if (!move) return missing('move');
  if (move.undone) return ok((await linesById([line], now))[0]!);
  return moveOnLine(line, { kind: move.kind, count: -move.count, cause, undoes }, now);
}
