import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { draftPlan } from '@/core/plan/index.ts';
import type {
  Habit,
  NeverKey,
  SessionState,
  ShotState,
  Step,
  TogetherKey,
} from '@/core/session/index.ts';
import {
  lastPress,
  markedTogether,
  NEVER,
  plainReading,
  snapshotFrom,
  steps,
} from '@/core/session/index.ts';
import { METRIC, spoken } from '@/core/quantity/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { COLOURWAYS, WAYS } from '../../scripts/demo/colourways.ts';
import { benchOn } from '../bench.ts';
import { DEFAULTS, SHELF, WANTED } from '../demoPlan.ts';
import { unbalanced } from '../randomLog.ts';
import { nextStep } from '../said.ts';
import { pressed } from './pressedKit.ts';

const GOALS: Record<string, number> = { single: 6, dual: 8, triple: 8, core: 8, tailFirst: 8 };

test('a repeat shot is few presses: each breath one, readings apart', () => {
  for (const [build, goal] of Object.entries(GOALS)) {
    const way = WAYS.find(
      ({ colourway }) => COLOURWAYS.find(({ name }) => name === colourway)!.build === build,
    )!;
    const presses = pressed(way.bait, way.colourway).between(2);
    const keys = presses.filter((key) => key !== 'reading');
    assert.ok(keys.length <= goal, `${build}: ${keys.join(' ')}`);
  }
});

test('a stage of 24 tails is as few presses', () => {
  const way = WAYS.find(
    ({ colourway }) => COLOURWAYS.find(({ name }) => name === colourway)!.build === 'tailFirst',
  )!;
  const bench = pressed(way.bait, way.colourway, { count: 60 });
  const keys = bench.between(2).filter((key) => key !== 'reading');
  for (const shot of [...bench.state().shots.values()].slice(0, 3))
    assert.deepEqual([shot.stage.makes, shot.cavities.size], ['tail', 24]);
  assert.ok(keys.length <= 8, keys.join(' '));
});

test('what is recorded of a breath is what was recorded step by step', () => {
  const among = new Set(['dual', 'core', 'tailFirst', 'spot', 'dipped']);
  const ways = WAYS.filter(({ colourway }) =>
    among.has(COLOURWAYS.find(({ name }) => name === colourway)!.build),
  );
  assert.equal(ways.length, among.size);
  for (const { bait, colourway } of ways) {
    const kinds = (joins: boolean) => {
      const bench = pressed(bait, colourway, { count: 12, joins });
      for (let i = 0; i < 800; i++) {
        const [step] = bench.asked();
        if (!step || bench.state().phase.is === 'finished') break;
        bench.press(step);
      }
      const by = new Map<string, number>();
      for (const { kind } of bench.events)
        // How often a cup is read depends on how long all took.
        if (kind !== 'reading' && kind !== 'heated' && kind !== 'stirred')
          by.set(kind, (by.get(kind) ?? 0) + 1);
      return Object.fromEntries([...by].sort(([one], [other]) => one.localeCompare(other)));
    };
    assert.deepEqual(kinds(true), kinds(false), colourway);
  }
});

test('a sprue that is waited for is no hand’s work', () => {
  const bench = pressed('Slip eel 95', 'Bilge moss over oyster lint');
  bench.between(3);
  const { n, seconds } = bench.state().handTimes.get('toppedOff')!;
  assert.ok(n >= 2 && seconds / n < 5, `${seconds} s in ${n}`);
});

test('each breath opens into its parts, and one undo takes all of it back', () => {
  const bench = pressed('Slip eel 95', 'Bilge moss over oyster lint');
  const until = (key: string): Step => {
    for (let i = 0; i < 600; i++) {
      const [step] = bench.asked();
      if (step!.key === key && !(step!.until && step!.until > bench.now())) return step!;
      bench.press(step!);
    }
    throw new Error(`It never came to ${key}`);
  };
  for (const [key, first, next] of [
    ['close', 'closed', 'top'],
    ['topOff', 'toppedOff', null],
    ['open', 'mouldOpened', 'mark'],
  ] as const) {
    const step = until(key);
    assert.ok((step.then ?? []).length > 0, key);
    const [only] = step.others!;
    assert.match(spoken(only!.label, METRIC), /^Only /);
    assert.equal(only!.send.kind, first);
    const before = bench.events.length;
    bench.press({ ...step, then: [], others: [] });
    if (next) assert.equal(bench.asked()[0]!.key, next, `after ${key} alone`);
    bench.events.length = before;
    bench.press(step);
    const noted = bench.events.slice(before).map(({ id }) => id);
    assert.deepEqual(
      lastPress(bench.state()).map(({ id }) => id),
      noted.reverse(),
    );
  }
});

test('what is left out time and again is offered to be left out; what a shop never does is not asked', () => {
  const bench = benchOn(
    snapshotFrom('x', draftPlan(SHELF, [{ ...WANTED[0]!, count: 48 }], DEFAULTS), DEFAULT_SHOP),
  );
  const isLook = (state: SessionState) => nextStep(state, bench.now())?.key === 'secondLook';
  for (let left = 0; left < 3; left++) {
    bench.follow(isLook);
    const step = nextStep(bench.state(), bench.now())!;
    assert.ok(!(step.others ?? []).some(({ label }) => label.startsWith('Never')), `${left}`);
    bench.act({ kind: 'skipped', payload: step.skip! });
  }
  bench.follow(isLook);
  const offered = nextStep(bench.state(), bench.now())!.others!.map(({ label }) => label);
  assert.ok(
    offered.some((label) => /^Never in .+: look at the sprue a second time$/.test(label)),
    'of this mould alone, too',
  );
  const never = nextStep(bench.state(), bench.now())!.others!.find(
    ({ label }) => label === 'Never look at the sprue a second time',
  )!;
  bench.act(never.send);
  const rest = bench.follow((state) => isLook(state) || state.phase.is === 'finished');
  assert.equal(rest.phase.is, 'finished');

  // By the shop's own habit from the first, and nothing hangs on what is not asked for.
  const shop = {
    ...DEFAULT_SHOP,
    bench: { ...DEFAULT_SHOP.bench, never: Object.keys(NEVER) as NeverKey[] },
  };
  const own = benchOn(
    snapshotFrom('x', draftPlan(SHELF, [{ ...WANTED[0]!, count: 16 }], DEFAULTS), shop),
  );
  const asked = new Set<string>();
  const end = own.follow((state) => {
    for (const one of steps(state, own.now())) asked.add(one.key);
    return state.phase.is === 'finished';
  });
  assert.equal(end.phase.is, 'finished');
  assert.ok(Math.abs(unbalanced(end)) < 1e-9);
  assert.deepEqual(
    Object.keys(NEVER).filter((key) => asked.has(key)),
    [],
  );
});

test('a habit of one mould, of one build, or past the first shot, leaves the step out there alone', () => {
  const plan = draftPlan(SHELF, [{ ...WANTED[0]!, count: 40 }], DEFAULTS);
  const job = plan.jobs[0]!;
  const mould = job.tools[0]!.moulds[0]!.id;
  const { key: build } = job.build;
  /** How often the second look was asked for in an evening with these habits, and its shots. */
  const looks = (habits: Habit[]) => {
    const shop = { ...DEFAULT_SHOP, bench: { ...DEFAULT_SHOP.bench, habits } };
    const bench = benchOn(snapshotFrom('x', plan, shop));
    let asked = 0;
    while (bench.state().phase.is !== 'finished') {
      bench.follow(
        (state) =>
          state.phase.is === 'finished' || nextStep(state, bench.now())?.key === 'secondLook',
      );
      if (bench.state().phase.is === 'finished') break;
      asked++;
      bench.act(nextStep(bench.state(), bench.now())!.send!);
    }
    return { asked, shots: bench.state().shots.size };
  };
  const habit = (over: Partial<Habit>): Habit => ({
    ...{ step: 'secondLook', when: 'never', mould: null, build: null },
    ...over,
  });
  const all = looks([]);
  assert.ok(all.shots > 1 && all.asked === all.shots, `${all.asked} of ${all.shots}`);
  assert.equal(looks([habit({ mould })]).asked, 0);
  assert.equal(looks([habit({ mould: mould + 1000 })]).asked, all.shots, 'another mould’s');
  assert.equal(looks([habit({ build })]).asked, 0);
  assert.equal(looks([habit({ build: 'another' })]).asked, all.shots, 'another build’s');
  assert.equal(looks([habit({ mould, build: 'another' })]).asked, all.shots, 'both must hold');
  assert.equal(looks([habit({ when: 'first' })]).asked, 1, 'once a mould');
  assert.equal(looks([habit({ mould, step: 'top' })]).asked, all.shots, 'another step');
});

test('many cavities at one press: a row, one and all after it, or as the shot before', () => {
  const bench = pressed('Slip eel 95', 'Bilge moss over oyster lint');
  const marked = (shots: number) => {
    bench.between(shots - 1);
    for (let i = 0; i < 20 && bench.asked()[0]!.key !== 'open'; i++) bench.press(bench.asked()[0]!);
    return [...bench.state().shots.values()].at(-1)!;
  };
  const first = marked(1);
  const { cavities } = bench.state().moulds.get(first.mould)!.mould;
  const all = cavities.map(({ n: cavity }) => cavity);
  const row = cavities.filter(({ y }) => y === cavities[0]!.y).map(({ n: cavity }) => cavity);
  assert.ok(cavities.length >= 8 && row.length > 1 && row.length < cavities.length);
  const numbers = (which: TogetherKey, shot: ShotState, from: number) =>
    markedTogether(bench.state(), shot, which, { from, brush: 'short' }).map(({ payload }) =>
      'cavity' in payload ? payload.cavity : 0,
    );
  assert.deepEqual(numbers('row', first, row[0]!), row);
  assert.deepEqual(
    numbers('onward', first, 5),
    all.filter((cavity) => cavity >= 5),
  );
  assert.deepEqual(numbers('last', first, 1), [], 'there is none before it');
  bench.note([{ kind: 'mouldOpened', payload: { mould: first.mould } }]);
  bench.note(markedTogether(bench.state(), first, 'row', { from: row[0]!, brush: 'short' }));
  assert.equal(lastPress(bench.state()).length, row.length, 'one undo takes all of it back');
  const second = marked(2);
  assert.deepEqual(numbers('last', second, 1), row);
});

test('property: digits are taken by themselves only for what was meant', () => {
  const believed = fc.double({ min: 100, max: 230, noNaN: true });
  fc.assert(
    fc.property(believed, fc.integer({ min: -25, max: 25 }), (about, off) => {
      const meant = Math.round(about + off);
      if (meant < 100 || Math.abs(meant - about) > 25) return;
      const text = String(meant);
      // Whatever is typed on the way to it is not taken for anything else.
      for (let digits = 1; digits < text.length; digits++)
        assert.ok([null, meant].includes(plainReading(text.slice(0, digits), about)), text);
      assert.equal(plainReading(text, about), meant);
      const two = plainReading(text.slice(-2), about);
      assert.ok(two === null || two === meant, `${text.slice(-2)} at ${about}: ${two}`);
    }),
  );
  assert.equal(plainReading('64', 166), 164);
  assert.equal(plainReading('16', 166), null, 'it may be the start of 164');
  assert.equal(plainReading('30', 166), null, 'far from what is believed: it is asked');
  assert.equal(plainReading('47', 342), 347, 'in °F too');
  assert.equal(plainReading('64', null), null);
});
