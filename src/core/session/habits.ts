import type { SessionState } from './state.ts';
import type { Step } from './step.ts';
import type { StepKey } from './stepKinds.ts';

/** What a shop may never do, as it is said: of the rest the bench cannot do without. */
export const NEVER = {
  wake: { name: 'wake the plastisol' },
  readRoom: { name: 'read how warm the shop is' },
  readMould: { name: 'read the mould’s metal' },
  warmMould: { name: 'warm the mould' },
  warmInjector: { name: 'warm injector and block' },
  clean: { name: 'clean the injector between colours' },
  top: { name: 'look at TOP' },
  topOff: { name: 'top off' },
  secondLook: { name: 'look at the sprue a second time' },
  trial: { name: 'fill in trial cards' },
} as const satisfies Partial<Record<StepKey, { name: string }>>;
export type NeverKey = keyof typeof NEVER;
const mayNever = (key: StepKey): key is NeverKey => Object.hasOwn(NEVER, key);

/** How often a step is left out in one session before it is offered never to ask for it (judgement). */
const OFTEN = 3;

/**
 * Steps as the shop works: without what it never does; what was left out time and again is offered
 * to be left out from here on.
 */
export function byHabit(
  { never, leftOut }: Pick<SessionState, 'never' | 'leftOut'>,
  all: readonly Step[],
): Step[] {
  return all
    .filter(({ key }) => !never.has(key))
    .map((step) => {
      const { key } = step;
      if (!mayNever(key) || (leftOut.get(key) ?? 0) < OFTEN) return step;
      const send = { kind: 'changed', payload: { what: 'never', step: key } } as const;
      return {
        ...step,
        others: [...(step.others ?? []), { label: `Never ${NEVER[key].name}`, send }],
      };
    });
}
