import { useState } from 'react';
import type { Job, Plan, PlanInput, Shelf } from '@/core/plan/index.ts';
import { fullCupGives, isForShelf } from '@/core/plan/index.ts';
import { BaitAndWay } from '@/ui/BaitAndWay.tsx';
import { FigureField } from '@/ui/FigureField.tsx';
import type { ShopUnits } from '@/core/quantity/index.ts';

interface Props {
  input: PlanInput;
  plan: Plan;
  shelf: Shelf;
  units: ShopUnits;
  add: (bait: number, colourway: number) => void;
  set: (job: Job) => void;
  takeOut: (job: Job) => void;
}

/** The fewest shots full cups give of a job: once round, and with the sprues round again. */
function givesOf({ plan }: Props, job: Job): { once: number; round: number } | null {
  const all = plan.cups.flatMap((cup) => fullCupGives(plan, job, cup) ?? []);
  if (all.length === 0) return null;
  return {
    once: Math.min(...all.map(({ once }) => once)),
    round: Math.min(...all.map(({ round }) => round)),
  };
}

/** One job nobody ordered: how many shots, and what a full cup gives. */
function ForShelfJob({ job, ...props }: Props & { job: Job }) {
  const { units, set, takeOut } = props;
  const gives = givesOf(props, job);
  const cavities = job.tools.at(-1)?.moulds[0]?.mould.cavities.length ?? 1;
  return (
    <li className="grid items-end gap-3 border-b border-rule py-2 sm:grid-cols-[1fr_120px_auto]">
      <span>
        <b>{job.bait.name}</b> {job.colourway.name}
        {gives && (
          <span className="block text-sm text-soft">
            {`A full cup gives about ${gives.once * cavities} baits, ` +
              `${gives.round * cavities} with the sprues round again.`}
          </span>
        )}
      </span>
      <FigureField
        label="Shots"
        of="count"
        whole
        value={job.extra}
        min={1}
        max={200}
        units={units}
        onChange={(extra) => set({ ...job, extra })}
      />
      <span className="flex gap-2">
        {gives && gives.round > 0 && gives.round !== job.extra && (
          <button
            type="button"
            className="act"
            onClick={() => set({ ...job, extra: Math.min(200, gives.round) })}
          >
            Until it is empty
          </button>
        )}
        <button type="button" className="act" onClick={() => takeOut(job)}>
          Take out
        </button>
      </span>
    </li>
  );
}

/** Baits nobody ordered: for the shelf, for trial, for oneself. */
export function ForShelf(props: Props) {
  const { input, shelf, add } = props;
  const [bait, setBait] = useState(String(shelf.baits[0]?.id ?? ''));
  const [colourway, setColourway] = useState(String(shelf.colourways[0]?.id ?? ''));
  return (
    <section aria-label="For the shelf">
      <h2 className="mt-6">For the shelf</h2>
      <p className="hint">Nobody ordered them: a cup is shot until it is empty.</p>
      <ul>
        {input.jobs.filter(isForShelf).map((job) => (
          <ForShelfJob key={job.key} {...props} job={job} />
        ))}
      </ul>
      <div className="mt-2 grid items-end gap-3 sm:grid-cols-[1fr_1fr_auto]">
        <BaitAndWay {...{ shelf, bait }} way={colourway} onBait={setBait} onWay={setColourway} />
        <button type="button" className="act" onClick={() => add(Number(bait), Number(colourway))}>
          Shoot it
        </button>
      </div>
    </section>
  );
}
