import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { SaidStep } from '@/core/session/index.ts';
import {
  BLANK_KEY,
  keyShowing,
  meaningOf,
  pressMeans,
  queueOf,
  runInHand,
  summary,
} from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/core/session/index.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { benchOn } from '../bench.ts';
import { demoPlan } from '../demoPlan.ts';
import { drawWarnings, nextStep, steps } from '../said.ts';

const snapshot = {
  ...snapshotFrom('Trial', demoPlan(), DEFAULT_SHOP),
  colour: { materials: MATERIALS, versions: {}, dosing: 'drops' as const },
};
const [text, word] = ['1', '2'];
const draw: SaidStep = {
  key: 'match',
  target: '3',
  sentence: 'Draw in 0:02',
  detail: '',
  label: 'Draw it now',
  send: {
    kind: 'drawn',
    payload: {
      draw: '3/1',
      injector: '3',
      job: 'j',
      barrels: [{ layer: 'back', cup: text, ml: 50 }],
    },
  },
};
const burst: SaidStep = {
  key: 'match',
  target: '3',
  sentence: 'B 4 s, stir',
  detail: '',
  label: 'B is in: 4 s',
  send: { kind: 'heated', payload: { cup: word, seconds: 4, begun: true } },
};

test('C8: pressed at “Draw in 0:02” as the advice changes, it draws or is refused, never “B is in”', () => {
  const possible: SaidStep[] = [burst, { ...draw, key: 'draw', label: 'It is drawn' }];
  assert.equal(
    pressMeans(burst, { step: draw, ago: 300 }, possible),
    draw,
    'the draw is still possible',
  );
  assert.equal(pressMeans(burst, { step: draw, ago: 300 }, [burst]), 'refused', 'it is not');
  assert.equal(
    pressMeans(burst, { step: draw, ago: 1501 }, possible),
    burst,
    'after a second and a half it means what it says',
  );
  assert.equal(
    pressMeans(burst, null, possible),
    burst,
    'a change of the hand’s own is no surprise',
  );
  const counted = { ...draw, sentence: 'Draw in 0:01' };
  assert.equal(
    pressMeans(counted, { step: draw, ago: 10 }, possible),
    counted,
    'seconds counting down change nothing',
  );
  assert.equal(meaningOf(draw), meaningOf({ ...draw, sentence: 'Draw in 0:01' }));
});

test(
  'C8: a mould being marked keeps the key when another’s timer runs out; what waits is ' +
    'queued, and comes when it is done',
  () => {
    const bench = benchOn(snapshot);
    bench.follow(
      (state) =>
        [...state.moulds.values()].filter((mould) => mould.phase.is === 'cooling').length === 2 ||
        nextStep(state, bench.now())?.key === 'mark',
    );
    const s0 = bench.follow((state) => nextStep(state, bench.now())?.key === 'mark');
    const step = nextStep(s0, bench.now())!;
    const shot = [...s0.shots.values()].find(
      (shot) => shot.mould === step.target && shot.markedAt === null,
    )!;
    bench.act({
      kind: 'cavityMarked',
      payload: { shot: shot.id, cavity: 1, grade: 'second', fault: 'short' },
    });
    // The other mould's pressure comes due between two cavities.
    const other = [...bench.state().moulds.values()].find((mould) => mould.key !== step.target)!;
    const state = bench.state();
    Object.assign(state.moulds.get(other.key)!, {
      phase: { is: 'holding', until: bench.now() - 1 },
      since: bench.now() - 20_000,
      shot: shot.id,
    });
    const all = steps(state, bench.now());
    assert.deepEqual([all[0]!.key, all[0]!.target], ['mark', step.target]);
    assert.ok(
      queueOf(all).some((step) => step.key === 'hold' && step.target === other.key),
      'the hold is shown as waiting',
    );
    state.focus = null;
    assert.equal(steps(state, bench.now())[0]!.key, 'hold', 'left, it gives the key up');
  },
);

test(
  'C9: a missing clamp, an unmatched pair, a cold cup and a flake in doubt are said ' +
    'before the draw, by name, and the notes name them',
  () => {
    const bench = benchOn(snapshot);
    bench.follow((state) => nextStep(state, bench.now())?.key === 'close');
    const close = nextStep(bench.state(), bench.now())!;
    bench.act(close.others!.find((other) => other.label === 'One closure short')!.send);
    bench.follow(
      (state) =>
        nextStep(state, bench.now())?.key === 'match' ||
        nextStep(state, bench.now())?.key === 'draw',
    );
    const flake = MATERIALS.find((material) => material.kind === 'flake')!;
    const cup = bench.state().cups.get(text)!;
    const own = MATERIALS.find(
      (material) =>
        material.kind === 'flake' &&
        cup.ladder.some((ingredient) => ingredient.what === material.name),
    );
    const strange = MATERIALS.find(
      (material) => material.kind === 'flake' && material.size !== (own ?? flake).size,
    )!;
    if (own)
      bench.act({
        kind: 'added',
        payload: { cup: text, what: strange.name, amount: 0.3, dimension: 'volume', from: 'hand' },
      });
    bench.act({ kind: 'stirred', payload: { cup: text } }, 240_000);
    bench.read(text, 150);
    const state = bench.read(word, 162);
    const said = steps(state, bench.now())
      .find((step) => step.key === 'draw')!
      .warnings!.join(' ');
    assert.match(said, /A is \d+° under the window/);
    assert.match(said, /A and B are 12° apart/);
    assert.match(said, /1 of its 2 closures on/);
    if (own) assert.match(said, new RegExp(`A has ${strange.name} in it`));
    const warned = drawWarnings(state, runInHand(state)!, bench.now()).map(
      (drawWarning) => drawWarning.sentence,
    );
    bench.act(steps(state, bench.now()).find((step) => step.key === 'draw')!.send!);
    const after = bench.follow((state) => nextStep(state, bench.now())?.key === 'shoot');
    assert.ok(
      nextStep(after, bench.now())!.warnings!.some((warning) =>
        warned.every((text) => warning.includes(text)),
      ),
      'the note afterwards names them',
    );
    assert.ok(warned.every((text) => summary(after, bench.now()).draws[0]!.said.includes(text)));
  },
);

test('a hand that did something else a while ago has not changed the key: the thumb is kept from it', () => {
  const first = keyShowing(BLANK_KEY, draw, { acted: null, now: 1000 });
  assert.equal(first.own, true, 'what comes first surprises nobody');
  // A cavity marked, an amount added: noted, and the key says what it said.
  const same = keyShowing(first, draw, { acted: 2000, now: 2030 });
  assert.deepEqual([same.since, same.own], [1000, true]);
  const late = keyShowing(same, burst, { acted: 2000, now: 22_000 });
  assert.deepEqual([late.own, late.before], [false, draw]);
  assert.equal(pressMeans(late.step, { step: late.before, ago: 300 }, [burst]), 'refused');
  assert.equal(keyShowing(same, burst, { acted: 21_800, now: 22_000 }).own, true, 'its own answer');
});
