import type { Layer } from '@/core/build/index.ts';
import { place } from '@/core/build/index.ts';
import type { rigOf } from '@/core/plan/index.ts';
import type { RunState, SaidStep } from '@/core/session/index.ts';
import { barrelName, PULSE } from '@/core/session/index.ts';

type Rig = NonNullable<ReturnType<typeof rigOf>>;
/** What the pieces of the drawing share. */
export interface Drawn {
  rig: Rig;
  run: RunState;
  several: boolean;
  /** room between two barrels, and where one stands across */
  gap: number;
  centre: (index: number) => number;
  colourOf: (index: number) => string;
  /** which plunger a rhythm is at */
  beat: number | null;
}
/** Measures of the drawing, in its own units: what is pushed, from the handle to the block. */
export const MIDDLE = 75;
const FLOOR = 262;
const TALLEST = 170;
const HEAD = { up: 26, pushed: 44 } as const;

/** One barrel, how far its plunger stands out, and the letter of its cup. */
export function Barrel({
  drawn: { rig, run, several, gap, centre, colourOf, beat },
  index,
  share,
  letter,
}: {
  drawn: Drawn;
  index: number;
  /** of what it holds */
  share: number;
  letter: string;
}) {
  const { barrels } = rig.injector;
  const barrel = barrels[index]!;
  const widest = Math.max(...barrels.map((other) => other.bore));
  const longest = Math.max(...barrels.map((other) => other.volume / other.bore ** 2));
  const width = (barrel.bore / widest) * Math.min(46, gap * 0.7);
  const height = (barrel.volume / barrel.bore ** 2 / longest) * TALLEST;
  const x = centre(index) - width / 2;
  const top = FLOOR - height;
  const plunger = FLOOR - 4 - share * (height - 10);
  const pushed = beat === index;
  const head = pushed && !rig.yoked ? HEAD.pushed : HEAD.up;
  return (
    <g>
      <rect
        x={x}
        y={plunger}
        width={width}
        height={FLOOR - plunger}
        fill={share > 0.005 ? colourOf(index) : 'none'}
      />
      <rect
        x={x}
        y={top}
        width={width}
        height={height}
        className="line-art"
        style={{ strokeWidth: pushed ? 4 : 2 }}
      />
      <path
        d={`M${centre(index)} ${head}V${plunger}M${x - 1} ${plunger}h${width + 2}`}
        stroke="var(--ink)"
        strokeWidth="3.5"
        fill="none"
      />
      {!(rig.yoked && several) && (
        <path
          d={`M${centre(index) - 14} ${head}h28`}
          stroke="var(--ink)"
          strokeWidth={pushed ? 9 : 6}
        />
      )}
      <path
        d={`M${x} ${FLOOR}l${width / 2 - 5} 16h10L${x + width} ${FLOOR}`}
        className="line-art"
      />
      <text
        x={centre(index)}
        y={top - 6}
        textAnchor="middle"
        fontSize="14"
        fontWeight="700"
        fill="var(--ink)"
        stroke="var(--ground)"
        strokeWidth="4"
        paintOrder="stroke"
      >
        {letter}
      </text>
      {several && (
        <text
          transform={`translate(${x - 4} ${FLOOR - 6}) rotate(-90)`}
          fontSize="10"
          fill="var(--soft)"
        >
          {barrelName(barrel.mark, run.tools.order[index] ?? index, barrels.length)}
        </text>
      )}
    </g>
  );
}

/** Ways of the colours through a block: each to its own port, or each split over both. */
function Ports({ drawn: { rig, centre, colourOf } }: { drawn: Drawn }) {
  const { barrels } = rig.injector;
  const split = rig.block?.kind === 'split';
  const way = (index: number) => {
    const from = centre(index);
    if (!split) return `M${from} 278V314L${MIDDLE + (index - (barrels.length - 1) / 2) * 16} 352`;
    // Each colour is split in two, and each half crosses to the other side.
    const [near, far] = index === 0 ? [60, 80] : [90, 70];
    return `M${from} 278V296L${near} 352M${from} 296L${far} 352`;
  };
  return (
    <>
      {barrels.map((_, index) => (
        <path
          key={index}
          d={way(index)}
          stroke={colourOf(index)}
          strokeWidth={split ? 5 : 8}
          fill="none"
        />
      ))}
      {!split && <path d="M75 346V372" className="line-art" style={{ strokeDasharray: '4 3' }} />}
    </>
  );
}

const TURNED = { TOP: 'bottom', bottom: 'TOP', both: 'side' } as const;
/** Which half of the mould a layer's port is over. */
function halfOf(layer: Layer, layers: number, wrong: boolean): string {
  const { over } = place(layer.place);
  if (wrong) return TURNED[over];
  if (over !== 'both') return over;
  return layers === 3 ? 'side' : '';
}
/** The halves under the ports, in words. */
function Halves({ drawn: { rig, run }, wrong }: { drawn: Drawn; wrong: boolean }) {
  const { layers } = run.stage;
  if (rig.block?.kind === 'split') return null;
  const across = (index: number) =>
    layers.length === 3 ? 22 + index * 53 : index === 0 ? 36 : 114;
  return layers.map((layer, index) => {
    const half = halfOf(layer, layers.length, wrong);
    return (
      <text
        key={layer.key}
        x={across(index)}
        y="388"
        textAnchor="middle"
        fontSize="13"
        fontWeight={half === 'TOP' ? 700 : 400}
        fill={wrong ? 'var(--stop)' : 'var(--ink)'}
      >
        {half}
      </text>
    );
  });
}

/** The block under the barrels, pressed to look at TOP; a bare tip where there is none. */
export function Block({
  drawn,
  wrong,
  onTop,
}: {
  drawn: Drawn;
  wrong: boolean;
  onTop: () => void;
}) {
  const { rig, centre } = drawn;
  if (!rig.block) return <path d={`M68 278h14v44l-7 14-7-14Z`} className="line-art" />;
  const [left, right] = [centre(0) - 24, centre(rig.injector.barrels.length - 1) + 24];
  return (
    <>
      <g
        role="button"
        tabIndex={-1}
        aria-label="Look at TOP"
        onClick={onTop}
        style={{ cursor: 'pointer' }}
      >
        <path
          d={`M${left} 278H${right}V318L98 358H52L${left} 318Z`}
          fill="var(--raised)"
          stroke="var(--ink)"
          strokeWidth="1.75"
        />
        {/* What stands under it is touched as well. */}
        <rect x={left} y="358" width={right - left} height="50" fill="transparent" />
      </g>
      <g style={{ pointerEvents: 'none' }}>
        <Ports drawn={drawn} />
        <Halves drawn={drawn} wrong={wrong} />
        {rig.block.mark && (
          <text x="75" y="402" textAnchor="middle" fontSize="11" fill="var(--soft)">
            {rig.block.mark} over TOP
          </text>
        )}
      </g>
    </>
  );
}

/** Whether a yoke ties the plungers, in words and as a bar over them. */
export function Yoke({
  drawn: { rig, several, centre },
  pulse,
}: {
  drawn: Drawn;
  pulse: SaidStep['pulse'];
}) {
  if (!several) return null;
  const { yoked, injector } = rig;
  return (
    <>
      <text x="75" y="14" textAnchor="middle" fontSize="13" fill="var(--soft)">
        {yoked ? 'yoke on' : `yoke off, ${pulse?.seconds ?? PULSE} s each`}
      </text>
      {yoked && (
        <path
          d={`M${centre(0) - 22} 26H${centre(injector.barrels.length - 1) + 22}`}
          stroke="var(--ink)"
          strokeWidth="6"
        />
      )}
    </>
  );
}
