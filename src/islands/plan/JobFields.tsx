import type { Build } from '@/core/build/index.ts';
import { builtIns, layersOf, MAKES, place, POUR_BY, PUSHES } from '@/core/build/index.ts';
import type { DraftDefaults, Job, Run, Shelf, Tools } from '@/core/plan/index.ts';
import { inTools, rigFor, runsOf, sourceOf, toolsFor } from '@/core/plan/index.ts';
import { LIES, lieOf } from '@/core/mould/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { degrees } from '@/core/quantity/index.ts';
import { SCHOOLS } from '@/core/schools.ts';
import { Bait } from '@/ui/Bait.tsx';
import { dress } from '@/ui/dress.ts';
import { QuantityField } from '@/ui/QuantityField.tsx';

interface Props {
  job: Job;
  shelf: Shelf;
  units: ShopUnits;
  defaults: DraftDefaults;
  open: boolean;
  set: (job: Job) => void;
}

interface Choice {
  label: string;
  value: number | '';
  all: { id: number; spec: { name: string } }[];
  take: (id: number) => void;
  none?: string;
}
function Choose({ label, value, all, take, none = 'none' }: Choice) {
  return (
    <label className="field">
      <span>{label}</span>
      <select className="box" value={value} onChange={(e) => take(Number(e.target.value))}>
        <option value="">{none}</option>
        {all.map((x) => (
          <option key={x.id} value={x.id}>
            {x.spec.name}
          </option>
        ))}
      </select>
    </label>
  );
}

/** What one stage is shot with. */
function StageFields({
  run,
  job,
  shelf,
  units,
  defaults,
  set,
  several,
  onMould,
}: Omit<Props, 'set' | 'open'> & {
  run: Run;
  set: (part: Partial<Tools>) => void;
  several: boolean;
  onMould: (id: number) => void;
}) {
  const { stage, tools } = run;
  const source = sourceOf(job, stage);
  const barrels = stage.layers.length;
  const moulds = shelf.moulds.filter((m) =>
    stage.makes === 'bait' ? m.spec.makes === 'bait' || m.spec.rod : m.spec.makes === stage.makes,
  );
  const second = moulds.filter((m) => m.id !== tools.moulds[0]?.id);
  const lie = source && tools.moulds[0] ? lieOf(tools.moulds[0].mould, source.mould.name) : null;
  const find = <T,>(all: { id: number; spec: T }[], id: number) => all.find((x) => x.id === id);
  return (
    <fieldset className={several ? 'border-t border-rule pt-2' : ''}>
      <legend className={several ? 'pr-3 font-bold' : 'sr-only'}>{stage.name}</legend>
      {several && (
        <p className="hint mb-2">
          {barrels === 0 ? POUR_BY[stage.by].name : `pushed ${PUSHES[stage.push].name}`}
          {stage.rods ? '; rods in' : ''}
          {source
            ? `; ${MAKES[source.stage.makes].many} of ${source.mould.name}${lie ? `, ${LIES[lie.lies].name}` : ''}${tools.fromShelf ? `, ${tools.fromShelf} of them from the shelf` : ''}`
            : ''}
        </p>
      )}
      <div className="grid gap-3 pb-3 sm:grid-cols-2 xl:grid-cols-3">
        <Choose label="Mould" value={tools.moulds[0]?.id ?? ''} all={moulds} take={onMould} />
        <Choose
          label="And, in step with it"
          value={tools.moulds[1]?.id ?? ''}
          all={second}
          take={(id) => {
            const m = find(shelf.moulds, id);
            set({ moulds: [...tools.moulds.slice(0, 1), ...(m ? [inTools(m)] : [])] });
          }}
        />
        {barrels > 0 && (
          <Choose
            label="Injector"
            value={tools.injector?.id ?? ''}
            all={shelf.injectors}
            take={(id) => {
              const i = find(shelf.injectors, id);
              set({ injector: i ? { id, injector: i.spec } : null, order: [] });
            }}
          />
        )}
        {barrels > 1 && (
          <Choose
            label="Block"
            value={tools.block?.id ?? ''}
            all={shelf.blocks}
            take={(id) => {
              const b = find(shelf.blocks, id);
              set({ block: b ? { id, block: b.spec } : null });
            }}
          />
        )}
        <QuantityField
          label="Come good"
          value={tools.good}
          dimensions={['share']}
          shop={units}
          min={0.05}
          max={1}
          onChange={(v) => v !== null && set({ good: v, strength: undefined })}
        />
        <label className="field">
          <span>Shot window</span>
          <select
            className="box"
            value={`${tools.window.low}/${tools.window.high}`}
            onChange={(e) => {
              const [low, high] = e.target.value.split('/').map(Number);
              set({ window: { low: low!, high: high! } });
            }}
          >
            {windows(tools, defaults, tools.moulds[0]?.mould.window ?? null).map((w) => (
              <option key={w.name} value={`${w.low}/${w.high}`}>
                {degrees(w.low, units)} to {degrees(w.high, units)}, {w.name}
              </option>
            ))}
          </select>
        </label>
        {barrels > 0 && (
          <label className="field">
            <span>Rest in the injector</span>
            <select
              className="box"
              value={tools.habit}
              onChange={(e) => set({ habit: e.target.value as Tools['habit'] })}
            >
              <option value="push">pushed back hot</option>
              <option value="plug">set, and pulled as a plug</option>
            </select>
          </label>
        )}
        {barrels > 1 && (
          <label className="field">
            <span>Sprues of more than one colour go</span>
            <select
              className="box"
              value={tools.mixedTo}
              onChange={(e) => set({ mixedTo: e.target.value })}
            >
              <option value="puck">to the remelt tray</option>
              {stage.layers.map((l) => (
                <option key={l.key} value={l.key}>
                  back to the {l.name.toLowerCase()}
                </option>
              ))}
            </select>
          </label>
        )}
      </div>
    </fieldset>
  );
}

/** Windows to choose from: the one in use, the mould's own, the shop's, and the schools; each once. */
function windows(
  tools: Tools,
  defaults: DraftDefaults,
  own: { low: number; high: number } | null,
): { name: string; low: number; high: number }[] {
  const all = [
    ...(own ? [{ name: 'the mould’s own', ...own }] : []),
    { name: 'the shop’s own', ...defaults.window },
    ...Object.values(SCHOOLS),
    { name: 'as it was kept', ...tools.window },
  ];
  return all.filter((w, i) => all.findIndex((x) => x.low === w.low && x.high === w.high) === i);
}

/** One job: its build and colours, and what each stage is shot with. */
export function JobFields({ job, shelf, units, defaults, open, set }: Props) {
  const runs = runsOf(job);
  const layers = layersOf(job.build);
  const builds: Build[] = [...builtIns(), ...shelf.builds.map((b) => b.spec)];
  const mouldOf = (id: number) => shelf.moulds.find((m) => m.id === id);
  const setTools = (i: number, part: Partial<Tools>) =>
    set({ ...job, tools: job.tools.map((t, k) => (k === i ? { ...t, ...part } : t)) });
  const takeMould = (i: number, id: number) => {
    const mould = mouldOf(id);
    if (!mould) return setTools(i, { moulds: [] });
    // The last stage's mould decides which inserts lie in it, and so the moulds before it.
    if (i === job.build.stages.length - 1)
      return set({ ...job, tools: toolsFor(shelf, job.build, mould, defaults) });
    setTools(i, {
      moulds: [inTools(mould)],
      ...rigFor(shelf, job.build.stages[i]!, mould.spec, defaults),
    });
  };
  const takeBuild = (key: string) => {
    const build = builds.find((b) => b.key === key)!;
    const mixes = Object.values(job.layers);
    set({
      ...job,
      build,
      layers: Object.fromEntries(
        layersOf(build).map((l, i) => [l.key, job.layers[l.key] ?? mixes[i] ?? null]),
      ),
      tools: toolsFor(shelf, build, mouldOf(job.tools.at(-1)?.moulds[0]?.id ?? 0), defaults),
    });
  };
  const says = (l: (typeof layers)[number]) => {
    const { over } = place(l.place);
    return layers.length > 1 ? `${l.name}${over === 'both' ? '' : `, over ${over}`}` : 'Mix';
  };
  return (
    <details className="border-b border-rule" open={open}>
      <summary className="flex min-h-11 cursor-pointer items-center gap-3 py-1">
        <Bait
          outline={job.bait.outline}
          width={72}
          layers={dress(
            job.build,
            (l) => shelf.mixes.find((m) => m.id === job.layers[l.key])?.spec.colour ?? null,
          )}
        />
        <b>{job.bait.name}</b> <span className="text-soft">{job.colourway.name}</span>
        <span className="figure ml-auto">{job.lines.reduce((n, l) => n + l.count, 0)}</span>
      </summary>
      <div className="grid gap-3 pb-4 sm:grid-cols-2 xl:grid-cols-3">
        <label className="field">
          <span>Build</span>
          <select className="box" value={job.build.key} onChange={(e) => takeBuild(e.target.value)}>
            {builds.map((b) => (
              <option key={b.key} value={b.key}>
                {b.name}
              </option>
            ))}
          </select>
        </label>
        {layers.map((l) => (
          <Choose
            key={l.key}
            label={says(l)}
            value={job.layers[l.key] ?? ''}
            all={shelf.mixes}
            take={(id) => set({ ...job, layers: { ...job.layers, [l.key]: id || null } })}
            none="no mix"
          />
        ))}
        <QuantityField
          label="Sure of enough"
          value={job.confidence}
          dimensions={['share']}
          shop={units}
          min={0.5}
          max={0.99}
          onChange={(v) => v !== null && set({ ...job, confidence: v })}
        />
        <QuantityField
          label="Trial shots first"
          value={job.trials}
          dimensions={['count']}
          whole
          max={10}
          shop={units}
          onChange={(v) => v !== null && set({ ...job, trials: v })}
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
          set={(part) => setTools(i, part)}
          onMould={(id) => takeMould(i, id)}
        />
      ))}
    </details>
  );
}
