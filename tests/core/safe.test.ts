import assert from 'node:assert/strict';
import { test } from 'node:test';
import { smokeAt } from '@/core/session/index.ts';
import { benchOn } from '../bench.ts';
import { plain, text, word, seen, ready } from './safeKit.ts';
import { nextStep, steps } from '../said.ts';

const heats = (step: ReturnType<typeof seen>['step']) =>
  step?.send?.kind === 'heated'
    ? [step.send.payload.cup, ...(step.send.payload.together ?? [])]
    : [];

test(
  'a scorched cup read at 207° is the figure at once, stops its heating and is called ' +
    'out by name; smoke above the alarm',
  () => {
    const bench = ready();
    bench.read(text, 163);
    bench.read(word, 162);
    const state = bench.read(text, 207);
    const { answer, cautions, step } = seen(state, bench.now());
    assert.equal(state.cups.get(text)!.reading!.celsius, 207);
    assert.ok(
      Math.abs(answer.cups[text]!.now.celsius - 207) < 4,
      `${answer.cups[text]!.now.celsius}`,
    );
    assert.equal(answer.cups[text]!.safe, 0);
    assert.deepEqual(heats(step), [], 'nothing is heated on the strength of it');
    assert.equal(cautions.length, 1);
    assert.equal(cautions[0]!.level, 'alarm');
    assert.match(cautions[0]!.sentence, /^A is 207°C?.*Stop heating/);
    assert.match(cautions[0]!.act, /outside.*hydrogen chloride/);
    // Between ceiling and alarm it is out of the oven, stir, air, dark or blend.
    const over = seen(bench.read(text, 198), bench.now()).cautions[0]!;
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
    const last = bench.events
      .filter((event) => event.kind === 'reading' && event.payload.target.key === text)
      .slice(-2);
    for (const event of last.reverse()) bench.act({ kind: 'undone', payload: { event: event.id } });
    assert.equal(bench.state().cups.get(text)!.reading!.celsius, 163);
    assert.equal(seen(bench.state(), bench.now()).cautions.length, 0);
  },
);

test('187° read in a cup that was at 163 is not answered with a burst', () => {
  const bench = ready();
  bench.read(text, 163);
  bench.read(word, 158);
  const { step, answer } = seen(bench.read(text, 187), bench.now());
  assert.ok(!heats(step).includes(text) && !/^A \d+ s/.test(step!.sentence), step!.sentence);
  assert.ok(answer.cups[text]!.now.celsius > 180);
});

test('178° read in a raw cup at 21° does not make it fused, set or ready to colour, until a second says so', () => {
  const bench = benchOn(plain);
  bench.follow((state) => nextStep(state, bench.now())?.key === 'cook');
  let state = bench.read(text, 178);
  const cup = () => bench.state().cups.get(text)!;
  assert.deepEqual([cup().doubt?.way, cup().fused, cup().reading!.celsius], ['above', false, 178]);
  assert.ok(
    !steps(state, bench.now()).some((step) => step.target === text && step.key === 'colour'),
  );
  assert.deepEqual(
    heats(seen(state, bench.now()).step).filter((heat) => heat === text),
    [],
  );
  // Read again as it is: the doubt is gone, and nothing stays of it.
  state = bench.read(text, 22);
  assert.deepEqual([cup().doubt, cup().fused, cup().reading!.celsius], [null, false, 22]);
  assert.ok(seen(state, bench.now()).answer.cups[text]!.now.celsius < 60);
  // Read hot twice, it is hot.
  bench.read(text, 178);
  bench.read(text, 177);
  assert.deepEqual([cup().doubt, cup().fused], [null, true]);
});

test('a reading colder than can be is shown with its doubt and counts for nothing; a second decides', () => {
  const bench = ready();
  bench.read(word, 164);
  bench.read(text, 163);
  let state = bench.read(text, 60);
  const cup = () => bench.state().cups.get(text)!;
  assert.deepEqual(
    [cup().doubt?.way, cup().doubt?.celsius, cup().reading!.celsius],
    ['below', 60, 163],
  );
  const first = seen(state, bench.now());
  assert.ok(Math.abs(first.answer.cups[text]!.now.celsius - 163) < 3);
  assert.equal(first.answer.cups[text]!.doubted, 60);
  state = bench.read(text, 62);
  assert.deepEqual([cup().doubt, cup().reading!.celsius], [null, 62]);
  assert.ok(Math.abs(seen(state, bench.now()).answer.cups[text]!.now.celsius - 62) < 4);
});

test(
  'A2 an oven that never ran: a hand that reads cold twice is believed, whatever was ' +
    'noted between, and the forecast does not climb by itself',
  () => {
    const bench = ready();
    bench.read(word, 163);
    bench.read(text, 163);
    for (const celsius of [66, 81]) {
      bench.act({ kind: 'heated', payload: { cup: text, seconds: 40, begun: true } }, 3000);
      bench.act({ kind: 'stirred', payload: { cup: text } }, 45_000);
      bench.read(text, celsius);
    }
    const cup = () => bench.state().cups.get(text)!;
    const reckoned = () => seen(bench.state(), bench.now()).answer.cups[text]!;
    assert.deepEqual([cup().doubt, cup().reading!.celsius], [null, 81]);
    assert.ok(Math.abs(reckoned().now.celsius - 81) < 4, `${reckoned().now.celsius}`);
    // And once more: 40 s that heated nothing. What is read is less than was expected, so it is asked
    // for again and nothing heated; then believed.
    bench.act({ kind: 'heated', payload: { cup: text, seconds: 40, begun: true } }, 3000);
    bench.act({ kind: 'stirred', payload: { cup: text } }, 45_000);
    bench.read(text, 74);
    assert.equal(reckoned().doubted, 74);
    assert.ok(!heats(seen(bench.state(), bench.now()).step).includes(text));
    bench.read(text, 70);
    assert.ok(Math.abs(reckoned().now.celsius - 70) < 4, `${reckoned().now.celsius}`);
  },
);

test('A2 a cup whose cold reading is in doubt is read again before anything heats it', () => {
  const bench = ready();
  bench.read(word, 163);
  bench.read(text, 150);
  const state = bench.read(text, 60);
  assert.equal(state.cups.get(text)!.doubt!.way, 'below');
  const { step } = seen(state, bench.now());
  assert.deepEqual(heats(step), []);
  assert.deepEqual(step!.read, { kind: 'cup', key: text });
});

test(
  'an instrument beside the cup says the same cold thing for ever and is never ' +
    'believed; one that stands in it is',
  () => {
    const bench = ready();
    bench.read(text, 163);
    const hear = (celsius: number, after: number) =>
      bench.act(
        {
          kind: 'reading',
          payload: { target: { kind: 'cup', key: text }, celsius, stage: null, from: 'device' },
        },
        after,
      );
    for (let i = 0; i < 20; i++) hear(24, 2000);
    assert.equal(bench.state().cups.get(text)!.reading!.celsius, 163);
    for (let i = 0; i < 8; i++) hear(118, 2000);
    assert.equal(bench.state().cups.get(text)!.reading!.celsius, 118);
  },
);

test('a hot reading by hand is not taken back in the next second by a probe beside the cup', () => {
  const bench = ready();
  bench.read(text, 163);
  bench.read(text, 207);
  const state = bench.act({
    kind: 'reading',
    payload: { target: { kind: 'cup', key: text }, celsius: 24, stage: null, from: 'device' },
  });
  assert.equal(state.cups.get(text)!.reading!.celsius, 207);
  assert.equal(seen(state, bench.now()).cautions[0]!.level, 'alarm');
});

test('smoke names its cup and counts as heat', () => {
  const bench = ready();
  bench.read(text, 163);
  bench.read(word, 163);
  for (const send of smokeAt(bench.state().cups.get(word)!)) bench.act(send);
  const state = bench.state();
  assert.match(state.troubles.at(-1)!.what, /smoke at B/);
  const { answer, cautions } = seen(state, bench.now());
  assert.equal(cautions[0]!.cup, word);
  assert.equal(cautions[0]!.level, 'alarm');
  assert.ok(answer.cups[word]!.now.celsius > 190);
});
