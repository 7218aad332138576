import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import fc from 'fast-check';
import type { PlanInput } from '@/core/plan/index.ts';
import { draftPlan } from '@/core/plan/index.ts';
import type { AnyEvent, SessionState, Snapshot } from '@/core/session/index.ts';
import {
  allot,
  count,
  faultsOf,
  faultStage,
  fold,
  insertMoves,
  nextStep,
  runInHand,
  scrapG,
  shotRow,
  steps,
  summary,
  upcast,
  upcastSnapshot,
} from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/service/plans.ts';
import { seeded } from '../../src/core/chance.ts';
import { rehearse } from '../../scripts/demo/rehearse.ts';
import { BAITS, COLOURWAYS, MOULDS, WAYS } from '../../scripts/demo/shop.ts';
import { benchOn, START } from '../bench.ts';
import { DEFAULTS, SHELF } from '../demoPlan.ts';

const input = (colourway: string, count?: number): PlanInput => {
  const w = WAYS.find((x) => x.colourway === colourway)!;
  return draftPlan(
    SHELF,
    [
      {
        part: 1,
        line: 1,
        for: 'x',
        bait: BAITS.findIndex((b) => b.name === w.bait) + 1,
        colourway: COLOURWAYS.findIndex((c) => c.name === colourway) + 1,
        count: count ?? w.count,
        due: '2026-12-01',
      },
    ],
    DEFAULTS,
  );
};
const open = (plan: PlanInput): Snapshot => snapshotFrom('Trial', plan, DEFAULT_SHOP);
const snapshots = WAYS.map((w) => open(input(w.colourway)));
const balance = (s: SessionState): number => {
  const { plastic: p } = summary(s, START);
  return p.inBaits + p.inInserts + p.puck + p.left + p.notBack - p.fresh;
};
const keys = (b: ReturnType<typeof benchOn>, until: (s: SessionState) => boolean): string[] => {
  const out: string[] = [];
  b.follow((s) => {
    const k = nextStep(s, b.now())?.key ?? '';
    if (out.at(-1) !== k) out.push(k);
    return until(s);
  });
  return out;
};
const atStep = (b: ReturnType<typeof benchOn>, key: string) =>
  b.follow((s) => nextStep(s, b.now())?.key === key);

/** One evening of each build by rehearsed hands; random acts by the hundred are in counts.test.ts. */
const evenings: AnyEvent[][] = [];

test('property: in every build no gram is made or lost, whenever one looks, and inserts never run under nothing', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: WAYS.length - 1 }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (n, share) => {
        const events = (evenings[n] ??= rehearse({
          session: 1,
          snapshot: snapshots[n]!,
          startAt: START,
          chance: seeded(n + 1),
          spoil: () => 0.12,
        }));
        const s = fold(snapshots[n]!, events.slice(0, Math.ceil(events.length * share)));
        assert.ok(Math.abs(balance(s)) < 1e-6, `${WAYS[n]!.colourway}: ${balance(s)} g`);
        for (const lot of s.lots.values())
          assert.ok(lot.left >= 0 && lot.made >= lot.left + lot.spoiled);
        const heap = insertMoves(s).reduce(
          (m, x) => m.set(x.kind, (m.get(x.kind) ?? 0) + x.count),
          new Map<string, number>(),
        );
        for (const n of heap.values()) assert.ok(n >= 0);
      },
    ),
    { numRuns: 120 },
  );
});

test('every build, followed step by step, is shot to its last bait with nothing warned of', () => {
  snapshots.forEach((snapshot, n) => {
    const b = benchOn(snapshot);
    const s = b.follow((x) => x.status === 'finished');
    assert.equal(s.status, 'finished', WAYS[n]!.colourway);
    assert.ok(
      [...s.shots.values()].every((x) => x.rackedAt !== null && x.against.length === 0),
      `${WAYS[n]!.colourway}: ${[...s.shots.values()].flatMap((x) => x.against).join(' ')}`,
    );
    assert.equal(
      allot(s).lines.reduce((x, l) => x + l.count, 0),
      WAYS[n]!.count,
      WAYS[n]!.colourway,
    );
  });
});

test('E17 every build, followed to its end, comes to what its plan said: fresh, baits, and what came round, went to the tray or was lost', () => {
  snapshots.forEach((snapshot, n) => {
    const b = benchOn(snapshot);
    const s = b.follow((x) => x.status === 'finished');
    const { plastic: was } = summary(s, START);
    const { totals } = snapshot.plan;
    const says = `${WAYS[n]!.colourway}: ${JSON.stringify({ was, totals })}`;
    assert.equal(s.shots.size, snapshot.plan.shots.length, says);
    assert.ok(Math.abs(was.fresh - totals.freshG) < 1e-6 * totals.freshG, says);
    assert.ok(Math.abs(was.inBaits + was.inInserts - totals.baitsG) < 1e-6 * totals.baitsG, says);
    // The bench weighs nothing, so what the plan lays by as lost is still in cup or tray there: between the two, never more.
    assert.ok(
      was.puck >= totals.puckG - 1e-6 && was.puck <= totals.puckG + totals.lostG + 1e-6,
      says,
    );
    assert.ok(
      was.left >= totals.leftG - 1e-6 && was.left <= totals.leftG + totals.lostG + 1e-6,
      says,
    );
  });
});

test('E17 a mould of several draws: each draw fills what the plan gave it and leaves its rest in the injector, never in a cavity', () => {
  const plan = input('Wrack patch');
  const [job] = plan.jobs as [PlanInput['jobs'][number]];
  const tools = job.tools.map((t) => ({
    ...t,
    injector: t.injector && {
      ...t.injector,
      injector: {
        ...t.injector.injector,
        barrels: t.injector.injector.barrels.map((x) => ({ ...x, volume: 24 })),
      },
    },
  }));
  const snapshot = open({ ...plan, jobs: [{ ...job, tools }] });
  assert.ok(
    snapshot.plan.draws.length > snapshot.plan.shots.length,
    `${snapshot.plan.draws.length} draws`,
  );
  const b = benchOn(snapshot);
  const s = b.follow((x) => x.status === 'finished');
  const { plastic: was } = summary(s, START);
  const { totals } = snapshot.plan;
  const filled = [...s.draws.keys()].map((draw) =>
    [...s.shots.values()].flatMap((x) =>
      [...x.cavities].flatMap(([n, by]) => (by === draw ? [n] : [])),
    ),
  );
  assert.deepEqual(
    filled,
    snapshot.plan.draws.map((d) => d.cavities),
  );
  assert.ok(
    Math.abs(was.inBaits - totals.baitsG) < 1e-6 * totals.baitsG &&
      Math.abs(was.fresh - totals.freshG) < 1e-6 * totals.freshG,
    JSON.stringify({ was, totals }),
  );
  assert.ok(
    was.puck >= totals.puckG - 1e-6 && was.puck <= totals.puckG + totals.lostG + 1e-6,
    JSON.stringify({ was, totals }),
  );
});

test('triple: three cups are matched, and the draw is of three', () => {
  const b = benchOn(open(input('Gull morning')));
  atStep(b, 'match');
  const cups = [...b.state().cups.keys()];
  cups.forEach((c, i) => b.read(c, 163 + (i === 2 ? 4 : 0)));
  assert.match(nextStep(b.state(), b.now())!.sentence, /4° colder/);
  const s = b.read(cups[2]!, 164);
  const step = nextStep(s, b.now())!;
  assert.equal(step.key, 'draw');
  assert.ok(step.send?.kind === 'drawn' && step.send.payload.barrels.length === 3);
});

test('tail first: tails are made, oiled and laid by, then laid in cavity by cavity and used up bait by bait', () => {
  const b = benchOn(open(input('Moss, blush tail')));
  const path = keys(b, (s) => [...s.moulds.values()].some((m) => m.loaded.size === 3));
  assert.ok(path.indexOf('keep') < path.indexOf('load'));
  const s = b.state();
  assert.equal(runInHand(s)!.stage.key, 'body');
  const lot = [...s.lots.values()][0]!;
  assert.deepEqual([lot.made, lot.left, lot.oiled], [24, 21, true]);
  const step = nextStep(s, b.now())!;
  assert.match(step.sentence, /Lay a tail in cavity 4 of Slip eel 95/);
  b.act(step.others!.find((o) => o.label.startsWith('A gap'))!.send);
  b.act({ kind: 'insertSpoiled', payload: { job: runInHand(s)!.key, count: 2, why: 'torn' } });
  const done = b.follow((x) => [...x.shots.values()].some((y) => y.stage.key === 'body'));
  const shot = [...done.shots.values()].find((x) => x.stage.key === 'body')!;
  assert.ok(shot.against.includes('insertGap'));
  assert.deepEqual([...shot.inserts.values()], Array(8).fill(lot.id));
  const end = b.follow((x) => x.status === 'finished');
  assert.deepEqual(
    Object.fromEntries(insertMoves(end).map((m) => [m.what.split(' ')[0]!, m.count])),
    { made: 24, spoiled: -2, used: -8 },
  );
  assert.equal(shotRow(end, shot.id)!.cavities.length, 0 + 8);
  assert.equal(shotRow(end, shot.id)!.cavities[0]!.insert, lot.id);
});

test('a cavity shot without its insert is no good bait; a stage short of inserts is asked about', () => {
  const b = benchOn(open(input('Lantern glass')));
  atStep(b, 'load');
  const s = b.state();
  const m = [...s.moulds.values()][0]!;
  b.act({
    kind: 'loaded',
    payload: { mould: m.key, job: runInHand(s)!.key, cavities: [1], gap: false },
  });
  b.act({ kind: 'skipped', payload: { step: 'load', target: `${m.key}:${m.cycles}` } });
  const shot = (x: SessionState) => [...x.shots.values()].find((y) => y.stage.key === 'body');
  const after = b.follow((x) => shot(x) !== undefined);
  assert.deepEqual(shot(after)!.marks.get(2), { grade: 'second', fault: 'bare' });
  assert.equal(shot(after)!.marks.has(1), false);
  // Everything spoiled: the bench asks for more shells before the next core.
  const run = [...after.runs.values()].find((r) => r.stage.key === 'body')!;
  b.act({
    kind: 'insertSpoiled',
    payload: {
      job: run.key,
      count: [...after.lots.values()].reduce((n, l) => n + l.left, 0),
      why: 'dropped',
    },
  });
  atStep(b, 'more');
  assert.match(nextStep(b.state(), b.now())!.sentence, /shells left for cores/);
});

test('a swirl’s baits are judged one by one; its plungers are pulsed', () => {
  const b = benchOn(open(input('Slack water')));
  const pulse = nextStep(atStep(b, 'shoot'), b.now())!.pulse!;
  assert.deepEqual(pulse.letters, ['A', 'B']);
  atStep(b, 'mark');
  const step = nextStep(b.state(), b.now())!;
  assert.ok(step.send?.kind === 'cavityMarked' && step.send.payload.cavity === 1);
  b.act(step.send);
  assert.match(nextStep(b.state(), b.now())!.sentence, /cavity 2/);
});

test('a per-port mould stopped at the fifth cavity: five are baits, the rest of the draw goes back, and more is asked for', () => {
  const b = benchOn(open(input('Wrack patch', 7)));
  for (let n = 0; n < 5; n++) b.act(nextStep(atStep(b, 'shoot'), b.now())!.send!);
  const step = nextStep(b.state(), b.now())!;
  assert.match(step.sentence, /Clear the nozzle, shoot cavity 6/);
  b.act(step.others!.find((o) => o.label === 'Stop: one side thin')!.send);
  assert.equal(nextStep(b.state(), b.now())!.key, 'hold');
  atStep(b, 'empty');
  const held = [...b.state().injectors.values()][0]!.contents.reduce((n, c) => n + c.grams, 0);
  const had = [...b.state().cups.values()].reduce((n, c) => n + c.grams, 0) + b.state().puckG;
  const s = b.act(nextStep(b.state(), b.now())!.send!);
  assert.ok(
    Math.abs([...s.cups.values()].reduce((n, c) => n + c.grams, 0) + s.puckG - had - held) < 1e-9,
  );
  const more = atStep(b, 'more');
  assert.equal(count(more.shots.values()).shot, 5);
  assert.match(nextStep(more, b.now())!.sentence, /2 short of 7/);
  const end = b.follow((x) => x.status === 'finished');
  assert.equal(allot(end).lines[0]!.count, 7);
  assert.ok(Math.abs(balance(end)) < 1e-6);
});

test('a turned block marks its baits upside down; one of them may still be good', () => {
  const b = benchOn(open(input('Gull morning')));
  atStep(b, 'top');
  b.act(nextStep(b.state(), b.now())!.others!.find((o) => o.label === 'It is the other way')!.send);
  assert.match(nextStep(b.state(), b.now())!.sentence, /Turn the block/);
  b.act({ kind: 'skipped', payload: nextStep(b.state(), b.now())!.skip! });
  const s = atStep(b, 'mark');
  const shot = [...s.shots.values()][0]!;
  assert.deepEqual(
    [shot.turned, shot.against.includes('upsideDown'), count([{ ...shot, markedAt: 1 }]).usable],
    [true, true, 8],
  );
  assert.deepEqual(shot.marks.get(3), { grade: 'usable', fault: 'upside' });
  assert.equal(
    b
      .act({
        kind: 'cavityMarked',
        payload: { shot: shot.id, cavity: 3, grade: 'good', fault: null },
      })
      .shots.get(shot.id)!.marks.size,
    7,
  );
});

test('a spot peeled off and poured again: the peeled one is on the tray, the last one in the bait', () => {
  const b = benchOn(open(input('Pilot eye')));
  atStep(b, 'close');
  const again = nextStep(b.state(), b.now())!.others!.find((o) => o.label.startsWith('Peel'))!;
  const before = b.state().puckG;
  const s = b.act(again.send);
  const grams = again.send.kind === 'poured' ? again.send.payload.grams : 0;
  assert.ok(
    Math.abs(s.puckG - before - grams) < 1e-9 && [...s.moulds.values()][0]!.pours.length === 1,
  );
  const done = b.follow((x) => x.shots.size === 1);
  assert.deepEqual(
    [...done.shots.values()][0]!.poured.map((p) => p.layer),
    ['spot'],
  );
  assert.ok(Math.abs(balance(done)) < 1e-6);
});

test('poured layer on layer, each cup read before its own; a rod wants the mould closed first', () => {
  const b = benchOn(open(input('Three tides')));
  const path = keys(b, (s) => s.shots.size === 1);
  assert.deepEqual(
    path.slice(path.indexOf('match')).filter((k) => k !== 'colour'),
    ['match', 'pour', 'match', 'pour', 'match', 'pour', 'cool'].slice(
      0,
      path.slice(path.indexOf('match')).length,
    ),
  );
  assert.deepEqual(
    [...b.state().draws.values()][0]!.barrels.map((p) => p.layer),
    ['first', 'second', 'third'],
  );
  const rod = benchOn(open(input('Spooned slate')));
  const steps = keys(rod, (s) => s.shots.size === 1);
  assert.ok(steps.indexOf('close') < steps.indexOf('pour') && !steps.includes('draw'));
});

test('two jobs of one colour go in step: one draw serves both moulds, each keeps its own count', () => {
  const eel = { part: 1, line: 1, for: 'x', bait: 1, colourway: 1, count: 8, due: '2026-12-01' };
  const long = { ...eel, part: 2, line: 2, bait: 2, count: 2 };
  const twin = { id: 3, injector: SHELF.injectors[2]!.spec };
  const plan = draftPlan(SHELF, [eel, long], DEFAULTS);
  const both = {
    ...plan,
    jobs: plan.jobs.map((j) => ({
      ...j,
      tools: j.tools.map((t) => ({ ...t, injector: twin, order: [] })),
    })),
  };
  const b = benchOn(open(both));
  const close = () =>
    b.act({ kind: 'closed', payload: { mould: '3', gaps: [], closures: 1, loose: true } });
  atStep(b, 'draw');
  const alone = nextStep(b.state(), b.now())!.send!;
  b.act({ kind: 'warmed', payload: { target: { kind: 'mould', key: '3' } } });
  close();
  b.act({ kind: 'topChecked', payload: { mould: '3', right: true } });
  const together = nextStep(atStep(b, 'draw'), b.now())!.send!;
  assert.ok(
    alone.kind === 'drawn' &&
      together.kind === 'drawn' &&
      together.payload.barrels[0]!.ml > alone.payload.barrels[0]!.ml + 10,
  );
  const s = b.follow((x) => x.shots.size === 2);
  assert.deepEqual(
    new Set([...s.shots.values()].map((x) => x.bait.name)),
    new Set(['Slip eel 95', 'Slip eel 120']),
  );
  assert.equal(
    new Set([...s.shots.values()].flatMap((x) => [...x.cavities.values()])).size,
    1,
    'from one draw',
  );
});

test('the build changed because another block is to hand: later baits are of it, and go to stock', () => {
  const b = benchOn(open(input('Bilge moss over oyster lint', 16)));
  b.follow((s) => s.shots.size === 1);
  const { job, tools } = runInHand(b.state())!;
  const split = SHELF.blocks[2]!;
  const build = {
    ...structuredClone(job.build),
    key: 'split',
    name: 'Split flow',
    stages: [
      {
        ...job.build.stages[0]!,
        block: 'split' as const,
        layers: job.build.stages[0]!.layers.map((l, i) => ({
          ...l,
          place: i ? ('patchB' as const) : ('patchA' as const),
        })),
      },
    ],
  };
  b.act({
    kind: 'changed',
    payload: {
      what: 'colourway',
      job: job.key,
      colourway: job.colourway,
      build,
      layers: job.layers,
      cups: [],
      injector: tools.injector,
      block: { id: split.id, block: split.spec },
    },
  });
  const s = b.follow((x) => x.status === 'finished');
  const builds = [...s.shots.values()].map((x) => x.build.key);
  assert.deepEqual([builds[0], builds.at(-1)], ['dual', 'split']);
  assert.equal(allot(s).lines[0]!.count, 8);
  assert.ok(allot(s).stock.some((x) => x.count >= 8));
});

test('an injector that held another colour is cleaned before the next, and says why', () => {
  const one = { part: 1, line: 1, for: 'x', bait: 1, colourway: 8, count: 4, due: '2026-12-01' };
  const b = benchOn(
    open(
      draftPlan(
        SHELF,
        [
          { ...one, colourway: 7 },
          { ...one, part: 2, line: 2 },
        ],
        DEFAULTS,
      ),
    ),
  );
  const s = atStep(b, 'clean');
  assert.equal(s.runs.get(runInHand(s)!.key)!.job.colourway.name, 'Lamp oil');
  assert.match(nextStep(s, b.now())!.detail, /A was in it, B is next.*Dark shows in light/);
});

test('a new mould’s first shot asks for its trial card, once', () => {
  const plan = draftPlan(
    SHELF,
    [
      {
        part: 1,
        line: 1,
        for: 'x',
        bait: BAITS.findIndex((x) => x.name === 'Bollard sprat') + 1,
        colourway: 6 + 16,
        count: 6,
        due: '2026-12-01',
      },
    ],
    DEFAULTS,
  );
  const b = benchOn(open(plan));
  const s = atStep(b, 'trial');
  const m = [...s.moulds.values()][0]!;
  b.act({
    kind: 'trialled',
    payload: {
      mould: m.key,
      shot: [...s.shots.keys()][0]!,
      fill: 'full',
      letsGo: 'bottom',
      hold: 11,
      window: { low: 161, high: 169 },
      bait: 9.2,
      verdict: 'good',
      note: '',
    },
  });
  assert.ok(!steps(b.state(), b.now()).some((x) => x.key === 'trial'));
  assert.deepEqual(
    [b.state().moulds.get(m.key)!.mould.letsGo, b.state().moulds.get(m.key)!.mould.hold],
    ['bottom', 11],
  );
});

test('faults are offered where they can be seen, and counted for the stage they belong to', () => {
  const { stages } =
    snapshots[WAYS.findIndex((w) => w.colourway === 'Lantern glass')]!.input.jobs[0]!.build;
  assert.ok(
    faultsOf(stages[0]!).includes('rodFlash') &&
      !faultsOf(stages[0]!).includes('coreShort') &&
      !faultsOf(stages[0]!).includes('line'),
  );
  assert.ok(faultsOf(stages[1]!).includes('coreShort') && faultsOf(stages[1]!).includes('opaque'));
  assert.deepEqual(
    [
      faultStage(stages, 1, 'opaque'),
      faultStage(stages, 1, 'coreShort'),
      faultStage(stages, 0, 'short'),
    ],
    ['Shells', 'Cores', 'Shells'],
  );
});

test('a session of the first slice opens, replays to what it came to, and goes on being read', () => {
  const kept = JSON.parse(
    readFileSync(new URL('../fixtures/first-slice-session.json', import.meta.url), 'utf8'),
  ) as {
    snapshot: Snapshot;
    events: AnyEvent[];
    shots: { shot: string; build: string; good: number; usable: number; second: number }[];
  };
  const s = fold(upcastSnapshot(kept.snapshot), kept.events.map(upcast));
  assert.equal(s.status, 'finished');
  assert.deepEqual(
    [...s.shots.keys()].map((id) => {
      const r = shotRow(s, id)!;
      const of = (g: string) => r.cavities.filter((c) => c.grade === g).length;
      return {
        shot: id,
        build: r.build,
        good: of('good'),
        usable: of('usable'),
        second: of('second'),
      };
    }),
    kept.shots.map(({ shot, build, good, usable, second }) => ({
      shot,
      build,
      good,
      usable,
      second,
    })),
  );
  assert.ok(Math.abs(balance(s)) < 1e-6);
  assert.ok([...s.shots.values()].every((x) => scrapG(s, x) <= x.baitsG));
  assert.equal(MOULDS.length, 13);
});
