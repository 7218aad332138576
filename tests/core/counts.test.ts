import assert from 'node:assert/strict';
import { test } from 'node:test';
import { findBuild } from '@/core/build/index.ts';
import type { Job, PlanInput } from '@/core/plan/index.ts';
import { cupsFor, draftPlan } from '@/core/plan/index.ts';
import { density, GRADES } from '@/core/material/index.ts';
import { cavityVolume } from '@/core/mould/index.ts';
import type { Send, SessionState, Snapshot } from '@/core/session/index.ts';
import {
  allot,
  asAsked,
  colourOfShot,
  count,
  fold,
  follower,
  goesBack,
  graded,
  isKept,
  nextStep,
  planCharges,
  rungsOf,
  steps,
  summary,
} from '@/core/session/index.ts';
import { massShares, shares } from '@/core/shot/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/service/plans.ts';
import { seeded } from '../../src/core/chance.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { BAITS, COLOURWAYS, MIXES, MOULDS, WAYS } from '../../scripts/demo/shop.ts';
import { benchOn } from '../bench.ts';
import { DEFAULTS, demoPlan, SHELF } from '../demoPlan.ts';
import { randomEvening, unbalanced } from '../randomLog.ts';

const wayOf = (colourway: string) => WAYS.find((way) => way.colourway === colourway)!;
const idOf = (all: readonly { name: string }[], name: string) =>
  all.findIndex((other) => other.name === name) + 1;
const input = (colourway: string, wanted?: number): PlanInput =>
  draftPlan(
    SHELF,
    [
      {
        part: 1,
        line: 1,
        for: 'x',
        bait: idOf(BAITS, wayOf(colourway).bait),
        colourway: idOf(COLOURWAYS, colourway),
        count: wanted ?? wayOf(colourway).count,
        due: '2026-12-01',
      },
    ],
    DEFAULTS,
  );
const open = (plan: PlanInput, more: Partial<Snapshot> = {}): Snapshot => ({
  ...snapshotFrom('Trial', plan, DEFAULT_SHOP),
  colour: { materials: MATERIALS, versions: {}, dosing: 'drops' },
  ...more,
});
const at = (bench: ReturnType<typeof benchOn>, key: string) =>
  bench.follow((state) => nextStep(state, bench.now())?.key === key);
const racked = (bench: ReturnType<typeof benchOn>, count: number) =>
  bench.follow(
    (state) => [...state.shots.values()].filter((shot) => shot.rackedAt !== null).length >= count,
  );
/** Another colourway for a run from here on, as the bench sends it. */
function recolour(state: SessionState, to: string): Send {
  const run = [...state.runs.values()].at(-1)!;
  const spec = COLOURWAYS.find((colourway) => colourway.name === to)!;
  const build = findBuild(spec.build, [])!;
  const colourway = { id: idOf(COLOURWAYS, to), name: to, line: spec.line };
  const next: Job = { ...run.job, colourway, build, layers: spec.layers };
  return {
    kind: 'changed',
    payload: {
      what: 'colourway',
      job: run.key,
      colourway,
      build,
      layers: spec.layers,
      cups: cupsFor(SHELF, [next], state.snapshot.input.cups, state.snapshot.input.settings),
      injector: run.tools.injector,
      block: run.tools.block,
    },
  };
}
/** Two colourways of one build, neither sharing a mix with the other. */
const duals = COLOURWAYS.filter((colourway) => colourway.build === 'dual');

test(
  'B4: another mould from here on gives that mould’s baits, and the order takes none of ' +
    'them unless they will do',
  () => {
    const bench = benchOn(open(input(duals[0]!.name, 8)));
    racked(bench, 1);
    const before = bench.state();
    const run = [...before.runs.values()].at(-1)!;
    const prawns = SHELF.baits.find((bait) => bait.spec.outline === 'prawn')!;
    const mould = SHELF.moulds.find((mould) => prawns.spec.mouldIds.includes(mould.id))!;
    bench.act({
      kind: 'changed',
      payload: {
        what: 'mould',
        job: run.key,
        id: mould.id,
        mould: mould.spec,
        only: true,
        bait: { id: prawns.id, name: prawns.spec.name, outline: 'prawn' },
      },
    });
    bench.act({ kind: 'changed', payload: { what: 'shots', job: run.key, by: 1 } });
    const state = bench.follow((state) => state.status === 'finished');
    const shots = [...state.shots.values()].filter((shot) => !shot.trial);
    const own = shots.filter((shot) => shot.mould !== String(mould.id));
    const other = shots.filter((shot) => shot.mould === String(mould.id));
    assert.ok(own.length > 0 && other.length > 0);
    assert.ok(
      own.every((shot) => shot.bait.id === run.job.bait.id) &&
        other.every((shot) => shot.bait.id === prawns.id),
    );
    const { lines, stock } = allot(state);
    const good = count(own).good;
    assert.equal(
      lines.reduce((sum, line) => sum + line.count, 0),
      Math.min(8, good),
    );
    assert.equal(
      stock
        .filter((stocked) => stocked.bait === prawns.id)
        .reduce((sum, stocked) => sum + stocked.count, 0),
      count(other).good,
    );
    if (good < 8) {
      const will = fold(state.snapshot, [
        ...bench.events,
        {
          ...bench.events.at(-1)!,
          id: '11111111-1111-4111-8111-111111111111',
          seq: 9999,
          kind: 'willDo',
          payload: { shots: other.map((shot) => shot.id), will: true },
        } as (typeof bench.events)[number],
      ]);
      assert.equal(
        allot(will).lines.reduce((sum, line) => sum + line.count, 0),
        8,
      );
    }
  },
);

test(
  'B4: a cup doctored after shot 1 gives another colour: by name, or unnamed and how ' +
    'far apart; the customer gets none of it',
  () => {
    const plan = input(duals[0]!.name, 20);
    const bench = benchOn(open(plan));
    racked(bench, 1);
    const cup = [...bench.state().cups.values()][0]!;
    const strange = MATERIALS.find(
      (material) =>
        material.kind === 'pigment' &&
        !cup.ladder.some((ingredient) => ingredient.what === material.name),
    )!;
    bench.act({
      kind: 'added',
      payload: { cup: cup.key, what: strange.name, amount: 60, dimension: 'drops', from: 'hand' },
    });
    const state = bench.follow((state) => state.status === 'finished');
    const shots = [...state.shots.values()]
      .filter((shot) => !shot.trial)
      .sort((one, other) => one.n - other.n);
    assert.equal(colourOfShot(state, shots[0]!).id, plan.jobs[0]!.colourway.id);
    const late = shots.filter((shot) => !asAsked(state, shot));
    assert.ok(
      late.length > 0 &&
        late.every(
          (shot) =>
            colourOfShot(state, shot).id === 0 &&
            /^unnamed, \d+\.\d apart$/.test(colourOfShot(state, shot).name),
        ),
      late.map((shot) => colourOfShot(state, shot).name).join(),
    );
    const { lines, stock } = allot(state);
    assert.equal(
      lines.reduce((sum, line) => sum + line.count, 0),
      Math.min(20, count(shots.filter((shot) => asAsked(state, shot))).good),
    );
    assert.equal(
      stock
        .filter((stocked) => stocked.colourway === 0 && stocked.grade === 'good')
        .reduce((sum, stocked) => sum + stocked.count, 0),
      count(late).good,
    );
    const named = bench.act({
      kind: 'named',
      payload: { shots: late.map((shot) => shot.id), colourway: { id: 3, name: 'Third' } },
    });
    assert.equal(
      allot(named)
        .stock.filter((stocked) => stocked.colourway === 3 && stocked.grade === 'good')
        .reduce((sum, stocked) => sum + stocked.count, 0),
      count(late).good,
    );
  },
);

test('B4: a colourway changed before the last shot leaves the baits racked before as they were', () => {
  const plan = input(duals[0]!.name, 20);
  const bench = benchOn(open(plan));
  const before = racked(bench, 1);
  const first = [...before.shots.values()][0]!;
  bench.act(recolour(before, duals[1]!.name));
  const state = bench.follow((state) => state.status === 'finished');
  assert.equal(colourOfShot(state, state.shots.get(first.id)!).name, duals[0]!.name);
  assert.ok(
    [...state.shots.values()]
      .slice(1)
      .every((shot) => colourOfShot(state, shot).name === duals[1]!.name),
  );
});

test(
  'B5: the new colourway’s cups are measured, dosed, cooked, coloured and matched; a ' +
    'cup that holds the colour keeps its plastic; the old line’s shortfall is what is truly short',
  () => {
    const plan = input(duals[0]!.name, 20);
    const bench = benchOn(open(plan));
    const before = racked(bench, 1);
    const good = count([...before.shots.values()]).good;
    const kept = new Map([...before.cups.values()].map((cup) => [cup.key, cup.grams]));
    const state = bench.act(recolour(before, duals[1]!.name));
    const run = [...state.runs.values()].at(-1)!;
    const cups = run.stage.layers.map((layer) =>
      state.cups.get(String(run.job.layers[layer.key]))!,
    );
    for (const cup of cups) {
      if (kept.has(cup.key)) assert.equal(cup.grams, kept.get(cup.key), 'its plastic stays');
      else
        assert.ok(
          cup.plannedCharges[0]! > 20,
          `${cup.letter} is to be measured: ${cup.plannedCharges.join()}`,
        );
    }
    const seen = new Set<string>();
    const end = bench.follow((state) => {
      const step = nextStep(state, bench.now());
      if (step) seen.add(`${step.key}:${step.target}`);
      return state.status === 'finished' || (step?.key === 'more' && step.target === run.key);
    });
    for (const cup of cups.filter((cup) => !kept.has(cup.key)))
      for (const key of ['dose', 'cook', 'colour'])
        assert.ok(seen.has(`${key}:${cup.key}`), `${key} ${cup.letter}`);
    const more = nextStep(end, bench.now())!;
    assert.match(more.sentence, new RegExp(`^${20 - good} short of 20 .*${duals[0]!.name}`));
    assert.match(more.detail, new RegExp(`^${good} came good as ordered`));
    // Sprues of what was shot before go by that shot's own cups.
    const first = [...end.shots.values()][0]!;
    const own = new Set(
      [...new Set(first.cavities.values())].flatMap((day) =>
        end.draws.get(day)!.barrels.map((barrel) => barrel.cup),
      ),
    );
    const back = goesBack(end, first);
    assert.ok(back.sprue === 'puck' || own.has(back.sprue));
  },
);

test('B6: a planned charge comes when it is planned; a draw that would take air says so, with what to add', () => {
  const plan = demoPlan();
  const big = {
    ...plan,
    jobs: plan.jobs.map((job) => ({ ...job, lines: [{ ...job.lines[0]!, count: 90 }] })),
    cups: plan.cups.map((cup) => ({
      ...cup,
      vessel: { id: 1, vessel: { name: 'Small', volume: 280, bore: 78, fill: 0.9, froth: 0.5 } },
    })),
  };
  const bench = benchOn(open(big));
  const planned = bench.state().snapshot.plan.cups.find((cup) => cup.charges.length > 1)!;
  assert.ok(planned, 'the small cup wants a second charge');
  const due = planned.charges[1]!.beforeDraw;
  const state = bench.follow(
    (state) => state.cups.get(String(planned.mix))!.charges > 1 || state.status === 'finished',
  );
  assert.equal(state.draws.size + 1, due);
  // Emptied down by hand, the next draw would take air.
  const bare = benchOn(open(plan));
  at(bare, 'draw');
  const cup = [...bare.state().cups.values()][0]!;
  bare.act({
    kind: 'poured',
    payload: {
      mould: 'none',
      job: 'none',
      layer: 'x',
      cup: cup.key,
      grams: 1,
      trial: false,
      again: false,
    },
  });
  const low = bare.state();
  low.cups.get(cup.key)!.grams = 60;
  const step = steps(low, bare.now()).find(
    (step) => step.key === 'dose' && step.target === cup.key,
  )!;
  assert.match(step.sentence, /would draw air: add|will run short: add/);
  assert.ok(step.send?.kind === 'charged' && step.send.payload.grams > 0);
});

test(
  'B6: a tail-first body’s sprue of one colour goes back to its cup, its seconds with ' +
    'tails in them to the tray; plan and bench agree',
  () => {
    const way = WAYS.find(
      (way) =>
        findBuild(
          COLOURWAYS.find((colourway) => colourway.name === way.colourway)!.build,
          [],
        )!.stages.some((st) => st.makes === 'tail') &&
        findBuild(
          COLOURWAYS.find((colourway) => colourway.name === way.colourway)!.build,
          [],
        )!.stages.at(-1)!.layers.length === 1,
    );
    if (!way) return assert.fail('the demo shop has no tail-first build with a body of one colour');
    const bench = benchOn(open(input(way.colourway)));
    const state = bench.follow((state) =>
      [...state.shots.values()].some((shot) => shot.stage.takes !== null && shot.markedAt !== null),
    );
    const shot = [...state.shots.values()].find(
      (shot) => shot.stage.takes !== null && shot.markedAt !== null,
    )!;
    const cup = [...new Set(shot.cavities.values())].flatMap(
      (day) => state.draws.get(day)!.barrels,
    )[0]!.cup;
    assert.deepEqual(goesBack(state, shot), { sprue: cup, scrap: 'puck' });
    const held = state.cups.get(cup)!.grams;
    const step = nextStep(state, bench.now())!;
    assert.equal(step.key, 'sprue');
    assert.ok(Math.abs(bench.act(step.send!).cups.get(cup)!.grams - held - shot.feedG) < 1e-9);
  },
);

test('B6: good trial baits may be kept, and are counted with the others', () => {
  const plan = { ...input(duals[0]!.name, 8) };
  const bench = benchOn(open({ ...plan, jobs: plan.jobs.map((job) => ({ ...job, trials: 1 })) }));
  at(bench, 'mark');
  const step = nextStep(bench.state(), bench.now())!;
  const keep = step.others!.find((other) => /^Keep the \d+ trial baits$/.test(other.label))!;
  bench.act(keep.send);
  const state = bench.follow((state) => state.status === 'finished');
  const trial = [...state.shots.values()].find((shot) => shot.trial)!;
  assert.ok(isKept(trial) && count([trial]).good > 0);
  assert.ok(Math.abs(unbalanced(state)) < 1e-9);
  const all = allot(state);
  assert.equal(
    all.lines.reduce((sum, line) => sum + line.count, 0) +
      all.stock.reduce((sum, stocked) => sum + stocked.count, 0),
    count([...state.shots.values()]).good + count([...state.shots.values()]).usable,
  );
});

test(
  'B6: faults are told apart by stage and run; a squeeze that was weighed and drops are ' +
    'one row with one total; two builds are two stocks',
  () => {
    const pigment = MATERIALS.find((material) => material.kind === 'pigment')!;
    const cup = {
      ...benchOn(open(input(duals[0]!.name)))
        .state()
        .cups.values()
        .next().value!,
      ladder: [
        {
          what: pigment.name,
          kind: 'pigment' as const,
          amount: 40,
          dimension: 'drops' as const,
          when: 'clear' as const,
        },
      ],
      grams: 240,
      charges: 1,
    };
    cup.trail = [
      {
        event: 'a',
        at: 1,
        what: 'plastisol',
        amount: 240,
        dimension: 'mass',
        grams: 240,
        celsius: null,
      },
      {
        event: 'b',
        at: 2,
        what: pigment.name,
        amount: 20,
        dimension: 'drops',
        grams: 240,
        celsius: null,
      },
      {
        event: 'c',
        at: 3,
        what: pigment.name.toUpperCase(),
        amount: 20 * pigment.drop * pigment.spoon,
        dimension: 'mass',
        grams: 240,
        celsius: null,
      },
    ];
    const rows = rungsOf(cup, MATERIALS);
    assert.equal(rows.length, 1);
    assert.ok(Math.abs(rows[0]!.inIt - 40) < 1e-6 && rows[0]!.dimension === 'drops');
    const bench = benchOn(open(input(duals[0]!.name, 8)));
    const state = bench.follow((state) => state.status === 'finished');
    const [one] = [...state.shots.values()];
    const other = {
      ...state,
      shots: new Map([
        ...state.shots,
        ['x', { ...one!, id: 'x', build: { ...one!.build, key: 'single' } }],
      ]),
    } as SessionState;
    const heaps = new Set(allot(other).stock.map((stocked) => `${stocked.bait}/${stocked.build}`));
    assert.ok(heaps.has(`${one!.bait.id}/single`));
  },
);

test(
  'B7: a mark, a count and a dropped tray put right after the finish are events with a ' +
    'reason, and the totals follow',
  () => {
    const bench = benchOn(open(input(duals[0]!.name, 8)));
    const state = bench.follow((state) => state.status === 'finished');
    const shot = [...state.shots.values()].find((shot) => !shot.trial)!;
    const total = (state: SessionState) => {
      const other = allot(state);
      return {
        lines: other.lines.reduce((sum, line) => sum + line.count, 0),
        stock: other.stock.reduce((sum, stocked) => sum + stocked.count, 0),
      };
    };
    const start = total(state);
    const usable = bench.act({
      kind: 'cavityMarked',
      payload: {
        shot: shot.id,
        cavity: 1,
        grade: 'usable',
        fault: 'dent',
        why: 'seen when bagged',
      },
    });
    assert.deepEqual(
      [usable.shots.get(shot.id)!.marks.get(1)!.fault, total(usable).lines + total(usable).stock],
      ['dent', start.lines + start.stock],
    );
    const again = bench.act({
      kind: 'recounted',
      payload: { shot: shot.id, good: 3, usable: 1, second: 0, why: 'counted on the rack' },
    });
    assert.deepEqual(graded(again.shots.get(shot.id)!), { good: 3, usable: 1, second: 0 });
    const lost = bench.act({
      kind: 'dropped',
      payload: { shot: shot.id, good: 2, usable: 0, why: 'tray fell' },
    });
    assert.deepEqual(graded(lost.shots.get(shot.id)!), { good: 1, usable: 1, second: 0 });
    const undone = bench.act({ kind: 'undone', payload: { event: bench.events.at(-1)!.id } });
    assert.deepEqual(graded(undone.shots.get(shot.id)!), { good: 3, usable: 1, second: 0 });
  },
);

test(
  'E16: a weighed cavity keeps its volume whatever is shot tonight; grades mixed in one ' +
    'shot share by their own densities',
  () => {
    const one = { ...MOULDS[0]!.cavities[0]!, source: 'bait' as const, measured: 9.7 };
    assert.ok(
      Math.abs(
        cavityVolume({ ...one, grade: 'floating' }) - 9.7 / density(110, GRADES.floating.density20),
      ) < 1e-12,
    );
    assert.ok(
      Math.abs(
        cavityVolume({ ...one, grade: 'medium' }) - 9.7 / density(110, GRADES.medium.density20),
      ) < 1e-12,
    );
    // Half and half by volume of 1.03 and 0.96: 0.5176 and 0.4824 by mass.
    const parts = massShares([0.5, 0.5], [1.03, 0.96]);
    assert.ok(
      Math.abs(parts[0]! - 1.03 / 1.99) < 1e-12 && Math.abs(parts[0]! + parts[1]! - 1) < 1e-12,
    );
    const plan = demoPlan();
    const mixed = {
      ...plan,
      cups: plan.cups.map((cup, i) => ({
        ...cup,
        recipe: { ...cup.recipe, grade: i === 0 ? ('medium' as const) : ('floating' as const) },
      })),
    };
    const bench = benchOn(open(mixed));
    const before = at(bench, 'shoot');
    const injector = [...before.injectors.values()][0]!;
    const held = injector.contents.map((content) => content.grams);
    const step = nextStep(before, bench.now())!;
    const after = bench.act(step.send!);
    const gave = held.map(
      (grams, i) => grams - [...after.injectors.values()][0]!.contents[i]!.grams,
    );
    const volumes = gave.map((grams, i) => grams / (i === 0 ? 1.03 : 0.96));
    const part = shares({ injector: injector.injector, yoked: true });
    assert.ok(
      Math.abs(volumes[0]! / (volumes[0]! + volumes[1]!) - part[0]!) < 1e-9,
      'by volume each gives its bore’s share',
    );
  },
);

test(
  'E19: seconds found after the sprue went back, colours drawn over a full injector, ' +
    'sprues skipped: no gram is made or lost',
  () => {
    const snapshots = WAYS.map((way) => open(input(way.colourway)));
    const logs = Number(process.env.LOGS ?? 400);
    for (let seed = 1; seed <= logs; seed++) {
      const chance = seeded(seed);
      const count = Math.floor(chance() * snapshots.length);
      const done: string[] = [];
      randomEvening(snapshots[count]!, 20 + Math.floor(chance() * 70), chance, (state, kind) => {
        done.push(kind);
        const off = unbalanced(state);
        if (Math.abs(off) > 1e-9 * Math.max(1, summary(state, 0).plastic.fresh))
          assert.fail(
            `seed ${seed}, ${WAYS[count]!.colourway}: ${off} g after ${done.slice(-6).join(', ')}`,
          );
      });
    }
  },
);

test('E20: what comes back from a draw brings the heat it had spent; fresh plastic brings none', () => {
  const vessel = { name: 'Glass', volume: 500, bore: 85, fill: 0.9, froth: 0.5 };
  const setup = open(demoPlan()).heat;
  const mass = (id: string, at: number, grams: number, added: object | null) => ({
    id,
    at,
    kind: 'mass' as const,
    cup: '1',
    vessel,
    grams,
    added: added as never,
  });
  const base = [
    mass('a', 0, 200, { grams: 200, celsius: { mean: 20, sd: 1 } }),
    {
      id: 'b',
      at: 1000,
      kind: 'burst' as const,
      cups: ['1'],
      oven: 1,
      level: 1,
      seconds: 200,
      ended: false,
    },
    {
      id: 'r',
      at: 205_000,
      kind: 'reading' as const,
      cup: '1',
      celsius: 182,
      sd: 0.7,
      eye: false,
      device: false,
    },
    { id: 'd', at: 260_000, kind: 'drawn' as const, draw: 'i/1', cups: ['1'] },
    mass('e', 260_000, 120, null),
  ];
  const follow = (more: ReturnType<typeof mass>) =>
    follower(setup)([...base, more], 260_000).spent['1']!;
  const before = follower(setup)(base, 260_000).spent['1']!;
  assert.ok(before > 0.01);
  const back = { grams: 40, celsius: { mean: 45, sd: 10 } };
  assert.ok(
    Math.abs(follow(mass('f', 260_000, 160, { ...back, from: ['i/1'] })) - before) < 1e-9,
    'its own plastic back: as spent as it was',
  );
  assert.ok(
    Math.abs(follow(mass('f', 260_000, 160, back)) - before * 0.75) < 1e-9,
    'fresh: a quarter of it unspent',
  );
});

test(
  'charges for another colourway are worked out by the plan’s own arithmetic: enough ' +
    'for every shot, with the air line under the last',
  () => {
    const state = benchOn(open(input(duals[0]!.name, 20))).state();
    const run = [...state.runs.values()].at(-1)!;
    const planned = new Map(
      [...state.cups.values()].map((cup) => [cup.key, [...cup.plannedCharges]]),
    );
    for (const cup of state.cups.values()) cup.plannedCharges = [];
    planCharges(state, run);
    for (const cup of state.cups.values()) {
      const [a, b] = [cup.plannedCharges, planned.get(cup.key)!].map((x) =>
        x.reduce((sum, value) => sum + value, 0),
      ) as [number, number];
      assert.ok(Math.abs(a - b) <= 0.12 * b, `${cup.letter}: ${a} g against the plan's ${b}`);
    }
    assert.ok(MIXES.length > 0);
  },
);
