import * as z from 'zod';
import type { Fault } from '@/core/session/index.ts';
import { FAULTS } from '@/core/session/index.ts';
import { FAULT_LOOKS } from '@/core/session/faultLooks.ts';
import { faultPictures, nearestFaultPicture, putFaultPicture } from '@/store/faultPictures.ts';
import { faultsOf, yieldsBySession } from '@/store/yields.ts';
import { findEntry, lists } from './catalogue.ts';
import { noPicture, pictureKind } from './pictures.ts';
import type { Result } from './result.ts';
import { checked, missing, ok, problem } from './result.ts';

export { faultPicture } from '@/store/faultPictures.ts';

/** Sessions by which faults are put in order: the newest. */
const NEWEST = 40;

/** Every fault with what to look at, those this shop sees most first, each with its photographs. */
export async function faultGuide() {
  const [sessions, pictures, { moulds }] = await Promise.all([
    yieldsBySession({}, NEWEST),
    faultPictures(),
    lists('moulds'),
  ]);
  const counts = await faultsOf(
    {},
    sessions.map(({ session }) => session),
  );
  const baits = sessions.reduce((sum, { shot }) => sum + shot, 0);
  const seen = (fault: string): number =>
    counts.filter((one) => one.fault === fault).reduce((sum, { count }) => sum + count, 0);
  const names = new Map(moulds.map(({ id, spec }) => [id, spec.name]));
  const entries = (Object.keys(FAULTS) as Fault[]).map((fault) => ({
    fault,
    name: FAULTS[fault].name,
    ...FAULT_LOOKS[fault],
    seen: seen(fault),
    pictures: pictures
      .filter((one) => one.fault === fault)
      .map((one) => ({ ...one, of: one.mould === null ? null : (names.get(one.mould) ?? null) })),
  }));
  return {
    baits,
    sessions: sessions.length,
    faults: entries.sort((one, other) => other.seen - one.seen),
    moulds: moulds.map(({ id, spec }) => ({ id, name: spec.name, cavities: spec.cavities.length })),
  };
}

const OfSchema = z.object({
  mould: z.coerce.number().int().positive().nullable(),
  cavity: z.coerce.number().int().min(1).max(48).nullable(),
});
/** The photograph of a fault that stands beside the next of its kind, and the mould it is of. */
export async function nextOfKind(fault: string, of: unknown) {
  const read = checked(OfSchema, of);
  if (!read.ok) return read;
  const found = await nearestFaultPicture({ fault, ...read.value });
  const mould = found?.mould ? await findEntry('moulds', found.mould) : null;
  return ok({ picture: found && { ...found, of: mould?.spec.name ?? null } });
}

/** Keeps a photograph of a fault with the mould and the cavity it was seen in, where they are said. */
export async function keepFaultPicture(
  fault: string,
  of: unknown,
  bytes: Buffer,
): Promise<Result<{ id: number }>> {
  if (!Object.hasOwn(FAULTS, fault)) return missing('fault');
  const read = checked(OfSchema, of);
  if (!read.ok) return read;
  const kind = pictureKind(bytes);
  if (!kind) return noPicture();
  const { mould, cavity } = read.value;
  if (mould !== null && !(await findEntry('moulds', mould))) return missing('mould');
  if (mould === null && cavity !== null)
    return problem(422, 'misfit', 'Say which mould that cavity is of. Nothing was kept.');
  return ok({ id: await putFaultPicture({ fault, mould, cavity }, { kind, picture: bytes }) });
}
