import type { Cavity, Mould } from '@/core/mould/index.ts';
import { CLOSURES } from '@/core/mould/closure.ts';
import { labelsOf } from './mouldLabels.ts';
import type { CavityLook } from './mouldParts.tsx';
import { WIDE, PAD, CavityShape, Rods, EDGE, Words } from './mouldParts.tsx';
import { runnersOf, sprueOver, Feed, Plates, Closures } from './mouldMetal.tsx';

interface Props {
  mould: Mould;
  look?: (cavity: Cavity) => CavityLook;
  closed?: boolean;
  /** closures on, when it is at the bench */
  closures?: number;
  gaps?: string[];
  /** loose plates left out of their slots */
  platesOut?: boolean;
  /** core rods in */
  rods?: boolean;
  runnerColour?: string | null;
  /** ports already shot, where each cavity has its own */
  sprues?: number[];
  /** share of the cooling still to go: drawn as an outline that drains */
  left?: number | null;
  /** how long it is, in the shop's words, for a line under it */
  dimensions?: string;
  /** the order bolts are tightened in */
  order?: boolean;
  numbers?: boolean;
  onCavity?: (count: number) => void;
  focus?: number | null;
}

/** A mould as it lies on the bench, its TOP edge away from the maker, to its real proportion. */
export function MouldDrawing({
  mould,
  look = () => ({}),
  closed,
  closures,
  gaps = [],
  rods,
  platesOut = false,
  runnerColour,
  sprues,
  left = null,
  dimensions,
  order,
  numbers,
  onCavity,
  focus,
}: Props) {
  const scale = (WIDE - 2 * PAD) / mould.width;
  const width = mould.width * scale;
  const height = mould.height * scale;
  const tall = height + PAD + (dimensions ? 62 : 34);
  const round = 2 * (width + height);
  const looks = new Map(mould.cavities.map((cavity) => [cavity.n, look(cavity)]));
  const texts = mould.cavities.map(({ n: count }) => ({
    n: count,
    ...(numbers ? { number: String(count) } : {}),
    figure: looks.get(count)!.figure,
    note: looks.get(count)!.note,
  }));
  const labels = labelsOf(mould, {
    scale,
    texts,
    largest: onCavity ? 20 : 14,
    inTheWay: {
      lines: runnersOf(mould, scale),
      edge: EDGE,
      sprue: (cavity) => (sprueOver(mould, cavity) ? 12 : 0),
    },
  });
  return (
    <svg
      viewBox={`${-PAD} ${-PAD} ${WIDE} ${tall}`}
      className="block w-full max-h-full"
      role={onCavity ? 'group' : 'img'}
      aria-label={`${mould.name}: ${mould.cavities.length} cavities, TOP edge uppermost`}
    >
      <rect
        x={0}
        y={0}
        width={width}
        height={height}
        fill="var(--raised)"
        stroke={left === null ? 'var(--ink)' : 'var(--rule)'}
        strokeWidth="2"
      />
      <path d={`M0 7H${width}`} stroke="var(--ink)" strokeWidth="1.5" />
      <text x={width + 4} y={-29} textAnchor="end" fontSize="18" fontWeight="700" fill="var(--ink)">
        TOP
      </text>
      {left !== null && (
        <path
          d={`M0 0H${width}V${height}H0Z`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="5"
          strokeDasharray={`${round * left} ${round}`}
          data-left={left.toFixed(2)}
        />
      )}
      {(CLOSURES[mould.closure].order === 'cross'
        ? [
            [14, height / 2],
            [width - 14, height / 2],
          ]
        : [
            [14, 22],
            [width - 14, height - 16],
          ]
      ).map(([x, y]) => (
        <circle key={x} cx={x} cy={y} r="5" className="line-art" />
      ))}
      <Feed mould={mould} k={scale} colour={runnerColour} sprues={sprues} />
      {mould.cavities.map((cavity) => {
        const one = looks.get(cavity.n)!;
        return (
          <CavityShape
            key={cavity.n}
            cavity={cavity}
            k={scale}
            look={one}
            onCavity={onCavity}
            focused={focus === cavity.n}
            label={`cavity ${cavity.n}, ${one.mark ? (one.note ?? one.mark) : 'good'}`}
          />
        );
      })}
      <Words
        labels={labels}
        marked={(count) => Boolean(looks.get(count)!.wash ?? looks.get(count)!.mark)}
      />
      {mould.loose.length > 0 && <Plates mould={mould} k={scale} left={platesOut} />}
      {rods && <Rods mould={mould} k={scale} />}
      {(closed || closures === undefined) && (
        <Closures
          mould={mould}
          k={scale}
          on={closures ?? (closed ? mould.closures : 0)}
          order={order}
        />
      )}
      {gaps.includes('left') && (
        <path
          d={`M-8 8V${height - 8}`}
          stroke="var(--stop)"
          strokeWidth="5"
          strokeDasharray="10 6"
        />
      )}
      {gaps.includes('right') && (
        <path
          d={`M${width + 8} 8V${height - 8}`}
          stroke="var(--stop)"
          strokeWidth="5"
          strokeDasharray="10 6"
        />
      )}
      {dimensions && (
        <g>
          <path
            d={`M0 ${height + 40}H${width}M0 ${height + 33}v14M${width} ${height + 33}v14`}
            className="line-art"
            style={{ stroke: 'var(--soft)' }}
          />
          <rect x={width / 2 - 42} y={height + 32} width="84" height="16" fill="var(--ground)" />
          <text x={width / 2} y={height + 45} textAnchor="middle" fontSize="14" fill="var(--ink)">
            {dimensions}
          </text>
        </g>
      )}
    </svg>
  );
}
