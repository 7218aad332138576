import type { ShopUnits } from '@/core/quantity/index.ts';
import { degrees, show } from '@/core/quantity/index.ts';
import type { CupForecast, CupState } from '@/core/session/index.ts';
import { heatColour } from '@/ui/heat.ts';

export interface Pin {
  cup: CupState;
  /** °C now, as reckoned or as read */
  celsius: number;
  seen: CupForecast | null;
}

/** s down the fan, and how far down that is drawn. */
const REACH = 240;
const DEEP = 56;
/** Heat from end to end of the scale, °C, in its colours: the same each time, so drawn once. */
const strip = (from: number, to: number) => (
  <g>
    {Array.from({ length: 74 }, (_, i) => (
      <rect
        key={i}
        x={16 + i * 4}
        y={76}
        width="4.3"
        height="10"
        fill={heatColour(from + (i / 74) * (to - from))}
      />
    ))}
  </g>
);
/** A part of the scale, and its marks in a Celsius shop. */
const part = (from: number, to: number, marks: readonly number[]) => ({
  from,
  to,
  marks,
  strip: strip(from, to),
});
/** The scale shows what cups are drawn at; more of it where one is, or falls, further below. */
const NEAR = part(140, 205, [140, 150, 160, 170, 180, 190, 200]);
const WIDE = part(100, 205, [100, 120, 140, 160, 180, 200]);
const ALL = part(20, 205, [20, 60, 100, 140, 180]);

/**
 * Marks of a scale in °C: round figures of the scale the shop reads.
 * @param own those of a Celsius shop
 */
function marksIn(
  units: ShopUnits,
  from: number,
  to: number,
  own: readonly number[],
): readonly number[] {
  if (units.temperature === 'C') return own;
  const [low, high] = [from, to].map((celsius) => celsius * 1.8 + 32) as [number, number];
  const step = [10, 20, 50, 100].find((size) => (high - low) / size <= own.length + 1) ?? 100;
  return Array.from({ length: 20 }, (_, i) => (Math.ceil(low / step) + i) * step)
    .filter((fahrenheit) => fahrenheit <= high)
    .map((fahrenheit) => (fahrenheit - 32) / 1.8);
}

/**
 * One ruled heat scale for the cups of a job: each a pin where it is now, under it the fan of where
 * it will be in the next minutes, the shot window a bracket whose sides run down through the fans.
 */
export function HeatScale({
  pins,
  matched,
  window,
  units,
  tolerance,
}: {
  pins: Pin[];
  matched: CupState[];
  window: { low: number; high: number };
  units: ShopUnits;
  tolerance: number;
}) {
  const lowest = Math.min(...pins.map((pin) => pin.celsius));
  const falls = Math.min(...pins.map((pin) => pin.seen?.fan.at(-1)?.low ?? pin.celsius));
  const shown =
    lowest < WIDE.from + 10 ? ALL : falls < NEAR.from || lowest < NEAR.from ? WIDE : NEAR;
  const { from, to } = shown;
  const marks = marksIn(units, from, to, shown.marks);
  const x = (celsius: number) =>
    16 + ((Math.min(to, Math.max(from, celsius)) - from) / (to - from)) * 296;
  const together = pins.filter((pin) => matched.includes(pin.cup));
  const gap =
    matched.length > 1 && together.length === matched.length
      ? Math.max(...together.map((pin) => pin.celsius)) -
        Math.min(...together.map((pin) => pin.celsius))
      : null;
  const apart = gap !== null && gap > tolerance;
  const xs = pins.map((pin) => x(pin.celsius));
  // Pins that would lie on each other are moved apart; their feet stay where the heat is.
  const order = [...xs.keys()].sort((one, j) => xs[one]! - xs[j]!);
  const heads = [...xs];
  const middle = xs.reduce((sum, value) => sum + value, 0) / Math.max(1, xs.length);
  if (order.some((i, k) => k > 0 && xs[i]! - xs[order[k - 1]!]! < 32))
    order.forEach((i, k) => (heads[i] = middle + (k - (order.length - 1) / 2) * 32));
  const fans = pins.some((pin) => pin.seen);
  const down = (size: number) => 90 + (size / REACH) * DEEP;
  return (
    <svg
      viewBox={`0 -12 328 ${fans ? 162 : 124}`}
      className="block w-full"
      role="img"
      aria-label={
        `Heat scale, window ${degrees(window.low, units)} to ` +
        `${degrees(window.high, units)}` +
        (gap === null ? '' : `, ${show(gap, 'difference', units, 0).number} degrees apart`)
      }
    >
      {fans &&
        pins.map(
          ({ cup, celsius, seen }) =>
            seen && (
              <g key={cup.key}>
                <path
                  d={`M${x(celsius)} 88${seen.fan.map((range) => `L${x(range.high)} ${down(range.s)}`).join('')}${[
                    ...seen.fan,
                  ]
                    .reverse()
                    .map((range) => `L${x(range.low)} ${down(range.s)}`)
                    .join('')}Z`}
                  fill="var(--soft)"
                  opacity="0.28"
                />
                <path
                  d={`M${x(celsius)} 88${seen.fan.map((range) => `L${x(range.mid)} ${down(range.s)}`).join('')}`}
                  className="line-art"
                />
              </g>
            ),
        )}
      {fans &&
        [window.low, window.high].map((celsius) => (
          <path
            key={celsius}
            d={`M${x(celsius)} 88V${90 + DEEP}`}
            className="line-art"
            style={{ strokeDasharray: '3 4' }}
          />
        ))}
      {shown.strip}
      {marks.map((mark) => (
        <g key={mark}>
          <path d={`M${x(mark)} 87v6`} className="line-art" />
          <text
            x={x(mark)}
            y="107"
            textAnchor="middle"
            fontSize="13"
            fill="var(--soft)"
            stroke="var(--ground)"
            strokeWidth="4"
            paintOrder="stroke"
          >
            {show(mark, 'temperature', units).number}
          </text>
        </g>
      ))}
      <path
        d={`M${x(window.low)} 74V64H${x(window.high)}V74`}
        className="line-art"
        style={{ strokeWidth: 2.5 }}
      />
      <text
        x={x(window.high) + 6}
        y="62"
        fontSize="13"
        fill="var(--ink)"
        stroke="var(--ground)"
        strokeWidth="4"
        paintOrder="stroke"
      >
        window
      </text>
      {fans && (
        <text
          x="312"
          y={90 + DEEP - 3}
          textAnchor="end"
          fontSize="12"
          fill="var(--soft)"
          stroke="var(--ground)"
          strokeWidth="3"
          paintOrder="stroke"
        >
          in 4 min
        </text>
      )}
      {pins.map(({ cup }, i) => (
        <g key={cup.key}>
          <path d={`M${xs[i]} 76L${heads[i]} 36`} className="line-art" />
          <circle
            cx={heads[i]}
            cy="24"
            r="13"
            fill="var(--raised)"
            stroke="var(--ink)"
            strokeWidth="1.75"
          />
          <text
            x={heads[i]}
            y="29"
            textAnchor="middle"
            fontSize="14"
            fontWeight="700"
            fill="var(--ink)"
          >
            {cup.letter}
          </text>
        </g>
      ))}
      {gap !== null && (
        <text
          x={heads.reduce((sum, head) => sum + head, 0) / heads.length}
          y="3"
          textAnchor="middle"
          fontSize="15"
          fontWeight="700"
          fill={apart ? 'var(--watch)' : 'var(--good)'}
        >
          {show(gap, 'difference', units, 0).number}°
        </text>
      )}
    </svg>
  );
}
