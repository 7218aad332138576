import type { CupId } from '../plan/cupId.ts';
import { inTurns, runsInStep } from '../plan/inStep.ts';
import type { PlannedDraw, PlannedShot } from '../plan/laid.ts';
import type { Plan, PlannedCup } from '../plan/planned.ts';
import type { Begun } from '../tape/evening.ts';
import { density } from '../material/plastisol.ts';
import { planAndAlso } from './planAndAlso.ts';
import type { CupState } from './state/cup.ts';
import { coolingOf, heldUntil, type MouldState } from './state/mould.ts';
import type { RunState, SessionState } from './state.ts';

/** Shots of a run that are still to come: the last so many planned, and more like the last. */
function shotsLeft({ key, target, trials, done, trialsDone }: RunState, plan: Plan): PlannedShot[] {
  const planned = plan.shots.filter((shot) => shot.job === key);
  const left = Math.max(0, target - done) + Math.max(0, trials - trialsDone);
  const last = planned.at(-1);
  if (!last || left === 0) return [];
  const more = Array.from({ length: Math.max(0, left - planned.length) }, () => last);
  return [...planned.slice(-left), ...more];
}

/** Shots by the draws that serve them: those of one draw together. */
function byDraw(shots: readonly PlannedShot[], plan: Plan): PlannedShot[][] {
  const drawOf = new Map(plan.draws.flatMap(({ n, shots }) => shots.map((shot) => [shot, n])));
  const groups: PlannedShot[][] = [];
  for (const shot of shots) {
    const group = groups.at(-1);
    const isServedWith = group?.every(
      (other) => drawOf.get(other.n) === drawOf.get(shot.n) && other.mould !== shot.mould,
    );
    if (isServedWith) group!.push(shot);
    else groups.push([shot]);
  }
  return groups;
}

/** Shots of a session still to come, in the order they will: by turns where runs go on in step. */
function allLeft(state: SessionState, plan: Plan): PlannedShot[] {
  const runs = plan.runs.flatMap(({ key }) => state.runs.get(key) ?? []);
  return runsInStep(runs).flatMap((group) =>
    inTurns(
      // The mould that was shot the least is shot next.
      [...group]
        .sort((one, other) => shotOf(state, one.key) - shotOf(state, other.key))
        .map(({ key }) => byDraw(shotsLeft(state.runs.get(key)!, plan), plan)),
    ).flat(),
  );
}
const shotOf = ({ runs }: SessionState, key: string): number => {
  const { done, trialsDone } = runs.get(key)!;
  return done + trialsDone;
};

/** Shots to come and the draws that serve them, numbered from one. */
function numbered(
  left: readonly PlannedShot[],
  plan: Plan,
): { shots: PlannedShot[]; draws: PlannedDraw[]; was: Map<number, number> } {
  const shots: PlannedShot[] = [];
  const draws: PlannedDraw[] = [];
  const was = new Map<number, number>();
  for (const shot of left) {
    const own = { ...shot, n: shots.length + 1 };
    shots.push(own);
    for (const draw of plan.draws.filter((one) => one.shots.includes(shot.n))) {
      const last = draws.at(-1);
      // Shots that one draw serves share it still.
      const shares = last && was.get(last.n) === draw.n && last.shots.length < draw.shots.length;
      if (shares && !last.shots.some((one) => shots[one - 1]!.mould === shot.mould)) {
        last.shots.push(own.n);
        continue;
      }
      draws.push({ ...draw, n: draws.length + 1, shots: [own.n] });
      was.set(draws.length, draw.n);
    }
  }
  return { shots, draws, was };
}

/** A cup's charges that are still to come, each before a draw there will be. */
function chargesLeft(
  cup: PlannedCup,
  state: CupState | undefined,
  was: ReadonlyMap<number, number>,
): PlannedCup['charges'] {
  const first = cup.charges.slice(0, 1);
  const done = Math.max(1, state?.charges ?? 0);
  const later = cup.charges.slice(done).flatMap((charge) => {
    const before = [...was].find(([, planned]) => planned >= charge.beforeDraw);
    return before ? [{ ...charge, beforeDraw: before[0] }] : [];
  });
  return [...first, ...later];
}

/** mL a cup holds at the heat plastic is shot at. */
const hotMl = ({ grams, density20 }: CupState): number => grams / density(SHOT, density20);
const SHOT = 160;
/** °C it was last read at; as the shop is where nobody has. */
const heatNow = ({ reading }: CupState): number => reading?.celsius ?? ROOM;
const ROOM = 20;

/** s until what stands in a mould is firm; null where nothing stands in it. */
function standsFor(mould: MouldState, now: number): number | null {
  const { is } = mould.phase;
  if (is === 'open' || is === 'closed' || is === 'filling') return null;
  const until = coolingOf(mould)?.readyAt ?? heldUntil(mould);
  return Math.max(0, (until - now) / 1000);
}

/**
 * What is left of a session's plan, and what is behind it: to be laid on its lanes from now on.
 * @param plan with what was taken on since ({@link planAndAlso})
 */
export function restOfPlan(
  state: SessionState,
  now: number,
  plan: Plan = planAndAlso(state).plan,
): { plan: Plan; begun: Begun } {
  const { shots, draws, was } = numbered(allLeft(state, plan), plan);
  const needed = new Set(
    draws.flatMap((draw) => [...(draw.poured ?? []), ...draw.barrels].map(({ cup }) => cup)),
  );
  const ready = (test: (cup: CupState) => boolean): Set<CupId> =>
    new Set([...state.cups.values()].filter(test).map(({ key }) => key));
  const moulds = [...state.moulds.values()];
  return {
    plan: {
      ...plan,
      shots,
      draws,
      cups: plan.cups
        .filter(({ id }) => needed.has(id))
        .map((cup) => ({ ...cup, charges: chargesLeft(cup, state.cups.get(cup.id), was) })),
    },
    begun: {
      holds: new Map(
        [...state.cups.values()]
          .filter(({ charges }) => charges > 0)
          .map((cup) => [cup.key, { ml: hotMl(cup), celsius: heatNow(cup) }]),
      ),
      cooked: ready(({ charges, fused }) => charges > 0 && fused),
      coloured: ready(({ charges, coloured }) => charges > 0 && coloured),
      warm: new Map(
        moulds // One that a shot stands in is as warm as that has made it.
          .filter((mould) => mould.warmed || standsFor(mould, now) !== null)
          .map(({ key, metal }) => [Number(key), metal.celsius]),
      ),
      standing: new Map(
        moulds.flatMap((mould): [number, number][] => {
          const seconds = standsFor(mould, now);
          return seconds === null ? [] : [[Number(mould.key), seconds]];
        }),
      ),
    },
  };
}
