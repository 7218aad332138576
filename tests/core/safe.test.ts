import assert from 'node:assert/strict';
import { test } from 'node:test';
import { NOTHING_LEARNED } from '@/core/heat/index.ts';
import { limitsOf } from '@/core/material/index.ts';
import type { SessionState, Snapshot } from '@/core/session/index.ts';
import {
  advise,
  drawWarnings,
  follower,
  foresee,
  heatAsk,
  heatCautions,
  keepPlan,
  mouldHeat,
  nextStep,
  runInHand,
  shownHeat,
  smokeAt,
  steps,
} from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/service/plans.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { OVENS } from '../../scripts/demo/shop.ts';
import { benchOn } from '../bench.ts';
import { demoPlan } from '../demoPlan.ts';

const setup = { ovens: OVENS.map((oven, i) => ({ id: i + 1, oven })), learned: NOTHING_LEARNED };
const plain = snapshotFrom('Trial', demoPlan(), DEFAULT_SHOP, setup);
const shelved = (materials: Snapshot['colour']['materials']): Snapshot => ({
  ...plain,
  colour: { ...plain.colour, materials },
});
const [A, B] = ['1', '2'];

/** What the bench shows and advises at a moment. */
function seen(s: SessionState, now: number) {
  const ask = heatAsk(s, 1, runInHand(s), now);
  const answer = foresee(follower(s.snapshot.heat)(s.heat, now), ask);
  const plan = keepPlan(null, ask, answer, now);
  return {
    answer,
    step: advise(s, steps(s, now), answer, plan, s.heat, now),
    cautions: heatCautions(s, answer, now),
  };
}
/** A bench with both cups charged, cooked and coloured, about to be matched. */
function ready(snapshot = plain) {
  const b = benchOn(snapshot);
  b.follow((s) => nextStep(s, b.now())?.key === 'match' || nextStep(s, b.now())?.key === 'draw');
  // A cup takes its time from fusion down to the window.
  b.act({ kind: 'stirred', payload: { cup: A } }, 120_000);
  return b;
}
const heats = (step: ReturnType<typeof seen>['step']) =>
  step?.send?.kind === 'heated'
    ? [step.send.payload.cup, ...(step.send.payload.together ?? [])]
    : [];

test('a scorched cup read at 207° is the figure at once, stops its heating and is called out by name; smoke above the alarm', () => {
  const b = ready();
  b.read(A, 163);
  b.read(B, 162);
  const s = b.read(A, 207);
  const { answer, cautions, step } = seen(s, b.now());
  assert.equal(s.cups.get(A)!.reading!.celsius, 207);
  assert.ok(Math.abs(answer.cups[A]!.now.celsius - 207) < 4, `${answer.cups[A]!.now.celsius}`);
  assert.equal(answer.cups[A]!.safe, 0);
  assert.deepEqual(heats(step), [], 'nothing is heated on the strength of it');
  assert.equal(cautions.length, 1);
  assert.equal(cautions[0]!.level, 'alarm');
  assert.match(cautions[0]!.sentence, /^A is 207°C?.*Stop heating/);
  assert.match(cautions[0]!.act, /outside.*hydrogen chloride/);
  // Between ceiling and alarm it is out of the oven, stir, air, dark or blend.
  const over = seen(b.read(A, 198), b.now()).cautions[0]!;
  assert.deepEqual(
    [
      over.level,
      /^A is 198/.test(over.sentence),
      /out of the oven, stir, air/.test(over.sentence),
      /dark colour, or blend/.test(over.act),
    ],
    ['ceiling', true, true, true],
  );
  // Taken back, the bench is where it was.
  const last = b.events.filter((e) => e.kind === 'reading' && e.payload.target.key === A).slice(-2);
  for (const e of last.reverse()) b.act({ kind: 'undone', payload: { event: e.id } });
  assert.equal(b.state().cups.get(A)!.reading!.celsius, 163);
  assert.equal(seen(b.state(), b.now()).cautions.length, 0);
});

test('187° read in a cup that was at 163 is not answered with a burst', () => {
  const b = ready();
  b.read(A, 163);
  b.read(B, 158);
  const { step, answer } = seen(b.read(A, 187), b.now());
  assert.ok(!heats(step).includes(A) && !/^A \d+ s/.test(step!.sentence), step!.sentence);
  assert.ok(answer.cups[A]!.now.celsius > 180);
});

test('178° read in a raw cup at 21° does not make it fused, set or ready to colour, until a second says so', () => {
  const b = benchOn(plain);
  b.follow((s) => nextStep(s, b.now())?.key === 'cook');
  let s = b.read(A, 178);
  const c = () => b.state().cups.get(A)!;
  assert.deepEqual([c().doubt?.way, c().fused, c().reading!.celsius], ['above', false, 178]);
  assert.ok(!steps(s, b.now()).some((x) => x.target === A && x.key === 'colour'));
  assert.deepEqual(
    heats(seen(s, b.now()).step).filter((x) => x === A),
    [],
  );
  // Read again as it is: the doubt is gone, and nothing stays of it.
  s = b.read(A, 22);
  assert.deepEqual([c().doubt, c().fused, c().reading!.celsius], [null, false, 22]);
  assert.ok(seen(s, b.now()).answer.cups[A]!.now.celsius < 60);
  // Read hot twice, it is hot.
  b.read(A, 178);
  b.read(A, 177);
  assert.deepEqual([c().doubt, c().fused], [null, true]);
});

test('a reading colder than can be is shown with its doubt and counts for nothing; a second decides', () => {
  const b = ready();
  b.read(B, 164);
  b.read(A, 163);
  let s = b.read(A, 60);
  const c = () => b.state().cups.get(A)!;
  assert.deepEqual([c().doubt?.way, c().doubt?.celsius, c().reading!.celsius], ['below', 60, 163]);
  const first = seen(s, b.now());
  assert.ok(Math.abs(first.answer.cups[A]!.now.celsius - 163) < 3);
  assert.equal(first.answer.cups[A]!.doubted, 60);
  s = b.read(A, 62);
  assert.deepEqual([c().doubt, c().reading!.celsius], [null, 62]);
  assert.ok(Math.abs(seen(s, b.now()).answer.cups[A]!.now.celsius - 62) < 4);
});

test('A2 an oven that never ran: a hand that reads cold twice is believed, whatever was noted between, and the forecast does not climb by itself', () => {
  const b = ready();
  b.read(B, 163);
  b.read(A, 163);
  for (const celsius of [66, 81]) {
    b.act({ kind: 'heated', payload: { cup: A, seconds: 40, begun: true } }, 3000);
    b.act({ kind: 'stirred', payload: { cup: A } }, 45_000);
    b.read(A, celsius);
  }
  const c = () => b.state().cups.get(A)!;
  const reckoned = () => seen(b.state(), b.now()).answer.cups[A]!;
  assert.deepEqual([c().doubt, c().reading!.celsius], [null, 81]);
  assert.ok(Math.abs(reckoned().now.celsius - 81) < 4, `${reckoned().now.celsius}`);
  // And once more: 40 s that heated nothing. What is read is less than was expected, so it is asked for again and nothing heated; then believed.
  b.act({ kind: 'heated', payload: { cup: A, seconds: 40, begun: true } }, 3000);
  b.act({ kind: 'stirred', payload: { cup: A } }, 45_000);
  b.read(A, 74);
  assert.equal(reckoned().doubted, 74);
  assert.ok(!heats(seen(b.state(), b.now()).step).includes(A));
  b.read(A, 70);
  assert.ok(Math.abs(reckoned().now.celsius - 70) < 4, `${reckoned().now.celsius}`);
});

test('A2 a cup whose cold reading is in doubt is read again before anything heats it', () => {
  const b = ready();
  b.read(B, 163);
  b.read(A, 150);
  const s = b.read(A, 60);
  assert.equal(s.cups.get(A)!.doubt!.way, 'below');
  const { step } = seen(s, b.now());
  assert.deepEqual(heats(step), []);
  assert.deepEqual(step!.read, { kind: 'cup', key: A });
});

test('an instrument beside the cup says the same cold thing for ever and is never believed; one that stands in it is', () => {
  const b = ready();
  b.read(A, 163);
  const hear = (celsius: number, after: number) =>
    b.act(
      {
        kind: 'reading',
        payload: { target: { kind: 'cup', key: A }, celsius, stage: null, from: 'device' },
      },
      after,
    );
  for (let i = 0; i < 20; i++) hear(24, 2000);
  assert.equal(b.state().cups.get(A)!.reading!.celsius, 163);
  for (let i = 0; i < 8; i++) hear(118, 2000);
  assert.equal(b.state().cups.get(A)!.reading!.celsius, 118);
});

test('a hot reading by hand is not taken back in the next second by a probe beside the cup', () => {
  const b = ready();
  b.read(A, 163);
  b.read(A, 207);
  const s = b.act({
    kind: 'reading',
    payload: { target: { kind: 'cup', key: A }, celsius: 24, stage: null, from: 'device' },
  });
  assert.equal(s.cups.get(A)!.reading!.celsius, 207);
  assert.equal(seen(s, b.now()).cautions[0]!.level, 'alarm');
});

test('smoke names its cup and counts as heat', () => {
  const b = ready();
  b.read(A, 163);
  b.read(B, 163);
  for (const send of smokeAt(b.state().cups.get(B)!)) b.act(send);
  const s = b.state();
  assert.match(s.troubles.at(-1)!.what, /smoke at B/);
  const { answer, cautions } = seen(s, b.now());
  assert.equal(cautions[0]!.cup, B);
  assert.equal(cautions[0]!.level, 'alarm');
  assert.ok(answer.cups[B]!.now.celsius > 190);
});

test('fusion, ceiling and alarm are the plastisol’s own, as it stands on the shelf', () => {
  const grade = plain.input.cups.find((x) => String(x.mix) === A)!.recipe.grade;
  const bottle = (more: object) => ({
    ...MATERIALS.find((m) => m.kind === 'plastisol')!,
    grade,
    ...more,
  });
  assert.deepEqual(limitsOf(grade, []), { fusion: 177, ceiling: 195, alarm: 205 });
  assert.deepEqual(
    limitsOf(grade, [bottle({ fusion: 170, ceiling: 185 }), bottle({ alarm: 199 })]),
    { fusion: 177, ceiling: 185, alarm: 199 },
    'the most careful of two',
  );
  const b = benchOn(
    shelved([bottle({ name: 'Soft and touchy', fusion: 168, ceiling: 182, alarm: 190 })]),
  );
  b.follow((s) => nextStep(s, b.now())?.key === 'cook');
  assert.match(nextStep(b.state(), b.now())!.sentence, /168/);
  b.act({ kind: 'heated', payload: { cup: A, seconds: 240 } });
  b.act(
    {
      kind: 'reading',
      payload: { target: { kind: 'cup', key: A }, celsius: 170, stage: null, from: 'typed' },
    },
    5000,
  );
  assert.equal(b.state().cups.get(A)!.fused, true);
  const { answer } = seen(b.state(), b.now());
  const usual = foresee(follower(setup)(b.state().heat, b.now()), {
    ...heatAsk(b.state(), 1, null, b.now()),
    cups: heatAsk(b.state(), 1, null, b.now()).cups.map((c) => ({
      ...c,
      limits: limitsOf('medium', []),
    })),
  });
  assert.ok(answer.cups[A]!.safe < usual.cups[A]!.safe, 'bursts stay under its own ceiling');
  b.read(A, 184);
  assert.equal(seen(b.state(), b.now()).cautions[0]!.level, 'ceiling');
});

test('the heat a draw records is the heat the bench has for its middle, 18 s after it is begun', () => {
  const b = ready();
  for (let i = 0; i < 400 && nextStep(b.state(), b.now())?.key !== 'draw'; i++) {
    b.read(A, 163.4);
    b.read(B, 162.9);
  }
  const now = b.now() + 25_000;
  const { step, answer } = seen(b.state(), b.now());
  assert.equal(step!.key, 'draw');
  const later = advise(b.state(), steps(b.state(), now), answer, null, b.state().heat, now)!;
  const draw = later.send!;
  assert.equal(draw.kind, 'drawn');
  if (draw.kind !== 'drawn') return;
  for (const { cup, celsius } of draw.payload.barrels)
    assert.equal(celsius, Math.round(shownHeat(answer.cups[cup]!, 25 + 18) * 10) / 10);
  const s = b.act(draw, 25_000);
  const held = [...s.draws.values()].at(-1)!;
  held.barrels.forEach((x, i) => assert.equal(x.celsius, draw.payload.barrels[i]!.celsius));
  assert.ok(
    held.barrels[0]!.celsius! < answer.cups[held.barrels[0]!.cup]!.now.celsius,
    'it has cooled since it was read',
  );
});

test('metal takes a shot’s heat as it cools and does not jump when it is opened', () => {
  const b = ready();
  const s = b.follow((x) =>
    [...x.moulds.values()].some((m) => m.phase === 'cooling' && m.toppedOff),
  );
  const m = [...s.moulds.values()].find((x) => x.phase === 'cooling' && x.toppedOff)!;
  const at = (t: number) => mouldHeat(s, m, t).celsius;
  assert.ok(at(m.readyAt) > at(m.since) + 0.5, 'it warms while the bait gives up its heat');
  let worst = 0;
  for (let t = m.since; t < m.readyAt; t += 1000)
    worst = Math.max(worst, Math.abs(at(t + 1000) - at(t)));
  assert.ok(worst < 0.4, `${worst} K in a second`);
  const opened = b.act({ kind: 'mouldOpened', payload: { mould: m.key } }, m.readyAt - b.now());
  const after = opened.moulds.get(m.key)!;
  assert.ok(Math.abs(mouldHeat(opened, after, m.readyAt).celsius - at(m.readyAt)) < 1e-9);
});

test('a cup hotter than its flake’s dye stands says so, by name, before the draw', () => {
  const flake = { ...MATERIALS.find((m) => m.kind === 'flake')!, name: 'Weak flake', heat: 158 };
  const b = ready(shelved([flake]));
  b.act({
    kind: 'added',
    payload: { cup: A, what: 'weak flake', amount: 1, dimension: 'volume', from: 'hand' },
  });
  const s = b.read(A, 164);
  const said = drawWarnings(s, runInHand(s)!, b.now()).filter((w) => w.code === 'bleeds');
  assert.equal(said.length, 1);
  assert.match(said[0]!.sentence, /^A is too hot for Weak flake: its dye stands 158/);
  b.act({ kind: 'stirred', payload: { cup: A } }, 120_000);
  assert.deepEqual(
    drawWarnings(b.read(A, 153), runInHand(s)!, b.now()).filter((w) => w.code === 'bleeds'),
    [],
  );
});
