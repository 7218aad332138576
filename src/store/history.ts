import { actor } from './actor.ts';
import { row, rows, run } from './query.ts';

/** One change of a thing: what it was and what it became; before is null where it was new, after where it was retired. */
export interface ChangeRow {
  id: string;
  at: Date;
  by: string;
  before: unknown;
  after: unknown;
}

/** Keeps a change, in the name of whoever makes it. What became what it was is none. */
export async function keepChange(kind: string, thing: number, before: unknown, after: unknown): Promise<void> {
  await run('INSERT INTO changes (by, kind, thing, before, after) SELECT $1, $2, $3, $4::jsonb, $5::jsonb WHERE $4::jsonb IS DISTINCT FROM $5::jsonb', [actor(), kind, thing, before === null ? null : JSON.stringify(before), after === null ? null : JSON.stringify(after)]);
}

export const changesOf = (kind: string, thing: number, limit = 100): Promise<ChangeRow[]> => rows('SELECT id::text, at, by, before, after FROM changes WHERE kind = $1 AND thing = $2 ORDER BY changes.id DESC LIMIT $3', [kind, thing, limit]);
export const changeById = (id: string): Promise<(ChangeRow & { kind: string; thing: number }) | null> => row('SELECT id::text, at, by, kind, thing, before, after FROM changes WHERE id = $1::bigint', [id]);
