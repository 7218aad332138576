import { LAG_PRIOR } from './lag.ts';

/**
 * The open protocol of instruments: JSON over HTTP, a key for each. What they may send, and how it
 * is judged. Described in docs/devices.md.
 */
export const DEVICE_KINDS = {
  thermometer: {
    name: 'thermometer',
    unit: '°C',
    low: -40,
    high: 400,
    targets: ['cup', 'mould', 'injector', 'room'],
  },
  scale: { name: 'scale', unit: 'g', low: -50, high: 20_000, targets: ['cup'] },
  gauge: { name: 'vacuum gauge', unit: 'inHg', low: -1, high: 31, targets: ['pot'] },
  pedal: { name: 'pedal', unit: '', low: 0, high: 1, targets: ['bench'] },
} as const satisfies Record<
  string,
  { name: string; unit: string; low: number; high: number; targets: string[] }
>;
export type DeviceKind = keyof typeof DEVICE_KINDS;

/**
 * What can be wrong with a reading. All are kept as they came; those that are not `used` tell the
 * bench nothing.
 */
export const FLAGS = {
  absurd: { used: false, says: 'no heat, weight or vacuum there can be' },
  ambient: { used: false, says: 'colder than the shop: the probe is not in it' },
  away: { used: false, says: 'its cup is in the oven: the probe is not in it' },
  backwards: { used: false, says: 'older than the one before it' },
  duplicate: { used: false, says: 'sent before' },
  clock: { used: true, says: 'its clock is wrong: the time it came is taken' },
} as const;
export type Flag = keyof typeof FLAGS;

/** A device's clock may be so far ahead of the shop's, and its readings so old, ms. */
const AHEAD = 5_000;
const OLD = 10 * 60_000;
/** K under the room's heat that a probe in plastic cannot be. */
const UNDER_ROOM = 5;

export interface Judged {
  value: number;
  /** shop's clock, ms */
  at: number;
  flag: Flag | null;
}
/** A reading with what it is judged against. */
interface Judging {
  kind: DeviceKind;
  value: number;
  /** ms, when it was taken as it is believed */
  at: number;
  wrongClock: boolean;
  last: { at: number; value: number } | null;
  room: number | null;
  away: boolean;
}
/** What can be wrong with a reading; the first that is so is its flag. */
const FLAGGED: [Flag, (judging: Judging) => boolean][] = [
  [
    'absurd',
    ({ kind, value }) => !(value >= DEVICE_KINDS[kind].low && value <= DEVICE_KINDS[kind].high),
  ],
  ['duplicate', ({ last, at, value }) => at === last?.at && value === last.value],
  ['backwards', ({ last, at, wrongClock }) => last !== null && at <= last.at && !wrongClock],
  [
    'ambient',
    ({ kind, value, room }) => kind === 'thermometer' && room !== null && value < room - UNDER_ROOM,
  ],
  ['away', ({ away }) => away],
  ['clock', ({ wrongClock }) => wrongClock],
];

/**
 * Judges one reading against the one before.
 * @param room °C, for a thermometer in a cup; null = not known or not in one
 * @param away its cup is in the oven
 */
export function judge(
  kind: DeviceKind,
  reading: { value: number; at?: number },
  {
    last,
    now,
    room,
    away = false,
  }: {
    last: { at: number; value: number } | null;
    now: number;
    room: number | null;
    away?: boolean;
  },
): Judged {
  const { value } = reading;
  const said = reading.at ?? now;
  const wrongClock = said > now + AHEAD || said < now - OLD;
  const at = wrongClock ? now : said;
  const judging = { kind, value, at, wrongClock, last, room, away };
  return { value, at, flag: FLAGGED.find(([, isSo]) => isSo(judging))?.[0] ?? null };
}

/**
 * A probe is taken at its word when its lag can make it wrong by no more than this, K; a still one
 * is written in the log so often, or when it has moved so far.
 */
const BEHIND = 0.7;
const EVERY = 10_000;
const MOVED = 1.5;

/**
 * Whether a reading is worth an entry in the session's log: one a second would drown it.
 * @param lag of the probe, s
 */
export function tells(
  kind: DeviceKind,
  now: { at: number; value: number },
  {
    last,
    written,
    lag = LAG_PRIOR.mean,
  }: {
    last: { at: number; value: number } | null;
    written: { at: number; value: number } | null;
    lag?: number;
  },
): boolean {
  if (kind !== 'thermometer') return false;
  // The first after a silence may be a probe on its way up.
  if (!last || now.at - last.at > 5_000) return false;
  if (
    Math.abs(now.value - last.value) / Math.max(0.2, (now.at - last.at) / 1000) >
    BEHIND / Math.max(0.5, lag)
  )
    return false;
  return (
    !written ||
    now.at - written.at >= EVERY ||
    (Math.abs(now.value - written.value) >= MOVED && now.at - written.at >= 2_000)
  );
}
