import { runInHand, freeMould } from './steps/index.ts';
import type { SessionState } from './state.ts';
import type { Step, StepKey } from './step.ts';

/** s of hands each step takes before a draw, as makers' hands usually do (judgements). */
const TAKES: Partial<Record<StepKey, number>> = {
  warmMould: 45, readMould: 12, readRoom: 8, warmInjector: 20, clean: 45, colour: 75, dose: 45, load: 30, close: 20, top: 5, open: 12, mark: 12, sprue: 10,
  rack: 12, keep: 15, empty: 20, secondLook: 8, topOff: 8, hold: 8, pour: 20,
};
/** Steps that hands have between a mould that opens and its next draw. */
const TURN: readonly StepKey[] = ['open', 'mark', 'sprue', 'rack', 'close', 'top'];

/** s that a list of steps takes hands. */
const takes = (keys: readonly StepKey[]): number => keys.reduce((n, key) => n + (TAKES[key] ?? 0), 0);

/**
 * s until plastic will next be drawn, by what hands have to do before it and by when the next mould opens; null where
 * nothing more is to be drawn, or cups are being cooked still.
 * @param all every step, the most pressing first
 */
export function nextDraw(s: SessionState, all: readonly Step[], now: number): number | null {
  const run = runInHand(s);
  if (!run || run.stage.layers.length === 0) return null;
  const before = (until: (x: Step) => boolean): StepKey[] => all.slice(0, all.findIndex(until)).map((x) => x.key);
  const drawn = (x: Step) => x.key === 'match' || x.key === 'draw';
  if (all.some((x) => x.key === 'cook' || x.key === 'shoot')) return null;
  if (freeMould(s, run) && all.some(drawn)) return takes(before(drawn));
  if (run.done + run.trialsDone >= run.target + run.trials) return null;
  // A mould that is open, or due to be, wants what is left of its turn; one that cools wants it all, after that.
  const turns = all.flatMap((x): number[] => {
    const at = TURN.indexOf(x.key);
    if (at >= 0 && x.key !== 'close' && x.key !== 'top') return [takes(TURN.slice(at))];
    const own = x.key === 'cool' && run.tools.moulds.some((m) => String(m.id) === x.target);
    return own ? [Math.max(0, ((x.until ?? now) - now) / 1000) + takes(TURN)] : [];
  });
  return turns.length > 0 ? Math.min(...turns) : null;
}
