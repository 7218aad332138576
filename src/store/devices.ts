import type { DeviceKind, Flag } from '@/core/device/index.ts';
import { afterCommit, row, rows, run } from './query.ts';

export interface DeviceRow {
  id: number;
  name: string;
  kind: DeviceKind;
  stand_in: boolean;
  last_at: Date | null;
  last_value: number | null;
  last_flag: Flag | null;
  seen_at: Date | null;
  session_id: number | null;
  target_kind: string | null;
  target: string | null;
  sent_at: Date | null;
  sent_value: number | null;
}
const COLUMNS =
  'd.id, d.name, d.kind, d.stand_in, d.last_at, d.last_value, d.last_flag, d.seen_at, ' +
  'b.session_id, b.target_kind, b.target, b.sent_at, b.sent_value';
const FROM = 'FROM devices d LEFT JOIN device_bindings b ON b.device_id = d.id';

export const allDevices = (): Promise<DeviceRow[]> =>
  rows(`SELECT ${COLUMNS} ${FROM} WHERE d.revoked_at IS NULL ORDER BY d.id LIMIT 200`);
export const deviceById = (id: number): Promise<DeviceRow | null> =>
  row(`SELECT ${COLUMNS} ${FROM} WHERE d.id = $1 AND d.revoked_at IS NULL`, [id]);
/**
 * The device a key belongs to, held for this transaction so that its sendings go one after the
 * other.
 */
export const deviceByKey = (hash: string): Promise<DeviceRow | null> =>
  row(`SELECT ${COLUMNS} ${FROM} WHERE d.key_hash = $1 AND d.revoked_at IS NULL FOR UPDATE OF d`, [
    hash,
  ]);

export const insertDevice = async (
  name: string,
  kind: string,
  hash: string,
  standIn: boolean,
): Promise<number> =>
  (await row<{ id: number }>(
    `INSERT INTO devices (name, kind, key_hash, stand_in) VALUES ($1, $2, $3, $4) ON CONFLICT
      (name) DO UPDATE SET key_hash = excluded.key_hash, kind = excluded.kind, revoked_at = NULL
      RETURNING id`,
    [name, kind, hash, standIn],
  ))!.id;
export const nameInUse = async (name: string): Promise<boolean> =>
  (await row('SELECT 1 AS x FROM devices WHERE lower(name) = lower($1) AND revoked_at IS NULL', [
    name,
  ])) !== null;
export const revokeDevice = async (id: number): Promise<boolean> => {
  await run('DELETE FROM device_bindings WHERE device_id = $1', [id]);
  return (
    (await row(
      'UPDATE devices SET revoked_at = now() WHERE id = $1 AND revoked_at IS NULL RETURNING id',
      [id],
    )) !== null
  );
};

export const boundTo = (session: number, kind: string, target: string): Promise<DeviceRow | null> =>
  row(
    `SELECT ${COLUMNS} FROM devices d JOIN device_bindings b ON b.device_id = d.id WHERE
      b.session_id = $1 AND b.target_kind = $2 AND b.target = $3 AND d.revoked_at IS NULL`,
    [session, kind, target],
  );
export const unbind = (device: number): Promise<void> =>
  run('DELETE FROM device_bindings WHERE device_id = $1', [device]);
export const bind = (
  device: number,
  session: number,
  kind: string,
  target: string,
): Promise<void> =>
  run(
    `INSERT INTO device_bindings (device_id, session_id, target_kind, target) VALUES ($1, $2,
      $3, $4) ON CONFLICT (device_id) DO UPDATE SET session_id = excluded.session_id,
      target_kind = excluded.target_kind, target = excluded.target, bound_at = now(), sent_at =
      NULL, sent_value = NULL`,
    [device, session, kind, target],
  );

const months = new Set<string>();
const when = (ms: number): string => new Date(ms).toISOString();
/** Keeps readings as they came, flagged ones too. The very same moment twice is one reading. */
export async function keepReadings(
  device: DeviceRow,
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
      device.session_id,
      device.target_kind,
      device.target,
    ],
  );
}
/** Temperatures sent of one session that were not flagged, probe by probe in order. */
export const readingsOf = (
  session: number,
): Promise<{ device: number; at: number; value: number }[]> =>
  rows(
    `SELECT d.id AS device, (extract(epoch FROM r.at) * 1000)::float8 AS at, r.value FROM
      device_readings r JOIN devices d ON d.id = r.device_id WHERE r.session_id = $1 AND r.flag
      IS NULL AND d.kind = 'thermometer' ORDER BY d.id, r.at LIMIT 200000`,
    [session],
  );
export const setLast = (
  id: number,
  at: number | null,
  value: number | null,
  flag: Flag | null,
): Promise<void> =>
  run(
    `UPDATE devices SET last_at = coalesce($2::timestamptz, last_at), last_value = coalesce($3,
      last_value), last_flag = $4, seen_at = now() WHERE id = $1`,
    [id, at === null ? null : when(at), value, flag],
  );
export const setSent = (id: number, at: number, value: number): Promise<void> =>
  run(
    'UPDATE device_bindings SET sent_at = $2::timestamptz, sent_value = $3 WHERE device_id = $1',
    [id, when(at), value],
  );

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
