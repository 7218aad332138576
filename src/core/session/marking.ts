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
