import { createHash, randomBytes } from 'node:crypto';
import { v5 } from 'uuid';
import {
  BindingSchema,
  DEVICE_KINDS,
  FLAGS,
  NewDeviceSchema,
  SendingSchema,
} from '@/core/device/index.ts';
import { EVENT_VERSION } from '@/core/session/index.ts';
import type { DeviceRow } from '@/store/devices.ts';
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
import { append, peek } from './append.ts';
import { isDemo } from '@/store/shop.ts';
import type { Result } from './result.ts';
import { missing, ok, problem } from './result.ts';
import { LAG, judgeAll } from './judge.ts';

export { onDevice } from '@/live/listener.ts';
/** Keys are random and long, so that a plain hash keeps them. */
export const hashOf = (key: string): string => createHash('sha256').update(key).digest('hex');
const SPACE = 'b8d9a1f2-3c1e-4c57-8f0e-7f9a5a6c2e11';

/** A new instrument, with the key it will send by: told this once, and kept nowhere. */
export async function newDevice(raw: unknown): Promise<Result<{ id: number; key: string }>> {
  const read = NewDeviceSchema.safeParse(raw);
  if (!read.success)
    return problem(
      422,
      'invalid',
      read.error.issues[0]!.message,
      read.error.issues[0]!.path.join('.'),
    );
  if (await nameInUse(read.data.name))
    return problem(
      409,
      'name-taken',
      `There is an instrument called “${read.data.name}” already. Give this one another name.`,
      'name',
    );
  const key = randomBytes(24).toString('base64url');
  const id = await insertDevice(read.data.name, read.data.kind, hashOf(key), false);
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
  const read = BindingSchema.safeParse(raw);
  if (!read.success)
    return problem(
      422,
      'invalid',
      read.error.issues[0]!.message,
      read.error.issues[0]!.path.join('.'),
    );
  const device = await deviceById(id);
  if (!device) return missing('instrument');
  if (read.data === null) {
    await unbind(id);
    await tellChange(id);
    return ok(null);
  }
  const { session, target } = read.data;
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
  const read = SendingSchema.safeParse(raw);
  if (!read.success)
    return problem(
      422,
      'invalid',
      read.error.issues[0]!.message,
      read.error.issues[0]!.path.join('.'),
    );
  const taken = await inTransaction(async () => {
    const device = await deviceByKey(hashOf(key));
    if (!device) return null;
    if (device.stand_in && !(await isDemo())) return 'stand-in' as const;
    const state = device.session_id === null ? null : await peek(device.session_id);
    const lead =
      device.session_id === null ? 0 : Math.max(-LAG, await clockLead(device.session_id));
    const inOven = device.target_kind === 'cup' ? state?.cups.get(device.target!)?.inOven : null;
    const { judged, tell } = judgeAll(device, read.data.readings, {
      now,
      lead,
      room: state?.roomCelsius ?? null,
      away: inOven != null && inOven.until > now + lead,
      lag: (await newestLesson(`probe/${device.id}`))?.posterior.mean,
    });
    await keepReadings(device, judged);
    const good = judged.findLast((judged) => judged.flag === null || FLAGS[judged.flag].used);
    await setLast(device.id, good?.at ?? null, good?.value ?? null, judged.at(-1)!.flag);
    const running = state?.status === 'running';
    if (running && tell.length > 0) await setSent(device.id, tell.at(-1)!.at, tell.at(-1)!.value);
    const end = judged.at(-1)!;
    await tellDevice({
      id: device.id,
      name: device.name,
      kind: device.kind,
      standIn: device.stand_in,
      session: device.session_id,
      target: device.target_kind === null ? null : { kind: device.target_kind, key: device.target },
      value: end.value,
      at: end.at,
      flag: end.flag,
    });
    return { device, judged, tell: running ? tell : [] };
  });
  if (!taken)
    return problem(
      403,
      'wrong-key',
      'That key is not one of this shop’s, or it was taken back. Nothing was taken.',
    );
  if (taken === 'stand-in')
    return problem(403, 'stand-in', 'Stand-ins speak only in the demo shop. Nothing was taken.');
  const { device, judged, tell } = taken;
  if (tell.length > 0) {
    const done = await append(
      device.session_id!,
      tell.map((judged) => ({
        id: v5(`${device.id}/${judged.at}/${judged.value}`, SPACE),
        session: device.session_id,
        at: judged.at,
        by: device.name,
        v: EVENT_VERSION,
        kind: 'reading',
        payload: {
          target: { kind: device.target_kind, key: device.target },
          celsius: judged.value,
          stage: null,
          from: 'device',
        },
      })),
    );
    if (!done.ok) return done;
  }
  return ok({
    readings: judged.map((judged) => ({
      flag: judged.flag,
      says: judged.flag ? FLAGS[judged.flag].says : 'taken',
    })),
    logged: tell.length,
  });
}

const shown = (deviceRow: DeviceRow) => ({
  id: deviceRow.id,
  name: deviceRow.name,
  kind: deviceRow.kind,
  standIn: deviceRow.stand_in,
  session: deviceRow.session_id,
  target:
    deviceRow.target_kind === null ? null : { kind: deviceRow.target_kind, key: deviceRow.target! },
  value: deviceRow.last_value,
  at: deviceRow.seen_at?.getTime() ?? null,
  flag: deviceRow.last_flag,
});
/** Devices with what they last said, for screens; times as ms. */
export const devicesNow = async () => (await allDevices()).map(shown);
/** Tells every screen that an instrument is new, or stands elsewhere. */
async function tellChange(id: number): Promise<void> {
  const device = await deviceById(id);
  if (device) await tellDevice({ ...shown(device), moved: true });
}
