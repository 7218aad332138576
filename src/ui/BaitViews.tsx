import type { Band } from '@/core/build/place.ts';
import { place } from '@/core/build/place.ts';
import { Layers } from './Bait.tsx';
import { abovePath, roundOf, shapeFor, stationsOf, wholePath } from './baitPath.ts';
import type { Drawn } from './drawLayers.ts';

const fill = (drawn: Drawn): string => drawn.colour ?? 'var(--raised)';

/** One band of a section: the slice of an ellipse between its edges, or a core in its middle. */
function slice(
  band: Band,
  {
    along,
    up,
    down,
    wide,
    inside,
  }: { along: number; up: number; down: number; wide: number; inside: boolean },
): string | null {
  if (along < band.from || along > band.to) return null;
  const [upper, lower] = band.edges(along);
  if (inside && upper < 1)
    return (
      `M${-wide * upper} 0A${wide * upper} ${up * upper} 0 0 1 ${wide * upper} ` +
      `0A${wide * upper} ${down * upper} 0 0 1 ${-wide * upper} 0Z`
    );
  const half = (y: number) => wide * Math.sqrt(Math.max(0, 1 - y * y));
  const at = (y: number) => -(y >= 0 ? y * up : y * down);
  const ys = Array.from({ length: 25 }, (_, i) => lower + ((upper - lower) * i) / 24);
  const round = [
    ...ys.map((y) => [half(y), at(y)] as const),
    ...ys.reverse().map((y) => [-half(y), at(y)] as const),
  ];
  return `M${round.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}Z`;
}

/** The bait in section, as if cut at a share of its length; TOP uppermost. */
export function Section({
  outline,
  layers,
  at,
  size = 120,
  label,
}: {
  outline: string;
  layers: readonly Drawn[];
  at: number;
  size?: number;
  label: string;
}) {
  const shape = shapeFor(stationsOf(outline));
  const scale =
    84 /
    Math.max(shape.most.up + shape.most.down, (shape.most.up + shape.most.down) * roundOf(outline));
  const [up, down] = [shape.up(at) * scale, shape.down(at) * scale];
  const wide = ((up + down) / 2) * roundOf(outline);
  return (
    <svg
      viewBox="-50 -50 100 100"
      width={size}
      height={size}
      role="img"
      aria-label={label}
      className="shrink-0"
    >
      {layers.flatMap((layer, i) =>
        place(layer.place).bands.map((band, count) => {
          const day = slice(band, {
            along: at,
            up,
            down,
            wide,
            inside: place(layer.place).inside === true,
          });
          return day ? (
            <path
              key={`${i}.${count}`}
              d={day}
              fill={fill(layer)}
              stroke="var(--ink)"
              strokeWidth="0.6"
              vectorEffect="non-scaling-stroke"
            />
          ) : null;
        }),
      )}
      <path
        d={`M${-wide} 0A${wide} ${up} 0 0 1 ${wide} 0A${wide} ${down} 0 0 1 ${-wide} 0Z`}
        className="line-art"
        style={{ strokeWidth: 2 }}
      />
      <path
        d={`M${-wide - 8} 0h5M${wide + 3} 0h5`}
        className="line-art"
        style={{ stroke: 'var(--soft)' }}
      />
    </svg>
  );
}

/** What shows from above: at each place along the bait, the layer that reaches its back. */
function Above({ outline, layers, y }: { outline: string; layers: readonly Drawn[]; y: number }) {
  const stations = stationsOf(outline);
  const SLICES = 48;
  const seen = Array.from({ length: SLICES }, (_, i) => {
    const along = (i + 0.5) / SLICES;
    return layers.findLast((layer) =>
      place(layer.place).bands.some(
        (band) => along >= band.from && along <= band.to && band.edges(along)[0] > 0.9,
      ),
    );
  });
  const runs: { drawn: Drawn; from: number; to: number }[] = [];
  seen.forEach((drawn, i) => {
    if (!drawn) return;
    const last = runs.at(-1);
    if (last && last.drawn === drawn && Math.abs(last.to - i / SLICES) < 1e-9)
      last.to = (i + 1) / SLICES;
    else runs.push({ drawn, from: i / SLICES, to: (i + 1) / SLICES });
  });
  const spot = layers.find((layer) => layer.place === 'spot');
  return (
    <g transform={`translate(0 ${y})`}>
      {runs.map((run, i) => (
        <path
          key={i}
          d={abovePath(stations, {
            round: roundOf(outline),
            length: 400,
            from: run.from,
            to: run.to,
          })}
          fill={fill(run.drawn)}
        />
      ))}
      {spot && <ellipse cx={0.14 * 400} cy={0} rx={10} ry={6} fill={fill(spot)} />}
      <path
        d={abovePath(stations, { round: roundOf(outline), length: 400 })}
        className="line-art"
      />
    </g>
  );
}

/** A bait from the side and from above, to one scale, with where it is cut. */
export function BaitViews({
  outline,
  layers,
  cut,
  label,
}: {
  outline: string;
  layers: readonly Drawn[];
  cut: number;
  label: string;
}) {
  const stations = stationsOf(outline);
  const shape = shapeFor(stations);
  const [up, down] = [shape.most.up * 400, shape.most.down * 400];
  const wide = ((up + down) / 2) * roundOf(outline);
  const second = down + 40 + wide;
  return (
    <svg
      viewBox={`-24 ${-up - 30} 448 ${up + second + wide + 64}`}
      className="block max-h-[420px] w-full"
      role="img"
      aria-label={label}
    >
      <Layers stations={stations} layers={layers} length={400} />
      <path d={wholePath(stations, 400)} className="line-art" style={{ strokeWidth: 2 }} />
      <path
        d={
          `M${cut * 400} ${-shape.up(cut) * 400 - 16}V${-shape.up(cut) * 400 - 4}M${cut * 400} ` +
          `${shape.down(cut) * 400 + 4}v12`
        }
        className="line-art"
        style={{ strokeWidth: 2 }}
      />
      <text
        x={cut * 400}
        y={-shape.up(cut) * 400 - 20}
        textAnchor="middle"
        fontSize="13"
        fill="var(--soft)"
      >
        cut
      </text>
      <Above outline={outline} layers={layers} y={second} />
      <text x="0" y={second + wide + 22} fontSize="13" fill="var(--soft)">
        from above
      </text>
    </svg>
  );
}
