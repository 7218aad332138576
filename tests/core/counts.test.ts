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

const wayOf = (colourway: string) => WAYS.find((x) => x.colourway === colourway)!;
const idOf = (all: readonly { name: string }[], name: string) =>
  all.findIndex((x) => x.name === name) + 1;
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
const at = (b: ReturnType<typeof benchOn>, key: string) =>
  b.follow((s) => nextStep(s, b.now())?.key === key);
const racked = (b: ReturnType<typeof benchOn>, n: number) =>
  b.follow((s) => [...s.shots.values()].filter((x) => x.rackedAt !== null).length >= n);
/** Another colourway for a run from here on, as the bench sends it. */
function recolour(s: SessionState, to: string): Send {
  const run = [...s.runs.values()].at(-1)!;
  const spec = COLOURWAYS.find((c) => c.name === to)!;
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
      cups: cupsFor(SHELF, [next], s.snapshot.input.cups, s.snapshot.input.settings),
      injector: run.tools.injector,
      block: run.tools.block,
    },
  };
}
/** Two colourways of one build, neither sharing a mix with the other. */
const duals = COLOURWAYS.filter((c) => c.build === 'dual');

test('B4: another mould from here on gives that mould’s baits, and the order takes none of them unless they will do', () => {
  const b = benchOn(open(input(duals[0]!.name, 8)));
  racked(b, 1);
  const before = b.state();
  const run = [...before.runs.values()].at(-1)!;
  const prawns = SHELF.baits.find((x) => x.spec.outline === 'prawn')!;
  const mould = SHELF.moulds.find((m) => prawns.spec.mouldIds.includes(m.id))!;
  b.act({
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
  b.act({ kind: 'changed', payload: { what: 'shots', job: run.key, by: 1 } });
  const s = b.follow((x) => x.status === 'finished');
  const shots = [...s.shots.values()].filter((x) => !x.trial);
  const own = shots.filter((x) => x.mould !== String(mould.id));
  const other = shots.filter((x) => x.mould === String(mould.id));
  assert.ok(own.length > 0 && other.length > 0);
  assert.ok(
    own.every((x) => x.bait.id === run.job.bait.id) && other.every((x) => x.bait.id === prawns.id),
  );
  const { lines, stock } = allot(s);
  const good = count(own).good;
  assert.equal(
    lines.reduce((n, l) => n + l.count, 0),
    Math.min(8, good),
  );
  assert.equal(
    stock.filter((x) => x.bait === prawns.id).reduce((n, x) => n + x.count, 0),
    count(other).good,
  );
  if (good < 8) {
    const will = fold(s.snapshot, [
      ...b.events,
      {
        ...b.events.at(-1)!,
        id: '11111111-1111-4111-8111-111111111111',
        seq: 9999,
        kind: 'willDo',
        payload: { shots: other.map((x) => x.id), will: true },
      } as (typeof b.events)[number],
    ]);
    assert.equal(
      allot(will).lines.reduce((n, l) => n + l.count, 0),
      8,
    );
  }
});

test('B4: a cup doctored after shot 1 gives another colour: by name, or unnamed and how far apart; the customer gets none of it', () => {
  const plan = input(duals[0]!.name, 20);
  const b = benchOn(open(plan));
  racked(b, 1);
  const cup = [...b.state().cups.values()][0]!;
  const strange = MATERIALS.find(
    (m) => m.kind === 'pigment' && !cup.ladder.some((i) => i.what === m.name),
  )!;
  b.act({
    kind: 'added',
    payload: { cup: cup.key, what: strange.name, amount: 60, dimension: 'drops', from: 'hand' },
  });
  const s = b.follow((x) => x.status === 'finished');
  const shots = [...s.shots.values()].filter((x) => !x.trial).sort((x, y) => x.n - y.n);
  assert.equal(colourOfShot(s, shots[0]!).id, plan.jobs[0]!.colourway.id);
  const late = shots.filter((x) => !asAsked(s, x));
  assert.ok(
    late.length > 0 &&
      late.every(
        (x) =>
          colourOfShot(s, x).id === 0 && /^unnamed, \d+\.\d apart$/.test(colourOfShot(s, x).name),
      ),
    late.map((x) => colourOfShot(s, x).name).join(),
  );
  const { lines, stock } = allot(s);
  assert.equal(
    lines.reduce((n, l) => n + l.count, 0),
    Math.min(20, count(shots.filter((x) => asAsked(s, x))).good),
  );
  assert.equal(
    stock.filter((x) => x.colourway === 0 && x.grade === 'good').reduce((n, x) => n + x.count, 0),
    count(late).good,
  );
  const named = b.act({
    kind: 'named',
    payload: { shots: late.map((x) => x.id), colourway: { id: 3, name: 'Third' } },
  });
  assert.equal(
    allot(named)
      .stock.filter((x) => x.colourway === 3 && x.grade === 'good')
      .reduce((n, x) => n + x.count, 0),
    count(late).good,
  );
});

test('B4: a colourway changed before the last shot leaves the baits racked before as they were', () => {
  const plan = input(duals[0]!.name, 20);
  const b = benchOn(open(plan));
  const before = racked(b, 1);
  const first = [...before.shots.values()][0]!;
  b.act(recolour(before, duals[1]!.name));
  const s = b.follow((x) => x.status === 'finished');
  assert.equal(colourOfShot(s, s.shots.get(first.id)!).name, duals[0]!.name);
  assert.ok(
    [...s.shots.values()].slice(1).every((x) => colourOfShot(s, x).name === duals[1]!.name),
  );
});

test('B5: the new colourway’s cups are measured, dosed, cooked, coloured and matched; a cup that holds the colour keeps its plastic; the old line’s shortfall is what is truly short', () => {
  const plan = input(duals[0]!.name, 20);
  const b = benchOn(open(plan));
  const before = racked(b, 1);
  const good = count([...before.shots.values()]).good;
  const kept = new Map([...before.cups.values()].map((c) => [c.key, c.grams]));
  const s = b.act(recolour(before, duals[1]!.name));
  const run = [...s.runs.values()].at(-1)!;
  const cups = run.stage.layers.map((l) => s.cups.get(String(run.job.layers[l.key]))!);
  for (const c of cups) {
    if (kept.has(c.key)) assert.equal(c.grams, kept.get(c.key), 'its plastic stays');
    else
      assert.ok(
        c.plannedCharges[0]! > 20,
        `${c.letter} is to be measured: ${c.plannedCharges.join()}`,
      );
  }
  const seen = new Set<string>();
  const end = b.follow((x) => {
    const step = nextStep(x, b.now());
    if (step) seen.add(`${step.key}:${step.target}`);
    return x.status === 'finished' || (step?.key === 'more' && step.target === run.key);
  });
  for (const c of cups.filter((x) => !kept.has(x.key)))
    for (const key of ['dose', 'cook', 'colour'])
      assert.ok(seen.has(`${key}:${c.key}`), `${key} ${c.letter}`);
  const more = nextStep(end, b.now())!;
  assert.match(more.sentence, new RegExp(`^${20 - good} short of 20 .*${duals[0]!.name}`));
  assert.match(more.detail, new RegExp(`^${good} came good as ordered`));
  // Sprues of what was shot before go by that shot's own cups.
  const first = [...end.shots.values()][0]!;
  const own = new Set(
    [...new Set(first.cavities.values())].flatMap((d) =>
      end.draws.get(d)!.barrels.map((x) => x.cup),
    ),
  );
  const back = goesBack(end, first);
  assert.ok(back.sprue === 'puck' || own.has(back.sprue));
});

test('B6: a planned charge comes when it is planned; a draw that would take air says so, with what to add', () => {
  const plan = demoPlan();
  const big = {
    ...plan,
    jobs: plan.jobs.map((j) => ({ ...j, lines: [{ ...j.lines[0]!, count: 90 }] })),
    cups: plan.cups.map((c) => ({
      ...c,
      vessel: { id: 1, vessel: { name: 'Small', volume: 280, bore: 78, fill: 0.9, froth: 0.5 } },
    })),
  };
  const b = benchOn(open(big));
  const planned = b.state().snapshot.plan.cups.find((c) => c.charges.length > 1)!;
  assert.ok(planned, 'the small cup wants a second charge');
  const due = planned.charges[1]!.beforeDraw;
  const s = b.follow(
    (x) => x.cups.get(String(planned.mix))!.charges > 1 || x.status === 'finished',
  );
  assert.equal(s.draws.size + 1, due);
  // Emptied down by hand, the next draw would take air.
  const bare = benchOn(open(plan));
  at(bare, 'draw');
  const c = [...bare.state().cups.values()][0]!;
  bare.act({
    kind: 'poured',
    payload: {
      mould: 'none',
      job: 'none',
      layer: 'x',
      cup: c.key,
      grams: 1,
      trial: false,
      again: false,
    },
  });
  const low = bare.state();
  low.cups.get(c.key)!.grams = 60;
  const step = steps(low, bare.now()).find((x) => x.key === 'dose' && x.target === c.key)!;
  assert.match(step.sentence, /would draw air: add|will run short: add/);
  assert.ok(step.send?.kind === 'charged' && step.send.payload.grams > 0);
});

test('B6: a tail-first body’s sprue of one colour goes back to its cup, its seconds with tails in them to the tray; plan and bench agree', () => {
  const w = WAYS.find(
    (x) =>
      findBuild(COLOURWAYS.find((c) => c.name === x.colourway)!.build, [])!.stages.some(
        (st) => st.makes === 'tail',
      ) &&
      findBuild(COLOURWAYS.find((c) => c.name === x.colourway)!.build, [])!.stages.at(-1)!.layers
        .length === 1,
  );
  if (!w) return assert.fail('the demo shop has no tail-first build with a body of one colour');
  const b = benchOn(open(input(w.colourway)));
  const s = b.follow((x) =>
    [...x.shots.values()].some((y) => y.stage.takes !== null && y.markedAt !== null),
  );
  const shot = [...s.shots.values()].find((x) => x.stage.takes !== null && x.markedAt !== null)!;
  const cup = [...new Set(shot.cavities.values())].flatMap((d) => s.draws.get(d)!.barrels)[0]!.cup;
  assert.deepEqual(goesBack(s, shot), { sprue: cup, scrap: 'puck' });
  const held = s.cups.get(cup)!.grams;
  const step = nextStep(s, b.now())!;
  assert.equal(step.key, 'sprue');
  assert.ok(Math.abs(b.act(step.send!).cups.get(cup)!.grams - held - shot.feedG) < 1e-9);
});

test('B6: good trial baits may be kept, and are counted with the others', () => {
  const plan = { ...input(duals[0]!.name, 8) };
  const b = benchOn(open({ ...plan, jobs: plan.jobs.map((j) => ({ ...j, trials: 1 })) }));
  at(b, 'mark');
  const step = nextStep(b.state(), b.now())!;
  const keep = step.others!.find((o) => /^Keep the \d+ trial baits$/.test(o.label))!;
  b.act(keep.send);
  const s = b.follow((x) => x.status === 'finished');
  const trial = [...s.shots.values()].find((x) => x.trial)!;
  assert.ok(isKept(trial) && count([trial]).good > 0);
  assert.ok(Math.abs(unbalanced(s)) < 1e-9);
  const all = allot(s);
  assert.equal(
    all.lines.reduce((n, l) => n + l.count, 0) + all.stock.reduce((n, x) => n + x.count, 0),
    count([...s.shots.values()]).good + count([...s.shots.values()]).usable,
  );
});

test('B6: faults are told apart by stage and run; a squeeze that was weighed and drops are one row with one total; two builds are two stocks', () => {
  const pigment = MATERIALS.find((m) => m.kind === 'pigment')!;
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
  const b = benchOn(open(input(duals[0]!.name, 8)));
  const s = b.follow((x) => x.status === 'finished');
  const [one] = [...s.shots.values()];
  const other = {
    ...s,
    shots: new Map([
      ...s.shots,
      ['x', { ...one!, id: 'x', build: { ...one!.build, key: 'single' } }],
    ]),
  } as SessionState;
  const heaps = new Set(allot(other).stock.map((x) => `${x.bait}/${x.build}`));
  assert.ok(heaps.has(`${one!.bait.id}/single`));
});

test('B7: a mark, a count and a dropped tray put right after the finish are events with a reason, and the totals follow', () => {
  const b = benchOn(open(input(duals[0]!.name, 8)));
  const s = b.follow((x) => x.status === 'finished');
  const shot = [...s.shots.values()].find((x) => !x.trial)!;
  const total = (x: SessionState) => {
    const a = allot(x);
    return {
      lines: a.lines.reduce((n, l) => n + l.count, 0),
      stock: a.stock.reduce((n, y) => n + y.count, 0),
    };
  };
  const start = total(s);
  const usable = b.act({
    kind: 'cavityMarked',
    payload: { shot: shot.id, cavity: 1, grade: 'usable', fault: 'dent', why: 'seen when bagged' },
  });
  assert.deepEqual(
    [usable.shots.get(shot.id)!.marks.get(1)!.fault, total(usable).lines + total(usable).stock],
    ['dent', start.lines + start.stock],
  );
  const again = b.act({
    kind: 'recounted',
    payload: { shot: shot.id, good: 3, usable: 1, second: 0, why: 'counted on the rack' },
  });
  assert.deepEqual(graded(again.shots.get(shot.id)!), { good: 3, usable: 1, second: 0 });
  const lost = b.act({
    kind: 'dropped',
    payload: { shot: shot.id, good: 2, usable: 0, why: 'tray fell' },
  });
  assert.deepEqual(graded(lost.shots.get(shot.id)!), { good: 1, usable: 1, second: 0 });
  const undone = b.act({ kind: 'undone', payload: { event: b.events.at(-1)!.id } });
  assert.deepEqual(graded(undone.shots.get(shot.id)!), { good: 3, usable: 1, second: 0 });
});

test('E16: a weighed cavity keeps its volume whatever is shot tonight; grades mixed in one shot share by their own densities', () => {
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
    cups: plan.cups.map((c, i) => ({
      ...c,
      recipe: { ...c.recipe, grade: i === 0 ? ('medium' as const) : ('floating' as const) },
    })),
  };
  const b = benchOn(open(mixed));
  const before = at(b, 'shoot');
  const injector = [...before.injectors.values()][0]!;
  const held = injector.contents.map((c) => c.grams);
  const step = nextStep(before, b.now())!;
  const after = b.act(step.send!);
  const gave = held.map((g, i) => g - [...after.injectors.values()][0]!.contents[i]!.grams);
  const volumes = gave.map((g, i) => g / (i === 0 ? 1.03 : 0.96));
  const part = shares({ injector: injector.injector, yoked: true });
  assert.ok(
    Math.abs(volumes[0]! / (volumes[0]! + volumes[1]!) - part[0]!) < 1e-9,
    'by volume each gives its bore’s share',
  );
});

test('E19: seconds found after the sprue went back, colours drawn over a full injector, sprues skipped: no gram is made or lost', () => {
  const snapshots = WAYS.map((w) => open(input(w.colourway)));
  const logs = Number(process.env.LOGS ?? 400);
  for (let seed = 1; seed <= logs; seed++) {
    const chance = seeded(seed);
    const n = Math.floor(chance() * snapshots.length);
    const done: string[] = [];
    randomEvening(snapshots[n]!, 20 + Math.floor(chance() * 70), chance, (s, kind) => {
      done.push(kind);
      const off = unbalanced(s);
      if (Math.abs(off) > 1e-9 * Math.max(1, summary(s, 0).plastic.fresh))
        assert.fail(
          `seed ${seed}, ${WAYS[n]!.colourway}: ${off} g after ${done.slice(-6).join(', ')}`,
        );
    });
  }
});

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

test('charges for another colourway are worked out by the plan’s own arithmetic: enough for every shot, with the air line under the last', () => {
  const s = benchOn(open(input(duals[0]!.name, 20))).state();
  const run = [...s.runs.values()].at(-1)!;
  const planned = new Map([...s.cups.values()].map((c) => [c.key, [...c.plannedCharges]]));
  for (const c of s.cups.values()) c.plannedCharges = [];
  planCharges(s, run);
  for (const c of s.cups.values()) {
    const [a, b] = [c.plannedCharges, planned.get(c.key)!].map((x) =>
      x.reduce((n, g) => n + g, 0),
    ) as [number, number];
    assert.ok(Math.abs(a - b) <= 0.12 * b, `${c.letter}: ${a} g against the plan's ${b}`);
  }
  assert.ok(MIXES.length > 0);
});
