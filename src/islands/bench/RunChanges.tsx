import { useState } from 'react';
import { type Build, stageLayers, layersOf } from '../../core/build/build.ts';
import { builtIns, findBuild } from '../../core/build/builtIns.ts';
import { checkJob } from '../../core/plan/check.ts';
import { cupsFor } from '../../core/plan/draft.ts';
import type { Job } from '../../core/plan/input.ts';
import type { Shelf } from '../../core/plan/shelf.ts';
import { toolsFor } from '../../core/plan/tools.ts';
import type { ShopUnits } from '../../core/quantity/units.ts';
import type { RunState, SessionState } from '../../core/session/state.ts';
import type { Send } from '../../core/session/step.ts';

/**
 * Builds the colours of a run can be shot in instead: one stage, as many layers, another block or
 * way of pushing.
 */
function otherBuilds(run: RunState, shelf: Shelf): Build[] {
  const all = [...builtIns(), ...shelf.builds.map((build) => build.spec)];
  return run.job.build.stages.length > 1
    ? []
    : all.filter(
        (build) =>
          build.key !== run.job.build.key &&
          build.stages.length === 1 &&
          stageLayers(build.stages[0]!).length === stageLayers(run.stage).length &&
          build.stages[0]!.layers.length === run.stage.layers.length,
      );
}
export function RunChanges({
  state,
  run,
  shelf,
  units,
  onSend,
}: {
  state: SessionState;
  run: RunState;
  shelf: Shelf | null;
  units: ShopUnits;
  onSend: (send: Send) => void;
}) {
  const [wrong, setWrong] = useState<string[]>([]);
  const shots = (by: number) =>
    onSend({ kind: 'changed', payload: { what: 'shots', job: run.key, by } });
  const trials = (by: number) =>
    onSend({ kind: 'changed', payload: { what: 'trials', job: run.key, by } });
  const bait = run.stage.makes === 'bait';
  const take = (colourway: Job['colourway'], build: Build, layers: Job['layers']) => {
    const { job, tools } = run;
    const mould = shelf!.moulds.find((mould) => mould.id === job.tools.at(-1)?.moulds[0]?.id);
    const defaults = {
      settings: state.snapshot.input.settings,
      good: tools.good,
      confidence: job.confidence,
      window: tools.window,
    };
    const fresh =
      build.key === job.build.key ? job.tools : toolsFor(shelf!, build, mould, defaults);
    if (build.stages.length !== job.build.stages.length)
      return setWrong([
        `${build.name} has ${build.stages.length} stages; this job is laid out for ` +
          `${job.build.stages.length}. Plan it as a session of its own.`,
      ]);
    const next: Job = { ...job, colourway, build, layers, tools: fresh };
    const cups = cupsFor(shelf!, [next], state.snapshot.input.cups, state.snapshot.input.settings);
    const refused = checkJob(
      next,
      { jobs: [next], cups, settings: state.snapshot.input.settings },
      units,
    ).filter((remark) => remark.weight === 'refused');
    setWrong(refused.map((remark) => remark.sentence));
    const index = job.build.stages.findIndex((stage) => stage.key === run.stage.key);
    if (refused.length === 0)
      onSend({
        kind: 'changed',
        payload: {
          what: 'colourway',
          job: run.key,
          colourway,
          build,
          layers,
          cups,
          injector: fresh[index]!.injector,
          block: fresh[index]!.block,
        },
      });
  };
  /**
   * Another mould makes its own bait: the one it is listed for, the run's own where it is listed
   * for that too.
   */
  const takeMould = (entry: Shelf['moulds'][number]) => {
    const made = shelf!.baits.filter((bait) => bait.spec.mouldIds.includes(entry.id));
    const own = run.job.bait;
    const other = made.find((entry) => entry.id === own.id) ?? made[0];
    const named = bait
      ? other
        ? { id: other.id, name: other.spec.name, outline: other.spec.outline }
        : { id: 0, name: `Baits of ${entry.spec.name}`, outline: entry.spec.cavities[0]!.outline }
      : undefined;
    onSend({
      kind: 'changed',
      payload: {
        what: 'mould',
        job: run.key,
        id: entry.id,
        mould: entry.spec,
        only: false,
        ...(named && named.id !== own.id ? { bait: named } : {}),
      },
    });
  };
  const takeColourway = (id: number) => {
    const entry = shelf!.colourways.find((colourway) => colourway.id === id)!;
    const build = findBuild(
      entry.spec.build,
      shelf!.builds.map((build) => build.spec),
    );
    if (build) take({ id, name: entry.spec.name, line: entry.spec.line }, build, entry.spec.layers);
  };
  const takeBuild = (key: string) => {
    const build = otherBuilds(run, shelf!).find((otherBuild) => otherBuild.key === key)!;
    const held = stageLayers(run.stage).map((stageLayer) => run.job.layers[stageLayer.key] ?? null);
    take(
      run.job.colourway,
      build,
      Object.fromEntries(layersOf(build).map((layer, i) => [layer.key, held[i] ?? null])),
    );
  };
  const counter = (name: string, value: string, less: () => void, more: () => void) => (
    <div role="group" aria-label={name}>
      <p className="hint">{name}</p>
      <p className="flex items-center gap-3">
        <button
          type="button"
          className="act min-h-16 min-w-16 justify-center text-2xl"
          aria-label={`One fewer: ${name}`}
          onClick={less}
        >
          −
        </button>
        <b className="figure text-2xl">{value}</b>
        <button
          type="button"
          className="act min-h-16 min-w-16 justify-center text-2xl"
          aria-label={`One more: ${name}`}
          onClick={more}
        >
          +
        </button>
      </p>
    </div>
  );
  return (
    <section className="border-t border-ink py-3">
      <p className="mb-2">
        <b>{run.job.bait.name}</b>, {run.job.colourway.name}
        {run.job.build.stages.length > 1 ? `: ${run.stage.name.toLowerCase()}` : ''}{' '}
        <span className="text-soft">{run.job.build.name}</span>
      </p>
      <div className="flex flex-wrap gap-8">
        {counter(
          'Shots',
          `${run.done} of ${run.target}`,
          () => shots(-1),
          () => shots(1),
        )}
        {bait &&
          counter(
            'Trial shots, counted apart',
            `${run.trialsDone} of ${run.trials}`,
            () => trials(-1),
            () => trials(1),
          )}
      </div>
      {shelf && (
        <div className="mt-3 grid gap-3 md:grid-cols-2">
          <label className="field">
            <span>Another mould from here on</span>
            <select
              className="box"
              value=""
              onChange={(change) => {
                const entry = shelf.moulds.find(
                  (mould) => mould.id === Number(change.target.value),
                );
                if (entry) takeMould(entry);
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
                onChange={(change) => takeColourway(Number(change.target.value))}
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
                onChange={(change) => change.target.value && takeBuild(change.target.value)}
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
