import { layersOf } from '../build/index.ts';
import { LETTERS } from '../plan/index.ts';
import { planCharges } from './charges.ts';
import { carryBounds, ROOM_MAY } from './doubt.ts';
import type { BenchEvent } from './event.ts';
import { BARRELS } from './handle/barrels.ts';
import { CUPS } from './handle/cups.ts';
import { roomOf } from './handle/heat.ts';
import { MOULDS } from './handle/moulds.ts';
import type { Handlers } from './handle/parts.ts';
import { cool, reopen } from './handle/parts.ts';
import type { RunState, SessionState } from './state.ts';
import { layOut } from './state.ts';
import { newMould } from './state/mould.ts';
import { newCup } from './state/cup.ts';
import { alter } from './alter.ts';

export {
  baitOf,
  insertsOf,
  kept,
  massFor,
  pushParts,
  rhoOf,
  runRho,
  scrapG,
} from './handle/parts.ts';

/**
 * Another colourway, build, injector or block from here on: for the run named, and the colours of
 * its whole job.
 */
function recolour(
  state: SessionState,
  run: RunState,
  colourway: Extract<BenchEvent<'changed'>['payload'], { what: 'colourway' }>,
): void {
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
  for (const choice of colourway.cups)
    if (!state.cups.has(String(choice.mix)))
      state.cups.set(
        String(choice.mix),
        newCup(choice, LETTERS[state.cups.size] ?? 'Z', [], state.snapshot.colour),
      );
  planCharges(state, run);
  layOut(state, run.tools);
  const held = state.injectors.get(String(run.tools.injector?.id));
  if (held)
    alter(held, {
      block: colourway.block?.block ?? null,
      blockKey: colourway.block ? String(colourway.block.id) : null,
    });
}

export const HANDLERS: Handlers = {
  ...CUPS,
  ...BARRELS,
  ...MOULDS,
  opened: (state, event) => {
    if (state.status !== 'new') return;
    state.status = 'running';
    state.openedAt = event.at;
  },
  brokenOff: (state, event) => {
    if (state.status !== 'running') return;
    state.status = 'broken off';
    state.pausedAt = event.at;
  },
  resumed: (state, event) => {
    if (state.status !== 'broken off') return;
    state.status = 'running';
    state.pausedMs += event.at - (state.pausedAt ?? event.at);
    state.pausedAt = null;
    state.breaks += 1;
    // Everything stands cold again: what was read or warmed before the break no longer counts.
    for (const cup of state.cups.values()) {
      carryBounds(state, cup, event.at, roomOf(state));
      if (cup.bounds)
        cup.bounds.low = {
          plastic: roomOf(state) - ROOM_MAY.under,
          glass: roomOf(state) - ROOM_MAY.under,
        };
      alter(cup, { reading: null, before: null, fused: false, inOven: null, doubt: null });
    }
    for (const mould of state.moulds.values())
      alter(mould, {
        warmed: false,
        reading: null,
        metal: { celsius: roomOf(state), own: 5, slope: 0, at: event.at },
        giving: null,
      });
    for (const injector of state.injectors.values())
      alter(injector, {
        warmed: false,
        metal: { celsius: roomOf(state), at: event.at },
      });
  },
  finished: (state, event) => {
    if (state.status === 'finished') return;
    if (state.pausedAt !== null) state.pausedMs += event.at - state.pausedAt;
    state.status = 'finished';
    state.finishedAt = event.at;
  },
  turned: (state, event) =>
    void (
      (state.focus = null),
      (state.inHand = state.runs.has(event.payload.job) ? event.payload.job : state.inHand)
    ),
  skipped: (state, event) => {
    state.skips.add(`${event.payload.step}:${event.payload.target}`);
    // What is skipped is left: the key is free again.
    state.focus = null;
    const { step, target } = event.payload;
    const onRack = step === 'rack' || step === 'keep';
    const mould = state.moulds.get(onRack ? (state.shots.get(target)?.mould ?? '') : target);
    if (!mould) return;
    if (step === 'hold' && mould.phase === 'holding') cool(state, mould, event.at);
    if (step === 'topOff') mould.toppedOff = true;
    if (step === 'secondLook') mould.looked = true;
    if (step === 'sprue' && mould.phase === 'marked') mould.phase = 'cleared';
    if (onRack && mould.shot === target && mould.phase === 'cleared') reopen(state, mould);
  },
  changed: (state, event) => {
    const payload = event.payload;
    if (payload.what === 'oven') {
      state.oven = { id: payload.oven, level: payload.level };
      return;
    }
    const run = state.runs.get(payload.job);
    if (!run) return;
    if (payload.what === 'shots') run.target = Math.max(run.done, run.target + payload.by);
    if (payload.what === 'trials') run.trials = Math.max(run.trialsDone, run.trials + payload.by);
    if (payload.what === 'mould') {
      const entry = {
        id: payload.id,
        mould: payload.mould,
        given: 0,
        ...(payload.bait ? { bait: payload.bait } : {}),
      };
      if (!state.moulds.has(String(payload.id)))
        state.moulds.set(String(payload.id), newMould(payload.id, payload.mould));
      const tools = {
        ...run.tools,
        moulds: payload.only
          ? [entry]
          : [...run.tools.moulds.filter((mould) => mould.id !== payload.id), entry],
      };
      const job = {
        ...run.job,
        tools: run.job.tools.map((tool) => (tool === run.tools ? tools : tool)),
      };
      for (const other of state.runs.values()) if (other.job.key === job.key) other.job = job;
      run.tools = tools;
    }
    if (payload.what === 'colourway') recolour(state, run, payload);
  },
  trouble: (state, event) =>
    void state.troubles.push({
      event: event.id,
      at: event.at,
      about: event.payload.about,
      what: event.payload.what,
    }),
  undone: () => {},
};
