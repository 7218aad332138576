import type { SessionState } from './state.ts';
import type { Step } from './step.ts';
import { dataOf, type StepKey } from './stepKinds.ts';
import { warmingDue } from './steps/moulds/warming.ts';
import { freeMould, inStep, mouldsOf, runInHand } from './steps/work.ts';

/** Steps that hands have between a mould that opens and its next draw. */
const TURN: readonly StepKey[] = ['open', 'mark', 'sprue', 'rack', 'close', 'top'];

/** s that a list of steps takes hands. */
const takes = (keys: readonly StepKey[]): number =>
  keys.reduce((sum, key) => sum + dataOf(key).takes, 0);

/** s a step takes; of a mould that is warmed, what the plate takes from what it is now. */
function takesNow(state: SessionState, { key, target }: Step, now: number): number {
  const mould = key === 'warmMould' ? state.moulds.get(target) : undefined;
  return mould ? warmingDue(state, mould, now, now) : takes([key]);
}

/**
 * s until plastic will next be drawn, by what hands have to do before it and by when the next mould
 * opens; null where nothing more is to be drawn, or cups are being cooked still.
 * @param all every step, the most pressing first
 */
export function nextDraw(state: SessionState, all: readonly Step[], now: number): number | null {
  const run = runInHand(state);
  if (!run || run.stage.layers.length === 0) return null;
  const before = (until: (step: Step) => boolean): number =>
    all.slice(0, all.findIndex(until)).reduce((sum, step) => sum + takesNow(state, step, now), 0);
  const drawn = (step: Step) => step.key === 'match' || step.key === 'draw';
  if (all.some((step) => step.key === 'cook' || step.key === 'shoot')) return null;
  if (freeMould(state, run) && all.some(drawn)) return before(drawn);
  const going = inStep(state, run).filter(
    ({ done, trialsDone, target, trials }) => done + trialsDone < target + trials,
  );
  if (going.length === 0) return null;
  const next = new Set(going.flatMap((one) => mouldsOf(state, one)));
  // A mould that is open, or due to be, wants what is left of its turn; one that cools wants it
  // all, after that.
  const turns = all.flatMap((step): number[] => {
    const at = TURN.indexOf(step.key);
    const mould = state.moulds.get(step.target);
    const open = at >= 0 && step.key !== 'close' && step.key !== 'top';
    // Baits on their way to the rack have left their mould.
    if (open && !mould) return [takes(TURN.slice(at))];
    if (!mould || !next.has(mould) || (!open && step.key !== 'cool')) return [];
    const left = open
      ? takes(TURN.slice(at))
      : Math.max(0, ((step.until ?? now) - now) / 1000) + takes(TURN);
    // It may have gone so cold by then that it is warmed first.
    return [left + warmingDue(state, mould, now + 1000 * left, now)];
  });
  return turns.length > 0 ? Math.min(...turns) : null;
}
