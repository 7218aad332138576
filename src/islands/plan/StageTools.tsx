import { POUR_BY, PUSHES, MAKES } from '../../core/build/build.ts';
import { LIES } from '../../core/mould/kinds.ts';
import { lieOf } from '../../core/mould/mould.ts';
import type { DraftDefaults, Shelf } from '@/core/plan/shelf.ts';
import type { Job, Tools } from '../../core/plan/input.ts';
import { type Run, sourceOf } from '../../core/plan/run.ts';
import { inTools } from '../../core/plan/shelf.ts';
import { degrees } from '../../core/quantity/format.ts';
import { SCHOOLS } from '../../core/schools.ts';
import { QuantityField } from '../../ui/QuantityField.tsx';
import type { ShopUnits } from '../../core/quantity/units.ts';

interface Choice {
  label: string;
  value: number | '';
  all: { id: number; spec: { name: string } }[];
  take: (id: number) => void;
  none?: string;
}
export function Choose({ label, value, all, take, none = 'none' }: Choice) {
  return (
    <label className="field">
      <span>{label}</span>
      <select
        className="box"
        value={value}
        onChange={(change) => take(Number(change.target.value))}
      >
        <option value="">{none}</option>
        {all.map((entry) => (
          <option key={entry.id} value={entry.id}>
            {entry.spec.name}
          </option>
        ))}
      </select>
    </label>
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
}: Omit<Props, 'set' | 'open'> & {
  run: Run;
  set: (part: Partial<Tools>) => void;
  several: boolean;
  onMould: (id: number) => void;
}) {
  const { stage, tools } = run;
  const source = sourceOf(job, stage);
  const barrels = stage.layers.length;
  const moulds = shelf.moulds.filter((mould) =>
    stage.makes === 'bait'
      ? mould.spec.makes === 'bait' || mould.spec.rod
      : mould.spec.makes === stage.makes,
  );
  const second = moulds.filter((mould) => mould.id !== tools.moulds[0]?.id);
  const lie = source && tools.moulds[0] ? lieOf(tools.moulds[0].mould, source.mould) : null;
  const find = <T,>(all: { id: number; spec: T }[], id: number) =>
    all.find((entry) => entry.id === id);
  return (
    <fieldset className={several ? 'border-t border-rule pt-2' : ''}>
      <legend className={several ? 'pr-3 font-bold' : 'sr-only'}>{stage.name}</legend>
      {several && (
        <p className="hint mb-2">
          {barrels === 0 ? POUR_BY[stage.by].name : `pushed ${PUSHES[stage.push].name}`}
          {stage.rods ? '; rods in' : ''}
          {source
            ? `; ${MAKES[source.stage.makes].many} of ` +
              `${source.mould.name}${lie ? `, ${LIES[lie.lies].name}` : ''}` +
              (tools.fromShelf ? `, ${tools.fromShelf} of them from the shelf` : '')
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
            const entry = find(shelf.moulds, id);
            set({ moulds: [...tools.moulds.slice(0, 1), ...(entry ? [inTools(entry)] : [])] });
          }}
        />
        {barrels > 0 && (
          <Choose
            label="Injector"
            value={tools.injector?.id ?? ''}
            all={shelf.injectors}
            take={(id) => {
              const entry = find(shelf.injectors, id);
              set({ injector: entry ? { id, injector: entry.spec } : null, order: [] });
            }}
          />
        )}
        {barrels > 1 && (
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
        <QuantityField
          label="Come good"
          value={tools.good}
          dimensions={['share']}
          shop={units}
          min={0.05}
          max={1}
          onChange={(value) => value !== null && set({ good: value, strength: undefined })}
        />
        <label className="field">
          <span>Shot window</span>
          <select
            className="box"
            value={`${tools.window.low}/${tools.window.high}`}
            onChange={(change) => {
              const [low, high] = change.target.value.split('/').map(Number);
              set({ window: { low: low!, high: high! } });
            }}
          >
            {windows(tools, defaults, tools.moulds[0]?.mould.window ?? null).map((window) => (
              <option key={window.name} value={`${window.low}/${window.high}`}>
                {degrees(window.low, units)} to {degrees(window.high, units)}, {window.name}
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
              onChange={(change) => set({ habit: change.target.value as Tools['habit'] })}
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
              onChange={(change) => set({ mixedTo: change.target.value })}
            >
              <option value="puck">to the remelt tray</option>
              {stage.layers.map((layer) => (
                <option key={layer.key} value={layer.key}>
                  back to the {layer.name.toLowerCase()}
                </option>
              ))}
            </select>
          </label>
        )}
      </div>
    </fieldset>
  );
}
/**
 * Windows to choose from: the one in use, the mould's own, the shop's, and the schools; each once.
 */
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
  return all.filter(
    (range, i) =>
      all.findIndex((other) => other.low === range.low && other.high === range.high) === i,
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
