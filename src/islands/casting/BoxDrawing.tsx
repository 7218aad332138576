import type { Casting } from '@/core/casting/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { stationsOf, wholePath } from '@/ui/baitPath.ts';

/** The box cut along, to proportion: master, face and back, port tube and vent, keys. */
export function BoxDrawing({ casting: c, units }: { casting: Casting; units: ShopUnits }) {
  const k = 420 / c.box.length;
  const [w, h] = [420, c.box.height * k];
  const middle = h / 2;
  const length = c.length * k;
  const x = (w - length) / 2;
  const hard = c.kind !== 'silicone';
  const face = Math.max(3, c.face * k);
  const stations = stationsOf(c.outline);
  return (
    <svg
      viewBox={`-40 -34 500 ${h + 78}`}
      className="block w-full max-w-xl"
      role="img"
      aria-label={`Box ${[c.box.length, c.box.width, c.box.height].map((side) => say(side, 'length', units)).join(' by ')} with its master`}
    >
      <rect
        x="0"
        y="0"
        width={w}
        height={h}
        fill="var(--raised)"
        className="line-art"
        style={{ strokeWidth: 3 }}
      />
      {hard && (
        <path
          d={`M0 ${middle - face}H${w}V${middle + face}H0Z`}
          fill="color-mix(in srgb, var(--soft) 30%, transparent)"
        />
      )}
      {hard && (
        <path d={`M0 ${middle}H${w}`} className="line-art" style={{ strokeDasharray: '6 4' }} />
      )}
      {hard &&
        [0.08, 0.92].map((s) => (
          <circle key={s} cx={w * s} cy={middle} r="8" className="line-art" fill="var(--ground)" />
        ))}
      {hard &&
        [0.25, 0.5, 0.75].flatMap((s) =>
          [-1, 1].map((side) => (
            <path
              key={`${s}${side}`}
              d={`M${w * s} ${middle + side * face}v${side * Math.max(8, h * 0.18)}`}
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
        d={`M${x} ${middle}H-26M${x + length} ${middle}H${w + 16}`}
        className="line-art"
        style={{ strokeWidth: 5 }}
      />
      <text x="-36" y={middle - 10} fontSize="12" fill="var(--soft)">
        port
      </text>
      <text x={w + 2} y={middle - 10} fontSize="12" fill="var(--soft)">
        vent
      </text>
      <path
        d={`M0 ${h + 20}H${w}M0 ${h + 13}v14M${w} ${h + 13}v14`}
        className="line-art"
        style={{ stroke: 'var(--soft)' }}
      />
      <text x={w / 2} y={h + 38} textAnchor="middle" fontSize="13" fill="var(--ink)">
        {say(c.box.length, 'length', units)}
      </text>
      <text x={w / 2} y="-12" textAnchor="middle" fontSize="13" fill="var(--soft)">
        {hard ? 'face, tied by screws to its back' : 'silicone all round, the master held level'}
      </text>
    </svg>
  );
}
