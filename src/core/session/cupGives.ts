import { isForShelf, shotsOf, type OfCup } from '../plan/index.ts';
import { airG, flowsOf } from './charges.ts';
import { isShot } from '../build/index.ts';
import type { RunState, SessionState } from './state.ts';
import type { CupState } from './state/cup.ts';

/** What a cup still gives of what is shot by now, without another charge. */
export interface CupGives extends OfCup {
  /** baits of one shot */
  baits: number;
}

/**
 * Shots a cup still gives of a run, once round and with the sprues going round again; null where the
 * run does not take from it, or it holds nothing yet.
 */
export function cupGives(state: SessionState, run: RunState, cup: CupState): CupGives | null {
  const [first] = run.tools.moulds;
  const mould = first && state.moulds.get(String(first.id));
  if (!mould || cup.charges === 0) return null;
  const flows = flowsOf(state, run, mould, false);
  if (!flows.some(({ takes }) => (takes[cup.key] ?? 0) > 0)) return null;
  const heat = (run.tools.window.low + run.tools.window.high) / 2;
  const air = isShot(run.stage) ? airG(state, cup, heat) : 0;
  return {
    ...shotsOf(Math.max(0, cup.grams), flows, { cup: cup.key, air }),
    baits: mould.mould.cavities.length,
  };
}

/**
 * Shots all cups of a run still give together, where nobody ordered what it shoots: a cup is shot
 * until it is empty.
 */
export function shelfShotsLeft(state: SessionState, run: RunState): number {
  if (!isForShelf(run.job)) return 0;
  const gives = [...state.cups.values()].flatMap((cup) => cupGives(state, run, cup) ?? []);
  return gives.length > 0 ? Math.min(...gives.map(({ round }) => round)) : 0;
}
