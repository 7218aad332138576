import { layersOf } from '@/core/build/index.ts';
import type { Closure } from '@/core/mould/index.ts';
import { CLOSURES } from '@/core/mould/index.ts';
import type { Job, Shelf } from '@/core/plan/index.ts';
import { calledByLayers, jobInMould, jobInStep, jobWithTools, runsOf } from '@/core/plan/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import type { SessionState } from '@/core/session/index.ts';
import { draftDefaultsOf } from '@/core/session/index.ts';
import { FigureField } from '@/ui/FigureField.tsx';
import { Select } from '@/ui/Select.tsx';
import { Choose, StageFields } from '@/ui/StageFields.tsx';

interface Props {
  state: SessionState;
  job: Job;
  shelf: Shelf;
  units: ShopUnits;
  vessel: number | undefined;
  onVessel: (vessel: number | undefined) => void;
  onChange: (job: Job) => void;
}

/** What of the mixes lies where: with a layer more, or one fewer, than its colours had. */
function Layers({ job, shelf, onChange }: Pick<Props, 'job' | 'shelf' | 'onChange'>) {
  return (
    <>
      {layersOf(job.build).map(({ key, name }) => (
        <Choose
          key={key}
          label={name}
          value={job.layers[key] ?? ''}
          all={shelf.mixes}
          none="no mix"
          take={(id) => {
            const layers = { ...job.layers, [key]: id || null };
            onChange(calledByLayers({ ...job, layers }, job, shelf));
          }}
        />
      ))}
    </>
  );
}

/** What a mould is closed with: one that is poured from above is not. */
const HELD_WITH = Object.entries(CLOSURES)
  .filter(([key]) => key !== 'open')
  .map(([value, { name }]) => ({ value, name }));

/** What holds its mould together tonight. */
function ClosedWith({ job, units, onChange }: Pick<Props, 'job' | 'units' | 'onChange'>) {
  const last = job.tools.length - 1;
  const entry = job.tools[last]?.moulds[0];
  if (!entry || entry.mould.closure === 'open') return null;
  const put = (part: { closure?: Closure; closures?: number }) =>
    onChange(
      jobWithTools(job, last, {
        moulds: job.tools[last]!.moulds.map((one) =>
          one === entry ? { ...one, mould: { ...one.mould, ...part } } : one,
        ),
      }),
    );
  return (
    <>
      <Select
        label="Mould held with"
        value={entry.mould.closure}
        options={HELD_WITH}
        onChange={(closure) => put({ closure: closure as Closure })}
      />
      <FigureField
        label="How many of them"
        of="count"
        whole
        value={entry.mould.closures}
        min={1}
        max={24}
        units={units}
        onChange={(closures) => put({ closures })}
      />
    </>
  );
}

/** The mixes of a job taken on at the bench, and all it is shot with. */
export function AlsoTools({ state, job, shelf, units, vessel, onVessel, onChange }: Props) {
  const defaults = draftDefaultsOf(state);
  const runs = runsOf(job);
  if (!defaults) return null;
  return (
    <>
      <div className="mt-3 grid gap-3 sm:grid-cols-3">
        <Layers {...{ job, shelf, onChange }} />
      </div>
      <details className="mt-2">
        <summary className="min-h-11 cursor-pointer py-2">With what</summary>
        {runs.map((run, nth) => (
          <StageFields
            key={run.key}
            {...{ run, job, shelf, units, defaults }}
            several={runs.length > 1}
            set={(part) => onChange(jobWithTools(job, nth, part))}
            onMould={(mould) => onChange(jobInMould(job, nth, mould, { shelf, defaults }))}
            onInStep={(mould) => onChange(jobInStep(job, nth, mould, { shelf, defaults }))}
          />
        ))}
        <div className="grid gap-3 pb-3 sm:grid-cols-3">
          <ClosedWith {...{ job, units, onChange }} />
          <Choose
            label="New cups are"
            value={vessel ?? ''}
            all={shelf.vessels}
            none="the smallest that takes it"
            take={(id) => onVessel(id || undefined)}
          />
        </div>
      </details>
    </>
  );
}
