import { type Judged, judge, FLAGS, tells } from '../core/device/protocol.ts';
import type { DeviceRow } from '../store/devices.ts';

/**
 * An event may have been on its way so long, ms: an older one tells nothing of the bench's clock.
 */
export const LAG = 5000;
/**
 * What is to become of each reading: judged one after the other, each against the last good one.
 */
export function judgeAll(
  device: DeviceRow,
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
  const judged = list.map((other) => {
    const judged = judge(device.kind, other, {
      last,
      now,
      room: device.target_kind === 'cup' ? room : null,
      away,
    });
    if (judged.flag === null || FLAGS[judged.flag].used) {
      // On the bench's clock, by which the session is kept.
      const there = { ...judged, at: Math.round(judged.at + lead) };
      if (
        device.session_id !== null &&
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
