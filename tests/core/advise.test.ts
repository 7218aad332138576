import assert from 'node:assert/strict';
import { test } from 'node:test';
import { cooled, estimateOf } from '@/core/heat/index.ts';
import type { SessionState } from '@/core/session/index.ts';
import { drawCups, faultsOf, follower, freeOven, runInHand } from '@/core/session/index.ts';
import { benchOn } from '../bench.ts';
import { text, word, setup, snapshot, told, burst } from './adviseKit.ts';
import { drawWarnings, nextStep } from '../said.ts';

test('two ovens at work at once: each cup is followed as if it stood alone, and the free oven is offered', () => {
  const bench = benchOn(snapshot());
  bench.follow((state) => nextStep(state, bench.now())?.key === 'cook');
  const before = follower(setup(2))(bench.state().heat, bench.now()).belief;
  bench.act(burst(text, 60, 1));
  assert.equal(freeOven(bench.state())?.id, 2);
  const next = told(bench.state(), bench.now()).step;
  assert.ok(
    next?.key === 'cook' &&
      next.target === word &&
      next.send?.kind === 'heated' &&
      next.send.payload.oven === 2,
    'the other cup is asked into the other oven',
  );
  bench.act(burst(word, 40, 2));
  assert.equal(freeOven(bench.state()), null);
  const state = bench.state();
  const at = bench.now() + 90_000;
  const both = follower(setup(2))(state.heat, at).belief;
  const alone = (cup: string) =>
    follower(setup(2))(
      state.heat.filter((note) => note.kind !== 'burst' || note.cups.includes(cup)),
      at,
    ).belief;
  for (const cup of [text, word]) {
    const [known, other] = [
      estimateOf(both, { of: 'plastic', cup }),
      estimateOf(alone(cup), { of: 'plastic', cup }),
    ];
    assert.ok(
      Math.abs(known.mean - other.mean) < 0.15 && Math.abs(known.sd - other.sd) < 0.15,
      `${cup} ${known.mean} ${other.mean}`,
    );
    assert.ok(known.mean > estimateOf(cooled(before, 90), { of: 'plastic', cup }).mean + 20);
  }
});

test('two cups cooked in two ovens: what was looked at goes in again before the other comes out', () => {
  const bench = benchOn(snapshot());
  bench.follow((state) => nextStep(state, bench.now())?.key === 'cook');
  bench.act(burst(text, 60, 1));
  bench.act(burst(word, 60, 2));
  const out = (now: number) => told(bench.state(), now).step;
  assert.equal(out(bench.now() + 61_000)?.key, 'stir', 'both are over: one comes out');
  const reading = (cup: string, after: number) =>
    bench.act(
      {
        kind: 'reading',
        payload: { target: { kind: 'cup', key: cup }, celsius: 70, stage: null, from: 'typed' },
      },
      after,
    );
  reading(text, 80_000);
  const next = out(bench.now() + 1000);
  assert.ok(next?.key === 'cook' && next.target === text && next.send?.kind === 'heated');
  bench.act(next.send);
  const then = out(bench.now() + 1000);
  assert.ok(then?.key === 'stir' && then.target === word, 'then the other is looked at');
  // Through, it wants no burst: the other comes out at once.
  bench.act({
    kind: 'reading',
    payload: { target: { kind: 'cup', key: text }, celsius: 179, stage: null, from: 'typed' },
  });
  assert.equal(out(bench.now() + 1000)?.target, word);
});

test(
  'two cups in one oven: offered for no longer than is safe for both, one door for ' +
    'both, and no more heat than the oven gives',
  () => {
    const bench = benchOn(snapshot(1));
    bench.follow((state) => nextStep(state, bench.now())?.key === 'cook');
    const { answer, step } = told(bench.state(), bench.now());
    const offer = step?.others?.[0]?.send;
    assert.ok(offer?.kind === 'heated' && offer.payload.together?.[0] === word);
    // Each gets half the oven, so it takes longer, but no longer than may go without a stir.
    const alone = answer.cups[text]!.cook!.seconds;
    assert.ok(
      offer.payload.seconds > alone || (alone === 75 && offer.payload.seconds === 75),
      `${offer.payload.seconds} s together, ${alone} alone`,
    );
    bench.act(offer);
    assert.equal(freeOven(bench.state()), null);
    const early = bench.act({ kind: 'stirred', payload: { cup: text } }, 10_000);
    assert.ok(
      [...early.cups.values()].every((cup) => cup.inOven === null),
      'a door opened is opened for both',
    );
    assert.ok(Math.abs(early.cups.get(word)!.heatedS - 10) < 0.01);
  },
);

test(
  'the pot: a cup too thick for it is reheated first, one hot enough is said to stay ' +
    'so, a stubborn one can be taken out',
  () => {
    const bench = benchOn(
      snapshot(1, (snapshot) =>
        snapshot.input.cups.forEach((cup) => (cup.degas = 'before colour')),
      ),
    );
    bench.follow((state) => nextStep(state, bench.now())?.key === 'degasBefore');
    bench.read(text, 176);
    const hot = told(bench.state(), bench.now());
    assert.ok(hot.step?.send?.kind === 'degassed' && /until it is too thick/.test(hot.step.detail));
    assert.ok(hot.answer.cups[text]!.pot!.thick! > 30);
    bench.read(text, 166);
    bench.read(text, 166);
    assert.ok(
      told(bench.state(), bench.now()).step?.others?.some((other) => other.send.kind === 'heated'),
    );
    bench.read(text, 158);
    bench.read(text, 157);
    const cold = told(bench.state(), bench.now());
    assert.ok(
      cold.step?.send?.kind === 'heated' &&
        cold.step.send.payload.seconds <= cold.answer.cups[text]!.safe,
      cold.step?.sentence,
    );
  },
);

test('stirred after the pot, and unlike on the blade: said before the draw, never in the way of it', () => {
  const bench = benchOn(
    snapshot(1, (snapshot) => snapshot.input.cups.forEach((cup) => (cup.degas = 'after colour'))),
  );
  bench.follow((state) => nextStep(state, bench.now())?.key === 'draw');
  const run = runInHand(bench.state())!;
  const codes = () =>
    drawWarnings(bench.state(), run, bench.now()).map((drawWarning) => drawWarning.code);
  assert.ok(!codes().includes('stirred') && !codes().includes('runsApart'));
  bench.act({ kind: 'stirred', payload: { cup: text } });
  bench.act({ kind: 'bladed', payload: { cup: word, runs: 'thicker' } });
  const warned = drawWarnings(bench.state(), run, bench.now());
  assert.ok(warned.some((warning) => warning.code === 'stirred'));
  // 1.5 times as thick is log2(1.5) halvings of 14 K: 8.2 K.
  assert.match(
    warned.find((warning) => warning.code === 'runsApart')!.sentence,
    /B runs thicker on the blade: (8|15)° hotter/,
  );
  const line = (state: SessionState) => {
    const said = told(state, bench.now()).step!;
    return Number(
      /Line at (\d+) %/.exec(said.detail)?.[1] ?? assert.fail(`${said.key}: ${said.detail}`),
    );
  };
  bench.act({ kind: 'bladed', payload: { cup: word, runs: 'alike' } });
  bench.read(text, 163);
  bench.read(word, 163);
  const even = line(bench.state());
  bench.act({ kind: 'bladed', payload: { cup: word, runs: 'thicker' } });
  assert.equal(even, 50);
  assert.ok(line(bench.state()) < even, 'the thicker one takes the more room');
});

test('a soft line is a look: cups may be further apart, and it is no fault', () => {
  const soft = snapshot(1, (snapshot) =>
    snapshot.input.jobs.forEach((job) => (job.colourway.line = 'soft')),
  );
  for (const [one, apart] of [
    [snapshot(1), true],
    [soft, false],
  ] as const) {
    const bench = benchOn(one);
    bench.follow((state) => nextStep(state, bench.now())?.key === 'draw');
    bench.read(text, 166);
    bench.read(word, 160);
    const run = runInHand(bench.state())!;
    assert.equal(
      drawWarnings(bench.state(), run, bench.now()).some(
        (drawWarning) => drawWarning.code === 'unmatched',
      ),
      apart,
    );
    assert.equal(faultsOf(run.stage, run.job.colourway.line).includes('bled'), apart);
    assert.equal(drawCups(bench.state(), run).length, 2);
  }
});

test(
  'a small cup that is cold again before it is read is asked about by eye; one press ' +
    'ends its cooking, another goes on',
  () => {
    const bench = benchOn(snapshot(1));
    bench.follow((state) => nextStep(state, bench.now())?.key === 'cook');
    // It is heated as advised, and read 25 s after each burst: colder each time than it was in the
    // oven.
    for (let i = 0; i < 12; i++) {
      const { answer, step } = told(bench.state(), bench.now());
      if (step?.send?.kind === 'reading') break;
      if (step?.send?.kind !== 'heated') {
        bench.read(step!.target, Math.min(174, Math.round(answer.cups[step!.target]!.now.celsius)));
        continue;
      }
      const { cup, seconds } = step.send.payload;
      bench.act(step.send, 5000);
      bench.act({ kind: 'stirred', payload: { cup } }, 1000 * seconds + 10_000);
      bench.act({ kind: 'stirred', payload: { cup } }, 15_000);
    }
    const { step, answer } = told(bench.state(), bench.now());
    assert.ok(
      step?.send?.kind === 'reading' && step.send.payload.stage === 'clear',
      step?.sentence,
    );
    const cup = step.target;
    assert.ok(answer.cups[cup]!.peak >= 177 && bench.state().cups.get(cup)!.reading!.celsius < 176);
    assert.match(step.sentence, /has been at 1[78]\d°.*run clear/);
    assert.equal(step.others?.[0]?.send.kind, 'heated');
    assert.ok(bench.act(step.send).cups.get(cup)!.fused);
  },
);
