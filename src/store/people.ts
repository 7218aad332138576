import type { FindAttributeOptions } from 'sequelize';
import { col, fn, literal, Op, where } from 'sequelize';
import type { Role } from '@/core/people.ts';
import { actor } from './actor.ts';
import type { Person, Tablet } from './models/people.ts';
import { rows, run } from './query.ts';
import { tables } from './tables.ts';

export interface PersonRow {
  id: number;
  name: string;
  role: Role;
  signs: boolean;
  pin: boolean;
}
const SHOWN: FindAttributeOptions = [
  'id',
  'name',
  'role',
  [literal('secret IS NOT NULL'), 'signs'],
  [literal('pin IS NOT NULL'), 'pin'],
];
/** People of the shop, without who left it. */
const here = () => tables().Person.scope('here');
const named = (name: string) => where(fn('lower', col('name')), name.toLowerCase());
const asRow = (person: Person | null) => person as unknown as PersonRow | null;

export const allPeople = async (): Promise<PersonRow[]> =>
  (await here().findAll({
    attributes: SHOWN,
    order: ['name'],
    limit: 200,
    raw: true,
  })) as unknown as PersonRow[];
export const personById = async (id: number): Promise<PersonRow | null> =>
  asRow(await here().findOne({ attributes: SHOWN, where: { id }, raw: true }));
export const secretsOf = (
  name: string,
): Promise<{ id: number; name: string; secret: string | null } | null> =>
  here().findOne({ attributes: ['id', 'name', 'secret'], where: named(name), raw: true });
export const pinOf = async (id: number): Promise<string | null> =>
  (await here().findOne({ attributes: ['pin'], where: { id } }))?.pin ?? null;
export const nameHeld = async (name: string, except = 0): Promise<boolean> =>
  (await here().count({ where: { [Op.and]: [named(name), { id: { [Op.ne]: except } }] } })) > 0;

export const insertPerson = async (name: string, role: Role): Promise<number> =>
  (await tables().Person.create({ name, role })).id;
/** Sets what is given of a person. */
export async function updatePerson(
  id: number,
  parts: Partial<Pick<Person, 'name' | 'role' | 'secret' | 'pin'>>,
): Promise<void> {
  await tables().Person.update(parts, { where: { id } });
}
export async function retirePerson(id: number): Promise<void> {
  await tables().Person.update({ retiredAt: new Date() }, { where: { id } });
}
/**
 * Takes the list of people for this transaction: of two owners that take each other out one stays.
 */
export const lockPeople = (): Promise<void> => run('SELECT pg_advisory_xact_lock(771003)');
/** Owners that can sign in, one left out. */
export const ownersBut = (id: number): Promise<number> =>
  here().count({ where: { role: 'owner', secret: { [Op.not]: null }, id: { [Op.ne]: id } } });

export async function insertSignIn(
  tokenHash: string,
  personId: number,
  endsAt: Date,
): Promise<void> {
  await tables().SignIn.create({ tokenHash, personId, endsAt });
}
export async function signedIn(tokenHash: string): Promise<PersonRow | null> {
  const found = await tables().SignIn.findOne({
    attributes: ['personId'],
    where: { tokenHash, endsAt: { [Op.gt]: new Date() } },
  });
  return found && personById(found.personId);
}
export async function endSignIn(tokenHash: string): Promise<void> {
  await tables().SignIn.destroy({ where: { tokenHash } });
}
export async function endSignInsOf(personId: number): Promise<void> {
  await tables().SignIn.destroy({ where: { personId } });
}

export type TabletRow = Pick<Tablet, 'id' | 'name' | 'at'>;
const TABLET = ['id', 'name', 'at'] as const;
export const allTablets = (): Promise<TabletRow[]> =>
  tables()
    .Tablet.scope('paired')
    .findAll({ attributes: [...TABLET], order: ['id'], limit: 200, raw: true });
export const tabletOf = (tokenHash: string): Promise<TabletRow | null> =>
  tables()
    .Tablet.scope('paired')
    .findOne({ attributes: [...TABLET], where: { tokenHash }, raw: true });
export const insertTablet = async (name: string, tokenHash: string): Promise<number> =>
  (await tables().Tablet.create({ name, tokenHash })).id;
/** Unpairs a tablet; answers with its name, or null where none was paired. */
export async function unpair(id: number): Promise<string | null> {
  const [, tablets] = await tables()
    .Tablet.scope('paired')
    .update({ unpairedAt: new Date() }, { where: { id }, returning: true });
  return tablets[0]?.name ?? null;
}

export async function insertPairing(
  codeHash: string,
  byPerson: number | null,
  endsAt: Date,
): Promise<void> {
  await tables().Pairing.destroy({ where: { endsAt: { [Op.lt]: new Date() } } });
  await tables().Pairing.create({ codeHash, byPerson, endsAt });
}
/** Takes a code that stands: it pairs one tablet. */
export const takePairing = async (codeHash: string): Promise<boolean> =>
  (await tables().Pairing.destroy({ where: { codeHash, endsAt: { [Op.gt]: new Date() } } })) > 0;

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
