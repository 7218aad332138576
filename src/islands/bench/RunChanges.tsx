import { useState } from 'react';
import { findBuild } from '@/core/build/index.ts';
import type { Shelf } from '@/core/plan/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import type { RunChange, RunState, Send, SessionState } from '@/core/session/index.ts';
import { otherBuilds, takeBuild, takeColourway, takeMould } from '@/core/session/index.ts';

/** A number one press up or down. */
function Counter({ name, value, by }: { name: string; value: string; by: (more: 1 | -1) => void }) {
  return (
    <div role="group" aria-label={name}>
      <p className="hint">{name}</p>
      <p className="flex items-center gap-3">
        <button
          type="button"
          className="act min-h-16 min-w-16 justify-center text-2xl"
          aria-label={`One fewer: ${name}`}
          onClick={() => by(-1)}
        >
          −
        </button>
        <b className="figure text-2xl">{value}</b>
        <button
          type="button"
          className="act min-h-16 min-w-16 justify-center text-2xl"
          aria-label={`One more: ${name}`}
          onClick={() => by(1)}
        >
          +
        </button>
      </p>
    </div>
  );
}

interface Props {
  state: SessionState;
  run: RunState;
  shelf: Shelf | null;
  units: ShopUnits;
  onSend: (send: Send) => void;
}

/** What of a run is changed while it is shot: how many, in which mould, colours and build. */
export function RunChanges({ state, run, shelf, units, onSend }: Props) {
  const [wrong, setWrong] = useState<string[]>([]);
  const change = (of: RunChange) => {
    setWrong(of.ok ? [] : of.refused);
    if (of.ok) onSend(of.send);
  };
  const more = (what: 'shots' | 'trials') => (by: 1 | -1) =>
    onSend({ kind: 'changed', payload: { what, job: run.key, by } });
  const bait = run.stage.makes === 'bait';
  return (
    <section className="border-t border-ink py-3">
      <p className="mb-2">
        <b>{run.job.bait.name}</b>, {run.job.colourway.name}
        {run.job.build.stages.length > 1 ? `: ${run.stage.name.toLowerCase()}` : ''}{' '}
        <span className="text-soft">{run.job.build.name}</span>
      </p>
      <div className="flex flex-wrap gap-8">
        <Counter name="Shots" value={`${run.done} of ${run.target}`} by={more('shots')} />
        {bait && (
          <Counter
            name="Trial shots, counted apart"
            value={`${run.trialsDone} of ${run.trials}`}
            by={more('trials')}
          />
        )}
      </div>
      {shelf && (
        <div className="mt-3 grid gap-3 md:grid-cols-2">
          <label className="field">
            <span>Another mould from here on</span>
            <select
              className="box"
              value=""
              onChange={(chosen) => {
                const entry = shelf.moulds.find(
                  (mould) => mould.id === Number(chosen.target.value),
                );
                if (entry) onSend(takeMould(run, shelf, entry));
              }}
            >
              <option value="">
                {run.tools.moulds.map((mould) => mould.mould.name).join(', ')}; add one…
              </option>
              {shelf.moulds
                .filter((mould) => !run.tools.moulds.some((entry) => entry.id === mould.id))
                .map((mould) => (
                  <option key={mould.id} value={mould.id}>
                    {mould.spec.name}
                  </option>
                ))}
            </select>
          </label>
          {bait && (
            <label className="field">
              <span>Another colourway from here on</span>
              <select
                className="box"
                value={run.job.colourway.id}
                onChange={(chosen) =>
                  change(takeColourway(state, run, Number(chosen.target.value), { shelf, units }))
                }
              >
                {shelf.colourways.map((colourway) => (
                  <option key={colourway.id} value={colourway.id}>
                    {colourway.spec.name} (
                    {findBuild(
                      colourway.spec.build,
                      shelf.builds.map((build) => build.spec),
                    )?.name.toLowerCase() ?? 'its build is gone'}
                    )
                  </option>
                ))}
              </select>
            </label>
          )}
          {bait && otherBuilds(run, shelf).length > 0 && (
            <label className="field">
              <span>Another build from here on, because its block is to hand</span>
              <select
                className="box"
                value=""
                onChange={(chosen) =>
                  chosen.target.value &&
                  change(takeBuild(state, run, chosen.target.value, { shelf, units }))
                }
              >
                <option value="">{run.job.build.name}; change to…</option>
                {otherBuilds(run, shelf).map((otherBuild) => (
                  <option key={otherBuild.key} value={otherBuild.key}>
                    {otherBuild.name}: {otherBuild.what}
                  </option>
                ))}
              </select>
            </label>
          )}
        </div>
      )}
      {wrong.map((word) => (
        <p key={word} className="wrong mt-1">
          {word}
        </p>
      ))}
    </section>
  );
}
