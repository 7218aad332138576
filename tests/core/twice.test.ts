import assert from 'node:assert/strict';
import { test } from 'node:test';
import { identityOf, steps } from '@/core/session/index.ts';
import type { Send } from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/core/session/index.ts';
import { benchOn } from '../bench.ts';
import { demoPlan } from '../demoPlan.ts';

/** Everything a step records, in its order. */
const sendsOf = (step: { send?: Send; then?: Send[]; also?: Send[] }): Send[] => [
  ...(step.send ? [step.send] : []),
  ...(step.then ?? []),
  ...(step.also ?? []),
];

test('an ingredient twice in a recipe is two additions, each one act however many press it', () => {
  const input = structuredClone(demoPlan());
  const cup = input.cups[0]!;
  const drops = {
    what: 'Stabiliser',
    kind: 'stabiliser',
    dimension: 'drops',
    when: 'cold',
  } as const;
  cup.recipe.ladder = [
    { ...drops, amount: 8 },
    { ...drops, amount: 3 },
    { ...drops, amount: 2, when: 'clear' },
  ];
  const bench = benchOn(snapshotFrom('Twice', input, DEFAULT_SHOP));
  const charge = bench.follow((state) =>
    steps(state, bench.now()).some((step) =>
      sendsOf(step).some((send) => send.kind === 'added' && send.payload.cup === cup.id),
    ),
  );
  const step = steps(charge, bench.now()).find((step) =>
    sendsOf(step).some((send) => send.kind === 'added' && send.payload.cup === cup.id),
  )!;
  const added = sendsOf(step).filter((send) => send.kind === 'added');
  assert.equal(added.length, 2);
  const ids = added.map((send) => identityOf(charge, send));
  assert.equal(new Set(ids).size, 2, 'the second is not taken for the first');
  assert.deepEqual(
    ids,
    added.map((send) => identityOf(charge, structuredClone(send))),
    'two benches that press it mean the same',
  );
});
