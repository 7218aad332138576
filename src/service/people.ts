import type { Role } from '@/core/people.ts';
import { HandSchema, PairSchema, PersonSchema, SignInSchema } from '@/core/people.ts';
import type { PersonRow } from '@/store/people.ts';
import {
  allPeople,
  allTablets,
  auditBefore,
  endSignIn,
  endSignInsOf,
  insertPairing,
  insertPerson,
  insertSignIn,
  insertTablet,
  lockPeople,
  nameHeld,
  note,
  ownersBut,
  personById,
  pinOf,
  retirePerson,
  secretsOf,
  signedIn,
  tabletOf,
  takePairing,
  unpair,
  updatePerson,
} from '@/store/people.ts';
import { inTransaction } from '@/store/query.ts';
import type { Result } from './result.ts';
import { checked, missing, ok, problem } from './result.ts';
import { codeHash, hashed, matches, newCode, newToken, tokenHash } from './secret.ts';

export { allPeople, allTablets, auditBefore };

/** Who sends a request: a person by what they signed in with, or a tablet by its pairing. */
export type Known =
  | { kind: 'person'; id: number; name: string; role: Role }
  | { kind: 'tablet'; id: number; name: string };

/** Days a sign-in stands; a tablet’s pairing stands until it is taken back. */
export const SIGN_IN_DAYS = 30;
const PAIRING_MINUTES = 10;

/** Who shows these; null where nobody does. */
export async function whoShows(
  signIn: string | undefined,
  tablet: string | undefined,
): Promise<Known | null> {
  const person = signIn ? await signedIn(tokenHash(signIn)) : null;
  if (person) return { kind: 'person', id: person.id, name: person.name, role: person.role };
  const paired = tablet ? await tabletOf(tokenHash(tablet)) : null;
  return paired && { kind: 'tablet', id: paired.id, name: paired.name };
}

export async function signIn(raw: unknown): Promise<Result<{ token: string }>> {
  const read = checked(SignInSchema, raw);
  if (!read.ok) return read;
  const { name, secret } = read.value;
  const held = await secretsOf(name.trim());
  if (!(await matches(held?.secret ?? null, secret))) {
    await note('sign-in refused', name.trim(), 'nobody');
    return problem(
      403,
      'not-known',
      'That name and password do not belong together. Try again, or ask the owner.',
    );
  }
  const token = newToken();
  await insertSignIn(tokenHash(token), held!.id, new Date(Date.now() + SIGN_IN_DAYS * 86_400_000));
  await note('signed in', '', held!.name);
  return ok({ token });
}

/** @param everywhere on all devices of that person */
export async function signOut(
  token: string | undefined,
  who: Known | null,
  everywhere: boolean,
): Promise<Result<null>> {
  if (who?.kind === 'person' && everywhere) await endSignInsOf(who.id);
  if (token) await endSignIn(tokenHash(token));
  if (who?.kind === 'person') await note(everywhere ? 'signed out everywhere' : 'signed out');
  return ok(null);
}

const LAST_OWNER = 'That is the last owner who can sign in. Make another one first.';

const isLastOwner = async (held: PersonRow): Promise<boolean> =>
  held.role === 'owner' && held.signs && (await ownersBut(held.id)) === 0;

/** Sets what a person signs in with, and says what was set. */
async function setSigns(
  id: number,
  { secret, pin }: { secret?: string; pin?: string | null },
): Promise<string[]> {
  if (secret !== undefined) {
    await updatePerson(id, { secret: await hashed(secret) });
    // Whoever knew the old one is signed out with it.
    await endSignInsOf(id);
  }
  if (pin !== undefined) await updatePerson(id, { pin: pin && (await hashed(pin)) });
  return [
    ...(secret !== undefined ? ['a password set'] : []),
    ...(pin !== undefined ? ['a PIN set'] : []),
  ];
}

/** Adds a person, or changes one; what they may, their password and their PIN. */
export function savePerson(raw: unknown, id?: number): Promise<Result<{ id: number }>> {
  const read = checked(PersonSchema, raw);
  if (!read.ok) return Promise.resolve(read);
  const { name, role, secret, pin } = read.value;
  return inTransaction(async () => {
    await lockPeople();
    const held = id === undefined ? null : await personById(id);
    if (id !== undefined && !held) return missing('person');
    if (await nameHeld(name, id))
      return problem(409, 'name-taken', `There is a ${name} already.`, 'name');
    if (held && role !== 'owner' && (await isLastOwner(held)))
      return problem(409, 'last-owner', LAST_OWNER, 'role');
    const saved = id ?? (await insertPerson(name, role));
    if (held) await updatePerson(saved, { name, role });
    const set = await setSigns(saved, { secret, pin });
    await note(held ? 'person changed' : 'person added', [name, role, ...set].join(', '));
    return ok({ id: saved });
  });
}

export const dropPerson = (id: number): Promise<Result<null>> =>
  inTransaction(async () => {
    await lockPeople();
    const held = await personById(id);
    if (!held) return missing('person');
    if (await isLastOwner(held)) return problem(409, 'last-owner', LAST_OWNER);
    await retirePerson(id);
    await endSignInsOf(id);
    await note('person taken out', held.name);
    return ok(null);
  });

/** A code that pairs one tablet, typed there within ten minutes. */
export async function newPairing(
  by: Known | null,
): Promise<Result<{ code: string; minutes: number }>> {
  const code = newCode();
  await insertPairing(
    codeHash(code),
    by?.kind === 'person' ? by.id : null,
    new Date(Date.now() + PAIRING_MINUTES * 60_000),
  );
  await note('pairing code shown');
  return ok({ code, minutes: PAIRING_MINUTES });
}

export function pair(raw: unknown): Promise<Result<{ token: string; name: string }>> {
  const read = checked(PairSchema, raw);
  if (!read.ok) return Promise.resolve(read);
  const { code, name } = read.value;
  return inTransaction(async () => {
    if (!(await takePairing(codeHash(code))))
      return problem(
        403,
        'not-known',
        'That code does not stand. Have the owner show a new one; it is good for ten minutes and one tablet.',
        'code',
      );
    const token = newToken();
    await insertTablet(name, tokenHash(token));
    await note('tablet paired', name, name);
    return ok({ token, name });
  });
}

export const unpairTablet = (id: number): Promise<Result<null>> =>
  inTransaction(async () => {
    const name = await unpair(id);
    if (name === null) return missing('tablet');
    await note('tablet unpaired', name);
    return ok(null);
  });

/** Who stands at a bench, by a tap; by a PIN too where they have one. */
export async function takeHand(raw: unknown): Promise<Result<{ name: string }>> {
  const read = checked(HandSchema, raw);
  if (!read.ok) return read;
  const { person, pin } = read.value;
  const held = await personById(person);
  if (!held) return missing('person');
  const kept = await pinOf(person);
  if (kept !== null && !(await matches(kept, pin ?? '')))
    return problem(
      403,
      'pin',
      pin ? 'That is not the PIN.' : `${held.name} has a PIN: type it.`,
      'pin',
    );
  return ok({ name: held.name });
}

/** Whether anybody could sign in as owner. */
export const hasOwner = async (): Promise<boolean> => (await ownersBut(0)) > 0;
