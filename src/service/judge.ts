import { type Judged, judge, FLAGS, tells } from '../core/device/protocol.ts';
import type { Device, DeviceBinding } from '../store/models/devices.ts';

/**
 * An event may have been on its way so long, ms: an older one tells nothing of the bench's clock.
 */
export const LAG = 5000;
/** What is known of an instrument that its readings are judged by. */
export interface JudgedDevice extends Pick<Device, 'kind' | 'lastAt' | 'lastValue'> {
  binding: Pick<DeviceBinding, 'targetKind' | 'sentAt' | 'sentValue'> | null;
}

/**
 * What is to become of each reading: judged one after the other, each against the last good one.
 */
export function judgeAll(
  device: JudgedDevice,
  list: { value: number; at?: number }[],
  {
    now,
    lead,
    room,
    away,
    lag,
  }: { now: number; lead: number; room: number | null; away: boolean; lag?: number },
): { judged: Judged[]; tell: Judged[] } {
  // A reading from after now was taken by a clock that has been put back: it judges none of
  // today's.
  const { binding } = device;
  const ahead = device.lastAt !== null && device.lastAt.getTime() > now + LAG;
  let last =
    !ahead && device.lastAt && device.lastValue !== null
      ? { at: device.lastAt.getTime(), value: device.lastValue }
      : null;
  let written =
    !ahead && binding?.sentAt && binding.sentValue !== null
      ? { at: binding.sentAt.getTime(), value: binding.sentValue }
      : null;
  const tell: Judged[] = [];
  const judged = list.map((other) => {
    const judged = judge(device.kind, other, {
      last,
      now,
      room: binding?.targetKind === 'cup' ? room : null,
      away,
    });
    if (judged.flag === null || FLAGS[judged.flag].used) {
      // On the bench's clock, by which the session is kept.
      const there = { ...judged, at: Math.round(judged.at + lead) };
      if (
        binding &&
        tells(device.kind, there, { last: last && { ...last, at: last.at + lead }, written, lag })
      ) {
        tell.push(there);
        written = there;
      }
      last = judged;
    }
    return judged;
  });
  return { judged, tell };
}
