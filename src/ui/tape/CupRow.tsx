import type { CupLine } from '@/core/tape/index.ts';
import { DEEP, type Scale } from './scale.ts';

/** °C at the foot and the head of a cup's row. */
const COLD = 10;
const HOT = 200;
const yOf = (celsius: number): number =>
  DEEP * (1 - Math.min(1, Math.max(0, (celsius - COLD) / (HOT - COLD))));

/** A cup: its level falling as it is drawn from, and its heat as a line over it. */
export function CupRow({ line, scale, colour }: { line: CupLine; scale: Scale; colour: string }) {
  const { x } = scale;
  const { level, heat, most } = line;
  if (level.length === 0) return null;
  const y = (ml: number) => DEEP * (1 - ml / Math.max(1, most));
  const [first, last] = [level[0]!.at, level.at(-1)!.at];
  const shown = heat.filter(({ at }) => at >= first);
  return (
    <g>
      <title>{`${Math.round(most)} mL at most; its line is its heat`}</title>
      <path
        d={
          `M${x(first)} ${DEEP}` +
          level.map(({ at, ml }) => `L${x(at)} ${y(ml)}`).join('') +
          `L${x(last)} ${DEEP}Z`
        }
        fill={colour}
      />
      <rect
        x={x(first)}
        y={0}
        width={Math.max(1, x(last) - x(first))}
        height={DEEP}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.1"
      />
      {(['var(--ground)', 'var(--ink)'] as const).map((stroke, nth) => (
        <path
          key={stroke}
          d={shown
            .map(({ at, celsius }, point) => `${point === 0 ? 'M' : 'L'}${x(at)} ${yOf(celsius)}`)
            .join('')}
          fill="none"
          stroke={stroke}
          strokeWidth={nth === 0 ? 4 : 1.5}
        />
      ))}
    </g>
  );
}
