import type { Cavity, Mould } from '@/core/mould/index.ts';
import { CLOSURES, tightening } from '@/core/mould/closure.ts';
import { Layers } from './Bait.tsx';
import { shapeFor, stationsOf, wholePath } from './baitPath.ts';
import type { Drawn } from './dress.ts';
import type { Label } from './mouldLabels.ts';
import { labelsOf, RUNNER } from './mouldLabels.ts';

export interface CavityLook {
  /** what lies in it; none = an empty cavity */
  layers?: readonly Drawn[];
  wash?: string;
  mark?: 'usable' | 'second' | null;
  note?: string;
  figure?: string;
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
  onCavity?: (n: number) => void;
  focus?: number | null;
}

const W = 800;
const PAD = 46;

/** Core rods lying in their channels, drawn through the cavity. */
function Rods({ mould, k }: { mould: Mould; k: number }) {
  if (!mould.rod) return null;
  const { bore, length } = mould.rod;
  return (
    <g>
      {mould.cavities.map((c) => (
        <g key={c.n} transform={`translate(${c.x * k} ${c.y * k}) rotate(${c.turn})`}>
          <rect
            x={(-c.length / 2) * k - 14}
            y={(-bore * k) / 2}
            width={14 + (c.length * 0.1 + length) * k}
            height={bore * k}
            fill="var(--raised)"
            className="line-art"
          />
          <path
            d={`M${(-c.length / 2) * k - 14} ${-bore * k * 0.8}v${bore * k * 1.6}`}
            className="line-art"
            style={{ strokeWidth: 4 }}
          />
        </g>
      ))}
    </g>
  );
}

function CavityShape({
  c,
  k,
  look,
  onCavity,
  focused,
  label,
}: {
  c: Cavity;
  k: number;
  look: CavityLook;
  onCavity?: (n: number) => void;
  focused?: boolean;
  label: string;
}) {
  const stations = stationsOf(c.outline, c.profile);
  const length = c.length * k;
  const { most } = shapeFor(stations);
  const p = { whole: wholePath(stations, length), up: most.up * length, down: most.down * length };
  const x = c.x * k;
  const y = c.y * k;
  const half = (c.length * k) / 2;
  const shape = (
    <g transform={`translate(${x} ${y}) rotate(${c.turn}) translate(${-half} 0)`}>
      <path d={p.whole} fill="var(--ground)" />
      {look.layers && look.layers.length > 0 && (
        <Layers stations={stations} layers={look.layers} length={length} />
      )}
      {look.wash && <path d={p.whole} fill={look.wash} />}
      <path
        d={p.whole}
        className="line-art"
        strokeWidth={focused ? 3 : 1.5}
        style={focused ? { strokeWidth: 3.5 } : undefined}
      />
      {look.mark && (
        <path
          d={`M0 ${-p.up}L${half * 2} ${p.down}M0 ${p.down}L${half * 2} ${-p.up}`}
          stroke={look.mark === 'second' ? 'var(--stop)' : 'var(--watch)'}
          strokeWidth="3"
          strokeDasharray={look.mark === 'usable' ? '7 5' : undefined}
        />
      )}
    </g>
  );
  if (!onCavity) return shape;
  const reach = Math.max(32, p.up + p.down + 14);
  return (
    <g
      role="button"
      tabIndex={-1}
      aria-label={label}
      onClick={() => onCavity(c.n)}
      style={{ cursor: 'pointer' }}
      data-cavity={c.n}
    >
      <rect
        x={x - half - 6}
        y={y - reach / 2}
        width={half * 2 + 12}
        height={reach}
        fill="transparent"
      />
      {shape}
    </g>
  );
}

/** Heights at which a runner crosses the mould, px. */
function runnersOf(mould: Mould, k: number): number[] {
  if (mould.feed !== 'runner' || mould.closure === 'open') return [];
  const rows = [...new Set(mould.cavities.map((c) => c.y))].sort((a, b) => a - b);
  return rows.length > 1
    ? rows.slice(1).map((y, i) => ((y + rows[i]!) / 2) * k)
    : [mould.height * k * 0.82];
}

/** Whether a sprue of its own comes down to a cavity's nose from the upper edge. */
const sprueOver = (mould: Mould, c: Cavity): boolean =>
  mould.feed === 'each' &&
  new Set(mould.cavities.map((m) => m.x)).size > 1 &&
  c.y < mould.height / 2;

/** What closures take of a mould's edges, px: words keep off it. */
const EDGE = 12;

/** Every word on the cavities, each in its own place. */
function Words({ labels, marked }: { labels: Label[]; marked: (n: number) => boolean }) {
  const weight = ({ kind, n }: Label) =>
    kind === 'number' || (kind === 'note' && marked(n)) ? 700 : 400;
  const fill = ({ kind, n }: Label) =>
    kind === 'number'
      ? 'var(--ink)'
      : kind === 'note' && marked(n)
        ? 'var(--watch)'
        : 'var(--soft)';
  return (
    <g pointerEvents="none" paintOrder="stroke" stroke="var(--raised)" strokeWidth="3" data-words>
      {labels.map((label) => (
        <text
          key={`${label.n}${label.kind}`}
          x={label.x}
          y={label.y}
          textAnchor={label.anchor}
          fontSize={label.size}
          fontWeight={weight(label)}
          fill={fill(label)}
        >
          {label.text}
        </text>
      ))}
    </g>
  );
}

function Feed({
  mould,
  k,
  colour,
  sprues,
}: {
  mould: Mould;
  k: number;
  colour?: string | null;
  sprues?: number[];
}) {
  if (mould.closure === 'open') return null;
  const h = mould.height * k;
  const w = mould.width * k;
  const fill = colour ?? 'var(--rule)';
  if (mould.feed === 'runner') {
    const lines = runnersOf(mould, k);
    const last = Math.max(...mould.cavities.map((c) => c.x)) * k;
    return (
      <g>
        {lines.map((y) => (
          <rect key={y} x={0} y={y - RUNNER / 2} width={last} height={RUNNER} fill={fill} />
        ))}
        {lines.length > 1 && (
          <rect x={0} y={lines[0]!} width={10} height={lines.at(-1)! - lines[0]!} fill={fill} />
        )}
      </g>
    );
  }
  if (mould.feed === 'top')
    return (
      <g>
        {mould.cavities.map((c) => (
          <rect
            key={c.n}
            x={0}
            y={c.y * k - 4}
            width={Math.max(6, (c.x - c.length / 2) * k)}
            height={8}
            fill={fill}
          />
        ))}
      </g>
    );
  return (
    <g>
      {mould.cavities.map((c) => {
        const noseX = (c.x - c.length / 2) * k;
        const up = c.y < mould.height / 2;
        const own = !sprues || sprues.includes(c.n) ? fill : 'var(--rule)';
        const single = new Set(mould.cavities.map((m) => m.x)).size === 1;
        return single ? (
          <rect key={c.n} x={0} y={c.y * k - 4} width={Math.max(6, noseX)} height={8} fill={own} />
        ) : (
          <rect
            key={c.n}
            x={Math.min(w - 8, noseX - 2)}
            y={up ? 0 : c.y * k}
            width={8}
            height={up ? c.y * k : h - c.y * k}
            fill={own}
          />
        );
      })}
    </g>
  );
}

/** Loose plates in their slots along the lower edge; drawn beside them, dashed, when they are left out. */
function Plates({ mould, k, left }: { mould: Mould; k: number; left: boolean }) {
  const h = mould.height * k;
  const pitch = Math.min(150, (mould.width * k - 80) / mould.loose.length);
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
            y={left ? h + 16 : h - 30}
            width={wide}
            height="18"
            fill={left ? 'none' : 'var(--rule)'}
            className="line-art"
            style={{ strokeDasharray: left ? '5 3' : undefined }}
          />
          <text
            x={60 + i * pitch + wide / 2}
            y={left ? h + 29 : h - 17}
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

/** Clamps, bolts, hinge or vice as they stand, at the edges they hold; bolts with the order they are tightened in. */
function Closures({
  mould,
  k,
  on,
  order,
}: {
  mould: Mould;
  k: number;
  on: number;
  order?: boolean;
}) {
  if (mould.closure === 'open') return null;
  const w = mould.width * k;
  const h = mould.height * k;
  const faint = (i: number) => (i < on ? 0.85 : 0.22);
  if (CLOSURES[mould.closure].order === 'cross') {
    const n = mould.closures;
    const turn = tightening(n);
    return (
      <g>
        {Array.from({ length: n }, (_, i) => {
          const x = 18 + ((w - 36) * Math.floor(i / 2)) / Math.max(1, Math.ceil(n / 2) - 1 || 1);
          const y = i % 2 === 0 ? 0 : h;
          const beyond = y === 0 ? -13 : h + 25;
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
        <rect x={w * 0.15} y={-18} width={w * 0.7} height={12} fill="var(--ink)" />
        <rect
          x={w * 0.15}
          y={-6}
          width={w * 0.7}
          height={5}
          className="line-art"
          fill="var(--raised)"
        />
        <rect x={w * 0.15} y={h + 6} width={w * 0.7} height={12} fill="var(--ink)" />
        <rect
          x={w * 0.15}
          y={h + 1}
          width={w * 0.7}
          height={5}
          className="line-art"
          fill="var(--raised)"
        />
      </g>
    );
  const bars =
    mould.closure === 'hinge'
      ? [0.12]
      : Array.from({ length: mould.closures }, (_, i) => (i + 1) / (mould.closures + 1)).map((s) =>
          mould.closures === 2 ? (s < 0.5 ? 0.19 : 0.83) : s,
        );
  return (
    <g>
      {mould.closure === 'hinge' &&
        [0.25, 0.5, 0.75].map((s) => (
          <rect
            key={s}
            x={w - 6}
            y={h * s - 12}
            width="12"
            height="24"
            className="line-art"
            fill="var(--raised)"
          />
        ))}
      {bars.map((s, i) => (
        <g key={s} opacity={faint(i)} stroke="var(--ink)">
          <path d={`M${w * s} -14V9M${w * s} ${h - 9}V${h + 14}`} strokeWidth="4" />
          <path d={`M${w * s - 20} -14h40M${w * s - 20} ${h + 14}h40`} strokeWidth="4" />
        </g>
      ))}
    </g>
  );
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
  const k = (W - 2 * PAD) / mould.width;
  const w = mould.width * k;
  const h = mould.height * k;
  const tall = h + PAD + (dimensions ? 62 : 34);
  const round = 2 * (w + h);
  const looks = new Map(mould.cavities.map((c) => [c.n, look(c)]));
  const texts = mould.cavities.map(({ n }) => ({
    n,
    ...(numbers ? { number: String(n) } : {}),
    figure: looks.get(n)!.figure,
    note: looks.get(n)!.note,
  }));
  const labels = labelsOf(mould, k, texts, onCavity ? 20 : 14, {
    lines: runnersOf(mould, k),
    edge: EDGE,
    sprue: (c) => (sprueOver(mould, c) ? 12 : 0),
  });
  return (
    <svg
      viewBox={`${-PAD} ${-PAD} ${W} ${tall}`}
      className="block w-full max-h-full"
      role={onCavity ? 'group' : 'img'}
      aria-label={`${mould.name}: ${mould.cavities.length} cavities, TOP edge uppermost`}
    >
      <rect
        x={0}
        y={0}
        width={w}
        height={h}
        fill="var(--raised)"
        stroke={left === null ? 'var(--ink)' : 'var(--rule)'}
        strokeWidth="2"
      />
      <path d={`M0 7H${w}`} stroke="var(--ink)" strokeWidth="1.5" />
      <text x={w + 4} y={-29} textAnchor="end" fontSize="18" fontWeight="700" fill="var(--ink)">
        TOP
      </text>
      {left !== null && (
        <path
          d={`M0 0H${w}V${h}H0Z`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="5"
          strokeDasharray={`${round * left} ${round}`}
          data-left={left.toFixed(2)}
        />
      )}
      {(CLOSURES[mould.closure].order === 'cross'
        ? [
            [14, h / 2],
            [w - 14, h / 2],
          ]
        : [
            [14, 22],
            [w - 14, h - 16],
          ]
      ).map(([x, y]) => (
        <circle key={x} cx={x} cy={y} r="5" className="line-art" />
      ))}
      <Feed mould={mould} k={k} colour={runnerColour} sprues={sprues} />
      {mould.cavities.map((c) => {
        const one = looks.get(c.n)!;
        return (
          <CavityShape
            key={c.n}
            c={c}
            k={k}
            look={one}
            onCavity={onCavity}
            focused={focus === c.n}
            label={`cavity ${c.n}, ${one.mark ? (one.note ?? one.mark) : 'good'}`}
          />
        );
      })}
      <Words labels={labels} marked={(n) => Boolean(looks.get(n)!.wash ?? looks.get(n)!.mark)} />
      {mould.loose.length > 0 && <Plates mould={mould} k={k} left={platesOut} />}
      {rods && <Rods mould={mould} k={k} />}
      {(closed || closures === undefined) && (
        <Closures
          mould={mould}
          k={k}
          on={closures ?? (closed ? mould.closures : 0)}
          order={order}
        />
      )}
      {gaps.includes('left') && (
        <path d={`M-8 8V${h - 8}`} stroke="var(--stop)" strokeWidth="5" strokeDasharray="10 6" />
      )}
      {gaps.includes('right') && (
        <path
          d={`M${w + 8} 8V${h - 8}`}
          stroke="var(--stop)"
          strokeWidth="5"
          strokeDasharray="10 6"
        />
      )}
      {dimensions && (
        <g>
          <path
            d={`M0 ${h + 40}H${w}M0 ${h + 33}v14M${w} ${h + 33}v14`}
            className="line-art"
            style={{ stroke: 'var(--soft)' }}
          />
          <rect x={w / 2 - 42} y={h + 32} width="84" height="16" fill="var(--ground)" />
          <text x={w / 2} y={h + 45} textAnchor="middle" fontSize="14" fill="var(--ink)">
            {dimensions}
          </text>
        </g>
      )}
    </svg>
  );
}
