import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { v4 } from 'uuid';
import type { AnyEvent } from '@/core/session/index.ts';
import { EVENT_VERSION, fold, folder, snapshotFrom } from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { benchOn } from '../bench.ts';
import { demoPlan } from '../demoPlan.ts';

const snapshot = snapshotFrom('Grown', demoPlan(), DEFAULT_SHOP);
/** An evening to its second shot. */
const evening = (() => {
  const bench = benchOn(snapshot);
  bench.follow((state) => state.shots.size > 1);
  return bench.events;
})();
const undo = (of: AnyEvent): AnyEvent => ({
  ...of,
  id: v4(),
  v: EVENT_VERSION,
  kind: 'undone',
  payload: { event: of.id },
});

test('property: a log folded as it grows is the log folded whole, whatever comes late, twice or back', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          how: fc.constantFrom('next', 'waits', 'stored', 'late', 'undone', 'again'),
          which: fc.nat(),
        }),
        { minLength: 5, maxLength: 60 },
      ),
      (ways) => {
        const grown = folder(snapshot);
        let stored: AnyEvent[] = evening.slice(0, 20);
        let waiting: AnyEvent[] = [];
        let next = 20;
        const seq = () => stored.length + 1;
        for (const { how, which } of ways) {
          const fresh = evening[next % evening.length]!;
          const any = stored[which % stored.length]!;
          if (how === 'next') stored = [...stored, { ...fresh, seq: seq() }];
          if (how === 'waits') waiting = [...waiting, { ...fresh, seq: undefined }];
          if (how === 'next' || how === 'waits') next += 1;
          if (how === 'stored') {
            // What the shop confirms is the same act, with its place in the log.
            stored = [...stored, ...waiting.slice(0, 1).map((event) => ({ ...event, seq: seq() }))];
            waiting = waiting.slice(1);
          }
          // Heard of before what stands before it.
          if (how === 'late') stored = [...stored.slice(0, -1).reverse(), ...stored.slice(-1)];
          if (how === 'undone') stored = [...stored, { ...undo(any), seq: seq() }];
          if (how === 'again') stored = [...stored, any];
          const log = [...stored, ...waiting];
          assert.deepEqual(grown(log), fold(snapshot, log));
        }
      },
    ),
    { numRuns: 25 },
  );
});

test('an act costs an act: what a log adds is all that is applied', () => {
  const grown = folder(snapshot);
  const before = grown(evening.slice(0, -1));
  const shots = before.shots;
  const after = grown(evening);
  assert.notEqual(after, before, 'another state is another object');
  assert.equal(after.shots, shots, 'and lives on in what was made before');
  assert.equal(grown(evening).shots, shots);
});

test('an act that only got its place in the log is no other state: nothing is reckoned again for it', () => {
  const grown = folder(snapshot);
  const last = evening.at(-1)!;
  const waiting = grown([...evening.slice(0, -1), { ...last, seq: undefined }]);
  const stored = grown([...evening.slice(0, -1), { ...last, seq: 9000 }]);
  assert.equal(stored, waiting);
  assert.equal(stored.seq, 9000);
});
