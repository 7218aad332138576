import type { Fault, SessionState } from '@/core/session/index.ts';
import { FAULTS, faultStage, remedyOf } from '@/core/session/index.ts';
import { heapsOf, BaitTray, InsertTray } from './Trays.tsx';

/** Trays filling bait by bait, one for each job, to the count its lines want; inserts on theirs. */
export function Rack({ state }: { state: SessionState }) {
  return (
    <>
      {[...state.runs.values()].map((run) => {
        const next = [...state.runs.values()].find(
          (other) => other.job.key === run.job.key && other.stage.takes === run.stage.key,
        );
        const heaps = heapsOf(state, run);
        if (run.stage.makes === 'bait')
          return [
            heaps.find((heap) => heap.asked) ?? null,
            ...heaps.filter((heap) => !heap.asked),
          ].map((heap) => (
            <BaitTray
              key={`${run.key}/${heap?.key ?? 'asked'}`}
              state={state}
              run={run}
              heap={heap}
            />
          ));
        return next ? <InsertTray key={run.key} state={state} run={run} next={next} /> : null;
      })}
    </>
  );
}

/** What has been going wrong this evening, in a line. */
export function Faults({ state }: { state: SessionState }) {
  const counts = new Map<string, { n: number; stage: string }>();
  for (const shot of state.shots.values()) {
    const index = shot.build.stages.findIndex((stage) => stage.key === shot.stage.key);
    for (const mark of shot.marks.values())
      if (mark.fault)
        counts.set(mark.fault, {
          n: (counts.get(mark.fault)?.n ?? 0) + 1,
          stage:
            shot.build.stages.length > 1 ? faultStage(shot.build.stages, index, mark.fault) : '',
        });
  }
  if (counts.size === 0) return <p className="hint">No faults marked yet.</p>;
  const [worst, { stage }] = [...counts].sort((one, other) => other[1].n - one[1].n)[0]!;
  const entry = FAULTS[worst as keyof typeof FAULTS];
  return (
    <div>
      <p className="text-sm">
        {[...counts]
          .map(([key, { n: count }]) => `${FAULTS[key as keyof typeof FAULTS].name} ${count}`)
          .join(', ')}
      </p>
      <p className="hint">
        Most often {entry.name}
        {`${stage ? ` (${stage.toLowerCase()})` : ''}: ${remedyOf(worst as Fault, state.snapshot.units)}.`}
      </p>
    </div>
  );
}
