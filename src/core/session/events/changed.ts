import type * as z from 'zod';
import { layersOf } from '../../build/build.ts';
import { oneCupEach } from '../../plan/cupId.ts';
import type { CupChoice } from '../../plan/input.ts';
import { UNNAMED } from '../../plan/unnamed.ts';
import { runsOf } from '../../plan/run.ts';
import { LETTERS } from '../../plan/plan.ts';
import { alter } from '../alter.ts';
import { planCharges } from '../charges.ts';
import { layOut } from '../startState.ts';
import type { RunState, SessionState } from '../state.ts';
import { newCup } from '../state/cup.ts';
import { jobsOf } from '../state/jobs.ts';
import { newMould } from '../state/mould.ts';
import type { ChangedSchema } from './changedSchema.ts';
import { AGAIN, type EventKind } from './kind.ts';

/** Cups that are not on the bench yet, empty. */
function bringCups(state: SessionState, cups: readonly CupChoice[]): void {
  for (const choice of cups) {
    if (state.cups.has(choice.id)) continue;
    const letter = LETTERS[state.cups.size] ?? 'Z';
    state.cups.set(choice.id, newCup(choice, letter, [], state.snapshot.colour));
    state.brought.push(choice);
  }
}

/** A cup that was meant for nothing yet is meant for a mix from here on. */
function meanFor(state: SessionState, choices: readonly CupChoice[]): void {
  for (const { id, mix, recipe } of choices) {
    const cup = state.cups.get(id);
    if (cup?.mix !== UNNAMED || mix === UNNAMED) continue;
    const { name, colour, ladder } = recipe;
    // A mix the book had no version of when the session was opened was kept here: as its first.
    const version = state.snapshot.colour.versions[String(mix)] ?? 1;
    alter(cup, { mix, name, colour, ladder, version });
  }
}

/** Another job beside those there are; one that is shot already is not begun again. */
function takeOn(state: SessionState, { shoots, cups, targets }: Of<'also'>): void {
  if (jobsOf(state).some(({ key }) => key === shoots.key)) return;
  state.also.push(shoots);
  bringCups(state, cups);
  for (const run of runsOf(shoots)) {
    const target = targets[run.key] ?? 0;
    const taken = { ...run, target, trials: 0, done: 0, trialsDone: 0 };
    state.runs.set(run.key, taken);
    layOut(state, run.tools);
    closeWith(state, run.tools.moulds);
    planCharges(state, taken);
  }
}
/** Moulds that stand there already are held together from here on as the new job says. */
function closeWith(state: SessionState, moulds: RunState['tools']['moulds']): void {
  for (const { id, mould } of moulds) {
    const there = state.moulds.get(String(id));
    const { closure, closures } = mould;
    if (there) alter(there, { mould: { ...there.mould, closure, closures } });
  }
}

/**
 * Another colourway, build, injector or block from here on: for the run named, and the colours of
 * its whole job.
 */
function recolour(state: SessionState, run: RunState, colourway: Of<'colourway'>): void {
  const index = run.job.build.stages.findIndex((stage) => stage.key === run.stage.key);
  const stage = colourway.build.stages[Math.min(index, colourway.build.stages.length - 1)]!;
  const tools = run.job.tools.map((tool, k) =>
    k === index
      ? {
          ...tool,
          injector: colourway.injector ?? tool.injector,
          block: colourway.block,
          order: [],
          mixedTo: layersOf(colourway.build).some((layer) => layer.key === tool.mixedTo)
            ? tool.mixedTo
            : 'puck',
        }
      : tool,
  );
  const job = {
    ...run.job,
    colourway: colourway.colourway,
    build: colourway.build,
    layers: colourway.layers,
    drawnFrom: colourway.drawnFrom ?? oneCupEach(colourway.layers),
    tools,
  };
  for (const other of state.runs.values()) {
    if (other.job.key !== job.key) continue;
    const place = run.job.build.stages.findIndex((stage) => stage.key === other.stage.key);
    alter(other, {
      job,
      stage: other === run ? stage : (colourway.build.stages[place] ?? other.stage),
      tools: tools[place] ?? other.tools,
    });
  }
  bringCups(state, colourway.cups);
  meanFor(state, colourway.cups);
  planCharges(state, run);
  layOut(state, run.tools);
  const held = state.injectors.get(String(run.tools.injector?.id));
  if (held)
    alter(held, {
      block: colourway.block?.block ?? null,
      blockKey: colourway.block ? String(colourway.block.id) : null,
    });
}

/** Another mould for a run: beside its own, or in their place. */
function takeMould(run: RunState, state: SessionState, payload: Of<'mould'>): void {
  const { id, mould, bait, only } = payload;
  const entry = { id, mould, given: 0, ...(bait ? { bait } : {}) };
  if (!state.moulds.has(String(id))) state.moulds.set(String(id), newMould(id, mould));
  const others = run.tools.moulds.filter((other) => other.id !== id);
  const tools = { ...run.tools, moulds: only ? [entry] : [...others, entry] };
  const job = {
    ...run.job,
    tools: run.job.tools.map((tool) => (tool === run.tools ? tools : tool)),
  };
  for (const other of state.runs.values()) if (other.job.key === job.key) other.job = job;
  run.tools = tools;
}

type Changed = z.infer<typeof ChangedSchema>;
type Of<What extends Changed['what']> = Extract<Changed, { what: What }>;
/** What a change does; each to its own payload. */
const APPLY: {
  [What in Changed['what']]: (state: SessionState, payload: Of<What>, event: string) => void;
} = {
  oven: (state, { oven, level }) => void (state.oven = { id: oven, level }),
  also: takeOn,
  never: (state, { step, mould }) =>
    void (mould === undefined
      ? state.never.add(step)
      : state.habits.push({ step, when: 'never', mould, build: null })),
  cup: (state, { cup }) => {
    bringCups(state, [cup]);
    meanFor(state, [cup]);
  },
  line: (state, { job, line }, event) => void state.joined.push({ event, job, line }),
  shots: (state, { job, by }) =>
    ofRun(state, job, (run) => (run.target = Math.max(run.done, run.target + by))),
  trials: (state, { job, by }) =>
    ofRun(state, job, (run) => (run.trials = Math.max(run.trialsDone, run.trials + by))),
  mould: (state, payload) => ofRun(state, payload.job, (run) => takeMould(run, state, payload)),
  colourway: (state, payload) => ofRun(state, payload.job, (run) => recolour(state, run, payload)),
};
/** A run that is there is changed; one that is not is left alone. */
function ofRun(state: SessionState, job: string, change: (run: RunState) => unknown): void {
  const run = state.runs.get(job);
  if (run) change(run);
}

export const changed: EventKind<typeof ChangedSchema> = {
  work: null,
  ...AGAIN,
  // The table holds each to its own payload.
  apply: (state, { id, payload }) => APPLY[payload.what](state, payload as never, id),
};
