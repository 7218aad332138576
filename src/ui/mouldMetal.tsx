import { CLOSURES, tightening } from '../core/mould/closure.ts';
import type { Mould, Cavity } from '../core/mould/schema.ts';
import { RUNNER } from './mouldLabels.ts';

/** Heights at which a runner crosses the mould, px. */
export function runnersOf(mould: Mould, k: number): number[] {
  if (mould.feed !== 'runner' || mould.closure === 'open') return [];
  const rows = [...new Set(mould.cavities.map((cavity) => cavity.y))].sort(
    (one, other) => one - other,
  );
  return rows.length > 1
    ? rows.slice(1).map((y, i) => ((y + rows[i]!) / 2) * k)
    : [mould.height * k * 0.82];
}
/** Whether a sprue of its own comes down to a cavity's nose from the upper edge. */
export const sprueOver = (mould: Mould, cavity: Cavity): boolean =>
  mould.feed === 'each' &&
  new Set(mould.cavities.map((cavity) => cavity.x)).size > 1 &&
  cavity.y < mould.height / 2;
export function Feed({
  mould,
  k: scale,
  colour,
  sprues,
}: {
  mould: Mould;
  k: number;
  colour?: string | null;
  sprues?: number[];
}) {
  if (mould.closure === 'open') return null;
  const height = mould.height * scale;
  const width = mould.width * scale;
  const fill = colour ?? 'var(--rule)';
  if (mould.feed === 'runner') {
    const lines = runnersOf(mould, scale);
    const last = Math.max(...mould.cavities.map((cavity) => cavity.x)) * scale;
    return (
      <g>
        {lines.map((y) => (
          <rect key={y} x={0} y={y - RUNNER / 2} width={last} height={RUNNER} fill={fill} />
        ))}
        {lines.length > 1 && (
          <rect x={0} y={lines[0]} width={10} height={lines.at(-1)! - lines[0]!} fill={fill} />
        )}
      </g>
    );
  }
  if (mould.feed === 'top')
    return (
      <g>
        {mould.cavities.map((cavity) => (
          <rect
            key={cavity.n}
            x={0}
            y={cavity.y * scale - 4}
            width={Math.max(6, (cavity.x - cavity.length / 2) * scale)}
            height={8}
            fill={fill}
          />
        ))}
      </g>
    );
  return (
    <g>
      {mould.cavities.map((cavity) => {
        const noseX = (cavity.x - cavity.length / 2) * scale;
        const up = cavity.y < mould.height / 2;
        const own = !sprues || sprues.includes(cavity.n) ? fill : 'var(--rule)';
        const single = new Set(mould.cavities.map((cavity) => cavity.x)).size === 1;
        return single ? (
          <rect
            key={cavity.n}
            x={0}
            y={cavity.y * scale - 4}
            width={Math.max(6, noseX)}
            height={8}
            fill={own}
          />
        ) : (
          <rect
            key={cavity.n}
            x={Math.min(width - 8, noseX - 2)}
            y={up ? 0 : cavity.y * scale}
            width={8}
            height={up ? cavity.y * scale : height - cavity.y * scale}
            fill={own}
          />
        );
      })}
    </g>
  );
}
/**
 * Loose plates in their slots along the lower edge; drawn beside them, dashed, when they are left
 * out.
 */
export function Plates({ mould, k: scale, left }: { mould: Mould; k: number; left: boolean }) {
  const height = mould.height * scale;
  const pitch = Math.min(150, (mould.width * scale - 80) / mould.loose.length);
  const wide = pitch - 20;
  const words = Math.min(
    12,
    (wide - 6) / (0.55 * Math.max(...mould.loose.map((part) => part.length))),
  );
  return (
    <g>
      {mould.loose.map((part, i) => (
        <g key={part}>
          <rect
            x={60 + i * pitch}
            y={left ? height + 16 : height - 30}
            width={wide}
            height="18"
            fill={left ? 'none' : 'var(--rule)'}
            className="line-art"
            style={{ strokeDasharray: left ? '5 3' : undefined }}
          />
          <text
            x={60 + i * pitch + wide / 2}
            y={left ? height + 29 : height - 17}
            textAnchor="middle"
            fontSize={words}
            fill={left ? 'var(--stop)' : 'var(--ink)'}
          >
            {part}
          </text>
        </g>
      ))}
    </g>
  );
}
/**
 * Clamps, bolts, hinge or vice as they stand, at the edges they hold; bolts with the order they are
 * tightened in.
 */
export function Closures({
  mould,
  k: scale,
  on,
  order,
}: {
  mould: Mould;
  k: number;
  on: number;
  order?: boolean;
}) {
  if (mould.closure === 'open') return null;
  const width = mould.width * scale;
  const height = mould.height * scale;
  const faint = (i: number) => (i < on ? 0.85 : 0.22);
  if (CLOSURES[mould.closure].order === 'cross') {
    const closures = mould.closures;
    const turn = tightening(closures);
    return (
      <g>
        {Array.from({ length: closures }, (_, i) => {
          const x =
            18 + ((width - 36) * Math.floor(i / 2)) / Math.max(1, Math.ceil(closures / 2) - 1 || 1);
          const y = i % 2 === 0 ? 0 : height;
          const beyond = y === 0 ? -13 : height + 25;
          return (
            <g key={i} opacity={faint(i)}>
              <circle cx={x} cy={y} r="8" fill="var(--raised)" className="line-art" />
              <path d={`M${x - 5} ${y}H${x + 5}`} className="line-art" style={{ strokeWidth: 3 }} />
              {order && (
                <text
                  x={x}
                  y={beyond}
                  textAnchor="middle"
                  fontSize="16"
                  fontWeight="700"
                  fill="var(--ink)"
                >
                  {turn.indexOf(i + 1) + 1}
                </text>
              )}
            </g>
          );
        })}
      </g>
    );
  }
  if (mould.closure === 'vice')
    return (
      <g opacity={faint(0)}>
        <rect x={width * 0.15} y={-18} width={width * 0.7} height={12} fill="var(--ink)" />
        <rect
          x={width * 0.15}
          y={-6}
          width={width * 0.7}
          height={5}
          className="line-art"
          fill="var(--raised)"
        />
        <rect x={width * 0.15} y={height + 6} width={width * 0.7} height={12} fill="var(--ink)" />
        <rect
          x={width * 0.15}
          y={height + 1}
          width={width * 0.7}
          height={5}
          className="line-art"
          fill="var(--raised)"
        />
      </g>
    );
  const bars =
    mould.closure === 'hinge'
      ? [0.12]
      : Array.from({ length: mould.closures }, (_, i) => (i + 1) / (mould.closures + 1)).map(
          (share) => (mould.closures === 2 ? (share < 0.5 ? 0.19 : 0.83) : share),
        );
  return (
    <g>
      {mould.closure === 'hinge' &&
        [0.25, 0.5, 0.75].map((share) => (
          <rect
            key={share}
            x={width - 6}
            y={height * share - 12}
            width="12"
            height="24"
            className="line-art"
            fill="var(--raised)"
          />
        ))}
      {bars.map((bar, i) => (
        <g key={bar} opacity={faint(i)} stroke="var(--ink)">
          <path
            d={`M${width * bar} -14V9M${width * bar} ${height - 9}V${height + 14}`}
            strokeWidth="4"
          />
          <path
            d={`M${width * bar - 20} -14h40M${width * bar - 20} ${height + 14}h40`}
            strokeWidth="4"
          />
        </g>
      ))}
    </g>
  );
}
