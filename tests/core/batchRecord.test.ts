import assert from 'node:assert/strict';
import { test } from 'node:test';
import { v4 } from 'uuid';
import { draftPlan } from '@/core/plan/index.ts';
import type { AnyEvent } from '@/core/session/index.ts';
import {
  batchRecord,
  EVENTS,
  fold,
  type Kind,
  nameOf,
  snapshotFrom,
  summary,
} from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { benchOn } from '../bench.ts';
import { DEFAULTS, SHELF, WANTED } from '../demoPlan.ts';

/** A session shot until two moulds have been emptied, with its log. */
function shotTwice() {
  const input = draftPlan(SHELF, [{ ...WANTED[0]!, count: 24 }], DEFAULTS);
  const snapshot = snapshotFrom('As planned', input, DEFAULT_SHOP);
  const bench = benchOn(snapshot);
  bench.follow(
    (state) => [...state.shots.values()].filter(({ rackedAt }) => rackedAt !== null).length === 2,
  );
  return { ...bench, snapshot };
}
const later = (log: readonly AnyEvent[], nth: number, by: string) => ({
  ...{ id: v4(), session: 1, seq: log.length + nth, at: log.at(-1)!.at + 1000 * nth },
  ...{ by, v: log[0]!.v },
});

test('the record of a session agrees with its counts, and every figure of it leads to an act', () => {
  const bench = shotTwice();
  const log = bench.events;
  const state = bench.state();
  const record = batchRecord(state, log);
  const ids = new Set(log.map(({ id }) => id));
  const came = summary(state, bench.now());
  const good = record.shots.reduce((sum, { counts }) => sum + counts.good, 0);
  assert.equal(good, came.all.good);
  assert.ok(record.shots.length >= 2);
  for (const shot of record.shots) {
    assert.ok(shot.event && ids.has(shot.event));
    assert.ok(shot.closed && shot.closed.closures > 0 && shot.closed.gaps.length === 0);
    assert.ok(shot.heats.length > 0);
    for (const { celsius, inside } of shot.heats)
      assert.equal(
        inside,
        celsius === null ? null : celsius >= shot.window!.low && celsius <= shot.window!.high,
      );
  }
  assert.equal(record.acts.length, log.length);
  assert.deepEqual(record.corrections, []);
});

test('what is counted again or taken back stands in the record with who and why; an undone undo does not', () => {
  const { snapshot, events: log, ...bench } = shotTwice();
  const state = bench.state();
  const [first] = [...state.shots.values()].filter(({ rackedAt }) => rackedAt !== null);
  const counted = {
    ...later(log, 1, 'Cam'),
    kind: 'recounted' as const,
    payload: { shot: first!.id, good: 1, usable: 0, second: 0, why: 'one fell' },
  };
  const back = {
    ...later(log, 2, 'Lee'),
    kind: 'undone' as const,
    payload: { event: counted.id },
  };
  const again = { ...later(log, 3, 'Lee'), kind: 'undone' as const, payload: { event: back.id } };
  const say = (more: AnyEvent[]) =>
    batchRecord(fold(snapshot, [...log, ...more]), [...log, ...more]).corrections.map(
      ({ by, why, event }) => [by, why, event],
    );
  assert.deepEqual(say([counted]), [['Cam', 'one fell', counted.id]]);
  assert.deepEqual(say([counted, back]), [['Lee', '', back.id]]);
  assert.deepEqual(say([counted, back, again]), [['Cam', 'one fell', counted.id]]);
});

test('every act has a name of its own in the record, and what a bait felt like stands with its shot', () => {
  const kinds = Object.keys(EVENTS) as Kind[];
  assert.deepEqual(
    kinds.filter((kind) => nameOf(kind) === kind),
    [],
  );
  const bench = shotTwice();
  const [shot] = [...bench.state().shots.values()];
  bench.act({ kind: 'felt', payload: { shot: shot!.id, felt: 'hard' } });
  const record = batchRecord(bench.state(), bench.events);
  assert.deepEqual(
    record.shots.map(({ felt }) => felt),
    ['hard', null],
  );
  assert.equal(record.acts.at(-1)!.what, 'How the baits felt');
});
