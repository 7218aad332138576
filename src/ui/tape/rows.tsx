import type { ReactNode } from 'react';
import { ACTS } from '@/core/tape/acts.ts';
import type { Block, LaneKind } from '@/core/tape/index.ts';
import { DEEP, type Scale } from './scale.ts';
import { type Group, together } from './together.ts';

/** Colours a tape is drawn in. */
export interface TapeColours {
  /** colour of a cup's plastic */
  cup: (id: string) => string;
  /** colours of what a run is shot from, layer by layer */
  run: (key: string) => string[];
}
export interface RowProps {
  blocks: readonly Block[];
  scale: Scale;
  colours: TapeColours;
}
/** px a box is drawn narrower than it is long, so that two are told apart. */
const GAP = 1;
/** px a letter takes. */
const LETTER = 6.6;

interface BoxProps extends Pick<RowProps, 'scale'> {
  from: number;
  to: number;
  says: string;
  fills?: readonly string[];
  /** drawn as slack: half the box, from the top left to the bottom right */
  isSlanted?: boolean;
  label?: boolean;
}
/** A box from one moment to another, filled from the top with what it is of. */
function Box({ scale: { x, when }, from, to, says, fills = [], isSlanted, label }: BoxProps) {
  const [left, width] = [x(from), Math.max(1, x(to) - x(from) - GAP)];
  const deep = DEEP / Math.max(1, fills.length);
  return (
    <g>
      <title>{`${says}, ${when(from)}`}</title>
      {fills.map((fill, nth) => {
        const [top, bottom] = [nth * deep, (nth + 1) * deep];
        // The slack narrows from layer to layer, so that together they are one wedge.
        const [wider, narrower] = [width * (1 - top / DEEP), width * (1 - bottom / DEEP)];
        return isSlanted ? (
          <path
            key={nth}
            d={`M${left} ${DEEP - bottom}H${left + narrower}L${left + wider} ${DEEP - top}H${left}Z`}
            fill={fill}
          />
        ) : (
          <rect key={nth} x={left} y={top} width={width} height={deep} fill={fill} />
        );
      })}
      <rect
        x={left}
        y={0}
        width={width}
        height={DEEP}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.1"
      />
      {label && says.length * LETTER + 6 < width && (
        <text x={left + 4} y={DEEP - 7} fontSize="13" fill="var(--ink)">
          {says}
        </text>
      )}
    </g>
  );
}

const INK = ['var(--ink)'];
/** What hands are at: what is shot is one black box a draw, all else an outline with its word. */
function HandsRow({ blocks, scale }: RowProps) {
  const isShot = ({ act }: Block) => ACTS[act].phase === 'shoot';
  const keyOf = (block: Block) =>
    isShot(block) ? `shot ${block.draw}` : `${ACTS[block.act].phase} ${ACTS[block.act].says}`;
  return together(blocks, keyOf).map(({ blocks: [first], from, to }) => (
    <Box
      key={from}
      {...{ scale, from, to }}
      says={isShot(first!) ? `draw ${first!.draw}` : ACTS[first!.act].says}
      fills={isShot(first!) ? INK : []}
      label={!isShot(first!)}
    />
  ));
}
/** Boxes in the colour of the cup that is in them. */
function OvenRow({ blocks, scale, colours }: RowProps) {
  return blocks.map((block) => (
    <Box
      key={`${block.from} ${block.cup}`}
      {...{ scale, from: block.from, to: block.to }}
      says={ACTS[block.act].says}
      fills={block.cup === null ? [] : [colours.cup(block.cup)]}
    />
  ));
}
/** Boxes with their word. */
function PlainRow({ blocks, scale }: RowProps) {
  return together(blocks, ({ act }) => act).map(({ blocks: [first], from, to }) => (
    <Box key={from} {...{ scale, from, to }} says={ACTS[first!.act].says} label />
  ));
}
/** An injector or a block, from drawn to emptied, in what it holds; a plug that sets is an outline. */
function HeldRow({ blocks, scale, colours }: RowProps) {
  const isHot = ({ act, draw }: Block) => draw !== null && act !== 'plugSets';
  const keyOf = (block: Block) => `${block.draw} ${isHot(block)}`;
  return together(blocks, keyOf).map(({ blocks: [first], from, to }) => (
    <Box
      key={from}
      {...{ scale, from, to }}
      says={isHot(first!) ? `draw ${first!.draw}` : ACTS[first!.act].says}
      fills={!isHot(first!) || first!.run === null ? [] : colours.run(first!.run)}
      label={!isHot(first!)}
    />
  ));
}
/** Acts during which something stands in a mould. */
const FULL: ReadonlySet<string> = new Set(['shot', 'holding', 'held', 'toppedOff', 'cooling']);
/** A mould: warmed, closed, and from the shot on the slack of what cools in it. */
function MouldRow({ blocks, scale, colours }: RowProps) {
  const stageOf = ({ act }: Block): 'warm' | 'full' | 'hand' =>
    act === 'warmed' || act === 'warming' ? 'warm' : FULL.has(act) ? 'full' : 'hand';
  return together(blocks, (block) => `${stageOf(block)} ${block.draw}`).map(
    ({ blocks: own, from, to }: Group) => {
      const [first] = own;
      const stage = stageOf(first!);
      return (
        <Box
          key={`${from} ${stage}`}
          {...{ scale, from, to }}
          says={stage === 'full' ? 'fills and cools' : ACTS[first!.act].says}
          fills={stage === 'full' && first!.run !== null ? colours.run(first!.run) : []}
          isSlanted
          label={stage === 'warm'}
        />
      );
    },
  );
}

/** How each kind of lane is drawn; cups and the rack have drawings of their own. */
export const ROWS: Record<Exclude<LaneKind, 'cup' | 'rack'>, (props: RowProps) => ReactNode> = {
  hands: HandsRow,
  oven: OvenRow,
  pot: PlainRow,
  plate: PlainRow,
  injector: HeldRow,
  block: HeldRow,
  mould: MouldRow,
};
