import type { Cavity, Mould } from '@/core/mould/index.ts';
import { CLOSURES } from '@/core/mould/closure.ts';
import { labelsOf } from './mouldLabels.ts';
import type { CavityLook } from './mouldParts.tsx';
import { WIDE, PAD, CavityShape, Rods, EDGE, Words } from './mouldParts.tsx';
import { runnersOf, sprueOver, Feed, Plates, Closures } from './mouldMetal.tsx';

/** A part of a drawing that is brought nearer: round a point, so many times. */
export interface Near {
  x: number;
  y: number;
  times: number;
}

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
  near?: Near | null;
  onCavity?: (count: number) => void;
  focus?: number | null;
}

/** A mould's outside, in the drawing's own units, and the scale it is drawn at. */
interface Size {
  scale: number;
  width: number;
  height: number;
}

/** Its two halves, the word over the TOP edge, and the outline that drains while it cools. */
function Body({ width, height, left }: Size & { left: number | null }) {
  const round = 2 * (width + height);
  return (
    <>
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
    </>
  );
}

/** Pins its halves are led by: beside bolts that are tightened crosswise, in the corners else. */
function Pins({ closure, width, height }: Size & Pick<Mould, 'closure'>) {
  const crosswise = CLOSURES[closure].order === 'cross';
  const [low, high] = crosswise ? [height / 2, height / 2] : [22, height - 16];
  return (
    <>
      <circle cx={14} cy={low} r="5" className="line-art" />
      <circle cx={width - 14} cy={high} r="5" className="line-art" />
    </>
  );
}

/** A gap that shows between the halves, at one side. */
const Gap = ({ x, height }: { x: number; height: number }) => (
  <path d={`M${x} 8V${height - 8}`} stroke="var(--stop)" strokeWidth="5" strokeDasharray="10 6" />
);

/** How long it is, under it. */
const Length = ({ width, height, says }: Size & { says: string }) => (
  <g>
    <path
      d={`M0 ${height + 40}H${width}M0 ${height + 33}v14M${width} ${height + 33}v14`}
      className="line-art"
      style={{ stroke: 'var(--soft)' }}
    />
    <rect x={width / 2 - 42} y={height + 32} width="84" height="16" fill="var(--ground)" />
    <text x={width / 2} y={height + 45} textAnchor="middle" fontSize="14" fill="var(--ink)">
      {says}
    </text>
  </g>
);

/** What lies in the cavities, each with its number and what is noted of it. */
function Cavities({
  mould,
  scale,
  look,
  numbers,
  onCavity,
  focus,
}: Pick<Props, 'mould' | 'numbers' | 'onCavity' | 'focus'> & {
  scale: number;
  look: NonNullable<Props['look']>;
}) {
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
    <>
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
    </>
  );
}

/** Loose plates, core rods, and what holds it closed. */
function Pieces({
  mould,
  scale,
  platesOut = false,
  rods,
  closed,
  closures = closed ? mould.closures : 0,
  drawn,
  order,
}: Pick<Props, 'mould' | 'platesOut' | 'rods' | 'closed' | 'closures' | 'order'> & {
  scale: number;
  /** what holds it closed is drawn */
  drawn: boolean;
}) {
  return (
    <>
      {mould.loose.length > 0 && <Plates mould={mould} k={scale} left={platesOut} />}
      {rods && <Rods mould={mould} k={scale} />}
      {drawn && <Closures mould={mould} k={scale} on={closures} order={order} />}
    </>
  );
}

/** What of the drawing is seen: all of it, or the part that is brought nearer. */
function viewOf(height: number, near: Near | null): string {
  if (!near) return `${-PAD} ${-PAD} ${WIDE} ${height}`;
  const [wide, high] = [WIDE / near.times, height / near.times];
  const from = (at: number, part: number, whole: number) =>
    Math.min(whole - PAD - part, Math.max(-PAD, at - part / 2));
  return `${from(near.x, wide, WIDE)} ${from(near.y, high, height)} ${wide} ${high}`;
}

const LOOKS_EMPTY = (): CavityLook => ({});

/** A mould as it lies on the bench, its TOP edge away from the maker, to its real proportion. */
export function MouldDrawing(props: Props) {
  const { mould, look = LOOKS_EMPTY, gaps = [], left = null, dimensions, onCavity } = props;
  const { closed, closures, runnerColour, sprues, near = null } = props;
  const scale = (WIDE - 2 * PAD) / mould.width;
  const size = { scale, width: mould.width * scale, height: mould.height * scale };
  const { width, height } = size;
  return (
    <svg
      viewBox={viewOf(height + PAD + (dimensions ? 62 : 37), near)}
      className="block w-full max-h-full"
      role={onCavity ? 'group' : 'img'}
      aria-label={`${mould.name}: ${mould.cavities.length} cavities, TOP edge uppermost`}
    >
      <Body {...size} left={left} />
      <Pins {...size} closure={mould.closure} />
      <Feed mould={mould} k={scale} colour={runnerColour} sprues={sprues} />
      <Cavities {...props} {...{ scale, look }} />
      <Pieces {...props} scale={scale} drawn={closed === true || closures === undefined} />
      {gaps.includes('left') && <Gap x={-8} height={height} />}
      {gaps.includes('right') && <Gap x={width + 8} height={height} />}
      {dimensions && <Length {...size} says={dimensions} />}
    </svg>
  );
}
