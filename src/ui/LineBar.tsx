import type { Progress } from '@/core/order/progress.ts';

/** How far each kind of bait has come: shade and hatch, not colour. */
export const STATES: { key: keyof Progress; name: string; fill: string }[] = [
  { key: 'sent', name: 'sent', fill: 'var(--ink)' },
  { key: 'packed', name: 'packed', fill: 'var(--soft)' },
  { key: 'cured', name: 'good and cured', fill: 'url(#bar-cross)' },
  { key: 'curing', name: 'curing', fill: 'url(#bar-hatch)' },
  { key: 'shot', name: 'shot, on the bench', fill: 'url(#bar-dots)' },
  { key: 'toShoot', name: 'to shoot', fill: 'none' },
];

/** Patterns the bars use; once a page. */
export function BarPatterns() {
  return (
    <svg width="0" height="0" className="absolute" aria-hidden="true">
      <defs>
        <pattern
          id="bar-hatch"
          width="8"
          height="8"
          patternUnits="userSpaceOnUse"
          patternTransform="skewX(-20)"
        >
          <path d="M1 0V8" stroke="var(--ink)" strokeWidth="1.5" />
        </pattern>
        <pattern id="bar-cross" width="8" height="8" patternUnits="userSpaceOnUse">
          <path d="M0 0H8M0 4H8" stroke="var(--ink)" strokeWidth="2" />
        </pattern>
        <pattern id="bar-dots" width="6" height="6" patternUnits="userSpaceOnUse">
          <circle cx="3" cy="3" r="1.2" fill="var(--ink)" />
        </pattern>
      </defs>
    </svg>
  );
}

export const sayProgress = (progress: Progress): string =>
  STATES.filter((state) => progress[state.key] > 0)
    .map((state) => `${progress[state.key]} ${state.name}`)
    .join(', ');

/** A line as a bar of its count. */
export function LineBar({ progress, height = 22 }: { progress: Progress; height?: number }) {
  const total = STATES.reduce((sum, state) => sum + progress[state.key], 0) || 1;
  const parts = STATES.map((state, i) => ({
    ...state,
    w: (progress[state.key] / total) * 330,
    x: STATES.slice(0, i).reduce((sum, state) => sum + (progress[state.key] / total) * 330, 0),
  })).filter((other) => other.w > 0);
  return (
    <svg
      viewBox={`-1 -1 332 ${height + 2}`}
      className="block w-full"
      style={{ height }}
      preserveAspectRatio="none"
      role="img"
      aria-label={sayProgress(progress)}
    >
      {parts.map(({ x, w: width, ...other }) => (
        <rect
          key={other.key}
          x={x}
          y={0}
          width={width}
          height={height}
          fill={other.fill}
          stroke={other.key === 'toShoot' ? 'var(--rule)' : 'var(--ink)'}
          strokeWidth="1.25"
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </svg>
  );
}
