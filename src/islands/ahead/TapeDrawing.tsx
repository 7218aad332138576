import type { Laid, Tape } from '@/core/ahead/index.ts';
import { sayClock } from '@/ui/days.ts';

const LEFT = 150;
const WIDE = 760;
const ROW = 26;
const FOOT = 24;
/** Room for the last hour's figure. */
const MARGIN = 22;

interface Props {
  laid: Laid;
  tape: Tape;
  /** colours of a run's layers, by its key */
  colours: (run: string) => string[];
}

/** Whole hours and halves a time has, ms. */
function marks({ from, to }: Laid['time']): number[] {
  const half = 30 * 60_000;
  const first = Math.ceil(from / half) * half;
  return Array.from(
    { length: Math.floor((to - first) / half) + 1 },
    (_, nth) => first + nth * half,
  );
}

/** A session to scale in clock time, a lane for what makes ready and one for each mould. */
export function TapeDrawing({ laid, tape, colours }: Props) {
  const { from, to } = laid.time;
  const x = (seconds: number) => LEFT + (WIDE * seconds * 1000) / (to - from);
  const high = tape.lanes.length * ROW;
  return (
    <svg
      viewBox={`0 0 ${LEFT + WIDE + MARGIN} ${high + FOOT}`}
      className="block w-full min-w-[640px]"
      role="img"
      aria-label={
        `From ${sayClock(from)}; it ends about ${sayClock(from + tape.ends.mid * 1000)}, by ` +
        `${sayClock(from + tape.ends.high * 1000)} nine times in ten`
      }
    >
      {marks(laid.time).map((mark) => (
        <g key={mark}>
          <path
            d={`M${x((mark - from) / 1000)} 0V${high + 4}`}
            stroke="var(--rule)"
            strokeWidth="1"
          />
          <text
            x={x((mark - from) / 1000)}
            y={high + 18}
            fontSize="13"
            textAnchor="middle"
            fill="var(--soft)"
          >
            {sayClock(mark)}
          </text>
        </g>
      ))}
      {tape.lanes.map((lane, nth) => (
        <text key={lane} x={0} y={nth * ROW + 18} fontSize="14" fill="var(--ink)">
          {lane.length > 20 ? `${lane.slice(0, 19)}…` : lane}
        </text>
      ))}
      {tape.blocks.map((block, nth) => {
        const y = tape.lanes.indexOf(block.lane) * ROW + 4;
        const [begins, ends] = [x(block.from), x(block.to)];
        const layers = block.run === null ? ['none'] : colours(block.run);
        const deep = (ROW - 8) / Math.max(1, layers.length);
        return (
          <g key={nth}>
            {layers.map((colour, layer) => (
              <rect
                key={layer}
                x={begins}
                y={y + layer * deep}
                width={Math.max(1, ends - begins - 1.5)}
                height={deep}
                fill={colour}
              />
            ))}
            <rect
              x={begins}
              y={y}
              width={Math.max(1, ends - begins - 1.5)}
              height={ROW - 8}
              fill="none"
              stroke="var(--ink)"
              strokeWidth="1.25"
            />
            {block.run === null && ends - begins > 60 && (
              <text x={begins + 5} y={y + 14} fontSize="12" fill="var(--ink)">
                {block.what.length * 6.4 < ends - begins ? block.what : ''}
              </text>
            )}
          </g>
        );
      })}
      <path
        d={
          `M${x(tape.ends.low)} ${high + 2}H${Math.min(LEFT + WIDE, x(tape.ends.high))}` +
          `M${x(tape.ends.mid)} 0V${high + 6}`
        }
        stroke="var(--ink)"
        strokeWidth="2.5"
      />
    </svg>
  );
}
