import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Step } from '@/core/session/index.ts';
import {
  drawWarnings,
  meaningOf,
  nextStep,
  pressMeans,
  queueOf,
  runInHand,
  steps,
  summary,
} from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/service/plans.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { benchOn } from '../bench.ts';
import { demoPlan } from '../demoPlan.ts';

const snapshot = {
  ...snapshotFrom('Trial', demoPlan(), DEFAULT_SHOP),
  colour: { materials: MATERIALS, versions: {}, dosing: 'drops' as const },
};
const [A, B] = ['1', '2'];
const draw: Step = {
  key: 'match',
  target: '3',
  sentence: 'Draw in 0:02',
  detail: '',
  label: 'Draw it now',
  send: {
    kind: 'drawn',
    payload: { draw: '3/1', injector: '3', job: 'j', barrels: [{ layer: 'back', cup: A, ml: 50 }] },
  },
};
const burst: Step = {
  key: 'match',
  target: '3',
  sentence: 'B 4 s, stir',
  detail: '',
  label: 'B is in: 4 s',
  send: { kind: 'heated', payload: { cup: B, seconds: 4, begun: true } },
};

test('C8: pressed at “Draw in 0:02” as the advice changes, the key draws or is refused: never “B is in”', () => {
  const possible: Step[] = [burst, { ...draw, key: 'draw', label: 'It is drawn' }];
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

test('C8: a mould being marked keeps the key when another’s timer runs out; what waits is queued, and comes when it is done', () => {
  const b = benchOn(snapshot);
  b.follow(
    (s) =>
      [...s.moulds.values()].filter((m) => m.phase === 'cooling').length === 2 ||
      nextStep(s, b.now())?.key === 'mark',
  );
  const s0 = b.follow((s) => nextStep(s, b.now())?.key === 'mark');
  const step = nextStep(s0, b.now())!;
  const shot = [...s0.shots.values()].find((x) => x.mould === step.target && x.markedAt === null)!;
  b.act({
    kind: 'cavityMarked',
    payload: { shot: shot.id, cavity: 1, grade: 'second', fault: 'short' },
  });
  // The other mould's pressure comes due between two cavities.
  const other = [...b.state().moulds.values()].find((m) => m.key !== step.target)!;
  const s = b.state();
  Object.assign(s.moulds.get(other.key)!, {
    phase: 'holding',
    since: b.now() - 20_000,
    holdUntil: b.now() - 1,
    shot: shot.id,
  });
  const all = steps(s, b.now());
  assert.deepEqual([all[0]!.key, all[0]!.target], ['mark', step.target]);
  assert.ok(
    queueOf(all).some((x) => x.key === 'hold' && x.target === other.key),
    'the hold is shown as waiting',
  );
  s.focus = null;
  assert.equal(steps(s, b.now())[0]!.key, 'hold', 'left, it gives the key up');
});

test('C9: a missing clamp, an unmatched pair, a cold cup and a flake in doubt are said before the draw, by name, and the notes name them', () => {
  const b = benchOn(snapshot);
  b.follow((s) => nextStep(s, b.now())?.key === 'close');
  const close = nextStep(b.state(), b.now())!;
  b.act(close.others!.find((o) => o.label === 'One closure short')!.send);
  b.follow((s) => nextStep(s, b.now())?.key === 'match' || nextStep(s, b.now())?.key === 'draw');
  const flake = MATERIALS.find((m) => m.kind === 'flake')!;
  const cup = b.state().cups.get(A)!;
  const own = MATERIALS.find(
    (m) => m.kind === 'flake' && cup.ladder.some((i) => i.what === m.name),
  );
  const strange = MATERIALS.find((m) => m.kind === 'flake' && m.size !== (own ?? flake).size)!;
  if (own)
    b.act({
      kind: 'added',
      payload: { cup: A, what: strange.name, amount: 0.3, dimension: 'volume', from: 'hand' },
    });
  b.act({ kind: 'stirred', payload: { cup: A } }, 240_000);
  b.read(A, 150);
  const s = b.read(B, 162);
  const said = steps(s, b.now())
    .find((x) => x.key === 'draw')!
    .warnings!.join(' ');
  assert.match(said, /A is \d+° under the window/);
  assert.match(said, /A and B are 12° apart/);
  assert.match(said, /1 of its 2 closures on/);
  if (own) assert.match(said, new RegExp(`A has ${strange.name} in it`));
  const warned = drawWarnings(s, runInHand(s)!, b.now()).map((w) => w.sentence);
  b.act(steps(s, b.now()).find((x) => x.key === 'draw')!.send!);
  const after = b.follow((x) => nextStep(x, b.now())?.key === 'shoot');
  assert.ok(
    nextStep(after, b.now())!.warnings!.some((w) => warned.every((x) => w.includes(x))),
    'the note afterwards names them',
  );
  assert.ok(warned.every((x) => summary(after, b.now()).draws[0]!.said.includes(x)));
});
