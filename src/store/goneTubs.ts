import type { Plastic } from '@/core/plastic/index.ts';
import { WAS_WORKED } from './log.ts';
import type { Tub } from './models/tubs.ts';
import { inTransaction, row, rows, run } from './query.ts';
import { tables } from './tables.ts';

/** A move of a tub as it is kept with one that was deleted. */
interface GoneMove {
  at: Date;
  what: string;
  grams: number;
  plastic: Plastic | null;
  cause: string;
  why: string;
}
type Said = 'name' | 'kind' | 'grade' | 'colour' | 'salted' | 'flaked' | 'note' | 'plastic';
/** A tub as it is kept once it is deleted: what was said of it, and how it was weighed. */
export interface GoneTub extends Pick<Tub, Said> {
  madeAt: string;
  moves: (Omit<GoneMove, 'at'> & { at: string })[];
}

/** A tub with all its moves, the oldest first. */
export async function tubAsKept(tub: Tub): Promise<GoneTub> {
  const moves = await rows<GoneMove>(
    'SELECT at, what, grams, plastic, cause, why FROM tub_moves WHERE tub_id = $1 ORDER BY id',
    [tub.id],
  );
  const { name, kind, grade, colour, salted, flaked, note, plastic, madeAt } = tub;
  return {
    ...{ name, kind, grade, colour, salted, flaked, note, plastic },
    madeAt: madeAt.toISOString(),
    moves: moves.map((move) => ({ ...move, at: move.at.toISOString() })),
  };
}

/** What a tub was more than brought in, weighed and thrown away for. */
export const usesOfTub = async (
  id: number,
): Promise<{ shot: boolean; melted: boolean; pictured: boolean }> =>
  (await row<{ shot: boolean; melted: boolean; pictured: boolean }>(
    `SELECT coalesce(bool_or(session_id IS NOT NULL), false) AS shot,
            coalesce(bool_or(why <> ''), false) AS melted,
            EXISTS (SELECT 1 FROM tub_pictures WHERE tub_id = $1) AS pictured
       FROM tub_moves WHERE tub_id = $1`,
    [id],
  ))!;

/** Whether a plan not yet taken to the bench begins a cup from a tub. */
export const isInPlan = async (id: number): Promise<boolean> =>
  (await row<{ planned: boolean }>(
    `SELECT EXISTS (SELECT 1 FROM plans p
       WHERE p.input @> jsonb_build_object('cups', jsonb_build_array(jsonb_build_object(
           'begins', jsonb_build_object('of', jsonb_build_object('id', $1::int)))))
         AND NOT EXISTS (SELECT 1 FROM sessions s WHERE s.plan_id = p.id AND ${WAS_WORKED}))
       AS planned`,
    [id],
  ))!.planned;

/** Deletes a tub with its moves. */
export const deleteTub = (id: number): Promise<void> =>
  inTransaction(async () => {
    await run('DELETE FROM tub_moves WHERE tub_id = $1', [id]);
    await tables().Tub.destroy({ where: { id } });
  });

/** Puts a tub back as it was kept; false where another has its name by now. */
export const restoreTub = (id: number, { moves, ...tub }: GoneTub): Promise<boolean> =>
  inTransaction(async () => {
    if ((await tables().Tub.count({ where: { name: tub.name } })) > 0) return false;
    // What it holds is added up by the database, move by move.
    await tables().Tub.create({ ...tub, id, madeAt: new Date(tub.madeAt) });
    for (const { at, what, grams, plastic, cause, why } of moves)
      await run(
        `INSERT INTO tub_moves (tub_id, at, what, grams, plastic, cause, why)
         VALUES ($1, $2, $3, $4, $5, $6, $7)`,
        [id, at, what, grams, plastic && JSON.stringify(plastic), cause, why],
      );
    return true;
  });
