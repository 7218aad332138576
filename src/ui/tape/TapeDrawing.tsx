import { type ComponentType, Fragment, type ReactNode } from 'react';
import { rangeAt } from '@/core/tape/rangeAt.ts';
import type { Block, Lane, Tape } from '@/core/tape/index.ts';
import { sayClock } from '../days.ts';
import { CupRow } from './CupRow.tsx';
import { RackRow } from './RackRow.tsx';
import { ROWS, type TapeColours } from './rows.tsx';
import { DEEP, marksOf, ROW, type Scale, scaleOf } from './scale.ts';

interface Props {
  tape: Tape;
  colours: TapeColours;
  /** when it begins by the clock, ms; null = told in hours and minutes after its start */
  begins: number | null;
  /** s the tape is long: the time there is, or as long as it takes */
  until: number;
  ends: { low: number; mid: number; high: number };
  /** s from the start at which the time at the bench is over, where the tape goes beyond it */
  closes?: number;
  /** s from the start that it is now */
  now?: number | null;
  label: string;
  /** what a run is drawn in, in its mould's lane, where it can be taken hold of there */
  Grip?: ComponentType<GripProps>;
}
export interface GripProps {
  run: string;
  lane: string;
  /** px all of it lies in */
  box: { x: number; y: number; width: number; height: number };
  children: ReactNode;
}
const HEAD = 22;
/** A tape is drawn no smaller than this share of its size, so that its words can be read. */
const LEAST_SCALE = 0.88;
const LONGEST_NAME = 19;

const clipped = (name: string): string =>
  name.length > LONGEST_NAME ? `${name.slice(0, LONGEST_NAME - 1)}…` : name;
/** Hours and minutes after the start. */
const after = (seconds: number): string =>
  `${Math.floor(seconds / 3600)}:${String(Math.floor((seconds % 3600) / 60)).padStart(2, '0')}`;

type RowProps = Pick<Props, 'tape' | 'colours' | 'Grip'> & { lane: Lane; scale: Scale };
/** A lane's blocks, run by run, each in what it is taken hold of by. */
function Taken({
  lane,
  scale,
  colours,
  Grip,
  blocks,
}: Omit<RowProps, 'tape' | 'Grip'> & {
  Grip: ComponentType<GripProps>;
  blocks: readonly Block[];
}) {
  const Drawn = ROWS.mould;
  return [...new Set(blocks.map(({ run }) => run))].map((run) => {
    const own = blocks.filter((block) => block.run === run);
    const drawn = <Drawn {...{ scale, colours }} blocks={own} />;
    if (run === null) return <Fragment key="none">{drawn}</Fragment>;
    const left = scale.x(Math.min(...own.map(({ from }) => from)));
    const width = scale.x(Math.max(...own.map(({ to }) => to))) - left;
    return (
      <Grip key={run} {...{ run, lane: lane.key }} box={{ x: left, y: 0, width, height: DEEP }}>
        {drawn}
      </Grip>
    );
  });
}
function Row({ lane, tape, scale, colours, Grip }: RowProps) {
  if (lane.kind === 'rack') return <RackRow racked={tape.racked} scale={scale} />;
  if (lane.kind === 'cup') {
    const line = tape.cups.find(({ cup }) => cup === lane.cup);
    return line && <CupRow {...{ line, scale }} colour={colours.cup(line.cup)} />;
  }
  const blocks = tape.blocks.filter((one) => one.lane === lane.key);
  if (Grip && lane.kind === 'mould') return <Taken {...{ lane, scale, colours, Grip, blocks }} />;
  const Drawn = ROWS[lane.kind];
  return <Drawn {...{ scale, colours, blocks }} />;
}

/** When it ends, with its range, as a stroke over all lanes. */
function Ends({ ends, scale, high }: { ends: Props['ends']; scale: Scale; high: number }) {
  const at = (seconds: number) => scale.x(Math.min(scale.until, seconds));
  return (
    <path
      d={`M${at(ends.low)} ${high}H${at(ends.high)}M${at(ends.mid)} ${HEAD - 4}V${high + 4}`}
      stroke="var(--ink)"
      strokeWidth="2"
      fill="none"
    />
  );
}

/** An evening to scale in time, a lane for each thing there is one of. */
export function TapeDrawing({
  tape,
  colours,
  begins,
  until,
  ends,
  closes,
  now = null,
  label,
  Grip,
}: Props) {
  const said = (seconds: number) =>
    begins === null ? after(seconds) : sayClock(begins + seconds * 1000);
  const scale = scaleOf(until, (seconds) => {
    if (now !== null && seconds <= now) return said(seconds);
    const { low, mid, high } = rangeAt(ends, seconds, now ?? 0);
    return `${said(mid)}, eight times in ten between ${said(low)} and ${said(high)}`;
  });
  const high = HEAD + tape.lanes.length * ROW;
  return (
    <div
      className="overflow-x-auto border-t-[1.5px] border-ink pt-2"
      tabIndex={0}
      role="region"
      aria-label={label}
    >
      <svg
        viewBox={`0 0 ${scale.wide} ${high + 8}`}
        className="block"
        style={{ width: `max(100%, ${LEAST_SCALE * scale.wide}px)` }}
        role="img"
        aria-label={`${tape.lanes.length} lanes: ${tape.lanes.map(({ name }) => name).join(', ')}`}
      >
        {marksOf(scale, begins ?? 0).map((mark) => (
          <g key={mark}>
            <path d={`M${scale.x(mark)} ${HEAD - 4}V${high}`} stroke="var(--rule)" />
            <text x={scale.x(mark)} y={14} fontSize="13" textAnchor="middle" fill="var(--soft)">
              {said(mark)}
            </text>
          </g>
        ))}
        {tape.lanes.map((lane, nth) => (
          <g key={lane.key} data-lane={lane.kind}>
            <text
              x={0}
              y={HEAD + nth * ROW + 21}
              fontSize="14"
              fontWeight={lane.kind === 'hands' ? 700 : 400}
              fill="var(--ink)"
            >
              <title>{lane.name}</title>
              {clipped(lane.name)}
            </text>
            <path
              d={`M0 ${HEAD + (nth + 1) * ROW}H${scale.wide}`}
              stroke="var(--rule)"
              strokeWidth="1"
            />
            <g transform={`translate(0 ${HEAD + nth * ROW + (ROW - DEEP) / 2})`}>
              <Row {...{ lane, tape, scale, colours, Grip }} />
            </g>
          </g>
        ))}
        <Ends {...{ ends, scale, high }} />
        {closes !== undefined && closes < until && (
          <path
            d={`M${scale.x(closes)} ${HEAD - 6}V${high + 6}`}
            stroke="var(--stop)"
            strokeWidth="2.5"
            strokeDasharray="6 4"
          />
        )}
        {now !== null && now >= 0 && now <= until && (
          <path
            d={`M${scale.x(now)} ${HEAD - 6}V${high + 6}`}
            stroke="var(--watch)"
            strokeWidth="2.5"
            data-now
          />
        )}
      </svg>
    </div>
  );
}
