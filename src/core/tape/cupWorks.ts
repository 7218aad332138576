import { DEGAS } from '../plan/degas.ts';
import type { PlannedCup } from '../plan/planned.ts';
import { SHORT_BURST } from '../ways.ts';
import { COOK_BURSTS, cooking } from './cookingTime.ts';
import { cupsOf, type Evening } from './evening.ts';
import { laneKey } from './lanes.ts';
import type { Step, Work } from './schedule.ts';

/** °C a cup has that more is put into (judgement). */
export const WARM_CUP = 90;

/** g of a cup's first charge, pucks in it. */
export const firstGrams = (cup: PlannedCup): number =>
  (cup.charges[0]?.grams ?? 0) + (cup.begins?.grams ?? 0);

/** Bursts until a charge is fused, each with its stir and look. */
function cookSteps(
  evening: Evening,
  cup: PlannedCup,
  { grams, from }: { grams: number; from: number },
): Step[] {
  const lane = laneKey('cup', cup.id);
  const { mean } = cooking(evening.choice(cup.id), grams, from, evening.known);
  const bursts =
    evening.ways.bursts === 'short'
      ? Math.max(COOK_BURSTS, Math.ceil(mean / SHORT_BURST))
      : COOK_BURSTS;
  const pace = evening.cupPaces.get(cup.id)!;
  const burst = (at: number): number => {
    pace.hotAt(at + mean / bursts);
    return mean / bursts;
  };
  return Array.from({ length: bursts }, (): Step[] => [
    { act: 'cooking', wants: [evening.ovens, [lane]], seconds: burst },
    { act: 'cookLook', wants: [evening.handsFor('cookLook'), [lane]], seconds: evening.look },
  ]).flat();
}

const preparedKey = (cup: PlannedCup): string => `prepared ${cup.id}`;
export const cookedKey = (cup: PlannedCup): string => `cooked ${cup.id}`;
const chargedKey = (cup: PlannedCup, beforeDraw: number): string =>
  `charged ${cup.id} before ${beforeDraw}`;

/** Woken, measured, coloured, the air let out of it where it is. */
function prepared(evening: Evening, cup: PlannedCup): Work {
  const lane = laneKey('cup', cup.id);
  const { at } = DEGAS[evening.choice(cup.id).degas];
  return {
    key: preparedKey(cup),
    after: [],
    of: { cup: cup.id },
    steps: evening.begun.holds.has(cup.id)
      ? []
      : [
          evening.byHand('woken', [lane]),
          evening.byHand('charged', [lane]),
          evening.byHand('coloured', [lane]),
          ...at.map(() => evening.byHand('degassed', [lane, laneKey('pot', 1)])),
        ],
  };
}

/** Every cup is made ready first; one is cooked before the run that first draws from it. */
export function firstCharges(evening: Evening): Work[] {
  const { cups } = evening.plan;
  const ready = cups.map((cup) => prepared(evening, cup));
  const cooked = cups.map((cup): Work => {
    const first = evening.draws.find((draw) => cupsOf(draw).includes(cup.id));
    const before = first && evening.lastBefore(evening.runOf(first));
    return {
      key: cookedKey(cup),
      after: [...ready.map(({ key }) => key), ...(before ? [`draw ${before.n}`] : [])],
      of: { cup: cup.id },
      steps: evening.begun.cooked.has(cup.id)
        ? []
        : cookSteps(evening, cup, { grams: firstGrams(cup), from: evening.known.room }),
    };
  });
  return [...ready, ...cooked];
}

/** What is added to cups later: as soon as the draw before is over, cooked before the next. */
export function laterCharges(evening: Evening, draw: number): Work[] {
  return evening.plan.cups.flatMap((cup) =>
    cup.charges.slice(1).flatMap(({ beforeDraw, grams }): Work[] => {
      if (beforeDraw !== draw) return [];
      const lane = laneKey('cup', cup.id);
      const last = evening.draws.filter(
        (other) => other.n < draw && cupsOf(other).includes(cup.id),
      );
      return [
        {
          key: chargedKey(cup, draw),
          after: [cookedKey(cup), ...last.slice(-1).map((other) => `ended ${other.n}`)],
          of: { cup: cup.id },
          steps: [
            evening.byHand('charged', [lane]),
            evening.byHand('coloured', [lane]),
            ...cookSteps(evening, cup, { grams, from: WARM_CUP }),
          ],
        },
      ];
    }),
  );
}
