import type { Tape } from '@/core/tape/index.ts';
import { DEEP, type Scale } from './scale.ts';

/** px a figure in the rack wants. */
const ROOM = 30;

/** What lies on the rack, from when; where shots follow closely, only every so many are named. */
export function RackRow({ racked, scale: { x, wide } }: { racked: Tape['racked']; scale: Scale }) {
  let until = -Infinity;
  return racked.map(({ at, baits }, nth) => {
    const left = x(at);
    if (left < until && nth < racked.length - 1) return null;
    if (left < until || left + ROOM > wide) return null;
    until = left + ROOM;
    return (
      <g key={nth}>
        <path d={`M${left} 0V${DEEP}`} stroke="var(--ink)" strokeWidth="1.1" />
        <text
          x={left + 3}
          y={DEEP - 7}
          fontSize="13"
          fill="var(--ink)"
          fontFamily="var(--font-mono)"
        >
          {baits}
        </text>
      </g>
    );
  });
}
