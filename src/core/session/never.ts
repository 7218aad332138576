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
