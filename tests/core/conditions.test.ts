import assert from 'node:assert/strict';
import { test } from 'node:test';
import { seeded } from '@/core/chance.ts';
import type { Mould } from '@/core/mould/index.ts';
import { draftPlan, familyOfLayers } from '@/core/plan/index.ts';
import type { AnyEvent, ShotRow } from '@/core/session/index.ts';
import { apply, draftAlso, fold, shotRow, startState } from '@/core/session/index.ts';
import { rehearse } from '../../scripts/demo/rehearse.ts';
import { START } from '../bench.ts';
import { DEFAULTS, SHELF } from '../demoPlan.ts';
import { near } from '../near.ts';
import { rehearsed, snapshot } from './sessionKit.ts';

const events = rehearsed();
const ofKind = <K extends AnyEvent['kind']>(kind: K) =>
  events.filter((event): event is Extract<AnyEvent, { kind: K }> => event.kind === kind);

test('what a shot was shot under is what the log says of it', () => {
  const state = fold(snapshot, events);
  const rows = [...state.shots.keys()].map((id) => shotRow(state, id)!);
  assert.ok(rows.length > 4);
  for (const row of rows) {
    const draw = ofKind('drawn').find(({ payload }) => payload.draw === row.draw)!;
    const { conditions, madeWith } = row;
    assert.ok(conditions && madeWith);
    near(conditions.barrel!, (row.at - draw.at) / 1000);
    const heats = row.heats.map(({ celsius }) => celsius!);
    near(conditions.gap ?? 0, Math.max(...heats) - Math.min(...heats));
    near(conditions.heat!, heats.reduce((sum, one) => sum + one, 0) / heats.length);
    const before = rows.filter((other) => other.draw === row.draw && other.n < row.n);
    assert.equal(conditions.place, before.length + 1);
    const held = ofKind('held').find(
      ({ at, payload }) => at > row.at && Number(payload.mould) === row.mould,
    );
    if (held) near(conditions.held!, (held.at - row.at) / 1000);
    assert.ok(conditions.level! > 0 && conditions.level! <= 1.2, `${conditions.level}`);
    assert.equal(conditions.damp, 0);
    assert.equal(String(madeWith.injector), draw.payload.injector);
    assert.equal(madeWith.by, draw.by);
    assert.deepEqual(
      new Set(madeWith.mixes),
      new Set(draw.payload.barrels.map(({ cup }) => state.cups.get(cup)!.mix)),
    );
  }
});

test('it is the same when it is marked and ever after: a rebuild makes the same rows', () => {
  const state = startState(snapshot);
  const atMarking = new Map<string, ShotRow>();
  for (const event of events) {
    apply(state, event);
    if (event.kind === 'marked')
      atMarking.set(event.payload.shot, shotRow(state, event.payload.shot)!);
  }
  assert.ok(atMarking.size > 4);
  for (const [id, { conditions, madeWith }] of atMarking) {
    const now = shotRow(state, id)!;
    assert.deepEqual(now.conditions, conditions);
    assert.deepEqual(now.madeWith, madeWith);
  }
});

test('a damp bottle is in every shot of it from then on; a test has its own window and its own hold', () => {
  const [first] = snapshot.input.jobs;
  const tries = { low: 171, high: 175, shots: 2, hold: 25, build: null, family: null };
  const tools = first!.tools.map((tool) => ({ ...tool, tries }));
  const jobs = [{ ...first!, tools }, ...snapshot.input.jobs.slice(1)];
  const tested = { ...snapshot, input: { ...snapshot.input, jobs } };
  const played = rehearse({
    session: 2,
    snapshot: tested,
    startAt: START,
    chance: seeded(6),
    story: { bottles: 'damp', befalls: () => null },
  });
  const state = fold(tested, played);
  const shots = [...state.shots.values()].filter(({ trial }) => !trial);
  const bottles = [...state.cups.values()].flatMap(({ plastisols }) => plastisols);
  if (bottles.length > 0)
    for (const id of state.shots.keys()) assert.equal(shotRow(state, id)!.conditions!.damp, 1);
  assert.deepEqual(
    shots.map(({ test: isTest }) => isTest),
    shots.map((_, nth) => nth < 2),
  );
  const heatOf = (id: string) => shotRow(state, id)!.conditions!.heat!;
  const [tests, rest] = [shots.slice(0, 2), shots.slice(2)];
  for (const { id } of tests) assert.ok(heatOf(id) > 168, `test at ${heatOf(id)}`);
  const mean = rest.reduce((sum, { id }) => sum + heatOf(id), 0) / rest.length;
  assert.ok(mean < 169, `the rest at ${mean}`);
  const heldOf = (id: string) => shotRow(state, id)!.conditions!.held!;
  for (const { id } of tests) assert.ok(heldOf(id) >= 25, `test held ${heldOf(id)} s`);
  for (const { id } of rest) assert.ok(heldOf(id) < 20, `another held ${heldOf(id)} s`);
});

test('what else is shot begins with no tests: they wait for the next plan', () => {
  const tries = { low: 171, high: 175, shots: 2, hold: null, build: null, family: null };
  const having = (own: Mould['tries']) => ({
    ...SHELF,
    moulds: SHELF.moulds.map((mould) => ({ ...mould, spec: { ...mould.spec, tries: own } })),
  });
  const wanted = { bait: SHELF.baits[0]!.id, colourway: SHELF.colourways[0]!.id };
  const also = draftAlso(fold(snapshot, []), wanted, having(tries))!;
  assert.ok(also.tools.length > 0 && also.tools.every((tools) => tools.tries === null));
  const part = { part: 1, line: 1, for: '', ...wanted, count: 12, due: '2031-05-01' };
  const triesIn = (own: Mould['tries']) =>
    draftPlan(having(own), [part], DEFAULTS).jobs[0]!.tools.at(-1)!.tries;
  assert.deepEqual(triesIn(tries), tries);
  // Those of a cut by build and colours are for just those.
  const { build } = draftPlan(SHELF, [part], DEFAULTS).jobs[0]!;
  const layers = SHELF.colourways[0]!.spec.layers;
  const family = familyOfLayers(build, layers, SHELF.mixes);
  assert.ok(family);
  const own = { ...tries, build: build.key, family };
  assert.deepEqual(triesIn(own), own);
  for (const other of [{ build: 'another' }, { family: 'of no colour' }])
    assert.equal(triesIn({ ...own, ...other }), null);
});
