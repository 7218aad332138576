import type { Seen } from '@/core/learner/stages.ts';

/** Where lumps float, in the cup's own units. */
const LUMPS = [
  [34, 58, 8],
  [58, 50, 10],
  [48, 76, 9],
  [70, 70, 7],
  [36, 84, 6],
  [62, 88, 7],
] as const;

/** A cup of plastic as the eye sees it at a stage. */
export const StageCup = ({ seen, vapour }: { seen: Seen; vapour: number }) => (
  <svg viewBox="0 0 104 112" className="block h-28 w-26" aria-hidden="true">
    <path d="M20 40H84L78 102H26Z" fill={seen.colour} stroke="var(--rule)" />
    {LUMPS.slice(0, Math.round(seen.lumps * LUMPS.length)).map(([x, y, wide]) => (
      <circle
        key={`${x}.${y}`}
        cx={x}
        cy={y}
        r={wide}
        fill="none"
        stroke="#6d6440"
        strokeWidth="1.5"
      />
    ))}
    <path d="M16 24 26 106H78L88 24" className="line-art" style={{ strokeWidth: 2 }} />
    {Array.from({ length: vapour }, (_, nth) => (
      <path
        key={nth}
        d={`M${40 + nth * 12} 32q-5 -7 0 -13t0 -13`}
        className="line-art"
        strokeDasharray={vapour > 2 ? undefined : '3 3'}
      />
    ))}
  </svg>
);
