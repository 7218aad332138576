import { createHash, randomBytes } from 'node:crypto';
import { v5 } from 'uuid';
import type { Judged } from '@/core/device/index.ts';
import {
  BindingSchema,
  DEVICE_KINDS,
  FLAGS,
  judge,
  NewDeviceSchema,
  SendingSchema,
  tells,
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

export { onDevice } from '@/live/listener.ts';
export { allDevices } from '@/store/devices.ts';

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

/** An event may have been on its way so long, ms: an older one tells nothing of the bench's clock. */
const LAG = 5_000;

/** What is to become of each reading: judged one after the other, each against the last good one. */
function judgeAll(
  device: DeviceRow,
  list: { value: number; at?: number }[],
  now: number,
  lead: number,
  room: number | null,
  away: boolean,
  lag?: number,
): { judged: Judged[]; tell: Judged[] } {
  // A reading from after now was taken by a clock that has been put back: it judges none of today's.
  const ahead = device.last_at !== null && device.last_at.getTime() > now + LAG;
  let last =
    !ahead && device.last_at && device.last_value !== null
      ? { at: device.last_at.getTime(), value: device.last_value }
      : null;
  let written =
    !ahead && device.sent_at && device.sent_value !== null
      ? { at: device.sent_at.getTime(), value: device.sent_value }
      : null;
  const tell: Judged[] = [];
  const judged = list.map((r) => {
    const j = judge(device.kind, r, last, now, device.target_kind === 'cup' ? room : null, away);
    if (j.flag === null || FLAGS[j.flag].used) {
      // On the bench's clock, by which the session is kept.
      const there = { ...j, at: Math.round(j.at + lead) };
      if (
        device.session_id !== null &&
        tells(device.kind, there, last && { ...last, at: last.at + lead }, written, lag)
      ) {
        tell.push(there);
        written = there;
      }
      last = j;
    }
    return j;
  });
  return { judged, tell };
}

/**
 * Takes what an instrument sends: everything is kept, what is doubtful is flagged in words, and a bound
 * thermometer that stands still writes a reading into the session's log.
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
    const { judged, tell } = judgeAll(
      device,
      read.data.readings,
      now,
      lead,
      state?.roomCelsius ?? null,
      inOven != null && inOven.until > now + lead,
      (await newestLesson(`probe/${device.name}`))?.posterior.mean,
    );
    await keepReadings(device, judged);
    const good = judged.findLast((j) => j.flag === null || FLAGS[j.flag].used);
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
      tell.map((t) => ({
        id: v5(`${device.id}/${t.at}/${t.value}`, SPACE),
        session: device.session_id,
        at: t.at,
        by: device.name,
        v: EVENT_VERSION,
        kind: 'reading',
        payload: {
          target: { kind: device.target_kind, key: device.target },
          celsius: t.value,
          stage: null,
          from: 'device',
        },
      })),
    );
    if (!done.ok) return done;
  }
  return ok({
    readings: judged.map((j) => ({ flag: j.flag, says: j.flag ? FLAGS[j.flag].says : 'taken' })),
    logged: tell.length,
  });
}

const shown = (d: DeviceRow) => ({
  id: d.id,
  name: d.name,
  kind: d.kind,
  standIn: d.stand_in,
  session: d.session_id,
  target: d.target_kind === null ? null : { kind: d.target_kind, key: d.target! },
  value: d.last_value,
  at: d.seen_at?.getTime() ?? null,
  flag: d.last_flag,
});
/** Devices with what they last said, for screens; times as ms. */
export const devicesNow = async () => (await allDevices()).map(shown);
/** Tells every screen that an instrument is new, or stands elsewhere. */
async function tellChange(id: number): Promise<void> {
  const device = await deviceById(id);
  if (device) await tellDevice({ ...shown(device), moved: true });
}
export type DeviceNow = Awaited<ReturnType<typeof devicesNow>>[number];
