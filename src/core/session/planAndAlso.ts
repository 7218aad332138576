import type { Plan, PlanInput, PlannedCup } from '../plan/index.ts';
import { planSession } from '../plan/index.ts';
import { METRIC } from '../quantity/index.ts';
import type { SessionState } from './state.ts';

/** A plan behind another: its shots and draws are counted on. */
function behindIt(first: Plan, second: Plan): Plan {
  const [shots, draws] = [first.shots.length, first.draws.length];
  const cups = new Map<PlannedCup['id'], PlannedCup>(first.cups.map((cup) => [cup.id, cup]));
  for (const cup of second.cups) {
    const charges = cup.charges.map((one) => ({ ...one, beforeDraw: one.beforeDraw + draws }));
    const there = cups.get(cup.id);
    cups.set(cup.id, {
      ...(there ?? cup),
      charges: [...(there?.charges ?? []), ...charges],
    });
  }
  return {
    ...first,
    runs: [...first.runs, ...second.runs],
    shots: [...first.shots, ...second.shots.map((shot) => ({ ...shot, n: shot.n + shots }))],
    draws: [
      ...first.draws,
      ...second.draws.map((draw) => ({
        ...draw,
        n: draw.n + draws,
        shots: draw.shots.map((shot) => shot + shots),
      })),
    ],
    cups: [...cups.values()],
  };
}

/** A job so that so many of its shots are wanted, whoever they are for. */
const ofShots = (
  state: SessionState,
  job: PlanInput['jobs'][number],
): PlanInput['jobs'][number] => {
  const made = [...state.runs.values()].filter((run) => run.job.key === job.key);
  const last = made.at(-1);
  return { ...(last?.job ?? job), lines: [], extra: last?.target ?? 0 };
};

/**
 * A session's plan with what was taken on since, worked out as it was then and shot after the rest.
 * What can no longer be worked out so is left out.
 */
export function planAndAlso(state: SessionState): { plan: Plan; input: PlanInput } {
  const { input, plan } = state.snapshot;
  const ids = new Set(input.cups.map(({ id }) => id));
  const cups = [...input.cups, ...state.brought.filter(({ id }) => !ids.has(id))];
  const whole: PlanInput = { ...input, cups, jobs: [...input.jobs] };
  let all = plan;
  for (const job of state.also) {
    const own = ofShots(state, job);
    const used = new Set(Object.values(own.drawnFrom));
    const second = planSession(
      { jobs: [own], cups: cups.filter(({ id }) => used.has(id)), settings: input.settings },
      METRIC,
    );
    if (!second.ok) continue;
    whole.jobs.push(own);
    all = behindIt(all, {
      ...second,
      cups: second.cups.map((cup) => ({
        ...cup,
        letter: state.cups.get(cup.id)?.letter ?? cup.letter,
      })),
    });
  }
  return { plan: all, input: whole };
}
