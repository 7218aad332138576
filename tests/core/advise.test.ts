import assert from 'node:assert/strict';
import { test } from 'node:test';
import { cooled, knownOf } from '@/core/heat/index.ts';
import type { HeatSetup, SessionState, Snapshot } from '@/core/session/index.ts';
import {
  advise,
  drawCups,
  drawWarnings,
  faultsOf,
  follower,
  foresee,
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

const A = '1';
const B = '2';
const setup = (n: number): HeatSetup => ({
  ovens: OVENS.slice(0, n).map((oven, i) => ({ id: i + 1, oven })),
  learned: NOTHING_LEARNED,
  altitude: 0,
});
const snapshot = (n = 2, change: (s: Snapshot) => void = () => {}): Snapshot => {
  const s = structuredClone(snapshotFrom('Trial', demoPlan(), DEFAULT_SHOP, setup(n)));
  change(s);
  return s;
};
/** What a bench says at a moment, with all that is foreseen. */
function told(s: SessionState, now: number) {
  const ask = heatAsk(s, 1, runInHand(s), now);
  const answer = foresee(follower(s.snapshot.heat)(s.heat, now), ask);
  return {
    answer,
    step: advise(s, steps(s, now), answer, keepPlan(null, ask, answer, now), s.heat, now),
  };
}
const burst = (cup: string, seconds: number, oven: number, together?: string[]) => ({
  kind: 'heated' as const,
  payload: { cup, seconds, begun: true, oven, level: 1, ...(together ? { together } : {}) },
});

test('two ovens at work at once: each cup is followed as if it stood alone, and the free oven is offered', () => {
  const b = benchOn(snapshot());
  b.follow((s) => nextStep(s, b.now())?.key === 'cook');
  const before = follower(setup(2))(b.state().heat, b.now()).belief;
  b.act(burst(A, 60, 1));
  assert.equal(freeOven(b.state())?.id, 2);
  const next = told(b.state(), b.now()).step;
  assert.ok(
    next?.key === 'cook' &&
      next.target === B &&
      next.send?.kind === 'heated' &&
      next.send.payload.oven === 2,
    'the other cup is asked into the other oven',
  );
  b.act(burst(B, 40, 2));
  assert.equal(freeOven(b.state()), null);
  const s = b.state();
  const at = b.now() + 90_000;
  const both = follower(setup(2))(s.heat, at).belief;
  const alone = (cup: string) =>
    follower(setup(2))(
      s.heat.filter((n) => n.kind !== 'burst' || n.cups.includes(cup)),
      at,
    ).belief;
  for (const cup of [A, B]) {
    const [x, y] = [
      knownOf(both, { of: 'plastic', cup }),
      knownOf(alone(cup), { of: 'plastic', cup }),
    ];
    assert.ok(
      Math.abs(x.mean - y.mean) < 0.15 && Math.abs(x.sd - y.sd) < 0.15,
      `${cup} ${x.mean} ${y.mean}`,
    );
    assert.ok(x.mean > knownOf(cooled(before, 90), { of: 'plastic', cup }).mean + 20);
  }
});

test('two cups in one oven: offered for no longer than is safe for both, one door for both, and no more heat than the oven gives', () => {
  const b = benchOn(snapshot(1));
  b.follow((s) => nextStep(s, b.now())?.key === 'cook');
  const { answer, step } = told(b.state(), b.now());
  const offer = step?.others?.[0]?.send;
  assert.ok(offer?.kind === 'heated' && offer.payload.together?.[0] === B);
  // Each gets half the oven, so it takes longer, but no longer than may go without a stir.
  const alone = answer.cups[A]!.cook!.seconds;
  assert.ok(
    offer.payload.seconds > alone || (alone === 75 && offer.payload.seconds === 75),
    `${offer.payload.seconds} s together, ${alone} alone`,
  );
  b.act(offer);
  assert.equal(freeOven(b.state()), null);
  const early = b.act({ kind: 'stirred', payload: { cup: A } }, 10_000);
  assert.ok(
    [...early.cups.values()].every((c) => c.inOven === null),
    'a door opened is opened for both',
  );
  assert.ok(Math.abs(early.cups.get(B)!.heatedS - 10) < 0.01);
});

test('the pot: a cup too thick for it is reheated first, one hot enough is said to stay so, a stubborn one can be taken out', () => {
  const b = benchOn(snapshot(1, (s) => s.input.cups.forEach((c) => (c.degas = 'before colour'))));
  b.follow((s) => nextStep(s, b.now())?.key === 'degasBefore');
  b.read(A, 176);
  const hot = told(b.state(), b.now());
  assert.ok(hot.step?.send?.kind === 'degassed' && /until it is too thick/.test(hot.step.detail));
  assert.ok(hot.answer.cups[A]!.pot!.thick! > 30);
  b.read(A, 166);
  b.read(A, 166);
  assert.ok(told(b.state(), b.now()).step?.others?.some((o) => o.send.kind === 'heated'));
  b.read(A, 158);
  b.read(A, 157);
  const cold = told(b.state(), b.now());
  assert.ok(
    cold.step?.send?.kind === 'heated' &&
      cold.step.send.payload.seconds <= cold.answer.cups[A]!.safe,
    cold.step?.sentence,
  );
});

test('stirred after the pot, and unlike on the blade: said before the draw, never in the way of it', () => {
  const b = benchOn(snapshot(1, (s) => s.input.cups.forEach((c) => (c.degas = 'after colour'))));
  b.follow((s) => nextStep(s, b.now())?.key === 'draw');
  const run = runInHand(b.state())!;
  const codes = () => drawWarnings(b.state(), run, b.now()).map((w) => w.code);
  assert.ok(!codes().includes('stirred') && !codes().includes('runsApart'));
  b.act({ kind: 'stirred', payload: { cup: A } });
  b.act({ kind: 'bladed', payload: { cup: B, runs: 'thicker' } });
  const warned = drawWarnings(b.state(), run, b.now());
  assert.ok(warned.some((w) => w.code === 'stirred'));
  // 1.5 times as thick is log2(1.5) halvings of 14 K: 8.2 K.
  assert.match(
    warned.find((w) => w.code === 'runsApart')!.sentence,
    /B runs thicker on the blade: (8|15)° hotter/,
  );
  const line = (s: SessionState) => {
    const said = told(s, b.now()).step!;
    return Number(
      /Line at (\d+) %/.exec(said.detail)?.[1] ?? assert.fail(`${said.key}: ${said.detail}`),
    );
  };
  b.act({ kind: 'bladed', payload: { cup: B, runs: 'alike' } });
  b.read(A, 163);
  b.read(B, 163);
  const even = line(b.state());
  b.act({ kind: 'bladed', payload: { cup: B, runs: 'thicker' } });
  assert.equal(even, 50);
  assert.ok(line(b.state()) < even, 'the thicker one takes the more room');
});

test('a soft line is a look: cups may be further apart, and it is no fault', () => {
  const soft = snapshot(1, (s) => s.input.jobs.forEach((j) => (j.colourway.line = 'soft')));
  for (const [one, apart] of [
    [snapshot(1), true],
    [soft, false],
  ] as const) {
    const b = benchOn(one);
    b.follow((s) => nextStep(s, b.now())?.key === 'draw');
    b.read(A, 166);
    b.read(B, 160);
    const run = runInHand(b.state())!;
    assert.equal(
      drawWarnings(b.state(), run, b.now()).some((w) => w.code === 'unmatched'),
      apart,
    );
    assert.equal(faultsOf(run.stage, run.job.colourway.line).includes('bled'), apart);
    assert.equal(drawCups(b.state(), run).length, 2);
  }
});

test('a small cup that is cold again before it is read is asked about by eye; one press ends its cooking, another goes on', () => {
  const b = benchOn(snapshot(1));
  b.follow((s) => nextStep(s, b.now())?.key === 'cook');
  // It is heated as advised, and read 25 s after each burst: colder each time than it was in the oven.
  for (let i = 0; i < 12; i++) {
    const { answer, step } = told(b.state(), b.now());
    if (step?.send?.kind === 'reading') break;
    if (step?.send?.kind !== 'heated') {
      b.read(step!.target, Math.min(174, Math.round(answer.cups[step!.target]!.now.celsius)));
      continue;
    }
    const { cup, seconds } = step.send.payload;
    b.act(step.send, 5000);
    b.act({ kind: 'stirred', payload: { cup } }, 1000 * seconds + 10_000);
    b.act({ kind: 'stirred', payload: { cup } }, 15_000);
  }
  const { step, answer } = told(b.state(), b.now());
  assert.ok(step?.send?.kind === 'reading' && step.send.payload.stage === 'clear', step?.sentence);
  const cup = step.target;
  assert.ok(answer.cups[cup]!.peak >= 177 && b.state().cups.get(cup)!.reading!.celsius < 176);
  assert.match(step.sentence, /has been at 1[78]\d°.*run clear/);
  assert.equal(step.others?.[0]?.send.kind, 'heated');
  assert.ok(b.act(step.send).cups.get(cup)!.fused);
});

test('a burst of a plan goes into the oven it was reckoned for, named, the next beside it; a burst cut short or given elsewhere makes a new plan', () => {
  const b = benchOn(snapshot());
  b.follow((s) => nextStep(s, b.now())?.key === 'match');
  b.act({ kind: 'stirred', payload: { cup: A } }, 230_000);
  for (const m of b.state().moulds.values())
    b.act({
      kind: 'reading',
      payload: {
        target: { kind: 'mould', key: m.key },
        celsius: m.mould.warmTo,
        stage: null,
        from: 'typed',
      },
    });
  const reckoned = (cup: string) =>
    Math.round(
      foresee(
        follower(b.state().snapshot.heat)(b.state().heat, b.now()),
        heatAsk(b.state(), 1, runInHand(b.state()), b.now()),
      ).cups[cup]!.now.celsius,
    );
  for (const cup of [A, B, A, B])
    b.act(
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
    const s = b.state();
    const ask = heatAsk(s, 1, runInHand(s), b.now());
    const answer = foresee(follower(s.snapshot.heat)(s.heat, b.now()), ask);
    plan = keepPlan(plan, ask, answer, b.now());
    return advise(s, steps(s, b.now()), answer, plan, s.heat, b.now())!;
  };
  const first = see();
  assert.ok(first.send?.kind === 'heated' && plan!.bring.bursts.length === 2, first.sentence);
  assert.match(
    first.sentence,
    /^(A|B) \d+ s in Bench microwave, stir; .* in Shelf microwave, stir/,
  );
  const { cup } = first.send.payload;
  b.act(first.send, 2000);
  // While it stands in its oven the other is asked into the one that is free.
  const second = see();
  assert.ok(second.send?.kind === 'heated' && second.send.payload.cup !== cup, second.sentence);
  assert.notEqual(second.send.payload.oven, first.send.payload.oven);
  // Taken out after four seconds of it: what was planned is no longer so, and nothing says to draw.
  const planned = plan!;
  b.act({ ...second.send, payload: { ...second.send.payload, seconds: 4 } }, 2000);
  b.act({ kind: 'stirred', payload: { cup: second.send.payload.cup } }, 5000);
  b.act({ kind: 'stirred', payload: { cup } }, 1000);
  const after = see();
  assert.notEqual(plan, planned);
  assert.ok(after.key === 'match' && after.send?.kind !== 'drawn', after.sentence);
});

test('what is believed counts before a draw, not what was read a while ago: read alike fifty seconds apart they are not together, unless a hand skips the match', () => {
  const b = benchOn(snapshot());
  b.follow((s) => nextStep(s, b.now())?.key === 'match');
  for (const m of b.state().moulds.values())
    b.act({
      kind: 'reading',
      payload: {
        target: { kind: 'mould', key: m.key },
        celsius: m.mould.warmTo,
        stage: null,
        from: 'typed',
      },
    });
  const read = (cup: string, seconds: number) =>
    b.act(
      {
        kind: 'reading',
        payload: { target: { kind: 'cup', key: cup }, celsius: 164, stage: null, from: 'typed' },
      },
      seconds * 1000,
    );
  for (const cup of [A, A]) read(cup, 25);
  for (const cup of [B, B]) read(cup, 25);
  const skip = (): void =>
    void b.act({
      kind: 'skipped',
      payload: {
        step: 'match',
        target: `${[...b.state().injectors.keys()][0]}:${[...b.state().injectors.values()][0]!.draws}`,
      },
    });
  const now = steps(b.state(), b.now());
  assert.equal(now[0]?.key, 'draw', 'by its readings it would be drawn');
  const { step, answer } = told(b.state(), b.now());
  assert.ok(
    Math.abs(answer.cups[A]!.now.celsius - answer.cups[B]!.now.celsius) > 4,
    'the first has cooled since',
  );
  assert.ok(step?.key === 'match' && step.send?.kind === 'heated', step?.sentence);
  assert.match(step.sentence, /A \d+ s/);
  skip();
  const after = told(b.state(), b.now()).step;
  assert.ok(after?.key === 'draw' && after.warnings?.some((w) => /apart/.test(w)), after?.sentence);
});

test('metal is warmed last, looked at where that decides, and warmed again when it has gone cold, with the reason', () => {
  const b = benchOn(snapshot());
  const first = b.follow((s) => nextStep(s, b.now())?.key === 'warmMould');
  assert.ok(
    [...first.cups.values()].every((c) => c.fused && c.coloured),
    'the cups are done before it',
  );
  b.follow(
    (s) =>
      [...s.shots.values()].some((x) => x.rackedAt !== null) &&
      s.injectors.values().next().value!.draw === null,
  );
  const at = (minutes: number) => steps(b.state(), b.now() + minutes * 60_000);
  const asks = (key: string) =>
    [1, 3, 6, 10, 15, 25, 40]
      .map((minutes) => at(minutes).find((x) => x.key === key))
      .find((x) => x !== undefined);
  assert.match(
    asks('readMould')?.sentence ?? '',
    /^Hold the probe to .*: about \d+°, it may be \d+°$/,
  );
  const m = [...b.state().moulds.values()].find((x) => x.phase === 'open')!;
  b.act({
    kind: 'reading',
    payload: { target: { kind: 'mould', key: m.key }, celsius: 24, stage: null, from: 'typed' },
  });
  const again = steps(b.state(), b.now()).find((x) => x.key === 'warmMould' && x.target === m.key);
  assert.match(again?.sentence ?? '', /^Warm .* again: metal 24°, .* would come short$/);
  b.act(again!.send!);
  const seenTo = (seconds: number) =>
    !steps(b.state(), b.now() + seconds * 1000).some(
      (x) => (x.key === 'warmMould' || x.key === 'readMould') && x.target === m.key,
    );
  assert.ok([0, 60, 180].every(seenTo), 'once it is warm nothing more is asked for a while');
});

test('while a mould cools a cup goes in just so early that it is hot for the next draw, never sooner, and nothing is said of it when nothing is to be drawn', () => {
  const b = benchOn(snapshot());
  const s = b.follow(
    (x) =>
      [...x.moulds.values()].every((m) => m.phase === 'cooling' || m.phase === 'opened') &&
      x.injectors.values().next().value!.draw === null,
  );
  const said = () => {
    const state = b.state();
    const at = b.now();
    const all = steps(state, at);
    const ask = heatAsk(state, 1, runInHand(state), at, all);
    const answer = foresee(follower(state.snapshot.heat)(state.heat, at), ask);
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
  b.act({ kind: 'stirred', payload: { cup: A } }, 240_000);
  for (const cup of [A, B, A, B])
    b.act(
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
    b.act(found.next.send!, 6000);
    found = said();
    if (found.next.key === 'mark') marking = found;
  }
  const { early } = found.answer;
  assert.ok(early, 'a cup is put in at some time');
  // A mould being marked keeps the key, whatever is wanted meanwhile: a mark must not land as a burst.
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
  b.act(found.step!.send!);
  assert.notEqual(
    said().step?.send?.kind === 'heated' && said().answer.early?.cup,
    early.cup,
    'once',
  );
  assert.equal(nextDraw({ ...s, runs: new Map() }, [], b.now()), null);
});

test('baits that came short put the window up, none leave it; looks without end let go of it', () => {
  const b = benchOn(snapshot());
  const s = b.follow((x) => [...x.shots.values()].some((shot) => shot.rackedAt !== null));
  const run = runInHand(s)!;
  assert.equal(hotterFor(s, run), 0);
  for (const shot of s.shots.values())
    shot.marks = new Map(
      [...shot.cavities.keys()].map((n) => [
        n,
        { grade: 'second' as const, fault: 'short' as const },
      ]),
    );
  assert.ok(hotterFor(s, run) > 3 && hotterFor(s, run) <= 7);
  // One figure everywhere: asked of the cups, said in words, drawn on the scale.
  assert.equal(heatAsk(s, 1, run, b.now()).match!.window.low, windowNow(s, run).low);
  const cold = steps(s, b.now() + 120_000).find((x) => x.key === 'match');
  assert.match(
    cold?.detail ?? '',
    new RegExp(
      `The window is ${windowNow(s, run).low}° to ${windowNow(s, run).high}°, ${hotterFor(s, run)}° up for what came short\\.`,
    ),
  );
  const asked = (looks: number) =>
    heatAsk(
      {
        ...s,
        heat: [
          ...s.heat,
          ...Array.from({ length: looks }, (_, i) => ({
            id: `x${i}`,
            at: b.now() + i,
            kind: 'reading' as const,
            cup: A,
            celsius: 160,
            sd: 0.7,
            eye: false,
            device: false,
          })),
        ],
      },
      1,
      run,
      b.now(),
    ).match!;
  assert.equal(asked(0).window.low, asked(4).window.low);
  assert.ok(
    asked(12).window.low < asked(8).window.low &&
      asked(12).apart > asked(0).apart &&
      asked(40).window.low >= asked(0).window.low - 12,
  );
});
