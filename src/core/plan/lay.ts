import { pourFlow, sum } from '../shot/index.ts';
import type { PlanInput } from './input.ts';
import { runsOf, sizesOf } from './run.ts';
import type { NotLaid } from './laid.ts';
import type { Laid } from './laid.ts';
import type { Wanted } from './countShots.ts';
import { countShots } from './countShots.ts';
import { layRun } from './layRun.ts';

/**
 * Lays a job, last stage first in the counting and first stage first on the bench: each bait shot,
 * with its spares, wants an insert; those not on the shelf are shot, with spares for what fails
 * there.
 */
export function layJob(
  jobAt: PlanInput['jobs'][number],
  input: PlanInput,
  firstShot: number,
  firstDraw: number,
): Laid[] | NotLaid {
  const runs = runsOf(jobAt);
  const wanted = new Map<string, Wanted>();
  const last = runs.at(-1)!;
  wanted.set(last.key, {
    need: sum(jobAt.lines.map((line) => line.count)),
    confidence: jobAt.confidence,
    trials: jobAt.trials,
    extra: jobAt.extra,
  });
  for (const run of [...runs].reverse()) {
    const own = wanted.get(run.key);
    const from =
      run.stage.takes === null
        ? undefined
        : runs.find((other) => other.stage.key === run.stage.takes);
    if (!own || !from) continue;
    const counted = countShots(run, own, input.settings.strength);
    if (typeof counted === 'string') return counted;
    const sizes = sizesOf(run.tools.moulds);
    const taken = counted.baits + own.trials * sizes[0]!;
    wanted.set(from.key, {
      need: Math.max(0, taken - run.tools.fromShelf),
      confidence: jobAt.confidence,
      trials: 0,
      extra: 0,
    });
  }
  const out: Laid[] = [];
  for (const run of runs) {
    const own = wanted.get(run.key);
    if (!own) return 'spares';
    const laid = layRun(run, own, input, {
      firstShot: firstShot + sum(out.map((laid) => laid.shots.length)),
      firstDraw: firstDraw + sum(out.map((laid) => laid.draws.length)),
    });
    if (typeof laid === 'string') return laid;
    if (laid.planned.takes) laid.planned.takes.fromShelf = run.tools.fromShelf;
    out.push(laid);
  }
  // A tip is dipped after: so much a bait, from its own cup.
  const { finish } = jobAt.build;
  const end = out.at(-1)!;
  if (finish) {
    end.flows.push(
      pourFlow(
        jobAt.drawnFrom[finish.key]!,
        finish.grams * sum(end.shots.filter((shot) => !shot.trial).map((shot) => shot.baits)),
        { loss: input.settings.loss, trial: false, lag: 1 },
      ),
    );
    end.flowDraws.push(end.draws.at(-1)?.n ?? firstDraw);
  }
  return out;
}
