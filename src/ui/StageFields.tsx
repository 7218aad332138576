import { POUR_BY, PUSHES, MAKES } from '@/core/build/build.ts';
import { LIES } from '@/core/mould/kinds.ts';
import { lieOf } from '@/core/mould/mould.ts';
import type { DraftDefaults, MouldEntry, Shelf } from '@/core/plan/shelf.ts';
import type { Job, Tools } from '@/core/plan/input.ts';
import { type Run, sourceOf } from '@/core/plan/run.ts';
import { Choice } from './Choice.tsx';
import { entryOptions, Select } from './Select.tsx';
import { FigureField } from './FigureField.tsx';
import { TestShots, WindowChoice } from './WindowFields.tsx';
import type { ShopUnits } from '@/core/quantity/units.ts';

interface Choosing {
  label: string;
  value: number | '';
  all: { id: number; spec: { name: string } }[];
  take: (id: number) => void;
  none?: string;
}
export function Choose({ label, value, all, take, none = 'none' }: Choosing) {
  return (
    <Select
      label={label}
      value={String(value)}
      options={[{ value: '', name: none }, ...entryOptions(all)]}
      onChange={(id) => take(Number(id))}
    />
  );
}
type Entry<Spec> = { id: number; spec: Spec };
const find = <Spec,>(all: Entry<Spec>[], id: number): Entry<Spec> | undefined =>
  all.find((entry) => entry.id === id);

interface Fields {
  run: Run;
  shelf: Shelf;
  set: (part: Partial<Tools>) => void;
}

/** How a stage is made, and what it takes from the one before, in words. */
function stageSays(job: Job, { stage, tools }: Run): string {
  const how =
    stage.layers.length === 0 ? POUR_BY[stage.by].name : `pushed ${PUSHES[stage.push].name}`;
  const source = sourceOf(job, stage);
  const mould = tools.moulds[0]?.mould;
  const lie = source && mould ? lieOf(mould, source.mould) : null;
  const inserts = source
    ? [
        `${MAKES[source.stage.makes].many} of ${source.mould.name}`,
        ...(lie ? [LIES[lie.lies].name] : []),
        ...(tools.fromShelf ? [`${tools.fromShelf} of them from the shelf`] : []),
      ]
    : [];
  return [
    how,
    stage.rods ? (stage.closes ? 'rods in, tail closed off' : 'rods in') : '',
    inserts.join(', '),
  ]
    .filter(Boolean)
    .join('; ');
}

/** Moulds a stage may be shot in: a bait also in those a rod goes into. */
const mouldsFor = ({ stage }: Run, { moulds }: Shelf) =>
  moulds.filter(({ spec }) => spec.makes === stage.makes || (stage.makes === 'bait' && spec.rod));

/** What is done when the mould of a stage is chosen, or the one in step with it; undefined = none. */
interface OnMoulds {
  onMould: (mould: MouldEntry | undefined) => void;
  onInStep: (mould: MouldEntry | undefined) => void;
}
/** The mould a stage is shot in, and another in step with it. */
function MouldChoices({ run, shelf, onMould, onInStep }: Omit<Fields, 'set'> & OnMoulds) {
  const [first, second] = run.tools.moulds;
  const moulds = mouldsFor(run, shelf);
  return (
    <>
      <Choose
        label="Mould"
        value={first?.id ?? ''}
        all={moulds}
        take={(id) => onMould(find(shelf.moulds, id))}
      />
      <Choose
        label="And, in step with it"
        value={second?.id ?? ''}
        all={moulds.filter((mould) => mould.id !== first?.id)}
        take={(id) => onInStep(find(shelf.moulds, id))}
      />
    </>
  );
}

/** What it is pushed with, and what becomes of what stays in there: of a stage that is shot. */
function InjectorChoices({ run: { stage, tools }, shelf, set }: Fields) {
  return (
    <>
      <Choose
        label="Injector"
        value={tools.injector?.id ?? ''}
        all={shelf.injectors}
        take={(id) => {
          const entry = find(shelf.injectors, id);
          set({ injector: entry ? { id, injector: entry.spec } : null, order: [] });
        }}
      />
      {stage.layers.length > 1 && (
        <Choose
          label="Block"
          value={tools.block?.id ?? ''}
          all={shelf.blocks}
          take={(id) => {
            const entry = find(shelf.blocks, id);
            set({ block: entry ? { id, block: entry.spec } : null });
          }}
        />
      )}
    </>
  );
}
const HABITS: Record<Tools['habit'], { name: string }> = {
  push: { name: 'pushed back hot' },
  plug: { name: 'set, and pulled as a plug' },
};
function RestChoices({ run: { stage, tools }, set }: Omit<Fields, 'shelf'>) {
  const goes = {
    puck: { name: 'to the pucks' },
    ...Object.fromEntries(
      stage.layers.map(({ key, name }) => [key, { name: `back to the ${name.toLowerCase()}` }]),
    ),
  };
  return (
    <>
      <Choice
        label="Rest in the injector"
        value={tools.habit}
        of={HABITS}
        onChange={(habit) => set({ habit })}
      />
      {stage.layers.length > 1 && (
        <Choice<string>
          label="Sprues of more than one colour go"
          value={tools.mixedTo}
          of={goes}
          onChange={(mixedTo) => set({ mixedTo })}
        />
      )}
    </>
  );
}

/** What one stage is shot with. */
export function StageFields({
  run,
  job,
  shelf,
  units,
  defaults,
  set,
  several,
  onMould,
  onInStep,
}: Omit<Props, 'set' | 'open'> &
  OnMoulds & {
    run: Run;
    set: (part: Partial<Tools>) => void;
    several: boolean;
  }) {
  const { stage, tools } = run;
  const shot = stage.layers.length > 0;
  return (
    <fieldset className={several ? 'border-t border-rule pt-2' : ''}>
      <legend className={several ? 'pr-3 font-bold' : 'sr-only'}>{stage.name}</legend>
      {several && <p className="hint mb-2">{stageSays(job, run)}</p>}
      <div className="grid gap-3 pb-3 sm:grid-cols-2 xl:grid-cols-3">
        <MouldChoices {...{ run, shelf, onMould, onInStep }} />
        {shot && <InjectorChoices {...{ run, shelf, set }} />}
        <FigureField
          label="Come good"
          value={tools.good}
          of="share"
          units={units}
          min={0.05}
          max={1}
          onChange={(good) => set({ good, strength: undefined, cavities: undefined })}
        />
        <WindowChoice {...{ tools, defaults, units, set }} />
        <TestShots tools={tools} units={units} set={set} />
        {shot && <RestChoices {...{ run, set }} />}
      </div>
    </fieldset>
  );
}
export interface Props {
  job: Job;
  shelf: Shelf;
  units: ShopUnits;
  defaults: DraftDefaults;
  open: boolean;
  set: (job: Job) => void;
}
