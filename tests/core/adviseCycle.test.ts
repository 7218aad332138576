import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
  follower,
  forecastBench,
  heatAsk,
  hotterFor,
  nextDraw,
  runInHand,
  windowNow,
} from '@/core/session/index.ts';
import { benchOn } from '../bench.ts';
import { text, word, snapshot } from './adviseKit.ts';
import { advise, steps } from '../said.ts';

test(
  'while a mould cools a cup goes in just so early that it is hot for the next draw, ' +
    'never sooner, and nothing is said of it when nothing is to be drawn',
  () => {
    const bench = benchOn(snapshot());
    const session = bench.follow(
      (state) =>
        [...state.moulds.values()].every(
          (mould) => mould.phase.is === 'cooling' || mould.phase.is === 'opened',
        ) && state.injectors.values().next().value!.load === null,
    );
    const said = () => {
      const state = bench.state();
      const at = bench.now();
      const all = steps(state, at);
      const ask = heatAsk(state, 1, { run: runInHand(state), now: at, all });
      const answer = forecastBench(follower(state.snapshot.heat)(state.heat, at), ask);
      return {
        state,
        at,
        answer,
        ask,
        step: advise(state, all, { answer, plan: null, notes: state.heat, now: at }),
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
    assert.equal(
      advise(state, [next], {
        answer: { ...answer, early },
        plan: null,
        notes: state.heat,
        now: at,
      })!.key,
      'mark',
    );
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
  assert.equal(
    heatAsk(state, 1, { run, now: bench.now() }).match!.window.low,
    windowNow(state, run).low,
  );
  const cold = steps(state, bench.now() + 120_000).find((step) => step.key === 'match');
  assert.match(
    cold?.detail ?? '',
    new RegExp(
      `The window is ${windowNow(state, run).low}° to ${windowNow(state, run).high}°, ` +
        `${hotterFor(state, run)}° up for what came short\\.`,
    ),
  );
  const asked = (looks: number, device = false) =>
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
            device,
          })),
        ],
      },
      1,
      { run, now: bench.now() },
    ).match!;
  assert.equal(asked(0).window.low, asked(4).window.low);
  // A probe that stands in the cup is one look, however long it goes on.
  assert.deepEqual(asked(40, true), asked(0));
  assert.ok(
    asked(12).window.low < asked(8).window.low &&
      asked(12).apart > asked(0).apart &&
      asked(40).window.low >= asked(0).window.low - 12,
  );
});
