import { type Range, range, cooking, COOK_BURSTS, EVENINGS_DIFFER } from './cookingTime.ts';
import type { Estimate } from '../heat/index.ts';
import {
  BAIT_TAKES,
  evening,
  HANDS,
  losing,
  mouldPrior,
  warmTime,
  worthWaiting,
} from '../heat/index.ts';
import type { TimingKnown, HandKind } from './hands.ts';
import { HAND_USUAL, HAND_SPREAD } from './hands.ts';
import { shotHeat } from './heat.ts';
import type { PlanInput } from './input.ts';
import { castAs, heatOfMould } from './mouldHeat.ts';
import type { Plan } from './planned.ts';
import { runsOf } from './run.ts';
interface Phase {
  what: string;
  why: string;
  seconds: Range;
}
export interface Timing {
  phases: Phase[];
  all: Range;
  /** s from the start at which each draw comes, in order */
  draws: Range[];
  /**
   * before each draw, s from it backwards: what must be done by then, and the bursts of the match
   */
  lastMinute: { before: number; what: string }[];
}

const hand = (known: TimingKnown, kind: HandKind): Estimate =>
  known.hands[kind] ?? { mean: HAND_USUAL[kind], sd: HAND_SPREAD * HAND_USUAL[kind] };
/**
 * K a cup has lost by the next draw, and s of a burst that brings that back in a usual cup
 * (judgements, from simulated evenings).
 */
const MATCH_BURST = 14;

/**
 * How long a session takes, by the models of heat and the hands of this shop, and what its last
 * minute before a draw is made of.
 */
export function timeSession(plan: Plan, input: PlanInput, known: TimingKnown): Timing {
  const sum = (kinds: [HandKind, number][]): Estimate => ({
    mean: kinds.reduce((sum, [key, kind]) => sum + kind * hand(known, key).mean, 0),
    sd: Math.sqrt(kinds.reduce((sum, [key, kind]) => sum + kind * hand(known, key).sd ** 2, 0)),
  });
  const choice = (mix: number) => input.cups.find((cup) => cup.mix === mix)!;
  const runs = input.jobs.flatMap(runsOf);
  const tools = runs.map((run) => run.tools);
  const moulds = [
    ...new Map(
      tools.flatMap((tool) => tool.moulds).map((entry) => [entry.id, entry.mould]),
    ).values(),
  ];

  const warm = Math.max(
    0,
    ...moulds.map(
      (mould) =>
        warmTime(heatOfMould(mould).body, {
          from: known.room,
          to: mould.warmTo,
          room: known.room,
          by: 'plate',
        }) ?? 600,
    ),
  );
  const first = plan.cups.map((cup) =>
    cooking(choice(cup.mix), cup.charges[0]?.grams ?? 0, known.room, known),
  );
  const more = plan.cups.flatMap((cup) =>
    cup.charges.slice(1).map((ch) => cooking(choice(cup.mix), ch.grams, 90, known)),
  );
  const each = COOK_BURSTS * (HANDS.change + HANDS.stir + 9);
  const cook = [...first, ...more];
  // First charges share the ovens; what is added later cooks while the rest is shot from.
  const atOnce = Math.max(1, Math.min(known.ovens, first.length));
  const heating =
    first.reduce((sum, known) => sum + known.mean, 0) / atOnce +
    more.reduce((sum, known) => sum + known.mean, 0);
  const cookTime: Estimate = {
    mean: heating + cook.length * each,
    sd: cook.reduce((sum, known) => sum + known.sd, 0) / atOnce,
  };
  const degassed = plan.cups.filter((cup) => choice(cup.mix).degas !== 'none').length;
  const prepare = sum([
    ['woken', plan.cups.length],
    ['charged', cook.length],
    ['coloured', cook.length],
    ['degassed', degassed],
  ]);

  const cupsOfDraw = Math.max(
    1,
    ...plan.draws.map((draw) => new Set(draw.barrels.map((barrel) => barrel.mix)).size),
  );
  // Bursts go side by side, the first of them while the mould is seen to.
  const bursts = Math.ceil(cupsOfDraw / Math.max(1, known.ovens) - 0.5) * MATCH_BURST;
  const seenTo = HANDS.change + HANDS.stir + 9;
  // Each cup is seen to, and again for each other that went cold meanwhile: it grows with the
  // square.
  const match = cupsOfDraw ** 2 * seenTo + bursts;
  const once = cupsOfDraw * seenTo + bursts;
  const matching: Estimate = {
    mean: plan.draws.length * match,
    sd: 0.4 * match * Math.sqrt(plan.draws.length),
  };
  const perShot = sum([
    ['closed', 1],
    ['topChecked', 1],
    ['drawn', plan.draws.length / Math.max(1, plan.shots.length)],
    ['shot', 1],
    ['held', 1],
    ['toppedOff', 2],
    ['emptied', plan.draws.length / Math.max(1, plan.shots.length)],
    ['mouldOpened', 1],
    ['marked', 1],
    ['returned', 1],
    ['racked', 1],
  ]);

  const laid = plan.runs.filter((run) => run.takes).reduce((sum, run) => sum + run.shots, 0);
  const made = plan.runs
    .filter((run) => run.makes !== 'bait')
    .reduce((sum, run) => sum + run.shots, 0);
  const inserts = sum([
    ['loaded', laid],
    ['kept', made],
    ['cleaned', Math.max(0, plan.runs.length - 1)],
  ]);

  // Each mould cools while the hands serve the others: what is waited for is what they cannot fill.
  let waiting = 0;
  let hands = 0;
  for (const { run, id, mould } of runs.flatMap((run) =>
    run.tools.moulds.map((mould) => ({ run, ...mould })),
  )) {
    const own = plan.shots.filter((shot) => shot.job === run.key && shot.mould === id);
    if (own.length === 0) continue;
    const learned = mouldPrior(known.learned, mould);
    const reckoned = heatOfMould(mould, castAs(run.stage));
    const heat = { ...reckoned, body: losing(reckoned.body, learned.loss.mean) };
    const cycles = evening(heat, {
      shots: own.length,
      start: mould.warmTo,
      shot: Math.round(shotHeat(run.tools) / 5) * 5,
      room: known.room,
      hands: perShot.mean,
    });
    const others = run.tools.moulds.length;
    for (const cycle of cycles) {
      waiting +=
        Math.max(
          0,
          mould.hold +
            cycle.open *
              Math.exp(worthWaiting(cycle.open, learned.opens, mould.cavities.length, BAIT_TAKES)) +
            cycle.rested -
            (others - 1) * perShot.mean,
        ) / others;
      hands += perShot.mean;
    }
  }
  const shooting: Estimate = {
    mean: hands,
    sd: perShot.sd * Math.sqrt(Math.max(1, plan.shots.length)),
  };
  const cooling: Estimate = { mean: waiting, sd: 0.15 * waiting };
  // Metal is warmed last: all of it together on the plate, once the cups are done.
  const metal: Estimate = {
    mean: warm + moulds.length * hand(known, 'warmed').mean,
    sd: 0.2 * warm,
  };
  const parts: [string, string, Estimate][] = [
    [
      'Wake, measure, colour',
      `${plan.cups.length} ${plan.cups.length === 1 ? 'cup' : 'cups'}${degassed ? `, ${degassed} degassed` : ''}`,
      prepare,
    ],
    [
      'Cook',
      `${Math.round(heating / 60)} min in ` +
        `${atOnce > 1 ? `${atOnce} ovens` : known.oven.oven.name}, ${cook.length} ` +
        `${cook.length === 1 ? 'charge' : 'charges'}`,
      cookTime,
    ],
    [
      'Warm the metal',
      warm > 0
        ? `${Math.round(warm / 60)} min on the plate, once the cups are done`
        : 'it is warm enough',
      metal,
    ],
    [
      'Bring cups together',
      `${plan.draws.length} ${plan.draws.length === 1 ? 'draw' : 'draws'}`,
      matching,
    ],
    [
      'Shoot, open, look, rack',
      `${plan.shots.length} ${plan.shots.length === 1 ? 'shot' : 'shots'}`,
      shooting,
    ],
    ...(plan.runs.length > 1
      ? [
          [
            laid > 0 ? 'Inserts in and by, injectors cleaned' : 'Clean between runs',
            laid > 0
              ? `${laid} ${laid === 1 ? 'shot takes' : 'shots take'} inserts`
              : `${plan.runs.length} runs`,
            inserts,
          ] as [string, string, Estimate],
        ]
      : []),
    [
      'Wait for moulds',
      `${moulds.length} ${moulds.length === 1 ? 'mould' : 'moulds'} at work`,
      cooling,
    ],
  ];
  const all = parts.reduce((sum, [, , known]) => sum + known.mean, 0);
  // Cooking, hands and cooling are off by themselves, and the whole as evenings are.
  const sd = Math.hypot(EVENINGS_DIFFER * all, ...parts.map(([, , known]) => known.sd));
  // Up to the first draw everything is made ready; from there one draw follows the other.
  const [ready, going] = [
    [prepare, cookTime, metal],
    [matching, shooting, inserts, cooling],
  ].map((some): Estimate => ({
    mean: some.reduce((sum, known) => sum + known.mean, 0),
    sd: Math.sqrt(some.reduce((sum, known) => sum + known.sd ** 2, 0)),
  })) as [Estimate, Estimate];
  const count = Math.max(1, plan.draws.length);
  const draws = plan.draws.map((_, i) =>
    range(
      ready.mean + match + (going.mean - match) * (i / count),
      Math.hypot(
        EVENINGS_DIFFER * (ready.mean + match + (going.mean - match) * (i / count)),
        ready.sd,
        going.sd * Math.sqrt((i + 1) / count),
      ),
    ),
  );
  const letters = plan.cups.slice(0, cupsOfDraw).map((cup) => cup.letter);
  const lastMinute = [
    { before: once + 45, what: 'Mould warm, loaded, closed and clamped; TOP seen' },
    { before: once + 20, what: 'Injector and block warm, plungers oiled' },
    { before: once + 5, what: `${letters.join(', ')} stirred and read` },
    ...letters.map((letter, i) => ({
      before: (letters.length - i) * (HANDS.change + MATCH_BURST + HANDS.stir),
      what: `${letter} in the oven, a short burst, stir`,
    })),
    { before: 0, what: 'Draw' },
  ];
  return {
    phases: parts.map(([what, why, known]) => ({
      what,
      why,
      seconds: range(known.mean, known.sd),
    })),
    all: range(all, sd),
    draws,
    lastMinute,
  };
}
