import assert from 'node:assert/strict';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { root } from '../../scripts/lib.mjs';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import type { Fault, SaidStep, SessionState, Snapshot } from '@/core/session/index.ts';
import {
  coolingOf,
  FAULTS,
  heldUntil,
  identityOf,
  mouldWarnings,
  nextDue,
  remedyOf,
  runInHand,
  whatIf,
} from '@/core/session/index.ts';
import { benchOn } from '../bench.ts';
import { told } from './adviseKit.ts';
import { snapshot } from './sessionKit.ts';
import { steps } from '../said.ts';

const AMERICAN: ShopUnits = {
  temperature: 'F',
  volume: 'cup',
  system: 'us',
  mass: 'oz',
  length: 'in',
};
const inUnits = (units: ShopUnits): Snapshot => ({ ...structuredClone(snapshot), units });
const wordsOf = (step: SaidStep): string[] => [
  step.sentence,
  step.detail,
  step.label,
  step.caution ?? '',
  ...(step.warnings ?? []),
  ...(step.others ?? []).map((other) => other.label),
];

/** Every moment of an evening up to so many shots, as it is followed step by step. */
function moments(of: Snapshot, shots: number): { state: SessionState; now: number }[] {
  const bench = benchOn(of);
  const seen: { state: SessionState; now: number }[] = [];
  bench.follow((state) => {
    seen.push({ state, now: bench.now() });
    return state.shots.size >= shots && [...state.shots.values()].every((shot) => shot.rackedAt);
  });
  return seen;
}
const american = moments(inUnits(AMERICAN), 2);
const metric = moments(inUnits(METRIC), 2);

/** Figures of a text that stand for a heat. */
const heatsIn = (text: string): number[] =>
  [...text.matchAll(/(\d+)°/g)].map((match) => Number(match[1]));

/** Whether a figure said in °C is what is said in °F: a heat, or a difference of heats. */
const sameHeat = (celsius: number, fahrenheit: number): boolean =>
  Math.abs(fahrenheit - (celsius * 1.8 + 32)) <= 1.5 || Math.abs(fahrenheit - celsius * 1.8) <= 1.5;

test('in a shop of °F and cups every step, advised or not, says what it says in °C and mL', () => {
  let heats = 0;
  american.forEach(({ state, now }, i) => {
    const plain = metric[i]!;
    const own = [...steps(state, now), told(state, now).step!].flatMap(wordsOf);
    const other = [...steps(plain.state, plain.now), told(plain.state, plain.now).step!];
    other.flatMap(wordsOf).forEach((text, nth) => {
      const said = own[nth]!;
      assert.doesNotMatch(said, /°C|\d ?mL|\d g\b/, said);
      const [celsius, fahrenheit] = [heatsIn(text), heatsIn(said)];
      assert.equal(fahrenheit.length, celsius.length, `“${said}” against “${text}”`);
      celsius.forEach((heat, k) => {
        heats += 1;
        assert.ok(sameHeat(heat, fahrenheit[k]!), `“${said}” against “${text}”`);
      });
    });
  });
  assert.ok(heats > 100, `${heats} heats were said`);
});

test('the same evening in other units is the same steps, with the same acts', () => {
  assert.equal(american.length, metric.length);
  const acts = ({ state, now }: (typeof metric)[number]) =>
    steps(state, now).map(({ key, target, send, until }) => ({ key, target, send, until }));
  american.forEach((moment, i) => assert.deepEqual(acts(moment), acts(metric[i]!)));
});

test('what usually helps is said in the shop’s heats', () => {
  assert.equal(remedyOf('short', METRIC), 'warm the metal, or shoot 5 to 10° hotter');
  assert.equal(remedyOf('short', AMERICAN), 'warm the metal, or shoot 9 to 18° hotter');
  assert.match(remedyOf('joint', METRIC), /^body 182° or more/);
  assert.match(remedyOf('joint', AMERICAN), /^body 360° or more/);
  for (const fault of Object.keys(FAULTS) as Fault[])
    for (const units of [METRIC, AMERICAN]) {
      const remedy = remedyOf(fault, units);
      assert.ok(remedy.length > 5, fault);
      if (!/°/.test(remedy)) assert.doesNotMatch(remedy, /\d/, remedy);
    }
});

test('the next countdown is the soonest there is, and never one that is not running', () => {
  let due = 0;
  for (const { state, now } of metric) {
    const next = nextDue(state);
    const running = [
      ...[...state.cups.values()].flatMap((cup) => (cup.inOven ? [cup.inOven.until] : [])),
      ...[...state.moulds.values()].flatMap((mould) => {
        const cooling = coolingOf(mould);
        if (!cooling) return heldUntil(mould) > 0 ? [heldUntil(mould)] : [];
        return cooling.toppedOff && !cooling.looked
          ? [cooling.lookAt, cooling.readyAt]
          : [cooling.readyAt];
      }),
    ];
    assert.equal(next?.at ?? null, running.length > 0 ? Math.min(...running) : null);
    if (next && next.at > now) due += 1;
  }
  assert.ok(due > 5, `${due} countdowns ran`);
});

test('a step that heat has a part in leads to a what-if that is there, with its own figures', () => {
  const pages = join(root, 'src/islands/heat');
  const anchors = new Set(
    readdirSync(pages).flatMap((file) =>
      [...readFileSync(join(pages, file), 'utf8').matchAll(/id="(\w+)"/g)].map((id) => id[1]),
    ),
  );
  const asked = new Set<string>();
  for (const { state, now } of metric)
    for (const step of steps(state, now)) {
      const address = whatIf(state, runInHand(state), { step, answer: null, now });
      if (!address) continue;
      const url = new URL(address, 'http://shop');
      assert.ok(anchors.has(url.hash.slice(1)), address);
      asked.add(url.hash.slice(1));
      for (const [key, value] of url.searchParams)
        if (key !== 'mould') assert.ok(Number.isFinite(Number(value)), `${key} of ${address}`);
    }
  for (const what of ['burst', 'match', 'metal', 'barrel', 'open'])
    assert.ok(asked.has(what), what);
});

test('an act that can happen once has one identity until it has happened, and another after an undo', () => {
  const bench = benchOn(snapshot);
  bench.follow((state) => state.shots.size === 1);
  const state = bench.state();
  const mould = [...state.moulds.values()].find((one) => one.phase.is === 'holding')!;
  const held = { kind: 'held', payload: { mould: mould.key } } as const;
  const before = identityOf(state, held);
  assert.equal(identityOf(bench.state(), held), before, 'pressed twice it is one');
  bench.act(held);
  const last = bench.events.at(-1)!;
  bench.act({ kind: 'undone', payload: { event: last.id } });
  assert.notEqual(identityOf(bench.state(), held), before, 'taken back it may be done again');
});

test('each thing wrong with a mould is told by itself, and nothing of a mould that is right', () => {
  const bench = benchOn(snapshot);
  const state = bench.follow((now) =>
    [...now.moulds.values()].some((one) => one.phase.is === 'closed' && one.top === 'right'),
  );
  const run = runInHand(state)!;
  const mould = [...state.moulds.values()].find((one) => one.phase.is === 'closed')!;
  const codes = (change: object): string[] =>
    mouldWarnings(state, { ...mould, ...change }, run).map((warning) => warning.code);
  const right = { warmed: true, gaps: [], gapped: new Set<number>(), looseIn: true };
  assert.deepEqual(codes(right), []);
  const wrong: [string, object][] = [
    ['open', { phase: { is: 'open' } }],
    ['unclamped', { closures: 0 }],
    ['gap', { gaps: ['left'] }],
    ['insertGap', { gapped: new Set([3]) }],
    ['unseenTop', { top: 'unseen' }],
    ['upsideDown', { top: 'wrong' }],
    ['coldMould', { warmed: false }],
    ['worn', { mould: { ...mould.mould, life: 3 }, given: 3 }],
  ];
  for (const [code, change] of wrong) assert.deepEqual(codes({ ...right, ...change }), [code]);
});
