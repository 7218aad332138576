import { NEVER, type NeverKey } from './never.ts';
import type { SessionState } from './state.ts';
import type { MouldState } from './state/mould.ts';
import type { Step } from './step.ts';
import type { StepKey } from './stepKinds.ts';

const mayNever = (key: StepKey): key is NeverKey => Object.hasOwn(NEVER, key);

/** How often a step is left out in one session before it is offered never to ask for it (judgement). */
const OFTEN = 3;

type Kept = Pick<SessionState, 'never' | 'habits' | 'moulds' | 'shots' | 'runs'>;

/** What is shot in a mould: of the shot that stands in it, else of the next run that wants it. */
function buildIn({ shots, runs }: Kept, mould: MouldState): string | null {
  const shot = mould.shot && shots.get(mould.shot);
  if (shot) return shot.build.key;
  const next = [...runs.values()].find(
    ({ tools, done, target }) =>
      done < target && tools.moulds.some(({ id }) => String(id) === mould.key),
  );
  return next?.job.build.key ?? null;
}

/** Shots a mould gave before the one it is at: a shot that stands in it is counted already. */
const shotsBefore = ({ cycles, shot }: MouldState): number => cycles - (shot ? 1 : 0);

/**
 * Whether a step is not done here: in this shop, in this mould, for this build, or past a mould's
 * first shot.
 * @param target the mould it is of; of anything else only what the shop never does counts
 */
export function isNever(state: Kept, step: NeverKey, target: string): boolean {
  if (state.never.has(step)) return true;
  const mould = state.moulds.get(target);
  if (!mould) return false;
  return state.habits.some(
    (habit) =>
      habit.step === step &&
      (habit.mould === null || String(habit.mould) === mould.key) &&
      (habit.build === null || habit.build === buildIn(state, mould)) &&
      (habit.when === 'never' || shotsBefore(mould) > 0),
  );
}

/** Ways out of a step that was left out time and again: here, and in the whole shop. */
function waysOut(state: Kept, key: NeverKey, target: string): Step['others'] {
  const mould = state.moulds.get(target);
  const send = (of: { mould?: number }) =>
    ({ kind: 'changed', payload: { what: 'never', step: key, ...of } }) as const;
  return [
    ...(mould
      ? [
          {
            label: `Never in ${mould.mould.name}: ${NEVER[key].name}`,
            send: send({ mould: Number(mould.key) }),
          },
        ]
      : []),
    { label: `Never ${NEVER[key].name}`, send: send({}) },
  ];
}

/**
 * Steps as the shop works: without what it never does; what was left out time and again is offered
 * to be left out from here on.
 */
export function byHabit(state: Kept & Pick<SessionState, 'leftOut'>, all: readonly Step[]): Step[] {
  return all
    .filter(({ key, target }) => !mayNever(key) || !isNever(state, key, target))
    .map((step) => {
      const { key, target } = step;
      if (!mayNever(key) || (state.leftOut.get(key) ?? 0) < OFTEN) return step;
      return { ...step, others: [...(step.others ?? []), ...(waysOut(state, key, target) ?? [])] };
    });
}
