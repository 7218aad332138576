import type { Timing } from '../plan/timing.ts';
import type { Plan } from '../plan/planned.ts';
import type { PlanInput } from '../plan/input.ts';
import { runsOf } from '../plan/run.ts';

/** Something that goes on, s from the beginning of a session. */
interface Block {
  lane: string;
  what: string;
  from: number;
  to: number;
  /** the run it is a shot of, or null */
  run: string | null;
}
/** A session to scale in time. */
export interface Tape {
  lanes: string[];
  blocks: Block[];
  /** s until it ends: as it likely goes, and eight times in ten */
  ends: { low: number; mid: number; high: number };
}

const HANDS = 'Ready';

/**
 * A session as lanes to scale: what makes ready, then every mould with its draws as the models have
 * them come.
 */
export function tapeOf({
  plan,
  input,
  timing,
}: {
  plan: Plan;
  input: PlanInput;
  timing: Timing;
}): Tape {
  let at = 0;
  const ready = timing.phases
    .filter(({ before }) => before)
    .map(({ what, seconds }): Block => {
      const block = { lane: HANDS, what, from: at, to: at + seconds.mid, run: null };
      at = block.to;
      return block;
    });
  const mouldsOf = new Map(
    input.jobs
      .flatMap(runsOf)
      .map((run) => [run.key, run.tools.moulds.map(({ id, mould }) => ({ id, name: mould.name }))]),
  );
  const shots = plan.draws.map((draw, nth): Block => {
    const own = mouldsOf.get(draw.job) ?? [];
    const shot = plan.shots.find(({ n }) => n === draw.shots[0]);
    return {
      lane: own.find(({ id }) => id === shot?.mould)?.name ?? own[0]?.name ?? '',
      what: `draw ${draw.n}`,
      from: timing.draws[nth]!.mid,
      to: timing.draws[nth + 1]?.mid ?? timing.all.mid,
      run: draw.job,
    };
  });
  return {
    lanes: [HANDS, ...new Set(shots.map(({ lane }) => lane))],
    blocks: [...ready, ...shots],
    ends: timing.all,
  };
}
