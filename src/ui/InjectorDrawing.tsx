import type { Injector } from '@/core/build/index.ts';

/** An injector lying down, barrels to the proportion of bore and stroke. */
export function InjectorDrawing({ injector, longest }: { injector: Injector; longest: number }) {
  const stroke = (b: Injector['barrels'][number]) => b.volume / ((Math.PI / 4) * b.bore ** 2);
  const k = 180 / longest;
  const gap = 58;
  return (
    <svg
      viewBox={`0 0 300 ${injector.barrels.length * gap + 8}`}
      className="block w-full max-w-sm"
      role="img"
      aria-label={`${injector.name}, ${injector.barrels.length === 1 ? 'one barrel' : `${injector.barrels.length} barrels`}`}
    >
      {injector.barrels.map((b, i) => {
        const y = 8 + i * gap;
        const h = b.bore * 1.05;
        const w = stroke(b) * 1000 * k;
        return (
          <g key={i}>
            <rect
              x={60}
              y={y}
              width={w}
              height={h}
              className="line-art"
              style={{ strokeWidth: 2 }}
            />
            <path
              d={`M10 ${y + h / 2}H${60 + w * 0.3}M${60 + w * 0.3} ${y}v${h}`}
              stroke="var(--ink)"
              strokeWidth="3"
            />
            <path d={`M${60 + w} ${y}l16 ${h / 2 - 4}v8l-16 ${h / 2 - 4}`} className="line-art" />
          </g>
        );
      })}
      <path
        d={`M10 ${8}V${(injector.barrels.length - 1) * gap + 8 + injector.barrels.at(-1)!.bore * 1.05}`}
        stroke="var(--ink)"
        strokeWidth="6"
      />
    </svg>
  );
}
