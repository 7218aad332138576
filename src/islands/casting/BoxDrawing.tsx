import type { Casting } from '@/core/casting/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { stationsOf, wholePath } from '@/ui/baitPath.ts';

/** The box cut along, to proportion: master, face and back, port tube and vent, keys. */
export function BoxDrawing({ casting: other, units }: { casting: Casting; units: ShopUnits }) {
  const scale = 420 / other.box.length;
  const [width, height] = [420, other.box.height * scale];
  const middle = height / 2;
  const length = other.length * scale;
  const x = (width - length) / 2;
  const hard = other.kind !== 'silicone';
  const face = Math.max(3, other.face * scale);
  const stations = stationsOf(other.outline);
  return (
    <svg
      viewBox={`-40 -34 500 ${height + 78}`}
      className="block w-full max-w-xl"
      role="img"
      aria-label={`Box ${[other.box.length, other.box.width, other.box.height]
        .map((side) => say(side, 'length', units))
        .join(' by ')} with its master`}
    >
      <rect
        x="0"
        y="0"
        width={width}
        height={height}
        fill="var(--raised)"
        className="line-art"
        style={{ strokeWidth: 3 }}
      />
      {hard && (
        <path
          d={`M0 ${middle - face}H${width}V${middle + face}H0Z`}
          fill="color-mix(in srgb, var(--soft) 30%, transparent)"
        />
      )}
      {hard && (
        <path d={`M0 ${middle}H${width}`} className="line-art" style={{ strokeDasharray: '6 4' }} />
      )}
      {hard &&
        [0.08, 0.92].map((share) => (
          <circle
            key={share}
            cx={width * share}
            cy={middle}
            r="8"
            className="line-art"
            fill="var(--ground)"
          />
        ))}
      {hard &&
        [0.25, 0.5, 0.75].flatMap((share) =>
          [-1, 1].map((side) => (
            <path
              key={`${share}${side}`}
              d={`M${width * share} ${middle + side * face}v${side * Math.max(8, height * 0.18)}`}
              className="line-art"
              style={{ strokeWidth: 2.5 }}
            />
          )),
        )}
      <g transform={`translate(${x} ${middle})`}>
        <path
          d={wholePath(stations, length)}
          fill="var(--ground)"
          className="line-art"
          style={{ strokeWidth: 2 }}
        />
        {hard && (
          <path
            d={wholePath(stations, length)}
            fill="none"
            stroke="var(--soft)"
            strokeWidth={face}
            opacity="0.5"
          />
        )}
      </g>
      <path
        d={`M${x} ${middle}H-26M${x + length} ${middle}H${width + 16}`}
        className="line-art"
        style={{ strokeWidth: 5 }}
      />
      <text x="-36" y={middle - 10} fontSize="12" fill="var(--soft)">
        port
      </text>
      <text x={width + 2} y={middle - 10} fontSize="12" fill="var(--soft)">
        vent
      </text>
      <path
        d={`M0 ${height + 20}H${width}M0 ${height + 13}v14M${width} ${height + 13}v14`}
        className="line-art"
        style={{ stroke: 'var(--soft)' }}
      />
      <text x={width / 2} y={height + 38} textAnchor="middle" fontSize="13" fill="var(--ink)">
        {say(other.box.length, 'length', units)}
      </text>
      <text x={width / 2} y="-12" textAnchor="middle" fontSize="13" fill="var(--soft)">
        {hard ? 'face, tied by screws to its back' : 'silicone all round, the master held level'}
      </text>
    </svg>
  );
}
