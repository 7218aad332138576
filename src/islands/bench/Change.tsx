import { useEffect, useState } from 'react';
import type { Build } from '@/core/build/index.ts';
import { builtIns, findBuild, layersOf, stageLayers } from '@/core/build/index.ts';
import type { Job, Shelf } from '@/core/plan/index.ts';
import { checkJob, cupsFor, toolsFor } from '@/core/plan/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import type { RunState, Send, SessionState } from '@/core/session/index.ts';
import { call } from '@/ui/api.ts';
import { Dialog } from '@/ui/Dialog.tsx';

interface Props {
  s: SessionState;
  units: ShopUnits;
  onSend: (send: Send) => void;
  onClose: () => void;
  now: number;
}

/** Builds the colours of a run can be shot in instead: one stage, as many layers, another block or way of pushing. */
function otherBuilds(run: RunState, shelf: Shelf): Build[] {
  const all = [...builtIns(), ...shelf.builds.map((b) => b.spec)];
  return run.job.build.stages.length > 1
    ? []
    : all.filter(
        (b) =>
          b.key !== run.job.build.key &&
          b.stages.length === 1 &&
          stageLayers(b.stages[0]!).length === stageLayers(run.stage).length &&
          b.stages[0]!.layers.length === run.stage.layers.length,
      );
}

function RunChanges({
  s,
  run,
  shelf,
  units,
  onSend,
}: {
  s: SessionState;
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
    const mould = shelf!.moulds.find((m) => m.id === job.tools.at(-1)?.moulds[0]?.id);
    const defaults = {
      settings: s.snapshot.input.settings,
      good: tools.good,
      confidence: job.confidence,
      window: tools.window,
    };
    const fresh =
      build.key === job.build.key ? job.tools : toolsFor(shelf!, build, mould, defaults);
    if (build.stages.length !== job.build.stages.length)
      return setWrong([
        `${build.name} has ${build.stages.length} stages; this job is laid out for ${job.build.stages.length}. Plan it as a session of its own.`,
      ]);
    const next: Job = { ...job, colourway, build, layers, tools: fresh };
    const cups = cupsFor(shelf!, [next], s.snapshot.input.cups, s.snapshot.input.settings);
    const refused = checkJob(
      next,
      { jobs: [next], cups, settings: s.snapshot.input.settings },
      units,
    ).filter((r) => r.weight === 'refused');
    setWrong(refused.map((r) => r.sentence));
    const i = job.build.stages.findIndex((x) => x.key === run.stage.key);
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
          injector: fresh[i]!.injector,
          block: fresh[i]!.block,
        },
      });
  };
  /** Another mould makes its own bait: the one it is listed for, the run's own where it is listed for that too. */
  const takeMould = (m: Shelf['moulds'][number]) => {
    const made = shelf!.baits.filter((b) => b.spec.mouldIds.includes(m.id));
    const own = run.job.bait;
    const other = made.find((b) => b.id === own.id) ?? made[0];
    const named = bait
      ? other
        ? { id: other.id, name: other.spec.name, outline: other.spec.outline }
        : { id: 0, name: `Baits of ${m.spec.name}`, outline: m.spec.cavities[0]!.outline }
      : undefined;
    onSend({
      kind: 'changed',
      payload: {
        what: 'mould',
        job: run.key,
        id: m.id,
        mould: m.spec,
        only: false,
        ...(named && named.id !== own.id ? { bait: named } : {}),
      },
    });
  };
  const takeColourway = (id: number) => {
    const entry = shelf!.colourways.find((c) => c.id === id)!;
    const build = findBuild(
      entry.spec.build,
      shelf!.builds.map((b) => b.spec),
    );
    if (build) take({ id, name: entry.spec.name, line: entry.spec.line }, build, entry.spec.layers);
  };
  const takeBuild = (key: string) => {
    const build = otherBuilds(run, shelf!).find((b) => b.key === key)!;
    const held = stageLayers(run.stage).map((l) => run.job.layers[l.key] ?? null);
    take(
      run.job.colourway,
      build,
      Object.fromEntries(layersOf(build).map((l, i) => [l.key, held[i] ?? null])),
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
              onChange={(e) => {
                const m = shelf.moulds.find((x) => x.id === Number(e.target.value));
                if (m) takeMould(m);
              }}
            >
              <option value="">
                {run.tools.moulds.map((m) => m.mould.name).join(', ')}; add one…
              </option>
              {shelf.moulds
                .filter((m) => !run.tools.moulds.some((x) => x.id === m.id))
                .map((m) => (
                  <option key={m.id} value={m.id}>
                    {m.spec.name}
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
                onChange={(e) => takeColourway(Number(e.target.value))}
              >
                {shelf.colourways.map((c) => (
                  <option key={c.id} value={c.id}>
                    {c.spec.name} (
                    {findBuild(
                      c.spec.build,
                      shelf.builds.map((b) => b.spec),
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
                onChange={(e) => e.target.value && takeBuild(e.target.value)}
              >
                <option value="">{run.job.build.name}; change to…</option>
                {otherBuilds(run, shelf).map((b) => (
                  <option key={b.key} value={b.key}>
                    {b.name}: {b.what}
                  </option>
                ))}
              </select>
            </label>
          )}
        </div>
      )}
      {wrong.map((w) => (
        <p key={w} className="wrong mt-1">
          {w}
        </p>
      ))}
    </section>
  );
}

/** Powers a microwave can be set to. */
const LEVELS = [1, 0.8, 0.7, 0.6, 0.5, 0.3] as const;

/** The oven cups are cooked in from here on, and its power: advice and what is learned go by it. */
function OvenChange({ s, onSend }: { s: SessionState; onSend: (send: Send) => void }) {
  const { ovens } = s.snapshot.heat;
  const take = (oven: number, level: number) =>
    onSend({ kind: 'changed', payload: { what: 'oven', oven, level } });
  return (
    <section className="grid gap-3 border-t border-ink py-3 md:grid-cols-2" aria-label="Oven">
      <label className="field">
        <span>Oven in use</span>
        <select
          className="box"
          value={s.oven.id}
          onChange={(e) => {
            const o = ovens.find((x) => x.id === Number(e.target.value))!;
            take(o.id, o.oven.level);
          }}
        >
          {ovens.map((o) => (
            <option key={o.id} value={o.id}>
              {o.oven.name}, {o.oven.watts} W
            </option>
          ))}
        </select>
      </label>
      <label className="field">
        <span>At power</span>
        <select
          className="box"
          value={s.oven.level}
          onChange={(e) => take(s.oven.id, Number(e.target.value))}
        >
          {[...new Set([s.oven.level, ...LEVELS])]
            .sort((a, b) => b - a)
            .map((l) => (
              <option key={l} value={l}>
                {Math.round(l * 100)} %
              </option>
            ))}
        </select>
      </label>
    </section>
  );
}

/** Plans change at the bench. Each change counts from here on; what was shot stays as it was shot. */
export function Change({ s, units, onSend, onClose }: Props) {
  const [shelf, setShelf] = useState<Shelf | null>(null);
  useEffect(
    () => void call<Shelf>('GET', '/api/catalogue').then((r) => r.ok && setShelf(r.value)),
    [],
  );
  return (
    <Dialog open onClose={onClose} title="Change the session" wide>
      {[...s.runs.values()].map((run) => (
        <RunChanges key={run.key} s={s} run={run} shelf={shelf} units={units} onSend={onSend} />
      ))}
      <OvenChange s={s} onSend={onSend} />
      <div className="flex flex-wrap gap-3 border-t border-ink pt-4">
        <button
          type="button"
          className="act min-h-16"
          onClick={() => {
            onSend({ kind: 'brokenOff', payload: { why: '' } });
            onClose();
          }}
        >
          Break off for the night
        </button>
        <button
          type="button"
          className="act min-h-16"
          onClick={() => {
            onSend({ kind: 'finished', payload: {} });
            onClose();
          }}
        >
          Finish here and count
        </button>
      </div>
      <p className="hint mt-2">
        Breaking off stops the session’s clock; everything counts as cold when it is taken up again.
        Switch off plates and guns.
      </p>
    </Dialog>
  );
}
