import assert from 'node:assert/strict';
import { test } from 'node:test';
import { cooled, estimateOf } from '@/core/heat/index.ts';
import type { HeatSetup, SessionState, Snapshot } from '@/core/session/index.ts';
import {
  advise,
  drawCups,
  drawWarnings,
  faultsOf,
  follower,
  forecastBench,
  freeOven,
  heatAsk,
  hotterFor,
  keepPlan,
  nextDraw,
  nextStep,
  runInHand,
  steps,
  windowNow,
} from '@/core/session/index.ts';
import { NOTHING_LEARNED } from '@/core/heat/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/service/plans.ts';
import { OVENS } from '../../scripts/demo/shop.ts';
import { benchOn } from '../bench.ts';
import { demoPlan } from '../demoPlan.ts';

const text = '1';
const word = '2';
const setup = (count: number): HeatSetup => ({
  ovens: OVENS.slice(0, count).map((oven, i) => ({ id: i + 1, oven })),
  learned: NOTHING_LEARNED,
  altitude: 0,
});
const snapshot = (count = 2, change: (snapshot: Snapshot) => void = () => {}): Snapshot => {
  const snapshot = structuredClone(snapshotFrom('Trial', demoPlan(), DEFAULT_SHOP, setup(count)));
  change(snapshot);
  return snapshot;
};
/** What a bench says at a moment, with all that is foreseen. */
function told(state: SessionState, now: number) {
  const ask = heatAsk(state, 1, runInHand(state), now);
  const answer = forecastBench(follower(state.snapshot.heat)(state.heat, now), ask);
  return {
    answer,
    step: advise(
      state,
      steps(state, now),
      answer,
      keepPlan(null, ask, answer, now),
      state.heat,
      now,
    ),
  };
}
const burst = (cup: string, seconds: number, oven: number, together?: string[]) => ({
  kind: 'heated' as const,
  payload: { cup, seconds, begun: true, oven, level: 1, ...(together ? { together } : {}) },
});

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

test(
  'a burst of a plan goes into the oven it was reckoned for, named, the next beside it; ' +
    'a burst cut short or given elsewhere makes a new plan',
  () => {
    const bench = benchOn(snapshot());
    bench.follow((state) => nextStep(state, bench.now())?.key === 'match');
    bench.act({ kind: 'stirred', payload: { cup: text } }, 230_000);
    for (const mould of bench.state().moulds.values())
      bench.act({
        kind: 'reading',
        payload: {
          target: { kind: 'mould', key: mould.key },
          celsius: mould.mould.warmTo,
          stage: null,
          from: 'typed',
        },
      });
    const reckoned = (cup: string) =>
      Math.round(
        forecastBench(
          follower(bench.state().snapshot.heat)(bench.state().heat, bench.now()),
          heatAsk(bench.state(), 1, runInHand(bench.state()), bench.now()),
        ).cups[cup]!.now.celsius,
      );
    for (const cup of [text, word, text, word])
      bench.act(
        {
          kind: 'reading',
          payload: {
            target: { kind: 'cup', key: cup },
            celsius: reckoned(cup),
            stage: null,
            from: 'typed',
          },
        },
        8000,
      );
    let plan: ReturnType<typeof keepPlan> = null;
    const see = () => {
      const state = bench.state();
      const ask = heatAsk(state, 1, runInHand(state), bench.now());
      const answer = forecastBench(follower(state.snapshot.heat)(state.heat, bench.now()), ask);
      plan = keepPlan(plan, ask, answer, bench.now());
      return advise(state, steps(state, bench.now()), answer, plan, state.heat, bench.now())!;
    };
    const first = see();
    assert.ok(first.send?.kind === 'heated' && plan!.bring.bursts.length === 2, first.sentence);
    assert.match(
      first.sentence,
      /^(A|B) \d+ s in Bench microwave, stir; .* in Shelf microwave, stir/,
    );
    const { cup } = first.send.payload;
    bench.act(first.send, 2000);
    // While it stands in its oven the other is asked into the one that is free.
    const second = see();
    assert.ok(second.send?.kind === 'heated' && second.send.payload.cup !== cup, second.sentence);
    assert.notEqual(second.send.payload.oven, first.send.payload.oven);
    // Taken out after four seconds of it: what was planned is no longer so, and nothing says to draw.
    const planned = plan!;
    bench.act({ ...second.send, payload: { ...second.send.payload, seconds: 4 } }, 2000);
    bench.act({ kind: 'stirred', payload: { cup: second.send.payload.cup } }, 5000);
    bench.act({ kind: 'stirred', payload: { cup } }, 1000);
    const after = see();
    assert.notEqual(plan, planned);
    assert.ok(after.key === 'match' && after.send?.kind !== 'drawn', after.sentence);
  },
);

test(
  'what is believed counts before a draw, not what was read a while ago: read alike ' +
    'fifty seconds apart they are not together, unless a hand skips the match',
  () => {
    const bench = benchOn(snapshot());
    bench.follow((state) => nextStep(state, bench.now())?.key === 'match');
    for (const mould of bench.state().moulds.values())
      bench.act({
        kind: 'reading',
        payload: {
          target: { kind: 'mould', key: mould.key },
          celsius: mould.mould.warmTo,
          stage: null,
          from: 'typed',
        },
      });
    const read = (cup: string, seconds: number) =>
      bench.act(
        {
          kind: 'reading',
          payload: { target: { kind: 'cup', key: cup }, celsius: 164, stage: null, from: 'typed' },
        },
        seconds * 1000,
      );
    for (const cup of [text, text]) read(cup, 25);
    for (const cup of [word, word]) read(cup, 25);
    const skip = (): void =>
      void bench.act({
        kind: 'skipped',
        payload: {
          step: 'match',
          target: `${[...bench.state().injectors.keys()][0]}:${[...bench.state().injectors.values()][0]!.draws}`,
        },
      });
    const now = steps(bench.state(), bench.now());
    assert.equal(now[0]?.key, 'draw', 'by its readings it would be drawn');
    const { step, answer } = told(bench.state(), bench.now());
    assert.ok(
      Math.abs(answer.cups[text]!.now.celsius - answer.cups[word]!.now.celsius) > 4,
      'the first has cooled since',
    );
    assert.ok(step?.key === 'match' && step.send?.kind === 'heated', step?.sentence);
    assert.match(step.sentence, /A \d+ s/);
    skip();
    const after = told(bench.state(), bench.now()).step;
    assert.ok(
      after?.key === 'draw' && after.warnings?.some((warning) => /apart/.test(warning)),
      after?.sentence,
    );
  },
);

test(
  'metal is warmed last, looked at where that decides, and warmed again when it has ' +
    'gone cold, with the reason',
  () => {
    const bench = benchOn(snapshot());
    const first = bench.follow((state) => nextStep(state, bench.now())?.key === 'warmMould');
    assert.ok(
      [...first.cups.values()].every((cup) => cup.fused && cup.coloured),
      'the cups are done before it',
    );
    bench.follow(
      (state) =>
        [...state.shots.values()].some((shot) => shot.rackedAt !== null) &&
        state.injectors.values().next().value!.draw === null,
    );
    const at = (minutes: number) => steps(bench.state(), bench.now() + minutes * 60_000);
    const asks = (key: string) =>
      [1, 3, 6, 10, 15, 25, 40]
        .map((minutes) => at(minutes).find((step) => step.key === key))
        .find((step) => step !== undefined);
    assert.match(
      asks('readMould')?.sentence ?? '',
      /^Hold the probe to .*: about \d+°, it may be \d+°$/,
    );
    const mould = [...bench.state().moulds.values()].find((mould) => mould.phase === 'open')!;
    bench.act({
      kind: 'reading',
      payload: {
        target: { kind: 'mould', key: mould.key },
        celsius: 24,
        stage: null,
        from: 'typed',
      },
    });
    const again = steps(bench.state(), bench.now()).find(
      (step) => step.key === 'warmMould' && step.target === mould.key,
    );
    assert.match(again?.sentence ?? '', /^Warm .* again: metal 24°, .* would come short$/);
    bench.act(again!.send!);
    const seenTo = (seconds: number) =>
      !steps(bench.state(), bench.now() + seconds * 1000).some(
        (step) =>
          (step.key === 'warmMould' || step.key === 'readMould') && step.target === mould.key,
      );
    assert.ok([0, 60, 180].every(seenTo), 'once it is warm nothing more is asked for a while');
  },
);

test(
  'while a mould cools a cup goes in just so early that it is hot for the next draw, ' +
    'never sooner, and nothing is said of it when nothing is to be drawn',
  () => {
    const bench = benchOn(snapshot());
    const session = bench.follow(
      (state) =>
        [...state.moulds.values()].every(
          (mould) => mould.phase === 'cooling' || mould.phase === 'opened',
        ) && state.injectors.values().next().value!.draw === null,
    );
    const said = () => {
      const state = bench.state();
      const at = bench.now();
      const all = steps(state, at);
      const ask = heatAsk(state, 1, runInHand(state), at, all);
      const answer = forecastBench(follower(state.snapshot.heat)(state.heat, at), ask);
      return {
        state,
        at,
        answer,
        ask,
        step: advise(state, all, answer, null, state.heat, at),
        next: all[0]!,
      };
    };
    assert.equal(said().answer.early, null, 'hot cups are left alone');
    bench.act({ kind: 'stirred', payload: { cup: text } }, 240_000);
    for (const cup of [text, word, text, word])
      bench.act(
        {
          kind: 'reading',
          payload: {
            target: { kind: 'cup', key: cup },
            celsius: Math.round(said().answer.cups[cup]!.now.celsius),
            stage: null,
            from: 'typed',
          },
        },
        5000,
      );
    // Hands open, mark and clear: before the mould is ready the colder cup has gone in.
    let found = said();
    let marking: ReturnType<typeof said> | null = null;
    for (let i = 0; i < 12 && found.answer.early === null; i++) {
      bench.act(found.next.send!, 6000);
      found = said();
      if (found.next.key === 'mark') marking = found;
    }
    const { early } = found.answer;
    assert.ok(early, 'a cup is put in at some time');
    // A mould being marked keeps the key, whatever is wanted meanwhile: a mark must not land as a
    // burst.
    const { state, next, answer, at } = marking!;
    assert.equal(advise(state, [next], { ...answer, early }, null, state.heat, at)!.key, 'mark');
    assert.ok(
      found.ask.early!.next <= early.seconds + 25 && early.seconds >= 10,
      `${early.seconds} s, drawn in ${found.ask.early!.next} s`,
    );
    assert.match(
      found.step!.sentence,
      /^(A|B) 0:\d\d in Bench microwave: hot when the mould is ready$/,
    );
    assert.equal(
      found.step!.others![0]!.send.kind,
      found.next.send!.kind,
      'what hands were at is beside it',
    );
    bench.act(found.step!.send!);
    assert.notEqual(
      said().step?.send?.kind === 'heated' && said().answer.early?.cup,
      early.cup,
      'once',
    );
    assert.equal(nextDraw({ ...session, runs: new Map() }, [], bench.now()), null);
  },
);

test('baits that came short put the window up, none leave it; looks without end let go of it', () => {
  const bench = benchOn(snapshot());
  const state = bench.follow((state) =>
    [...state.shots.values()].some((shot) => shot.rackedAt !== null),
  );
  const run = runInHand(state)!;
  assert.equal(hotterFor(state, run), 0);
  for (const shot of state.shots.values())
    shot.marks = new Map(
      [...shot.cavities.keys()].map((cavity) => [
        cavity,
        { grade: 'second' as const, fault: 'short' as const },
      ]),
    );
  assert.ok(hotterFor(state, run) > 3 && hotterFor(state, run) <= 7);
  // One figure everywhere: asked of the cups, said in words, drawn on the scale.
  assert.equal(heatAsk(state, 1, run, bench.now()).match!.window.low, windowNow(state, run).low);
  const cold = steps(state, bench.now() + 120_000).find((step) => step.key === 'match');
  assert.match(
    cold?.detail ?? '',
    new RegExp(
      `The window is ${windowNow(state, run).low}° to ${windowNow(state, run).high}°, ` +
        `${hotterFor(state, run)}° up for what came short\\.`,
    ),
  );
  const asked = (looks: number) =>
    heatAsk(
      {
        ...state,
        heat: [
          ...state.heat,
          ...Array.from({ length: looks }, (_, i) => ({
            id: `x${i}`,
            at: bench.now() + i,
            kind: 'reading' as const,
            cup: text,
            celsius: 160,
            sd: 0.7,
            eye: false,
            device: false,
          })),
        ],
      },
      1,
      run,
      bench.now(),
    ).match!;
  assert.equal(asked(0).window.low, asked(4).window.low);
  assert.ok(
    asked(12).window.low < asked(8).window.low &&
      asked(12).apart > asked(0).apart &&
      asked(40).window.low >= asked(0).window.low - 12,
  );
});
