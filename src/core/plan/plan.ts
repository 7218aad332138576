import type { PlannedCup, Plan } from './planned.ts';
import type { ShopUnits } from '../quantity/index.ts';
import { type Balance, fillLimit, sum } from '../shot/index.ts';
import type { Remark } from './checkFit.ts';
import { refuse } from './checkFit.ts';
import { checkCup, checkJob } from './check.ts';
import type { CupId } from './cupId.ts';
import type { CupChoice, PlanInput } from './input.ts';
import { MOST_SHOTS, type NotLaid } from './laid.ts';
import { type LaidJobs, layJobs } from './layJobs.ts';
import { choiceDensity } from './run.ts';
import { hotDensity, runCups, shortOf, usedCups } from './runCups.ts';

/** Cups are lettered in the order they are first drawn from. */
export const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ';
const NOT_LAID: Record<NotLaid, (bait: string, wanted: number) => string> = {
  spares: (bait, wanted) =>
    `${bait}: with so few coming good, no sensible number of shots gives ${wanted}. Raise ` +
    'the share that comes good, or lower the certainty.',
  shots: (bait, wanted) =>
    `${bait}: ${wanted} would bring this session to over ${MOST_SHOTS} shots. Take fewer ` +
    'lines, or split this one in the book.',
};

const NOTHING: Plan['totals'] = {
  need: 0,
  baits: 0,
  freshG: 0,
  freshMl: 0,
  tubsG: 0,
  baitsG: 0,
  returnedG: 0,
  puckG: 0,
  lostG: 0,
  leftG: 0,
};
/** A plan of which nothing is worked out, and why. */
const refused = (remarks: Remark[]): Plan => ({
  ok: false,
  remarks,
  runs: [],
  shots: [],
  draws: [],
  cups: [],
  totals: { ...NOTHING },
});
const isRefused = (remarks: readonly Remark[]): boolean =>
  remarks.some(({ weight }) => weight === 'refused');

/** What keeps jobs from being laid, cups apart, and what is asked about them. */
export const checkJobs = (input: PlanInput, shop: ShopUnits): Remark[] =>
  input.jobs.length === 0
    ? [
        refuse(
          'nothing',
          'plan',
          'Nothing is chosen yet. Take order lines, or shoot for the shelf.',
        ),
      ]
    : input.jobs.flatMap((job) => checkJob(job, input, shop));

/** Cups that are drawn from, in the order they are. */
const inOrder = ({ draws, flows }: LaidJobs, used: readonly CupChoice[]): CupChoice[] => {
  const drawn = draws.flatMap(({ poured = [], barrels }) =>
    [...poured, ...barrels].map(({ cup }) => cup),
  );
  const ids = new Set([...drawn, ...flows.flatMap(({ takes }) => Object.keys(takes))]);
  return [...ids].map((id) => used.find((cup) => cup.id === id)!);
};

/** A cup as it goes through a session. */
function plannedCup(
  cup: CupChoice,
  nth: number,
  { laid, balance }: { laid: LaidJobs; balance: Balance },
): PlannedCup {
  const own = balance.cups[cup.id]!;
  const cold = choiceDensity(cup);
  const hot = hotDensity(cup, laid);
  return {
    id: cup.id,
    mix: cup.mix,
    letter: LETTERS[nth] ?? `Z${nth}`,
    name: cup.recipe.name,
    charges: own.charges.map(({ beforeDraw, fresh, held }) => ({
      beforeDraw: laid.flowDraws[beforeDraw] ?? 1,
      grams: fresh,
      coldMl: fresh / cold,
      hotMl: held / hot,
    })),
    begins: cup.begins ?? null,
    limitMl: fillLimit(cup.vessel!.vessel, cup.degas !== 'none'),
    mostMl: own.most / hot,
    freshG: own.fresh,
    freshMl: own.fresh / cold,
    returnedG: own.returned,
    drawnG: own.drawn,
    leftG: own.left,
    leftMl: own.left / cold,
    heatsDrawn: own.heatsDrawn,
    heatLeft: Math.max(0, 1 - own.doseLeft),
  };
}

function totalsOf({ runs }: LaidJobs, cups: readonly PlannedCup[], run: Balance): Plan['totals'] {
  const total = (pick: (cup: PlannedCup) => number) => sum(cups.map(pick));
  const baits = runs.filter(({ planned }) => planned.makes === 'bait');
  return {
    need: sum(baits.map(({ planned }) => planned.need)),
    baits: sum(baits.map(({ planned }) => planned.baits)),
    freshG: total(({ freshG }) => freshG),
    freshMl: total(({ freshMl }) => freshMl),
    tubsG: total(({ begins }) => begins?.grams ?? 0),
    baitsG: run.baits,
    returnedG: total(({ returnedG }) => returnedG),
    puckG: run.puck,
    lostG: run.lost,
    leftG: total(({ leftG }) => leftG),
  };
}

/**
 * Works out a whole session: shots with spares, draws, barrels, cups and charges, what comes round
 * again and what is left (M1). Nothing is worked out while something is refused.
 */
export function planSession(input: PlanInput, shop: ShopUnits): Plan {
  const used = usedCups(input);
  const noCup = used.flatMap((cup) =>
    cup.vessel ? [] : checkCup(cup, undefined, { limitMl: 0, shortMl: 0, shop }),
  );
  const before = [...checkJobs(input, shop), ...noCup];
  if (isRefused(before)) return refused(before);
  const laid = layJobs(input);
  if ('why' in laid) {
    const { job, why } = laid;
    const sentence = NOT_LAID[why](job.bait.name, sum(job.lines.map(({ count }) => count)));
    return refused([...before, refuse(why, job.key, sentence)]);
  }
  const balance = runCups(input, laid);
  const short: Record<CupId, number> = Object.values(balance.cups).some((cup) => cup.short)
    ? shortOf(input, laid)
    : {};
  const drawn = inOrder(laid, used);
  const remarks = [
    ...before,
    ...drawn.flatMap((cup) => {
      const by = short[cup.id];
      return checkCup(cup, by === undefined ? undefined : { by }, {
        limitMl: fillLimit(cup.vessel!.vessel, cup.degas !== 'none'),
        shortMl: (by ?? 0) / hotDensity(cup, laid),
        shop,
      });
    }),
  ];
  const cups = drawn.map((cup, nth) => plannedCup(cup, nth, { laid, balance }));
  return {
    ok: !isRefused(remarks),
    remarks,
    runs: laid.runs.map(({ planned }) => planned),
    shots: laid.shots,
    draws: laid.draws,
    cups,
    totals: totalsOf(laid, cups, balance),
  };
}
