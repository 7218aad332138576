import type { PlanInput, CupChoice } from '../../core/plan/input.ts';
import { DEGAS } from '../../core/plan/degas.ts';
import { runsOf } from '../../core/plan/run.ts';
import type { Shelf } from '../../core/plan/shelf.ts';

/** Which barrel a layer goes into, as it is marked or as it hangs. */
export function barrelHint(input: PlanInput, key: string, layer: string): string {
  const run = input.jobs.flatMap(runsOf).find((run) => run.key === key);
  const index = run?.stage.layers.findIndex((other) => other.key === layer) ?? -1;
  if (!run?.tools.injector || index < 0) return '';
  const at = run.tools.order[index] ?? index;
  const { barrels } = run.tools.injector.injector;
  return `; ${barrels[at]?.mark || ['near', barrels.length === 3 ? 'middle' : 'far', 'far'][at]} barrel`;
}
/** `Cup B, Oyster lint`: two cups may be of one mix. */
const cupCalled = (what: string, { recipe }: CupChoice, letter?: string): string =>
  letter ? `${what} ${letter}, ${recipe.name}` : `${what} for ${recipe.name}`;

export function VesselChoice({
  choice,
  letter,
  shelf,
  set,
}: {
  choice: CupChoice;
  /** tells it from another cup of its mix */
  letter?: string;
  shelf: Shelf;
  set: (cupChoice: CupChoice) => void;
}) {
  return (
    <select
      aria-label={cupCalled('Cup', choice, letter)}
      className="box w-auto"
      value={choice.vessel?.id ?? ''}
      onChange={(change) => {
        const entry = shelf.vessels.find((vessel) => vessel.id === Number(change.target.value));
        set({ ...choice, vessel: entry ? { id: entry.id, vessel: entry.spec } : null });
      }}
    >
      <option value="">none</option>
      {shelf.vessels.map((vessel) => (
        <option key={vessel.id} value={vessel.id}>
          {vessel.spec.name}
        </option>
      ))}
    </select>
  );
}
export function DegasChoice({
  choice,
  letter,
  set,
}: {
  choice: CupChoice;
  letter?: string;
  set: (cupChoice: CupChoice) => void;
}) {
  return (
    <select
      aria-label={cupCalled('Degas', choice, letter)}
      className="box w-auto"
      value={choice.degas}
      onChange={(change) => set({ ...choice, degas: change.target.value as CupChoice['degas'] })}
    >
      {Object.keys(DEGAS).map((when) => (
        <option key={when}>{when}</option>
      ))}
    </select>
  );
}
