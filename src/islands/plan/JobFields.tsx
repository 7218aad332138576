import type { Build } from '@/core/build/index.ts';
import { builtIns, layersOf, place } from '@/core/build/index.ts';
import type { CupId, Job, Plan, PlanInput } from '@/core/plan/index.ts';
import { jobInBuild, jobInMould, jobInStep, jobWithTools, runsOf } from '@/core/plan/index.ts';
import { Bait } from '@/ui/Bait.tsx';
import { drawBuild } from '@/ui/drawLayers.ts';
import { FigureField } from '@/ui/FigureField.tsx';
import type { Props } from '@/ui/StageFields.tsx';
import { Choose, StageFields } from '@/ui/StageFields.tsx';
import { LayerCup } from './LayerCup.tsx';
import { SurerSays } from './SurerSays.tsx';

/** The plan the job is of, and how one of its layers is drawn from another cup. */
interface Drawing {
  input: PlanInput;
  plan: Plan;
  /** s the session takes; null until that is known */
  seconds: number | null;
  drawFrom: (job: Job, layer: string, cup: CupId | 'another') => void;
}

/** One job: its build and colours, and what each stage is shot with. */
export function JobFields({ input, plan, seconds, drawFrom, ...fields }: Props & Drawing) {
  const { job, shelf, units, defaults, open, set } = fields;
  const runs = runsOf(job);
  const layers = layersOf(job.build);
  const builds: Build[] = [...builtIns(), ...shelf.builds.map((build) => build.spec)];
  const from = { shelf, defaults };
  const takeBuild = (key: string) =>
    set(
      jobInBuild(
        job,
        builds.find((build) => build.key === key)!,
        from,
      ),
    );
  const says = (layer: (typeof layers)[number]) => {
    const { over } = place(layer.place);
    return layers.length > 1 ? `${layer.name}${over === 'both' ? '' : `, over ${over}`}` : 'Mix';
  };
  return (
    <details className="border-b border-rule" open={open}>
      <summary className="flex min-h-11 cursor-pointer items-center gap-3 py-1">
        <Bait
          outline={job.bait.outline}
          width={72}
          layers={drawBuild(
            job.build,
            (layer) =>
              shelf.mixes.find((mix) => mix.id === job.layers[layer.key])?.spec.colour ?? null,
          )}
        />
        <b>{job.bait.name}</b> <span className="text-soft">{job.colourway.name}</span>
        <span className="figure ml-auto">
          {job.lines.reduce((sum, line) => sum + line.count, 0)}
        </span>
      </summary>
      <div className="grid gap-3 pb-4 sm:grid-cols-2 xl:grid-cols-3">
        <label className="field">
          <span>Build</span>
          <select
            className="box"
            value={job.build.key}
            onChange={(change) => takeBuild(change.target.value)}
          >
            {builds.map((build) => (
              <option key={build.key} value={build.key}>
                {build.name}
              </option>
            ))}
          </select>
        </label>
        {layers.map((layer) => (
          <Choose
            key={layer.key}
            label={says(layer)}
            value={job.layers[layer.key] ?? ''}
            all={shelf.mixes}
            take={(id) => set({ ...job, layers: { ...job.layers, [layer.key]: id || null } })}
            none="no mix"
          />
        ))}
        {layers.map((layer) => (
          <LayerCup
            key={layer.key}
            input={input}
            plan={plan}
            job={job}
            layer={layer}
            draw={(key, cup) => drawFrom(job, key, cup)}
          />
        ))}
        <div>
          <FigureField
            label="Sure of enough"
            value={job.confidence}
            of="share"
            units={units}
            min={0.5}
            max={0.99}
            onChange={(value) => set({ ...job, confidence: value })}
          />
          <SurerSays {...{ input, job, plan, seconds }} />
        </div>
        <FigureField
          label="Trial shots first"
          value={job.trials}
          of="count"
          whole
          max={10}
          units={units}
          onChange={(value) => set({ ...job, trials: value })}
        />
        <div className="field">
          <span className="block text-sm text-soft">Shots more or fewer</span>
          <span className="flex items-center gap-2">
            <button
              type="button"
              className="act"
              aria-label="One shot fewer"
              onClick={() => set({ ...job, extra: job.extra - 1 })}
            >
              −
            </button>
            <b className="figure w-10 text-center">{job.extra > 0 ? `+${job.extra}` : job.extra}</b>
            <button
              type="button"
              className="act"
              aria-label="One shot more"
              onClick={() => set({ ...job, extra: job.extra + 1 })}
            >
              +
            </button>
          </span>
        </div>
      </div>
      {runs.map((run, i) => (
        <StageFields
          key={run.key}
          run={run}
          job={job}
          shelf={shelf}
          units={units}
          defaults={defaults}
          several={runs.length > 1}
          set={(part) => set(jobWithTools(job, i, part))}
          onMould={(mould) => set(jobInMould(job, i, mould, from))}
          onInStep={(mould) => set(jobInStep(job, i, mould, from))}
        />
      ))}
    </details>
  );
}
