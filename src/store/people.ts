import type { Role } from '@/core/people.ts';
import { actor } from './actor.ts';
import { row, rows, run } from './query.ts';

export interface PersonRow {
  id: number;
  name: string;
  role: Role;
  signs: boolean;
  pin: boolean;
}
const COLUMNS = 'id, name, role, secret IS NOT NULL AS signs, pin IS NOT NULL AS pin';

export const allPeople = (): Promise<PersonRow[]> =>
  rows(`SELECT ${COLUMNS} FROM people WHERE retired_at IS NULL ORDER BY name LIMIT 200`);
export const personById = (id: number): Promise<PersonRow | null> =>
  row(`SELECT ${COLUMNS} FROM people WHERE id = $1 AND retired_at IS NULL`, [id]);
export const secretsOf = (
  name: string,
): Promise<{ id: number; name: string; secret: string | null } | null> =>
  row('SELECT id, name, secret FROM people WHERE lower(name) = lower($1) AND retired_at IS NULL', [
    name,
  ]);
export const pinOf = async (id: number): Promise<string | null> =>
  (
    await row<{ pin: string | null }>(
      'SELECT pin FROM people WHERE id = $1 AND retired_at IS NULL',
      [id],
    )
  )?.pin ?? null;
export const nameHeld = async (name: string, except = 0): Promise<boolean> =>
  (await row(
    'SELECT 1 AS x FROM people WHERE lower(name) = lower($1) AND id <> $2 AND retired_at IS NULL',
    [name, except],
  )) !== null;

export const insertPerson = async (name: string, role: Role): Promise<number> =>
  (await row<{ id: number }>('INSERT INTO people (name, role) VALUES ($1, $2) RETURNING id', [
    name,
    role,
  ]))!.id;
export const updatePerson = (id: number, name: string, role: Role): Promise<void> =>
  run('UPDATE people SET name = $2, role = $3 WHERE id = $1', [id, name, role]);
export const setSecret = (id: number, secret: string): Promise<void> =>
  run('UPDATE people SET secret = $2 WHERE id = $1', [id, secret]);
export const setPin = (id: number, pin: string | null): Promise<void> =>
  run('UPDATE people SET pin = $2 WHERE id = $1', [id, pin]);
export const retirePerson = (id: number): Promise<void> =>
  run('UPDATE people SET retired_at = now() WHERE id = $1', [id]);
/**
 * Takes the list of people for this transaction: of two owners that take each other out one stays.
 */
export const lockPeople = (): Promise<void> => run('SELECT pg_advisory_xact_lock(771003)');
/** Owners that can sign in, one left out. */
export const ownersBut = async (id: number): Promise<number> =>
  (await row<{ n: number }>(
    `SELECT count(*)::int AS n FROM people WHERE role = 'owner' AND secret IS NOT NULL AND
      retired_at IS NULL AND id <> $1`,
    [id],
  ))!.n;

export const insertSignIn = (hash: string, person: number, ends: Date): Promise<void> =>
  run('INSERT INTO sign_ins (token_hash, person_id, ends_at) VALUES ($1, $2, $3)', [
    hash,
    person,
    ends.toISOString(),
  ]);
export const signedIn = (hash: string): Promise<PersonRow | null> =>
  row(
    `SELECT ${COLUMNS} FROM people WHERE retired_at IS NULL AND id = (SELECT person_id FROM
      sign_ins WHERE token_hash = $1 AND ends_at > now())`,
    [hash],
  );
export const endSignIn = (hash: string): Promise<void> =>
  run('DELETE FROM sign_ins WHERE token_hash = $1', [hash]);
export const endSignInsOf = (person: number): Promise<void> =>
  run('DELETE FROM sign_ins WHERE person_id = $1', [person]);

export interface TabletRow {
  id: number;
  name: string;
  at: Date;
}
export const allTablets = (): Promise<TabletRow[]> =>
  rows('SELECT id, name, at FROM tablets WHERE unpaired_at IS NULL ORDER BY id LIMIT 200');
export const tabletOf = (hash: string): Promise<TabletRow | null> =>
  row('SELECT id, name, at FROM tablets WHERE token_hash = $1 AND unpaired_at IS NULL', [hash]);
export const insertTablet = async (name: string, hash: string): Promise<number> =>
  (await row<{ id: number }>(
    'INSERT INTO tablets (name, token_hash) VALUES ($1, $2) RETURNING id',
    [name, hash],
  ))!.id;
export const unpair = async (id: number): Promise<string | null> =>
  (
    await row<{ name: string }>(
      'UPDATE tablets SET unpaired_at = now() WHERE id = $1 AND unpaired_at IS NULL RETURNING name',
      [id],
    )
  )?.name ?? null;

export const insertPairing = async (hash: string, by: number | null, ends: Date): Promise<void> => {
  await run('DELETE FROM pairings WHERE ends_at < now()');
  await run('INSERT INTO pairings (code_hash, by_person, ends_at) VALUES ($1, $2, $3)', [
    hash,
    by,
    ends.toISOString(),
  ]);
};
/** Takes a code that stands: it pairs one tablet. */
export const takePairing = async (hash: string): Promise<boolean> =>
  (await row('DELETE FROM pairings WHERE code_hash = $1 AND ends_at > now() RETURNING code_hash', [
    hash,
  ])) !== null;

export interface AuditRow {
  id: string;
  at: Date;
  by: string;
  what: string;
  about: string;
}
/** Writes down what was done, in whose name; it can never be changed. */
export const note = (what: string, about = '', by = actor()): Promise<void> =>
  run('INSERT INTO audit (by, what, about) VALUES ($1, $2, $3)', [by, what, about]);
export const auditBefore = (before: string | null, limit = 100): Promise<AuditRow[]> =>
  rows(
    `SELECT id::text, at, by, what, about FROM audit WHERE $1::bigint IS NULL OR id <
      $1::bigint ORDER BY audit.id DESC LIMIT $2`,
    [before, limit],
  );
