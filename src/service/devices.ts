import { createHash, randomBytes } from 'node:crypto';
import { v5 } from 'uuid';
import type * as z from 'zod';
import {
  BindingSchema,
  DEVICE_KINDS,
  FLAGS,
  NewDeviceSchema,
  SendingSchema,
} from '@/core/device/index.ts';
import { EVENT_VERSION } from '@/core/session/index.ts';
import type { Device } from '@/store/models/devices.ts';
import {
  allDevices,
  bind,
  boundTo,
  clockLead,
  deviceById,
  deviceByKey,
  insertDevice,
  keepReadings,
  nameInUse,
  revokeDevice,
  setLast,
  setSent,
  tellDevice,
  unbind,
} from '@/store/devices.ts';
import { newestLesson } from '@/store/lessons.ts';
import { sessionHead } from '@/store/log.ts';
import { inTransaction } from '@/store/query.ts';
import { append } from './append.ts';
import { peek } from './heldSessions.ts';
import { isDemo } from '@/store/shop.ts';
import type { Result } from './result.ts';
import { checked, missing, ok, problem } from './result.ts';
import { LAG, judgeAll } from './judge.ts';

export { onDevice } from '@/live/listener.ts';
/** Keys are random and long, so that a plain hash keeps them. */
export const hashOf = (key: string): string => createHash('sha256').update(key).digest('hex');
const SPACE = 'b8d9a1f2-3c1e-4c57-8f0e-7f9a5a6c2e11';

/** A new instrument, with the key it will send by: told this once, and kept nowhere. */
export async function newDevice(raw: unknown): Promise<Result<{ id: number; key: string }>> {
  const read = checked(NewDeviceSchema, raw);
  if (!read.ok) return read;
  if (await nameInUse(read.value.name))
    return problem(
      409,
      'name-taken',
      `There is an instrument called “${read.value.name}” already. Give this one another name.`,
      'name',
    );
  const key = randomBytes(24).toString('base64url');
  const id = await insertDevice(read.value.name, read.value.kind, hashOf(key), false);
  await tellChange(id);
  return ok({ id, key });
}

export async function dropDevice(id: number): Promise<Result<null>> {
  if (!(await revokeDevice(id))) return missing('instrument');
  await tellDevice({ id, gone: true });
  return ok(null);
}

/** Puts an instrument into a cup, on a mould or a barrel; null takes it out. */
export async function bindDevice(id: number, raw: unknown): Promise<Result<null>> {
  const read = checked(BindingSchema, raw);
  if (!read.ok) return read;
  const device = await deviceById(id);
  if (!device) return missing('instrument');
  if (read.value === null) {
    await unbind(id);
    await tellChange(id);
    return ok(null);
  }
  const { session, target } = read.value;
  if (!(DEVICE_KINDS[device.kind].targets as readonly string[]).includes(target.kind))
    return problem(422, 'misfit', `A ${DEVICE_KINDS[device.kind].name} does not go there.`);
  if (!(await sessionHead(session))) return missing('session');
  const there = target.kind === 'bench' ? null : await boundTo(session, target.kind, target.key);
  if (there && there.id !== id)
    return problem(
      409,
      'taken',
      `${there.name} is in it already. Take that one out first: two probes in one cup would be taken for one.`,
    );
  await bind(id, session, target.kind, target.key);
  await tellChange(id);
  return ok(null);
}

export interface Sent {
  /** one for each reading, in order */
  readings: { flag: string | null; says: string }[];
  /** written in the log of the session it is bound to */
  logged: number;
}

/**
 * Takes what an instrument sends: everything is kept, what is doubtful is flagged in words, and a
 * bound thermometer that stands still writes a reading into the session's log.
 */
export async function takeReadings(
  key: string,
  raw: unknown,
  now = Date.now(),
): Promise<Result<Sent>> {
  const read = checked(SendingSchema, raw);
  if (!read.ok) return read;
  const taken = await inTransaction(() => kept(key, read.value, now));
  if (!taken.ok) return taken;
  const { device, judged, tell } = taken.value;
  const logged = tell.length > 0 ? await writeInLog(device, tell) : ok(null);
  if (!logged.ok) return logged;
  return ok({
    readings: judged.map(({ flag }) => ({ flag, says: flag ? FLAGS[flag].says : 'taken' })),
    logged: tell.length,
  });
}

type Judging = ReturnType<typeof judgeAll>;
interface Kept extends Judging {
  device: Device;
}

/** The bench an instrument stands at, as its readings are judged by it. */
async function benchOf(device: Device, now: number): Promise<Parameters<typeof judgeAll>[2]> {
  const session = device.binding?.sessionId ?? null;
  const state = session === null ? null : await peek(session);
  const lead = session === null ? 0 : Math.max(-LAG, await clockLead(session));
  const { binding } = device;
  const inOven = binding?.targetKind === 'cup' ? state?.cups.get(binding.target)?.inOven : null;
  return {
    now,
    lead,
    room: state?.roomCelsius ?? null,
    away: inOven != null && inOven.until > now + lead,
    lag: (await newestLesson(`probe/${device.id}`))?.posterior.mean,
  };
}

/** Judges what was sent and keeps all of it; every screen is told what the instrument shows. */
async function kept(
  key: string,
  { readings }: z.output<typeof SendingSchema>,
  now: number,
): Promise<Result<Kept>> {
  const device = await deviceByKey(hashOf(key));
  if (!device)
    return problem(
      403,
      'wrong-key',
      'That key is not one of this shop’s, or it was taken back. Nothing was taken.',
    );
  if (device.standIn && !(await isDemo()))
    return problem(403, 'stand-in', 'Stand-ins speak only in the demo shop. Nothing was taken.');
  const { judged, tell } = judgeAll(device, readings, await benchOf(device, now));
  await keepReadings(device, judged);
  const good = judged.findLast(({ flag }) => flag === null || FLAGS[flag].used);
  const end = judged.at(-1)!;
  await setLast(device.id, good ?? null, end.flag);
  const session = device.binding?.sessionId ?? null;
  const running = session !== null && (await peek(session))?.phase.is === 'running';
  if (running && tell.length > 0) await setSent(device.id, tell.at(-1)!.at, tell.at(-1)!.value);
  await tellDevice({ ...standing(device), value: end.value, at: end.at, flag: end.flag });
  return ok({ device, judged, tell: running ? tell : [] });
}

/** Readings that stood still are written in the log of the session the instrument stands in. */
const writeInLog = (device: Device, tell: Judging['tell']) =>
  append(
    device.binding!.sessionId,
    tell.map(({ at, value }) => ({
      id: v5(`${device.id}/${at}/${value}`, SPACE),
      session: device.binding!.sessionId,
      at,
      by: device.name,
      v: EVENT_VERSION,
      kind: 'reading',
      payload: {
        target: { kind: device.binding!.targetKind, key: device.binding!.target },
        celsius: value,
        stage: null,
        from: 'device',
      },
    })),
  );

/** What an instrument is and where it stands, for screens. */
const standing = (device: Device) => ({
  id: device.id,
  name: device.name,
  kind: device.kind,
  standIn: device.standIn,
  session: device.binding?.sessionId ?? null,
  target: device.binding && { kind: device.binding.targetKind, key: device.binding.target },
});
const shown = (device: Device) => ({
  ...standing(device),
  value: device.lastValue,
  at: device.seenAt?.getTime() ?? null,
  flag: device.lastFlag,
});
/** Devices with what they last said, for screens; times as ms. */
export const devicesNow = async () => (await allDevices()).map(shown);
/** Tells every screen that an instrument is new, or stands elsewhere. */
async function tellChange(id: number): Promise<void> {
  const device = await deviceById(id);
  if (device) await tellDevice({ ...shown(device), moved: true });
}
