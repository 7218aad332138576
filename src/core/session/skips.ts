import type { RunState, SessionState } from './state.ts';
import type { CupState } from './state/cup.ts';
import type { InjectorState } from './state/injector.ts';
import type { MouldState } from './state/mould.ts';
import type { ShotState } from './state/shot.ts';

type Of<Thing, Part extends keyof Thing> = Pick<Thing, Part>;
type Mould = Of<MouldState, 'key'>;
type MouldCycle = Of<MouldState, 'key' | 'cycles'>;
type Cup = Of<CupState, 'key'>;
type Draw = Of<InjectorState, 'key' | 'draws'>;
type Shot = Of<ShotState, 'id'>;
type Run = Of<RunState, 'key'>;

const cycle = ({ key, cycles }: MouldCycle): string => `${key}:${cycles}`;
const draw = ({ key, draws }: Draw): string => `${key}:${draws}`;

/**
 * What may be left out, and of which time of which thing: a mould once, in one cycle, at one of its
 * gaps; an injector's one draw. The log keeps these words.
 */
const SKIPS = {
  // cups
  wake: (cup: Cup) => cup.key,
  degasCold: (cup: Cup) => cup.key,
  degasBefore: (cup: Cup) => cup.key,
  degasAfter: (cup: Cup) => cup.key,
  cook: (cup: Cup) => cup.key,
  colour: (cup: Cup) => cup.key,
  leftover: (cup: Cup) => cup.key,
  // metal
  readRoom: () => 'room',
  warmInjector: ({ key }: Of<InjectorState, 'key'>) => key,
  warmMould: ({ key }: Mould) => key,
  warmMouldAgain: cycle,
  readMould: cycle,
  // moulds
  load: cycle,
  close: (mould: Of<MouldState, 'key' | 'cycles' | 'gaps'>) =>
    `${cycle(mould)}:${mould.gaps.length}`,
  top: cycle,
  pour: cycle,
  hold: ({ key }: Mould) => key,
  topOff: ({ key }: Mould) => key,
  secondLook: ({ key }: Mould) => key,
  sprue: ({ key }: Mould) => key,
  trial: ({ key }: Mould) => key,
  // draws
  clean: draw,
  match: draw,
  matchPour: (mould: Of<MouldState, 'key' | 'cycles' | 'pours'>) =>
    `${cycle(mould)}:${mould.pours.length}`,
  empty: draw,
  // shots
  keep: ({ id }: Shot) => id,
  tip: ({ id }: Shot) => id,
  rack: ({ id }: Shot) => id,
  // runs
  more: (run: Of<RunState, 'key' | 'target'>) => `${run.key}:${run.target}`,
  shortOf: ({ key }: Run) => key,
} as const;
type SkipKind = keyof typeof SKIPS;
type ThingOf<K extends SkipKind> = Parameters<(typeof SKIPS)[K]>[0];

/** Kinds the log writes by another's word: the same step, at another time. */
const WRITTEN: Partial<Record<SkipKind, string>> = {
  warmMouldAgain: 'warmMould',
  matchPour: 'match',
};

/** What a step left out is recorded as. */
export interface Skip {
  step: string;
  target: string;
}
/** The skip of a step, of that time of the thing. */
export function skipOf<K extends SkipKind>(kind: K, thing: ThingOf<K>): Skip {
  const target = SKIPS[kind] as (thing: ThingOf<K>) => string;
  return { step: WRITTEN[kind] ?? kind, target: target(thing) };
}
/** A cup's charge, that is to come next: each of them may be left out. */
export const skipCharge = ({ key, charges }: Of<CupState, 'key' | 'charges'>): Skip => ({
  step: `recharge${charges}`,
  target: key,
});

/** How the state keeps a skip. */
export const skipKey = ({ step, target }: Skip): string => `${step}:${target}`;
export const isLeftOut = ({ skips }: Of<SessionState, 'skips'>, skip: Skip): boolean =>
  skips.has(skipKey(skip));
/** Whether a step was left out, of this time of the thing. */
export const isSkipped = <K extends SkipKind>(
  state: Of<SessionState, 'skips'>,
  kind: K,
  thing: ThingOf<K>,
): boolean => isLeftOut(state, skipOf(kind, thing));
