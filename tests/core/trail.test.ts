import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { v4 } from 'uuid';
import { tubHolds, type TubMove } from '@/core/plastic/index.ts';
import { fold, follower, type SessionState } from '@/core/session/index.ts';
import { benchOn } from '../bench.ts';
import { near } from '../near.ts';
import {
  snapshot,
  first,
  second,
  fresh,
  drops,
  off,
  tip,
  fromTub,
  redIn,
  inCup,
} from './trailKit.ts';

test('what goes out of a cup takes along its part of all that is in it, and an undo brings it back', () => {
  const bench = benchOn(snapshot);
  bench.act(fresh(first, 200));
  bench.act(drops(first, 20));
  bench.act(off(first, 50, { spent: 0.2 }));
  bench.act(fresh(second, 150));
  bench.act(drops(second, 3));
  const state = bench.act(tip(first, second, 50));
  const [one, other] = [inCup(state, first), inCup(state, second)];
  near(one.grams, 100);
  near(redIn(one), 10);
  near(other.grams, 200);
  // 3 drops of its own, and a quarter of the twenty.
  near(redIn(other), 8);
  near(redIn(state.kept[0]!.plastic), 5);
  assert.equal(state.kept[0]!.plastic.spent, 0.2);
  // A fresh charge thins it, and takes nothing out.
  near(redIn(inCup(bench.act(fresh(second, 200)), second)), 8);
  // Weighed when it was emptied: it held ten more than was reckoned, and nothing is left.
  const weighed = bench.act(off(first, 110, { all: true, how: 'weighed' }));
  assert.deepEqual([weighed.cups.get(first)!.grams, weighed.cups.get(first)!.foundG], [0, 10]);
  const tipped = bench.events.find(
    ({ kind, payload }) => kind === 'pouredOff' && 'into' in payload && payload.into === second,
  )!;
  const undone = bench.act({ kind: 'undone', payload: { event: tipped.id } });
  near(redIn(inCup(undone, second)), 3);
  near(undone.cups.get(second)!.grams, 350);
});

test('heat goes along with what is tipped: the mixture’s, and the heat it had spent', () => {
  const bench = benchOn(snapshot);
  bench.act(fresh(first, 200));
  bench.act({ kind: 'heated', payload: { cup: first, seconds: 150 } });
  bench.act({
    kind: 'reading',
    payload: { target: { kind: 'cup', key: first }, celsius: 180, stage: null, from: 'typed' },
  });
  bench.act(fresh(second, 100));
  const state = bench.act(tip(first, second, 100));
  const followed = follower(snapshot.heat)(state.heat, bench.now());
  const at = followed.belief.cups.indexOf(second);
  assert.ok(at >= 0);
  const mean = followed.belief.cups.map((cup) => followed.spent[cup] ?? 0);
  near(mean[at]!, followed.spent[first]! / 2, 0.02 * followed.spent[first]!, 'half of it is new');
  assert.equal(state.cups.get(second)!.heats, 0.5, 'half of it went through fusion once');
});

interface Tubs {
  moves: TubMove[];
}
/** What a session moved to and from a tub. */
const movesOf = (state: SessionState): TubMove[] =>
  [
    ...state.kept.map((kept) => ({ at: kept.at, move: { put: kept.plastic } })),
    ...state.taken.map((taken) => ({ at: taken.at, move: { taken: taken.grams } })),
  ]
    .sort((one, other) => one.at - other.at)
    .map(({ move }) => move);

test('property: grams and drops balance to 1e-9 over any sessions, cups and pucks', () => {
  const acts = fc.array(
    fc.record({
      what: fc.constantFrom('fresh', 'drops', 'puck', 'tip', 'spilt', 'tub', 'all', 'undo'),
      cup: fc.constantFrom(first, second),
      much: fc.double({ min: 0.05, max: 1, noNaN: true }),
    }),
    { minLength: 1, maxLength: 30 },
  );
  fc.assert(
    fc.property(fc.array(acts, { minLength: 1, maxLength: 3 }), (sessions) => {
      const tub: Tubs = { moves: [] };
      let given = 0;
      let coloured = 0;
      let away = 0;
      let lostRed = 0;
      for (const session of sessions) {
        const bench = benchOn(snapshot);
        for (const { what, cup, much } of session) {
          const state = bench.state();
          const held = state.cups.get(cup)!.grams;
          const other = cup === first ? second : first;
          const before = tubHolds([...tub.moves, ...movesOf(state)]);
          if (what === 'fresh') bench.act(fresh(cup, 300 * much));
          else if (what === 'undo') {
            const last = state.log.at(-1)!;
            if (last.kind !== 'opened') bench.act({ kind: 'undone', payload: { event: last.id } });
          } else if (what === 'tub') {
            if (before.grams > 1) bench.act(fromTub(cup, before, before.grams * much * 0.9));
          } else if (held < 1) continue;
          else if (what === 'drops') bench.act(drops(cup, 40 * much));
          else if (what === 'puck') bench.act(off(cup, held * much * 0.9));
          else if (what === 'tip') bench.act(tip(cup, other, held * much * 0.9));
          else if (what === 'spilt')
            bench.act(off(cup, held * much * 0.5, { way: 'spilt', tub: undefined }));
          else bench.act(off(cup, held * (0.9 + 0.2 * much), { all: true, how: 'weighed' }));
        }
        // What is left at the end of the evening is pucked, exactly.
        for (const cup of [first, second]) {
          const held = bench.state().cups.get(cup)!.grams;
          if (held > 0) bench.act(off(cup, held, { all: true }));
        }
        const state = fold(snapshot, bench.events);
        const gone = new Set(
          bench.events.flatMap(({ kind, payload }) => (kind === 'undone' ? [payload.event] : [])),
        );
        for (const event of bench.events) {
          if (gone.has(event.id)) continue;
          if (event.kind === 'charged' && event.payload.from === 'fresh')
            given += event.payload.grams;
          if (event.kind === 'added') coloured += event.payload.amount;
        }
        given += [...state.cups.values()].reduce((sum, cup) => sum + cup.foundG, 0);
        away += state.outG.get('spilt') ?? 0;
        tub.moves.push(...movesOf(state));
        // Spilt plastic took its colour along: what the cups held of it then.
        lostRed += redSpilt(bench.events);
      }
      const held = tubHolds(tub.moves);
      near(held.grams + away, given, 1e-9 * Math.max(1, given), 'g');
      // Weighing a cup finds plastic, not colour: only without it do drops balance.
      if (!sessions.flat().some(({ what }) => what === 'all'))
        near(redIn(held) + lostRed, coloured, 1e-9 * Math.max(1, coloured), 'drops');
    }),
    { numRuns: 150 },
  );
});

/** Drops that went with what was spilt: a cup's before, less what it holds after. */
function redSpilt(events: ReturnType<typeof benchOn>['events']): number {
  const gone = new Set(
    events.flatMap(({ kind, payload }) => (kind === 'undone' ? [payload.event] : [])),
  );
  const inForce = events.filter(({ id, kind }) => kind !== 'undone' && !gone.has(id));
  let lost = 0;
  inForce.forEach((event, i) => {
    if (event.kind !== 'pouredOff' || event.payload.way !== 'spilt') return;
    const { cup, grams } = event.payload;
    const before = inCup(fold(snapshot, inForce.slice(0, i)), cup);
    lost += (redIn(before) * grams) / before.grams;
  });
  return lost;
}

test('an act with no cup to go into, or nothing it is kept as, is refused in words', async () => {
  const { readEvent } = await import('@/core/session/index.ts');
  const sent = (payload: object) =>
    readEvent({
      id: v4(),
      session: 1,
      at: Date.now(),
      by: 'test',
      v: 3,
      kind: 'pouredOff',
      payload: { cup: first, grams: 10, all: false, how: 'about', ...payload },
    });
  const cup = sent({ way: 'cup' });
  assert.ok(!cup.ok && /which cup/.test(cup.message), JSON.stringify(cup));
  const tub = sent({ way: 'puck' });
  assert.ok(!tub.ok && /kept as/.test(tub.message), JSON.stringify(tub));
  assert.ok(sent({ way: 'spilt' }).ok);
});
