import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { NOTHING_LEARNED, warmTime } from '@/core/heat/index.ts';
import {
  DEGAS,
  type Degas,
  degasDue,
  DEGASSED_AT,
  draftPlan,
  heatOfMould,
  planSession,
} from '@/core/plan/index.ts';
import { METRIC, spoken } from '@/core/quantity/index.ts';
import { follower, forecastBench, heatAsk, runInHand, snapshotFrom } from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { layEvening } from '@/core/tape/index.ts';
import { SHORT_BURST, type Ways } from '@/core/ways.ts';
import { OVENS } from '../../scripts/demo/bench.ts';
import { benchOn } from '../bench.ts';
import { DEFAULTS, SHELF, WANTED } from '../demoPlan.ts';
import { near } from '../near.ts';
import { nextStep } from '../said.ts';

const KNOWN = {
  ...{ ovens: [{ id: 1, oven: OVENS[0]! }], pairs: 1 },
  ...{ learned: NOTHING_LEARNED, hands: {}, room: 18 },
};
const planned = (ways: Partial<Ways>, degas?: Degas) => {
  const input = draftPlan(SHELF, WANTED, {
    ...DEFAULTS,
    settings: { ...DEFAULTS.settings, ways, ...(degas && { degas }) },
  });
  const plan = planSession(input, METRIC);
  assert.ok(plan.ok, 'it can be shot');
  return { input, plan, laid: layEvening(plan, input, KNOWN) };
};
/** What is said at every step of an evening. */
function saidIn(ways: Partial<Ways>, degas?: Degas): { key: string; sentence: string }[] {
  const bench = benchOn(snapshotFrom('x', planned(ways, degas).input, DEFAULT_SHOP));
  const said: { key: string; sentence: string }[] = [];
  bench.follow((state) => {
    const step = nextStep(state, bench.now());
    if (step) said.push({ key: step.key, sentence: spoken(step.sentence, METRIC) });
    return state.phase.is === 'finished';
  });
  return said;
}
const sentence = (said: ReturnType<typeof saidIn>, key: string): string =>
  said.find((step) => step.key === key)!.sentence;

test('a cup that is poured from gives its last: less plastic is cooked, and none is left for the air', () => {
  const [drawn, poured] = [planned({}), planned({ filled: 'poured' })];
  const fresh = ({ plan }: typeof drawn) =>
    plan.cups.reduce(
      (sum, { charges }) => sum + charges.reduce((all, { grams }) => all + grams, 0),
      0,
    );
  assert.ok(fresh(poured) < fresh(drawn) - 50, `${fresh(poured)} of ${fresh(drawn)} g`);
  assert.equal(poured.plan.draws.length, drawn.plan.draws.length);
});

test('short bursts: none of a cook over 45 s, on the tape and by advice; more of them, and more looks', () => {
  const cooks = ({ laid }: ReturnType<typeof planned>) =>
    laid.steps.filter(({ act }) => act === 'cooking').map(({ from, to }) => to - from);
  const [long, short] = [cooks(planned({})), cooks(planned({ bursts: 'short' }))];
  assert.ok(Math.max(...long) > SHORT_BURST && Math.max(...short) <= SHORT_BURST + 1e-9);
  assert.ok(short.length > long.length);
  // More of it is lost between more bursts.
  const [inLong, inShort] = [long, short].map((all) => all.reduce((sum, one) => sum + one, 0));
  assert.ok(inShort! >= inLong! - 1 && inShort! < 1.2 * inLong!, `${inShort} for ${inLong}`);
  // What the bench foresees of a raw cup that is to be cooked.
  const cookOf = (ways: Partial<Ways>): number => {
    const bench = benchOn(snapshotFrom('x', planned(ways).input, DEFAULT_SHOP));
    const state = bench.follow((now) => nextStep(now, bench.now())?.key === 'cook');
    const ask = heatAsk(state, 1, { run: runInHand(state), now: bench.now() });
    const answer = forecastBench(follower(state.snapshot.heat)(state.heat, bench.now()), ask);
    return Math.max(...Object.values(answer.cups).map(({ cook }) => cook?.seconds ?? 0));
  };
  assert.ok(cookOf({}) > SHORT_BURST);
  assert.equal(cookOf({ bursts: 'short' }), SHORT_BURST);
});

test('a gun is held and a plate is not; each takes what its own heat takes', () => {
  const warming = (ways: Partial<Ways>) => {
    const { laid, input } = planned(ways);
    const mould = input.jobs[0]!.tools[0]!.moulds[0]!.mould;
    const step = laid.steps.find(({ act }) => act === 'warming')!;
    const by = ways.warmed ?? 'plate';
    const takes = warmTime(heatOfMould(mould).body, { from: 18, to: mould.warmTo, room: 18, by })!;
    near(step.to - step.from, takes, 1e-6);
    return step.lanes.some((lane) => lane.startsWith('hands'));
  };
  assert.deepEqual([warming({}), warming({ warmed: 'gun' })], [false, true]);
});

test('each way is said where it is done, and nothing of it in a shop that does as most do', () => {
  const usual = saidIn({});
  const own = saidIn({ filled: 'poured', topped: 'cup', warmed: 'gun', laid: 'water' });
  assert.match(sentence(usual, 'draw'), /^Draw /);
  assert.match(sentence(own, 'draw'), /^Pour in .* from the top/);
  assert.match(sentence(own, 'topOff'), /from the cup, fill its sprue/);
  assert.match(sentence(own, 'rack'), /into the water, then flat on the rack/);
  assert.match(sentence(usual, 'rack'), /^Lay \d+ baits flat/);
  assert.deepEqual(
    own.map(({ key }) => key),
    usual.map(({ key }) => key),
  );
});

test('degassed twice: cold, then again once it is coloured, on the bench and on the tape', () => {
  const keys = saidIn({}, 'cold and after colour').map(({ key }) => key);
  const cups = planned({}).plan.cups.length;
  const times = (key: string) => keys.filter((one) => one === key).length;
  assert.deepEqual([times('degasCold'), times('degasAfter')], [cups, cups]);
  assert.ok(keys.indexOf('degasCold') < keys.indexOf('colour'));
  assert.ok(keys.lastIndexOf('degasAfter') > keys.indexOf('colour'));
  const pots = planned({}, 'cold and after colour').laid.steps.filter(
    ({ act }) => act === 'degassed',
  );
  assert.equal(pots.length, 2 * cups);
});

test('property: what was degassed at its last moment is not asked again, whatever came before', () => {
  fc.assert(
    fc.property(fc.constantFrom(...(Object.keys(DEGAS) as Degas[])), (degas) => {
      let last: (typeof DEGASSED_AT)[number] | null = null;
      const done = DEGASSED_AT.filter((when) => {
        const due = degasDue(degas, when, last);
        if (due) last = when;
        return due;
      });
      assert.deepEqual(done, [...DEGAS[degas].at]);
      for (const when of DEGASSED_AT) assert.equal(degasDue(degas, when, 'after colour'), false);
    }),
  );
});
