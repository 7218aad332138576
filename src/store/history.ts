import { actor } from './actor.ts';
import { rows, run } from './query.ts';

/**
 * One change of a thing: what it was and what it became; before is null where it was new, after
 * where it was retired.
 */
export interface ChangeRow {
  id: string;
  at: Date;
  by: string;
  before: unknown;
  after: unknown;
}

/** Changes on one page. */
export const CHANGES_PAGE = 50;

/** Keeps a change, in the name of whoever makes it. What became what it was is none. */
export async function keepChange(
  kind: string,
  thing: number,
  before: unknown,
  after: unknown,
): Promise<void> {
  await run(
    `INSERT INTO changes (by, kind, thing, before, after) SELECT $1, $2, $3, $4::jsonb,
      $5::jsonb WHERE $4::jsonb IS DISTINCT FROM $5::jsonb`,
    [
      actor(),
      kind,
      thing,
      before === null ? null : JSON.stringify(before),
      after === null ? null : JSON.stringify(after),
    ],
  );
}

/** A thing as it was when it was taken away. */
interface Gone {
  id: number;
  at: Date;
  was: unknown;
}
/** Things of a kind whose last change took them away, the latest first. */
export const goneOf = (kind: string, limit = CHANGES_PAGE): Promise<Gone[]> =>
  rows(
    `SELECT thing AS id, at, before AS was FROM changes c WHERE kind = $1 AND after IS NULL AND
      NOT EXISTS (SELECT 1 FROM changes d WHERE d.kind = c.kind AND d.thing = c.thing AND d.id >
      c.id) ORDER BY c.id DESC LIMIT $2`,
    [kind, limit],
  );

/** Changes of one thing, the latest first. @param before the last one of the page before */
export const changesOf = (
  kind: string,
  thing: number,
  before: string | null = null,
  limit = CHANGES_PAGE,
): Promise<ChangeRow[]> =>
  rows(
    `SELECT id::text, at, by, before, after FROM changes WHERE kind = $1 AND thing = $2 AND
      ($3::bigint IS NULL OR id < $3::bigint) ORDER BY changes.id DESC LIMIT $4`,
    [kind, thing, before, limit],
  );
