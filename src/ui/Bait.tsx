import { place } from '@/core/build/place.ts';
import type { Stations } from './baitPath.ts';
import { bandPath, shapeFor, stationsOf, wholePath } from './baitPath.ts';
import type { Drawn } from './drawLayers.ts';

/**
 * The layers of a bait lying nose to the left from x = 0, without its outline. A core is seen
 * through its shell.
 */
export function Layers({
  stations,
  layers,
  length,
}: {
  stations: Stations;
  layers: readonly Drawn[];
  length: number;
}) {
  return (
    <>
      {layers.map((layer, i) => {
        const at = place(layer.place);
        return at.bands.map((band, k) => {
          const day = bandPath(stations, band, length);
          const seen = at.inside && band.edges((band.from + band.to) / 2)[0] < 1;
          return layer.colour ? (
            <path
              key={`${i}.${k}`}
              d={day}
              fill={layer.colour}
              fillOpacity={seen ? 0.78 : 1}
              stroke={seen ? 'var(--ink)' : undefined}
              strokeWidth={seen ? 0.6 : undefined}
              strokeDasharray={seen ? '2 2' : undefined}
            />
          ) : (
            <path key={`${i}.${k}`} d={day} className="line-art" strokeDasharray="4 3" />
          );
        });
      })}
    </>
  );
}

/** A bait from the side, in its own colours. */
export function Bait({
  outline,
  profile,
  layers,
  width = 52,
  label,
}: {
  outline: string;
  profile?: Stations | null;
  layers: readonly Drawn[];
  width?: number;
  label?: string;
}) {
  const stations = stationsOf(outline, profile);
  const { most } = shapeFor(stations);
  const height = (most.up + most.down) * 100 + 4;
  return (
    <svg
      viewBox={`-2 ${-most.up * 100 - 2} 104 ${height}`}
      width={width}
      height={(width * height) / 104}
      role={label ? 'img' : undefined}
      aria-label={label}
      aria-hidden={label ? undefined : true}
      className="h-auto max-w-full shrink-0"
    >
      <Layers stations={stations} layers={layers.filter((layer) => layer.colour)} length={100} />
      <path
        d={wholePath(stations, 100)}
        className="line-art"
        strokeDasharray={layers.some((layer) => !layer.colour) ? '4 3' : undefined}
      />
    </svg>
  );
}
