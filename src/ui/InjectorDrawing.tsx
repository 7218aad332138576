import type { Injector } from '@/core/build/index.ts';

/** An injector lying down, barrels to the proportion of bore and stroke. */
export function InjectorDrawing({ injector, longest }: { injector: Injector; longest: number }) {
  const stroke = (vessel: Injector['barrels'][number]) =>
    vessel.volume / ((Math.PI / 4) * vessel.bore ** 2);
  const scale = 180 / longest;
  const gap = 58;
  return (
    <svg
      viewBox={`0 0 300 ${injector.barrels.length * gap + 8}`}
      className="block w-full max-w-sm"
      role="img"
      aria-label={
        `${injector.name}, ` +
        `${injector.barrels.length === 1 ? 'one barrel' : `${injector.barrels.length} barrels`}`
      }
    >
      {injector.barrels.map((barrel, i) => {
        const y = 8 + i * gap;
        const height = barrel.bore * 1.05;
        const width = stroke(barrel) * 1000 * scale;
        return (
          <g key={i}>
            <rect
              x={60}
              y={y}
              width={width}
              height={height}
              className="line-art"
              style={{ strokeWidth: 2 }}
            />
            <path
              d={`M10 ${y + height / 2}H${60 + width * 0.3}M${60 + width * 0.3} ${y}v${height}`}
              stroke="var(--ink)"
              strokeWidth="3"
            />
            <path
              d={`M${60 + width} ${y}l16 ${height / 2 - 4}v8l-16 ${height / 2 - 4}`}
              className="line-art"
            />
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
