import type { Felt } from '../heat/felt.ts';
import type { Send } from './step.ts';
import type { SessionState } from './state.ts';
import type { Mark, ShotState } from './state/shot.ts';
import type { Fault } from './faults.ts';
import { FAULTS, faultsOf } from './faults.ts';

/** What a touch on a cavity marks it with: a fault, or usable for no fault that has a name. */
export type Brush = Fault | 'usable';
export const brushName = (brush: Brush): string =>
  brush === 'usable' ? 'usable' : FAULTS[brush].name;

/** What the baits of a shot can be marked with. */
export const brushesOf = (state: SessionState, shot: ShotState): Brush[] => [
  ...faultsOf(shot.stage, state.runs.get(shot.job)?.job.colourway.line),
  'usable',
];

/**
 * What a touch makes of a cavity. A fault once touched makes it a second; touched again it is usable
 * all the same, for that fault; again, good. Another brush begins anew.
 * @param held what it was marked before; nothing = good
 */
export function touched(held: Mark | undefined, brush: Brush): Mark {
  const fault = brush === 'usable' ? null : brush;
  const same = held !== undefined && held.fault === fault && held.grade !== 'good';
  if (!same) return { grade: fault ? 'second' : 'usable', fault };
  return fault && held.grade === 'second'
    ? { grade: 'usable', fault }
    : { grade: 'good', fault: null };
}

/** A touch on a cavity of a shot, as it is recorded. @param cavity its number in the mould */
export const markedBy = (shot: ShotState, cavity: number, brush: Brush): Send => ({
  kind: 'cavityMarked',
  payload: { shot: shot.id, cavity, ...touched(shot.marks.get(cavity), brush) },
});

/** What baits can feel like when their mould is opened, and the key for it. */
export const FEELS: Record<Felt, { name: string; key: string }> = {
  soft: { name: 'still soft', key: 'g' },
  firm: { name: 'just firm', key: 'j' },
  hard: { name: 'hard', key: 'h' },
};

/** mm across which cavities lie in one row (judgement: less than any bait is deep). */
const ROW = 8;
/** Cavities that are marked together: which of a shot's, from the one in hand. */
export const TOGETHER = {
  row: { name: 'Its row', key: 'r' },
  onward: { name: 'From here on', key: 'f' },
  last: { name: 'As the last shot', key: 'l' },
} as const;
export type TogetherKey = keyof typeof TOGETHER;

interface InHand {
  /** number of the cavity in hand */
  from: number;
  brush: Brush;
}
/** The shot of the same mould before this one. */
const shotBefore = ({ shots }: SessionState, shot: ShotState): ShotState | undefined =>
  [...shots.values()].filter(({ mould, n }) => mould === shot.mould && n < shot.n).at(-1);

/** What each of several cavities becomes. */
function marksOf(
  state: SessionState,
  shot: ShotState,
  which: TogetherKey,
  { from, brush }: InHand,
) {
  if (which === 'last') return [...(shotBefore(state, shot)?.marks ?? [])];
  const cavities = state.moulds.get(shot.mould)?.mould.cavities ?? [];
  const own = cavities.find(({ n }) => n === from);
  const lies = {
    row: ({ y }: { y: number }) => own !== undefined && Math.abs(y - own.y) < ROW,
    onward: ({ n }: { n: number }) => n >= from,
  }[which];
  return cavities.filter(lies).map(({ n }): [number, Mark] => [n, touched(undefined, brush)]);
}

/**
 * Several cavities of a shot marked at one press: the row of the one in hand, it and all after it, or
 * as the shot before was marked.
 */
export const markedTogether = (
  state: SessionState,
  shot: ShotState,
  which: TogetherKey,
  inHand: InHand,
): Send[] =>
  marksOf(state, shot, which, inHand)
    .filter(([cavity]) => shot.cavities.has(cavity))
    .map(([cavity, { grade, fault }]) => ({
      kind: 'cavityMarked',
      payload: { shot: shot.id, cavity, grade, fault },
    }));
