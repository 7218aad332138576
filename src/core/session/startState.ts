import { NOTHING_MISSED } from '../heat/index.ts';
import type { Job, Plan, Tools } from '../plan/index.ts';
import { kindsTaken, runsOf, sourceOf } from '../plan/index.ts';
import { baitMass, stageMass } from '../shot/index.ts';
import { alter } from './alter.ts';
import type { SessionState } from './state.ts';
import { newCup } from './state/cup.ts';
import { newInjector } from './state/injector.ts';
import { newMould } from './state/mould.ts';
import type { LotState } from './state/shot.ts';
import type { Snapshot } from './state/snapshot.ts';

/** Adds the metal a run needs that is not on the bench yet. */
export function layOut(other: Pick<SessionState, 'moulds' | 'injectors'>, tools: Tools): void {
  for (const mould of tools.moulds)
    if (!other.moulds.has(String(mould.id)))
      other.moulds.set(String(mould.id), newMould(mould.id, mould.mould, mould.given));
  const injector = tools.injector;
  if (injector && !other.injectors.has(String(injector.id)))
    other.injectors.set(
      String(injector.id),
      newInjector(injector.id, injector.injector, tools.block),
    );
}

/** Inserts the plan takes from the shelf, as lots. */
function shelfLots(job: Job): LotState[] {
  return runsOf(job).flatMap((run) => {
    const source = sourceOf(job, run.stage);
    if (!source || run.tools.fromShelf === 0) return [];
    const mass = stageMass(source.stage, source.mould, null);
    const kind = kindsTaken(job, run.stage)[0]!;
    return [
      {
        id: `shelf ${kind}`,
        kind,
        makes: source.stage.makes,
        from: 'shelf' as const,
        made: run.tools.fromShelf,
        left: run.tools.fromShelf,
        spoiled: 0,
        each: baitMass(mass) / mass.cavities.size,
        oiled: true,
      },
    ];
  });
}

/** g of each charge of a cup in turn: pucks that it is begun from are its first. */
const chargesOf = ({ charges, begins }: Plan['cups'][number]): number[] => [
  ...(begins ? [begins.grams] : []),
  ...charges.map(({ grams }) => grams),
];
/**
 * Which draw of a cup each charge of it comes before, counted from one: other cups are drawn from
 * meanwhile, in an order of their own.
 */
function chargedBefore({ id, charges, begins }: Plan['cups'][number], { draws }: Plan): number[] {
  const own = draws.filter(({ barrels, poured = [] }) =>
    [...barrels, ...poured].some(({ cup }) => cup === id),
  );
  const before = charges.map(
    ({ beforeDraw }) => own.filter((draw) => draw.n < beforeDraw).length + 1,
  );
  return [...(begins ? [1] : []), ...before];
}

/** The bench before anything has happened. */
export function startState(snapshot: Snapshot): SessionState {
  const { input, plan } = snapshot;
  const state: SessionState = {
    phase: { is: 'new' },
    seq: 0,
    openedAt: 0,
    lastAt: 0,
    handsAt: 0,
    pausedMs: 0,
    breaks: 0,
    cups: new Map(
      plan.cups.map((cup) => [
        cup.id,
        {
          ...newCup(
            input.cups.find((use) => use.id === cup.id)!,
            cup.letter,
            chargesOf(cup),
            snapshot.colour,
          ),
          plannedBefore: chargedBefore(cup, plan),
        },
      ]),
    ),
    moulds: new Map(),
    injectors: new Map(),
    draws: new Map(),
    shots: new Map(),
    lots: new Map(),
    focus: null,
    inHand: null,
    also: [],
    brought: [],
    joined: [],
    runs: new Map(
      input.jobs.flatMap(runsOf).flatMap((run) => {
        const planned = plan.runs.find((planned) => planned.key === run.key);
        return planned
          ? [
              [
                run.key,
                { ...run, target: planned.shots, trials: planned.trials, done: 0, trialsDone: 0 },
              ] as const,
            ]
          : [];
      }),
    ),
    puckG: 0,
    outG: new Map(),
    kept: [],
    taken: [],
    roomCelsius: null,
    oven: { id: snapshot.heat.ovens[0]?.id ?? 0, level: snapshot.heat.ovens[0]?.oven.level ?? 1 },
    heat: [],
    skips: new Set(),
    leftOut: new Map(),
    never: new Set(snapshot.bench.never ?? []),
    habits: [...(snapshot.bench.habits ?? [])],
    troubles: [],
    notes: [],
    bottles: new Map(
      Object.entries(snapshot.colour.bottles ?? {}).map(([id, is]) => [Number(id), is]),
    ),
    trialled: new Map(),
    handTimes: new Map(),
    metalMissed: NOTHING_MISSED,
    log: [],
    undone: 0,
    snapshot,
  };
  for (const run of state.runs.values()) layOut(state, run.tools);
  for (const job of input.jobs) {
    for (const lot of shelfLots(job)) {
      const held = state.lots.get(lot.id);
      if (held) alter(held, { made: held.made + lot.made, left: held.left + lot.left });
      else state.lots.set(lot.id, lot);
    }
  }
  return state;
}
