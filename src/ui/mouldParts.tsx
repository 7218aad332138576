import type { Mould, Cavity } from '../core/mould/schema.ts';
import { Layers } from './Bait.tsx';
import { stationsOf, shapeFor, wholePath } from './baitPath.ts';
import type { Drawn } from './drawLayers.ts';
import type { Label } from './mouldLabels.ts';

export const WIDE = 800;
export const PAD = 46;
/** Core rods lying in their channels, drawn through the cavity. */
export function Rods({ mould, k: scale }: { mould: Mould; k: number }) {
  if (!mould.rod) return null;
  const { bore, length, closes } = mould.rod;
  return (
    <g>
      {mould.cavities.map((cavity) => (
        <g
          key={cavity.n}
          transform={`translate(${cavity.x * scale} ${cavity.y * scale}) rotate(${cavity.turn})`}
        >
          <rect
            x={(-cavity.length / 2) * scale - 14}
            y={(-bore * scale) / 2}
            width={14 + (cavity.length * 0.1 + length) * scale}
            height={bore * scale}
            fill="var(--raised)"
            className="line-art"
          />
          <path
            d={`M${(-cavity.length / 2) * scale - 14} ${-bore * scale * 0.8}v${bore * scale * 1.6}`}
            className="line-art"
            style={{ strokeWidth: 4 }}
          />
          {closes && <Stopper cavity={cavity} from={closes.from} k={scale} />}
        </g>
      ))}
    </g>
  );
}
/** What closes the tail off: a plate across the cavity, and the tail behind it hatched out. */
function Stopper({ cavity, from, k: scale }: { cavity: Cavity; from: number; k: number }) {
  const { most } = shapeFor(stationsOf(cavity.outline, cavity.profile));
  const length = cavity.length * scale;
  const [up, down] = [most.up * length + 3, most.down * length + 3];
  const at = (from - 0.5) * length;
  return (
    <g>
      <path d={`M${at} ${-up}V${down}`} className="line-art" style={{ strokeWidth: 5 }} />
      <path
        d={`M${at + 6} ${down}L${length / 2} ${-up}M${at + 6} 0L${(at + length / 2) / 2} ${-up}`}
        className="line-art"
        style={{ strokeDasharray: '3 4' }}
      />
    </g>
  );
}
export function CavityShape({
  cavity,
  k: scale,
  look,
  onCavity,
  focused,
  label,
}: {
  cavity: Cavity;
  k: number;
  look: CavityLook;
  onCavity?: (count: number) => void;
  focused?: boolean;
  label: string;
}) {
  const stations = stationsOf(cavity.outline, cavity.profile);
  const length = cavity.length * scale;
  const { most } = shapeFor(stations);
  const other = {
    whole: wholePath(stations, length),
    up: most.up * length,
    down: most.down * length,
  };
  const x = cavity.x * scale;
  const y = cavity.y * scale;
  const half = (cavity.length * scale) / 2;
  const shape = (
    <g transform={`translate(${x} ${y}) rotate(${cavity.turn}) translate(${-half} 0)`}>
      <path d={other.whole} fill="var(--ground)" />
      {look.layers && look.layers.length > 0 && (
        <Layers stations={stations} layers={look.layers} length={length} />
      )}
      {look.wash && <path d={other.whole} fill={look.wash} />}
      <path
        d={other.whole}
        className="line-art"
        strokeWidth={focused ? 3 : 1.5}
        style={focused ? { strokeWidth: 3.5 } : undefined}
      />
      {look.mark && (
        <path
          d={`M0 ${-other.up}L${half * 2} ${other.down}M0 ${other.down}L${half * 2} ${-other.up}`}
          stroke={look.mark === 'second' ? 'var(--stop)' : 'var(--watch)'}
          strokeWidth="3"
          strokeDasharray={look.mark === 'usable' ? '7 5' : undefined}
        />
      )}
    </g>
  );
  if (!onCavity) return shape;
  const reach = Math.max(32, other.up + other.down + 14);
  return (
    <g
      role="button"
      tabIndex={-1}
      aria-label={label}
      onClick={() => onCavity(cavity.n)}
      style={{ cursor: 'pointer' }}
      data-cavity={cavity.n}
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
/** What closures take of a mould's edges, px: words keep off it. */
export const EDGE = 12;
/** Every word on the cavities, each in its own place. */
export function Words({ labels, marked }: { labels: Label[]; marked: (count: number) => boolean }) {
  const weight = ({ kind, n: count }: Label) =>
    kind === 'number' || (kind === 'note' && marked(count)) ? 700 : 400;
  const fill = ({ kind, n: count }: Label) =>
    kind === 'number'
      ? 'var(--ink)'
      : kind === 'note' && marked(count)
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
export interface CavityLook {
  /** what lies in it; none = an empty cavity */
  layers?: readonly Drawn[];
  wash?: string;
  mark?: 'usable' | 'second' | null;
  note?: string;
  figure?: string;
}
