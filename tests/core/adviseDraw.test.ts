import assert from 'node:assert/strict';
import { test } from 'node:test';
import { follower, forecastBench, heatAsk, keepPlan, runInHand } from '@/core/session/index.ts';
import { drawnAfter } from '@/core/heat/match.ts';
import { shownHeat } from '@/core/session/foresee/types.ts';
import { benchOn } from '../bench.ts';
import { text, word, snapshot, told } from './adviseKit.ts';
import { advise, nextStep, steps } from '../said.ts';

/** Every mould is read at the heat it likes. */
function metalAsItLikes(bench: ReturnType<typeof benchOn>): void {
  for (const { key, mould } of bench.state().moulds.values())
    bench.act({
      kind: 'reading',
      payload: {
        target: { kind: 'mould', key },
        celsius: mould.warmTo,
        stage: null,
        from: 'typed',
      },
    });
}

test(
  'a burst of a plan goes into the oven it was reckoned for, named, the next beside it; ' +
    'a burst cut short or given elsewhere makes a new plan',
  () => {
    const bench = benchOn(snapshot());
    bench.follow((state) => nextStep(state, bench.now())?.key === 'match');
    bench.act({ kind: 'stirred', payload: { cup: text } }, 230_000);
    metalAsItLikes(bench);
    const reckoned = (cup: string) =>
      Math.round(
        forecastBench(
          follower(bench.state().snapshot.heat)(bench.state().heat, bench.now()),
          heatAsk(bench.state(), 1, { run: runInHand(bench.state()), now: bench.now() }),
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
      const ask = heatAsk(state, 1, { run: runInHand(state), now: bench.now() });
      const answer = forecastBench(follower(state.snapshot.heat)(state.heat, bench.now()), ask);
      plan = keepPlan(plan, ask, answer, bench.now());
      return advise(state, steps(state, bench.now()), {
        answer,
        plan,
        notes: state.heat,
        now: bench.now(),
      })!;
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

/** A bench whose cups were read alike, the first of them fifty seconds before the second. */
function readApart() {
  const bench = benchOn(snapshot());
  bench.follow((state) => nextStep(state, bench.now())?.key === 'match');
  metalAsItLikes(bench);
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
  return bench;
}
function skipMatch(bench: ReturnType<typeof benchOn>): void {
  const [injector] = bench.state().injectors.values();
  bench.act({
    kind: 'skipped',
    payload: { step: 'match', target: `${injector!.key}:${injector!.draws}` },
  });
}

test('the hottest is drawn first, and each cup is reckoned at the moment it is drawn', () => {
  const bench = readApart();
  skipMatch(bench);
  const { step, answer } = told(bench.state(), bench.now());
  assert.ok(step?.send?.kind === 'drawn', step?.sentence);
  assert.match(step.sentence, /^Draw .* of B first, the hotter, then .* of A, slowly$/);
  const { barrels } = step.send.payload;
  assert.deepEqual(
    barrels.map(({ cup, nth }) => [cup, nth]),
    [
      [text, 2],
      [word, 1],
    ],
  );
  for (const { cup, nth, celsius } of barrels) {
    const shown = shownHeat(answer.cups[cup]!, drawnAfter(nth!, 2));
    assert.ok(Math.abs(celsius! - shown) <= 0.05, `${cup}: ${celsius} for ${shown}`);
  }
  bench.act(step.send);
  assert.deepEqual(
    [...bench.state().draws.values()][0]!.barrels.map(({ cup }) => cup),
    [text, word],
    'each stands in its own barrel, whichever was drawn first',
  );
});

test(
  'what is believed counts before a draw, not what was read a while ago: read alike ' +
    'fifty seconds apart they are not together, unless a hand skips the match',
  () => {
    const bench = readApart();
    const now = steps(bench.state(), bench.now());
    assert.equal(now[0]?.key, 'draw', 'by its readings it would be drawn');
    const { step, answer } = told(bench.state(), bench.now());
    assert.ok(
      Math.abs(answer.cups[text]!.now.celsius - answer.cups[word]!.now.celsius) > 4,
      'the first has cooled since',
    );
    assert.ok(step?.key === 'match' && step.send?.kind === 'heated', step?.sentence);
    assert.match(step.sentence, /A \d+ s/);
    skipMatch(bench);
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
        state.injectors.values().next().value!.load === null,
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
    const mould = [...bench.state().moulds.values()].find((mould) => mould.phase.is === 'open')!;
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
    assert.match(again?.sentence ?? '', /^Warm .* again to \d+°: metal 24°, .* would come short$/);
    bench.act(again!.send!);
    const seenTo = (seconds: number) =>
      !steps(bench.state(), bench.now() + seconds * 1000).some(
        (step) =>
          (step.key === 'warmMould' || step.key === 'readMould') && step.target === mould.key,
      );
    assert.ok([0, 60, 180].every(seenTo), 'once it is warm nothing more is asked for a while');
  },
);
