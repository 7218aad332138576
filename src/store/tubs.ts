import { Op, UniqueConstraintError } from 'sequelize';
import type { Plastic } from '@/core/plastic/index.ts';
import { inTransaction, row, rows, run } from './query.ts';
import { tables } from './tables.ts';
import type { Tub, TubPicture } from './models/tubs.ts';

export type { Tub } from './models/tubs.ts';
export type TubWord = 'pucked' | 'left' | 'melted' | 'brought in' | 'thrown away' | 'weighed';

/** What is new of a tub as it is made. */
export type NewTub = Pick<Tub, 'name' | 'kind'> &
  Partial<Pick<Tub, 'grade' | 'colour' | 'salted' | 'flaked' | 'note'>>;

/** Less in a cup left standing, g, and it is empty again. */
const EMPTY = 1e-6;
/** Cups left standing that hold something still, by name. */
export const cupsHeld = (): Promise<Tub[]> =>
  tables().Tub.findAll({
    where: { kind: 'cup', grams: { [Op.gt]: EMPTY } },
    order: ['name'],
    raw: true,
  });
/** Tubs, and the cups left standing that hold something still, by name. */
export const tubsHeld = (): Promise<Tub[]> =>
  tables().Tub.findAll({
    where: { [Op.or]: { kind: 'tub', grams: { [Op.gt]: EMPTY } } },
    order: ['kind', 'name'],
    raw: true,
  });

/** Keeps a photograph of a tub; null where there is no such tub. */
export async function putTubPicture(
  tubId: number,
  { kind, picture }: Pick<TubPicture, 'kind' | 'picture'>,
): Promise<number | null> {
  if ((await tables().Tub.count({ where: { id: tubId } })) === 0) return null;
  return (await tables().TubPicture.create({ tubId, kind, picture })).id;
}
/** The newest photograph of a tub. */
export const newestTubPicture = (
  tubId: number,
): Promise<Pick<TubPicture, 'kind' | 'picture'> | null> =>
  tables().TubPicture.findOne({
    attributes: ['kind', 'picture'],
    where: { tubId },
    order: [['id', 'DESC']],
    raw: true,
  });
/** Number of the newest photograph of each tub that has one. */
export async function tubPictureIds(): Promise<Map<number, number>> {
  const found = await rows<{ tub: number; id: number }>(
    'SELECT tub_id AS tub, max(id)::int AS id FROM tub_pictures GROUP BY tub_id',
  );
  return new Map(found.map(({ tub, id }) => [tub, id]));
}

/** Keeps what a tub holds with it. */
export const keepContent = async (id: number, plastic: Plastic): Promise<void> =>
  void (await tables().Tub.update({ plastic }, { where: { id } }));

/** A tub by its number, for this transaction alone; null where there is none. */
export const lockTub = (id: number): Promise<Tub | null> =>
  tables().Tub.findByPk(id, { lock: true, raw: true });

/** A tub by its number; null where there is none. */
export const findTub = (id: number): Promise<Tub | null> =>
  tables().Tub.findByPk(id, { raw: true });

/** The tub an act moved, whatever it is called by now; null where it moved none. */
export async function tubMovedBy(cause: string): Promise<number | null> {
  const found = await row<{ tub: number }>(
    'SELECT tub_id AS tub FROM tub_moves WHERE cause = $1 ORDER BY id LIMIT 1',
    [cause],
  );
  return found?.tub ?? null;
}

/** The tub of a name: made where there is none. */
export async function tubNamed(tub: NewTub): Promise<{ id: number }> {
  const held = await tables().Tub.findOne({ where: { name: tub.name }, attributes: ['id'] });
  if (held) return held;
  await run(
    `INSERT INTO tubs (name, kind, grade, colour, salted, flaked, note)
     VALUES ($1, $2, $3, $4, $5, $6, $7) ON CONFLICT (name) DO NOTHING`,
    [
      tub.name,
      tub.kind,
      tub.grade ?? 'medium',
      tub.colour ?? null,
      tub.salted ?? 'unknown',
      tub.flaked ?? 'unknown',
      tub.note ?? '',
    ],
  );
  return (await row<{ id: number }>('SELECT id FROM tubs WHERE name = $1', [tub.name]))!;
}

/** Changes what is said of a tub; false where another has its name. */
export async function describeTub(id: number, said: Partial<NewTub>): Promise<boolean> {
  try {
    await inTransaction(() => tables().Tub.update(said, { where: { id } }));
    return true;
  } catch (error) {
    if (error instanceof UniqueConstraintError) return false;
    throw error;
  }
}

export interface TubMoveRow {
  tub_id: number;
  at: Date;
  what: string;
  /** g, what was taken back of it already off */
  grams: number;
  plastic: Plastic | null;
  session_id: number | null;
  session: string | null;
  cause: string;
  why: string;
}
/**
 * Moves in force of tubs, the oldest first: what was taken back is left out.
 * @param last only so many of each tub, the latest
 */
export const movesOfTubs = (tubs: readonly number[], last?: number): Promise<TubMoveRow[]> =>
  rows(
    `SELECT t.tub_id, t.at, t.what, t.grams, t.plastic, t.session_id, s.name AS session, t.cause, t.why
     FROM unnest($1::int[]) AS tub (id) CROSS JOIN LATERAL
       (SELECT m.tub_id, min(m.id) AS first, (array_agg(m.at ORDER BY m.id))[1] AS at,
         coalesce((array_agg(m.what ORDER BY m.id) FILTER (WHERE m.what <> 'found'))[1], 'found') AS what,
         sum(m.grams) AS grams, (array_agg(m.plastic ORDER BY m.id) FILTER (WHERE m.plastic IS NOT NULL))[1]
         AS plastic, max(m.session_id) AS session_id, m.cause, max(m.why) AS why
       FROM tub_moves m WHERE m.tub_id = tub.id GROUP BY m.tub_id, m.cause
       HAVING abs(sum(m.grams)) > 1e-9 ORDER BY min(m.id) DESC LIMIT $2) t
     LEFT JOIN sessions s ON s.id = t.session_id ORDER BY t.first`,
    [tubs, last ?? null],
  );

/** Whether an act has moved a tub already. */
export const hasMoved = async (tub: number, cause: string): Promise<boolean> =>
  (await row<{ id: string }>('SELECT id FROM tub_moves WHERE tub_id = $1 AND cause = $2 LIMIT 1', [
    tub,
    cause,
  ])) !== null;

/** What moves a tub: whose it is, and when, ms since 1970. */
export interface TubCause {
  id: string;
  at: number;
  session: number | null;
}

/** What an act moved in a tub. */
export interface TubBooked {
  what: string;
  grams: number;
  plastic: Plastic | null;
}
/**
 * Brings what one cause has moved in a tub to so many grams: what it moved before is counted, so
 * the same act sent twice moves once, and one taken back moves back. More than a tub held was in it
 * all the same: it is booked as found, so that none goes below nothing and no use is lost.
 * @param grams g it is to have moved in all; below 0 out of the tub, 0 taken back
 * @returns what was booked, nothing where it had moved so much already; and whether it amends what
 *   the same cause moved before
 */
export function bookTub(
  tub: number,
  { grams, what, plastic, why }: { grams: number; what: TubWord; plastic?: Plastic; why?: string },
  cause: TubCause,
): Promise<{ booked: TubBooked[]; amends: boolean }> {
  return inTransaction(async () => {
    const booked: TubBooked[] = [];
    const held = await lockTub(tub);
    if (!held) return { booked, amends: false };
    // What was found for an act goes back with it.
    const was = (await row<{ moved: number; whole: number }>(
      `SELECT coalesce(sum(grams) FILTER (WHERE what <> 'found'), 0)::float8 AS moved,
        coalesce(sum(grams), 0)::float8 AS whole FROM tub_moves WHERE tub_id = $1 AND cause = $2`,
      [tub, cause.id],
    ))!;
    const by = grams === 0 ? -was.whole : grams - was.moved;
    const amends = Math.abs(was.moved) > 1e-9;
    if (Math.abs(by) < 1e-9) return { booked, amends };
    const put = async (word: string, much: number) => {
      const brought = plastic && word === what ? plastic : null;
      booked.push({ what: word, grams: much, plastic: brought });
      await run(
        `INSERT INTO tub_moves (tub_id, at, what, grams, plastic, session_id, cause, why)
         VALUES ($1, $2, $3, $4, $5, $6, $7, $8)`,
        [
          tub,
          new Date(cause.at).toISOString(),
          word,
          much,
          brought && JSON.stringify(brought),
          cause.session,
          cause.id,
          why ?? '',
        ],
      );
    };
    const short = -by - held.grams;
    if (short > 1e-9) await put('found', short);
    await put(grams === 0 ? 'taken back' : what, by);
    return { booked, amends };
  });
}
