import * as z from 'zod';
import { IdSchema } from '@/core/id.ts';
import { insertsMoved, lockInserts, moveInserts } from '@/store/inserts.ts';
import { allocate, stillWanted } from '@/store/ledger.ts';
import { inTransaction } from '@/store/query.ts';
import { partAsOrdered } from '@/store/orders.ts';
import type { StockWord } from '@/store/stock.ts';
import { lockHeap, moveStock, stockMoved } from '@/store/stock.ts';
import { meltIntoTub, mixesOf } from './meltedBaits.ts';
import type { Result } from './result.ts';
import { checked, missing, ok, problem } from './result.ts';

const HeapSchema = z.object({
  bait: IdSchema,
  /** 0 = a colourway nobody has named */
  colourway: z.number().int().min(0),
  build: z.string().min(1).max(60),
  grade: z.enum(['good', 'usable']),
});
const count = z
  .number('How many?')
  .int('Baits are counted whole.')
  .positive('How many? At least one.')
  .max(100_000);
const act = { cause: z.uuid(), why: z.string().trim().max(200).default('') };
const own = { heap: HeapSchema, ...act };
/** Ways off the shelf by hand, of what lies there in heaps. */
const offShelf = <Own extends z.ZodRawShape>(of: Own) =>
  [
    z.object({ what: z.literal('sold'), count, ...of }),
    z.object({ what: z.literal('given away'), count, ...of }),
    z.object({ what: z.literal('dropped'), count, ...of }),
    /** weighed, they are in a tub after */
    z.object({
      what: z.literal('melted'),
      count,
      grams: z.number().positive('What is melted weighs something.').max(100_000).optional(),
      ...of,
    }),
    /** so many lie there, counted again */
    z.object({ what: z.literal('recounted'), count: z.number().int().min(0).max(100_000), ...of }),
  ] as const;
const MoveSchema = z.discriminatedUnion('what', [
  /** to a part of an order line */
  z.object({ what: z.literal('allotted'), part: IdSchema, count, ...own }),
  ...offShelf(own),
]);
type Move = z.infer<typeof MoveSchema>;
const InsertMoveSchema = z.discriminatedUnion(
  'what',
  offShelf({ kind: z.string().regex(/^[a-z]+:\d+:[\d?+]+(:closed)?$/), ...act }),
);

const notThere = (held: number, ones = 'ones') =>
  problem(
    409,
    'too-many',
    held === 0
      ? `There are no ${ones} of it on the shelf. Nothing was moved.`
      : `There are ${held} of them on the shelf. Nothing was moved.`,
    'count',
  );

/** Gives baits of the shelf to a part of a line: of its bait and colourway, as many as it wants. */
async function allot(move: Move & { what: 'allotted' }, at: number): Promise<Result<null>> {
  const part = await partAsOrdered(move.part);
  if (!part) return missing('line');
  const { heap } = move;
  if (part.bait !== heap.bait || part.colourway !== heap.colourway)
    return problem(422, 'misfit', 'The line wants another bait or colourway. Nothing was moved.');
  if (heap.grade === 'usable' && !part.usable)
    return problem(
      422,
      'misfit',
      'The line takes good ones alone: say in the order that usable ones will do. Nothing was moved.',
    );
  const wanted = await stillWanted(move.part);
  if (move.count > wanted)
    return problem(
      409,
      'too-many',
      wanted === 0
        ? 'The line has all it wants. Nothing was moved.'
        : `The line wants ${wanted} more. Nothing was moved.`,
      'count',
    );
  await allocate(
    move.part,
    { count: move.count, curedAt: at },
    { id: move.cause, session: null, at },
  );
  return ok(null);
}

/**
 * Moves baits off the shelf, or counts them again: each act once, however often it is sent, and
 * never more than lies there.
 */
export async function moveOnShelf(raw: unknown, now: Date): Promise<Result<{ count: number }>> {
  const read = checked(MoveSchema, raw);
  if (!read.ok) return read;
  const move = read.value;
  const at = now.getTime();
  return inTransaction(async () => {
    const held = await lockHeap(move.heap);
    if (await stockMoved(move.cause)) return ok({ count: held });
    const by = move.what === 'recounted' ? move.count - held : -move.count;
    if (by === 0) return ok({ count: held });
    if (held + by < 0) return notThere(held, `${move.heap.grade} ones`);
    if (move.what === 'allotted') {
      const given = await allot(move, at);
      if (!given.ok) return given;
    }
    if (move.what === 'melted' && move.grams)
      await meltIntoTub(await mixesOf(move.heap), move.grams, { id: move.cause, at });
    const what: StockWord = move.what;
    await moveStock(move.heap, by, { id: move.cause, session: null, at }, { what, why: move.why });
    return ok({ count: held + by });
  });
}

/** Mixes of a kind of insert: `shell:12:3+4` is of the third and the fourth. */
const mixesIn = (kind: string): number[] =>
  (kind.split(':')[2] ?? '').split('+').map(Number).filter(Boolean);

/**
 * Moves inserts off the shelf, or counts them again: each act once, however often it is sent, and
 * never more than lie there.
 */
export async function moveInsertsOnShelf(
  raw: unknown,
  now: Date,
): Promise<Result<{ count: number }>> {
  const read = checked(InsertMoveSchema, raw);
  if (!read.ok) return read;
  const { kind, what, why, ...move } = read.value;
  const cause = { id: move.cause, session: null, at: now.getTime() };
  return inTransaction(async () => {
    const held = await lockInserts(kind);
    if (held === null) return missing('insert');
    if (await insertsMoved(move.cause)) return ok({ count: held });
    const by = what === 'recounted' ? move.count - held : -move.count;
    if (by === 0) return ok({ count: held });
    if (held + by < 0) return notThere(held);
    if ('grams' in move && move.grams) await meltIntoTub(mixesIn(kind), move.grams, cause);
    await moveInserts({ kind, what, count: by, why }, cause);
    return ok({ count: held + by });
  });
}
