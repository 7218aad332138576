import { actor } from './actor.ts';
import { row, rows } from './query.ts';

/** A photograph of a fault, without its bytes. */
export interface FaultPicture {
  id: number;
  fault: string;
  mould: number | null;
  cavity: number | null;
  at: Date;
  by: string;
}

/** Keeps a photograph of a fault, with the cavity it was seen in. @returns its number */
export async function putFaultPicture(
  { fault, mould, cavity }: Pick<FaultPicture, 'fault' | 'mould' | 'cavity'>,
  { kind, picture }: { kind: string; picture: Buffer },
): Promise<number> {
  const made = await row<{ id: number }>(
    `INSERT INTO fault_pictures (fault, mould_id, cavity, by, kind, picture)
     VALUES ($1, $2, $3, $4, $5, $6) RETURNING id`,
    [fault, mould, cavity, actor(), kind, picture],
  );
  return made!.id;
}

/** The newest photographs of each fault. @param each so many of one kind */
export const faultPictures = (each = 3): Promise<FaultPicture[]> =>
  rows(
    `SELECT id, fault, mould_id AS mould, cavity, at, by FROM (
       SELECT id, fault, mould_id, cavity, at, by,
              row_number() OVER (PARTITION BY fault ORDER BY id DESC) AS nth
         FROM fault_pictures) x WHERE nth <= $1 ORDER BY fault, id DESC`,
    [each],
  );

/**
 * The photograph of a fault that is nearest to a cavity: of the same cavity, else of the same mould,
 * else of any; the newest of them. Null where there is none.
 */
export const nearestFaultPicture = ({
  fault,
  mould,
  cavity,
}: Pick<FaultPicture, 'fault' | 'mould' | 'cavity'>): Promise<FaultPicture | null> =>
  row(
    `SELECT id, fault, mould_id AS mould, cavity, at, by FROM fault_pictures WHERE fault = $1
      ORDER BY mould_id IS NOT DISTINCT FROM $2::int AND cavity IS NOT DISTINCT FROM $3::int DESC,
        mould_id IS NOT DISTINCT FROM $2::int DESC, id DESC LIMIT 1`,
    [fault, mould, cavity],
  );

/** One photograph, with its bytes; null where there is none. */
export const faultPicture = (id: number): Promise<{ kind: string; picture: Buffer } | null> =>
  row('SELECT kind, picture FROM fault_pictures WHERE id = $1', [id]);
