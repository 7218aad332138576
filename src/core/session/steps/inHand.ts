import { areAbreast } from '../../plan/abreast.ts';
import { runsInStep } from '../../plan/inStep.ts';
import type { RunState, SessionState } from '../state.ts';
import { coolingOf, heldUntil } from '../state/mould.ts';
import { cupsInHand } from './cupsInHand.ts';
import { canShoot } from './filling.ts';
import { canGo, freeMould, injectorOf, inStep, mouldsOf, type Turn, wants } from './work.ts';

/**
 * The run whose turn it is, were there no other colour beside it: the one the maker took, while it has
 * work; else the first that has work and its inserts. Inserts come before the bodies shot on to them;
 * while those are on their way, the next one is made ready.
 */
function firstWithWork(state: SessionState, open: readonly RunState[]): RunState | undefined {
  const taken = open.find((run) => run.key === state.inHand);
  if (taken && canGo(state, taken, true)) return taken;
  return open.find((run) => canGo(state, run)) ?? open[0];
}

/** The run of another colour that may go on abreast of one; null where none may. */
function abreastOf(state: SessionState, run: RunState, open: readonly RunState[]): RunState | null {
  if (open.length < 2 || run.key === state.inHand) return null;
  const groups = runsInStep(open);
  const nth = groups.findIndex((group) => group.includes(run));
  const next = groups[nth + 1] ?? [];
  return areAbreast(groups[nth]!, next)
    ? (next.find((other) => canGo(state, other)) ?? null)
    : null;
}

/** Whether all cups of a run are through. */
const isCooked = (state: SessionState, run: RunState): boolean =>
  cupsInHand(state, run).every(({ charges, fused }) => charges > 0 && fused);

/** ms at which the first mould of a run, or of one in step with it, may be opened. */
const opensAt = (state: SessionState, run: RunState): number =>
  Math.min(
    ...inStep(state, run)
      .flatMap((one) => mouldsOf(state, one))
      .map((mould) => coolingOf(mould)?.readyAt ?? heldUntil(mould)),
  );

/** Whether a run's turn was begun: its barrels are full, or a mould is closed for it. */
function isBegun(state: SessionState, run: RunState): boolean {
  const turn = freeMould(state, run);
  if (!turn) return false;
  const drawn = injectorOf(state, turn.run)?.load && canShoot(state, turn);
  return Boolean(drawn) || turn.mould.phase.is !== 'open';
}

/**
 * Which of two runs that go on abreast is in hand: whose turn was begun; else the first, where a mould
 * of it is free or a cup wants cooking; else the other, where it can be seen to; while all moulds cool,
 * the one that is opened first.
 */
function nextOf(state: SessionState, first: RunState, other: RunState): RunState {
  if (isBegun(state, first)) return first;
  if (isBegun(state, other)) return other;
  if (freeMould(state, first) || !isCooked(state, first)) return first;
  if (freeMould(state, other) || !isCooked(state, other)) return other;
  return opensAt(state, other) < opensAt(state, first) ? other : first;
}

/**
 * The run in hand: the one the maker took, while it has work; else the first that has work, or one of
 * another colour abreast of it while its moulds cool.
 */
export function runInHand(state: SessionState): RunState | null {
  const open = [...state.runs.values()].filter((run) => wants(state, run));
  const first = firstWithWork(state, open);
  const other = first && abreastOf(state, first, open);
  return other ? nextOf(state, first, other) : (first ?? null);
}

/** The run a mould is shot for next, as the one in hand and those in step with it have it. */
export function turnOf(state: SessionState, mould: string): Turn | null {
  const inHand = runInHand(state);
  const turn = inHand && freeMould(state, inHand);
  return turn?.mould.key === mould ? turn : null;
}
