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
import { layOut, newCup, newMould } from './state.ts';

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

/** Another colourway, build, injector or block from here on: for the run named, and the colours of its whole job. */
function recolour(
  s: SessionState,
  run: RunState,
  p: Extract<BenchEvent<'changed'>['payload'], { what: 'colourway' }>,
): void {
  const i = run.job.build.stages.findIndex((x) => x.key === run.stage.key);
  const stage = p.build.stages[Math.min(i, p.build.stages.length - 1)]!;
  const tools = run.job.tools.map((t, k) =>
    k === i
      ? {
          ...t,
          injector: p.injector ?? t.injector,
          block: p.block,
          order: [],
          mixedTo: layersOf(p.build).some((l) => l.key === t.mixedTo) ? t.mixedTo : 'puck',
        }
      : t,
  );
  const job = { ...run.job, colourway: p.colourway, build: p.build, layers: p.layers, tools };
  for (const other of s.runs.values()) {
    if (other.job.key !== job.key) continue;
    const k = run.job.build.stages.findIndex((x) => x.key === other.stage.key);
    Object.assign(other, {
      job,
      stage: other === run ? stage : (p.build.stages[k] ?? other.stage),
      tools: tools[k] ?? other.tools,
    });
  }
  for (const choice of p.cups)
    if (!s.cups.has(String(choice.mix)))
      s.cups.set(
        String(choice.mix),
        newCup(choice, LETTERS[s.cups.size] ?? 'Z', [], s.snapshot.colour),
      );
  planCharges(s, run);
  layOut(s, run.tools);
  const held = s.injectors.get(String(run.tools.injector?.id));
  if (held)
    Object.assign(held, {
      block: p.block?.block ?? null,
      blockKey: p.block ? String(p.block.id) : null,
    });
}

export const HANDLERS: Handlers = {
  ...CUPS,
  ...BARRELS,
  ...MOULDS,
  opened: (s, e) => {
    if (s.status !== 'new') return;
    s.status = 'running';
    s.openedAt = e.at;
  },
  brokenOff: (s, e) => {
    if (s.status !== 'running') return;
    s.status = 'broken off';
    s.pausedAt = e.at;
  },
  resumed: (s, e) => {
    if (s.status !== 'broken off') return;
    s.status = 'running';
    s.pausedMs += e.at - (s.pausedAt ?? e.at);
    s.pausedAt = null;
    s.breaks += 1;
    // Everything stands cold again: what was read or warmed before the break no longer counts.
    for (const c of s.cups.values()) {
      carryBounds(s, c, e.at, roomOf(s));
      if (c.bounds)
        c.bounds.low = { plastic: roomOf(s) - ROOM_MAY.under, glass: roomOf(s) - ROOM_MAY.under };
      Object.assign(c, { reading: null, before: null, fused: false, inOven: null, doubt: null });
    }
    for (const m of s.moulds.values())
      Object.assign(m, {
        warmed: false,
        reading: null,
        metal: { celsius: roomOf(s), sd: 5, at: e.at },
        giving: null,
      });
    for (const i of s.injectors.values())
      Object.assign(i, { warmed: false, metal: { celsius: roomOf(s), at: e.at } });
  },
  finished: (s, e) => {
    if (s.status === 'finished') return;
    if (s.pausedAt !== null) s.pausedMs += e.at - s.pausedAt;
    s.status = 'finished';
    s.finishedAt = e.at;
  },
  turned: (s, e) =>
    void ((s.focus = null), (s.inHand = s.runs.has(e.payload.job) ? e.payload.job : s.inHand)),
  skipped: (s, e) => {
    s.skips.add(`${e.payload.step}:${e.payload.target}`);
    // What is skipped is left: the key is free again.
    s.focus = null;
    const { step, target } = e.payload;
    const onRack = step === 'rack' || step === 'keep';
    const m = s.moulds.get(onRack ? (s.shots.get(target)?.mould ?? '') : target);
    if (!m) return;
    if (step === 'hold' && m.phase === 'holding') cool(s, m, e.at);
    if (step === 'topOff') m.toppedOff = true;
    if (step === 'secondLook') m.looked = true;
    if (step === 'sprue' && m.phase === 'marked') m.phase = 'cleared';
    if (onRack && m.shot === target && m.phase === 'cleared') reopen(s, m);
  },
  changed: (s, e) => {
    const p = e.payload;
    if (p.what === 'oven') {
      s.oven = { id: p.oven, level: p.level };
      return;
    }
    const run = s.runs.get(p.job);
    if (!run) return;
    if (p.what === 'shots') run.target = Math.max(run.done, run.target + p.by);
    if (p.what === 'trials') run.trials = Math.max(run.trialsDone, run.trials + p.by);
    if (p.what === 'mould') {
      const entry = { id: p.id, mould: p.mould, given: 0, ...(p.bait ? { bait: p.bait } : {}) };
      if (!s.moulds.has(String(p.id))) s.moulds.set(String(p.id), newMould(p.id, p.mould));
      const tools = {
        ...run.tools,
        moulds: p.only ? [entry] : [...run.tools.moulds.filter((m) => m.id !== p.id), entry],
      };
      const job = { ...run.job, tools: run.job.tools.map((t) => (t === run.tools ? tools : t)) };
      for (const other of s.runs.values()) if (other.job.key === job.key) other.job = job;
      run.tools = tools;
    }
    if (p.what === 'colourway') recolour(s, run, p);
  },
  trouble: (s, e) =>
    void s.troubles.push({ event: e.id, at: e.at, about: e.payload.about, what: e.payload.what }),
  undone: () => {},
};
