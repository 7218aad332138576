import assert from 'node:assert/strict';
import { test } from 'node:test';
import { v4 } from 'uuid';
import type { AnyEvent, SessionState } from '@/core/session/index.ts';
import { EVENT_VERSION, fold, handLessons, looksPlanned } from '@/core/session/index.ts';
import { HAND_USUAL, layEvening, timeSession } from '@/core/tape/index.ts';
import { benchOn } from '../bench.ts';
import { near } from '../near.ts';
import { snapshot } from './sessionKit.ts';
import { timing } from './tapeKit.ts';

const timesOf = ({ handTimes }: SessionState) => Object.fromEntries(handTimes);
const shotsMade = (count: number) => {
  const bench = benchOn(snapshot);
  bench.follow((state) => state.shots.size === count);
  return bench;
};

test('a probe left in a cup, which speaks every half second, takes no time off what hands do', () => {
  const { events, state } = shotsMade(2);
  const cup = [...state().cups.keys()][0]!;
  const spoken = events.flatMap((event): AnyEvent[] => [
    event,
    {
      ...{
        id: v4(),
        session: 1,
        seq: undefined,
        at: event.at + 500,
        by: 'probe',
        v: EVENT_VERSION,
      },
      kind: 'reading',
      payload: { target: { kind: 'cup', key: cup }, celsius: 120, stage: null, from: 'device' },
    },
  ]);
  const numbered = spoken.map((event, nth) => ({ ...event, seq: nth + 1 }));
  assert.ok(numbered.length > 2 * 20);
  assert.deepEqual(timesOf(fold(snapshot, numbered)), timesOf(fold(snapshot, events)));
});

test('hands that wait for a burst are not at work: a stir, a look, the next cup count from its end', () => {
  const bench = shotsMade(1);
  const [first, second] = [...bench.state().cups.keys()] as [string, string];
  const before = timesOf(bench.state());
  const more = (kind: string, state: SessionState) =>
    (timesOf(state)[kind]?.seconds ?? 0) - (before[kind]?.seconds ?? 0);
  const heat = (cup: string, after: number) =>
    bench.act({ kind: 'heated', payload: { cup, seconds: 40, begun: true } }, after);
  heat(first, 5_000);
  near(more('heated', bench.act({ kind: 'stirred', payload: { cup: first } }, 48_000)), 5, 1e-9);
  near(more('stirred', bench.state()), 8, 1e-9);
  // The other goes in as soon as the oven is free, seven seconds late.
  heat(first, 3_000);
  near(more('heated', heat(second, 47_000)), 5 + 3 + 7, 1e-9);
});

test('what seeing to cups took is learned by the looks that were planned, and the tape takes it up', () => {
  const { plan, input } = snapshot;
  const { ovens } = snapshot.heat;
  const laid = layEvening(plan, input, { ...timing(1, 1), ovens });
  const charges = plan.cups.reduce((sum, { charges }) => sum + charges.length, 0);
  const cups = (nth: number): number =>
    new Set([...(plan.draws[nth]!.poured ?? []), ...plan.draws[nth]!.barrels].map(({ cup }) => cup))
      .size;
  // One after each burst of a cook; at each draw one at each cup and for each two, and half a one.
  const bursts = laid.steps.filter(({ act }) => act === 'cooking').length;
  assert.ok(bursts >= 3 * charges);
  const all =
    bursts + plan.draws.reduce((sum, _, nth) => sum + (cups(nth) * (cups(nth) + 1)) / 2 + 0.5, 0);
  const seconds = laid.steps
    .filter(({ act }) => act === 'cookLook' || act === 'matchLook')
    .reduce((sum, { from, to }) => sum + to - from, 0);
  near(seconds, all * HAND_USUAL.seenTo, 1e-6);
  const bench = shotsMade(1);
  assert.equal(looksPlanned(bench.state(), {}), Math.round(all / plan.draws.length));

  const times = new Map(
    Object.entries({ reading: 9, heated: 8, stirred: 20 }).map(([kind, each]) => [
      kind,
      { n: 30, seconds: 30 * each },
    ]),
  );
  // 37 s thirty times, where twenty looks were planned: 55.5 s a look.
  const lesson = handLessons(times, {}, { seenTo: 20 }).find(({ key }) => key === 'hand/seenTo')!;
  assert.ok(lesson.posterior.mean > 30 && lesson.posterior.mean < 55.5);
  const known = { ...timing(1, 1), hands: { seenTo: lesson.posterior } };
  const [usual, slow] = [timing(1, 1), known].map((of) => timeSession(plan, input, of).all.mid);
  assert.ok(slow! > usual! + 60);
});
