import assert from 'node:assert/strict';
import { test } from 'node:test';
import { seeded } from '@/core/chance.ts';
import type { SessionState, Step } from '@/core/session/index.ts';
import { burstAsked } from '@/core/session/index.ts';
import { benchOn } from '../bench.ts';
import { randomEvening } from '../randomLog.ts';
import { nextStep, steps } from '../said.ts';
import { snapshots } from './stagesKit.ts';

/** What two steps are left out by. */
const alike = (one: Step['skip'], other: Step['skip']): boolean =>
  one?.step === other?.step && one?.target === other?.target;

/**
 * An evening in which whoever stands at the bench leaves out what can be left out, each the first
 * time it is offered. Answers with what was, by its step.
 */
function leavingOut(bench: ReturnType<typeof benchOn>): Map<string, number> {
  const out = new Map<string, number>();
  const left = new Set<string>();
  const offered = (state: SessionState) =>
    steps(state, bench.now()).find(({ key, skip }) => skip && !left.has(key) && !KEEPS.has(key));
  bench.follow((state) => {
    const step = offered(state);
    if (!step) return state.phase.is === 'finished';
    left.add(step.key);
    const after = bench.act({ kind: 'skipped', payload: step.skip! });
    out.set(step.key, (out.get(step.key) ?? 0) + 1);
    assert.ok(
      !steps(after, bench.now()).some((other) => alike(other.skip, step.skip)),
      `${step.sentence}: it was left out, and is asked for again`,
    );
    return after.phase.is === 'finished';
  });
  return out;
}
/** Baits that are not put on the rack are not counted: the evening would never have enough. */
const KEEPS: ReadonlySet<string> = new Set(['rack', 'keep', 'more']);

test('whatever is left out is not asked for again, in every build, and the evening ends all the same', () => {
  const left = new Set<string>();
  for (const snapshot of snapshots) {
    const bench = benchOn(snapshot);
    for (const key of leavingOut(bench).keys()) left.add(key);
    const end = bench.state();
    assert.equal(
      end.phase.is,
      'finished',
      `${snapshot.name} stands at “${nextStep(end, bench.now())?.sentence}”`,
    );
  }
  // Cups, metal, moulds, draws: of each kind something was.
  for (const key of ['wake', 'colour', 'warmMould', 'warmInjector', 'topOff', 'match', 'load'])
    assert.ok(left.has(key), `${key} was never offered to be left out: ${[...left].join(', ')}`);
});

test('a cup asks the Heat page about itself, with the figures it was last read at', () => {
  const bench = benchOn(snapshots[0]!);
  const state = bench.follow((now) => [...now.cups.values()].some((cup) => cup.fused));
  const cup = [...state.cups.values()].find((other) => other.fused)!;
  const asked = new URL(burstAsked(state, cup), 'http://shop');
  assert.equal(asked.pathname + asked.hash, '/heat#burst');
  assert.equal(Number(asked.searchParams.get('now')), Math.round(cup.reading!.celsius));
  assert.equal(
    Number(asked.searchParams.get('watts')),
    snapshots[0]!.heat.ovens.find((oven) => oven.id === state.oven.id)!.oven.watts,
  );
});

test('whatever a hand did, sense or nonsense, a bench at work has something to say', () => {
  for (const snapshot of snapshots)
    for (let seed = 1; seed <= 3; seed++) {
      const done: string[] = [];
      randomEvening(snapshot, 120, seeded(seed), (state, act) => {
        done.push(act);
        if (state.phase.is !== 'running') return;
        assert.ok(steps(state, state.lastAt).length > 0, `after ${done.slice(-8).join(', ')}`);
      });
    }
});
