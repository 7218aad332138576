import assert from 'node:assert/strict';
import { test } from 'node:test';
import { seeded } from '@/core/chance.ts';
import { draftPlan } from '@/core/plan/index.ts';
import type { SessionState } from '@/core/session/index.ts';
import { snapshotFrom } from '@/core/session/index.ts';
import { dropJob } from '@/core/session/dropJob.ts';
import { onTape } from '@/core/session/onTape.ts';
import { restOfPlan } from '@/core/session/restOfPlan.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { benchOn } from '../bench.ts';
import { DEFAULTS, SHELF, WANTED } from '../demoPlan.ts';
import { near } from '../near.ts';
import { also, plain, sprat } from './alsoKit.ts';
import { randomEvening } from '../randomLog.ts';

const HANDS = { hands: {}, pairs: 1 };
const snapshotOf = (wanted = [{ ...WANTED[0]!, count: 24 }]) =>
  snapshotFrom('As planned', draftPlan(SHELF, wanted, DEFAULTS), DEFAULT_SHOP);
const racked = (state: SessionState): number =>
  [...state.shots.values()].filter(({ rackedAt }) => rackedAt !== null).length;

test('before anything is done the rest is the whole; with every shot racked nothing is left', () => {
  const snapshot = snapshotOf();
  const bench = benchOn(snapshot);
  const first = onTape(bench.state(), HANDS, bench.now());
  near(first.ends.mid - first.now, first.planned.mid, 1e-6);
  assert.equal(
    restOfPlan(bench.state(), bench.now()).plan.draws.length,
    snapshot.plan.draws.length,
  );
  const state = bench.follow((so) => racked(so) === snapshot.plan.shots.length);
  assert.equal(racked(state), snapshot.plan.shots.length);
  const last = onTape(state, HANDS, bench.now());
  near(last.ends.mid, last.now, 1e-6);
});

test('with each shot less is left; what stands in a mould is opened first, and its cups are not cooked again', () => {
  const snapshot = snapshotOf();
  const bench = benchOn(snapshot);
  const left = (state: SessionState) => {
    const { ends, now } = onTape(state, HANDS, bench.now());
    return ends.mid - now;
  };
  let before = left(bench.state());
  for (let shots = 1; shots <= 3; shots++) {
    const state = bench.follow((so) => so.shots.size === shots);
    const { plan, begun } = restOfPlan(state, bench.now());
    assert.equal(plan.shots.length, snapshot.plan.shots.length - shots);
    assert.equal(begun.cooked.size, 2);
    const { tape, now } = onTape(state, HANDS, bench.now());
    assert.ok(!tape.blocks.some(({ act, from }) => act === 'cooking' && from >= now));
    const standing = [...begun.standing.keys()];
    assert.equal(standing.length, 1);
    const opened = tape.blocks.filter(
      ({ act, lane }) => act === 'mouldOpened' && lane === `mould:${standing[0]}`,
    );
    const closed = tape.blocks.filter(
      ({ act, lane, from }) => act === 'closed' && lane === `mould:${standing[0]}` && from >= now,
    );
    assert.ok(opened.length > 0);
    assert.ok(closed.length === 0 || opened[0]!.to <= closed[0]!.from + 1e-6);
    assert.ok(left(state) < before);
    before = left(state);
  }
});

test('the last job can be dropped while nothing of it is shot, and then it ends sooner', () => {
  const two = [
    { ...WANTED[0]!, count: 16 },
    { ...WANTED[1]!, part: 2, bait: 2, colourway: 2, count: 12 },
  ];
  // It has trial shots too: those go with it.
  const input = draftPlan(SHELF, two, DEFAULTS);
  input.jobs[1]!.trials = 2;
  const snapshot = snapshotFrom('As planned', input, DEFAULT_SHOP);
  assert.ok(snapshot.plan.ok && snapshot.input.jobs.length === 2);
  const bench = benchOn(snapshot);
  const on = onTape(bench.state(), HANDS, bench.now());
  assert.equal(on.without?.job, snapshot.input.jobs[1]!.key);
  assert.ok(on.without.ends < on.ends.mid);
  const left = snapshot.plan.shots.filter(({ job }) => job === input.jobs[0]!.key).length;
  for (const send of dropJob(bench.state(), snapshot.input.jobs[1]!.key)) bench.act(send);
  const after = onTape(bench.state(), HANDS, bench.now());
  assert.equal(after.without, null);
  assert.equal(restOfPlan(bench.state(), bench.now()).plan.shots.length, left);
  near(after.ends.mid - after.now, on.without.ends - on.now, 1);
});

test('what is taken on since is laid behind the rest, on its own moulds and cups, until it is shot', () => {
  const snapshot = snapshotOf();
  const bench = benchOn(snapshot);
  bench.follow((so) => so.shots.size === 1);
  const before = onTape(bench.state(), HANDS, bench.now());
  const change = also(bench.state(), { bait: sprat, colourway: plain }, 3);
  assert.ok(change.ok);
  const state = bench.act(change.send);
  const run = [...state.runs.keys()].at(-1)!;
  const after = onTape(state, HANDS, bench.now());
  assert.equal(after.beyond, 0);
  assert.ok(after.ends.mid > before.ends.mid + 3 * 60, `${after.ends.mid} ${before.ends.mid}`);
  near(after.planned.mid, before.planned.mid, 1e-6);
  const { shots, draws, cups } = restOfPlan(state, bench.now()).plan;
  const own = shots.filter(({ job }) => job === run);
  assert.equal(own.length, 3);
  const needed = draws.filter(({ job }) => job === run).flatMap(({ barrels }) => barrels);
  assert.ok(needed.every(({ cup }) => cups.some(({ id }) => id === cup)));
  const lanes = new Set(after.tape.lanes.map(({ key }) => key));
  assert.ok(after.tape.blocks.every(({ lane }) => lanes.has(lane)));
  assert.equal(
    after.without?.job,
    state.runs.get(run)!.job.key,
    'the last taken on can be dropped',
  );
  // One more of it is one more on the tape; shot, it is behind.
  const more = bench.act({ kind: 'changed', payload: { what: 'shots', job: run, by: 1 } });
  assert.equal(restOfPlan(more, bench.now()).plan.shots.filter(({ job }) => job === run).length, 4);
  const end = bench.follow((so) => so.phase.is === 'finished');
  assert.equal(restOfPlan(end, bench.now()).plan.shots.length, 0);
});

test('property: whatever a hand does, the tape goes on from now, and no mould holds two things', () => {
  const chance = seeded(7);
  for (let evening = 0; evening < 6; evening++) {
    let at = 0;
    randomEvening(snapshotOf(), 60, chance, (state) => {
      at += 1;
      if (at % 6 !== 0 || state.phase.is !== 'running') return;
      const { tape, now, ends } = onTape(state, HANDS, state.lastAt);
      assert.ok(ends.low >= now - 1e-6 && ends.mid >= ends.low && ends.high >= ends.mid);
      for (const { key, kind } of tape.lanes) {
        const to = tape.blocks
          // Its sprue is topped off while it cools.
          .filter(({ act }) => act !== 'toppedOff')
          .filter(({ lane, from }) => kind === 'mould' && lane === key && from >= now)
          .sort((one, other) => one.from - other.from);
        for (const [nth, block] of to.entries())
          assert.ok(nth === 0 || block.from >= to[nth - 1]!.to - 1e-6, key);
      }
    });
  }
});
