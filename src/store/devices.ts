import { col, fn, Transaction, where } from 'sequelize';
import type { DeviceKind, Flag } from '@/core/device/index.ts';
import type { Device } from './models/devices.ts';
import { afterCommit, row, rows, run } from './query.ts';
import { tables } from './tables.ts';

const { LOCK } = Transaction;

/** Instruments of the shop, those whose key was taken back left out, with what they stand in. */
const known = () => tables().Device.scope('known');
const WITH = { include: 'binding' };

export const allDevices = (): Promise<Device[]> =>
  known().findAll({ ...WITH, order: ['id'], limit: 200 });
export const deviceById = (id: number): Promise<Device | null> => known().findByPk(id, WITH);
/**
 * The device a key belongs to, held for this transaction so that its sendings go one after the
 * other.
 */
export const deviceByKey = (keyHash: string): Promise<Device | null> =>
  known().findOne({
    ...WITH,
    where: { keyHash },
    lock: { level: LOCK.UPDATE, of: tables().Device },
  });

export async function insertDevice(
  name: string,
  kind: DeviceKind,
  keyHash: string,
  standIn: boolean,
): Promise<number> {
  const device = { name, kind, keyHash, standIn, revokedAt: null };
  const [held] = await tables().Device.upsert(device, {
    conflictFields: ['name'],
    returning: ['id'],
  });
  return held.id;
}
export const nameInUse = async (name: string): Promise<boolean> =>
  (await known().count({ where: where(fn('lower', col('name')), name.toLowerCase()) })) > 0;
export async function revokeDevice(id: number): Promise<boolean> {
  await unbind(id);
  const [count] = await known().update({ revokedAt: new Date() }, { where: { id } });
  return count > 0;
}

export const boundTo = (
  sessionId: number,
  targetKind: string,
  target: string,
): Promise<Device | null> =>
  known().findOne({
    include: { association: 'binding', where: { sessionId, targetKind, target } },
  });
export async function unbind(deviceId: number): Promise<void> {
  await tables().DeviceBinding.destroy({ where: { deviceId } });
}
export async function bind(
  deviceId: number,
  sessionId: number,
  targetKind: string,
  target: string,
): Promise<void> {
  const stands = { deviceId, sessionId, targetKind, target, boundAt: new Date() };
  await tables().DeviceBinding.upsert({ ...stands, sentAt: null, sentValue: null });
}

const months = new Set<string>();
const when = (ms: number): string => new Date(ms).toISOString();
/** Keeps readings as they came, flagged ones too. The very same moment twice is one reading. */
export async function keepReadings(
  device: Pick<Device, 'id' | 'binding'>,
  list: { at: number; value: number; flag: Flag | null }[],
): Promise<void> {
  for (const { at } of list) {
    const month = when(at).slice(0, 7);
    if (months.has(month)) continue;
    await run('SELECT device_month($1::timestamptz)', [when(at)]);
    afterCommit(() => void months.add(month));
  }
  await run(
    `INSERT INTO device_readings (device_id, at, value, flag, session_id, target_kind, target)
     SELECT $1, t.at, t.value, t.flag, $5, $6, $7 FROM unnest($2::timestamptz[], $3::float8[],
     $4::text[]) AS t(at, value, flag)
     ON CONFLICT (device_id, at) DO NOTHING`,
    [
      device.id,
      list.map((other) => when(other.at)),
      list.map((other) => other.value),
      list.map((other) => other.flag),
      device.binding?.sessionId ?? null,
      device.binding?.targetKind ?? null,
      device.binding?.target ?? null,
    ],
  );
}
/** Temperatures sent of one session that were not flagged, probe by probe in order. */
export async function readingsOf(
  session: number,
): Promise<{ device: number; at: number; value: number }[]> {
  const sent = await rows<{ device: number; at: number; value: number | null }>(
    `SELECT d.id AS device, (extract(epoch FROM r.at) * 1000)::float8 AS at, r.value FROM
      device_readings r JOIN devices d ON d.id = r.device_id WHERE r.session_id = $1 AND r.flag
      IS NULL AND d.kind = 'thermometer' ORDER BY d.id, r.at LIMIT 200000`,
    [session],
  );
  return sent.flatMap(({ value, ...rest }) => (value === null ? [] : [{ ...rest, value }]));
}
/** Keeps what an instrument last showed; a figure that was not good leaves the last good one. */
export async function setLast(
  id: number,
  good: { at: number; value: number } | null,
  lastFlag: Flag | null,
): Promise<void> {
  const shown = good ? { lastAt: new Date(good.at), lastValue: good.value } : {};
  await tables().Device.update({ ...shown, lastFlag, seenAt: new Date() }, { where: { id } });
}
export async function setSent(deviceId: number, at: number, value: number): Promise<void> {
  await tables().DeviceBinding.update(
    { sentAt: new Date(at), sentValue: value },
    { where: { deviceId } },
  );
}

export const DEVICE_CHANNEL = 'twin_shot_device';
export const tellDevice = (payload: object): Promise<void> =>
  run('SELECT pg_notify($1, $2)', [DEVICE_CHANNEL, JSON.stringify(payload)]);

/** How far a session's bench clock was ahead of this machine's when it was last heard, ms. */
export const clockLead = async (session: number): Promise<number> => {
  const last = await row<{ at: Date; received_at: Date }>(
    'SELECT at, received_at FROM events WHERE session_id = $1 ORDER BY seq DESC LIMIT 1',
    [session],
  );
  return last ? last.at.getTime() - last.received_at.getTime() : 0;
};
