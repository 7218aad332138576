import type { CupId, Job, Plan, PlanInput } from '@/core/plan/index.ts';

/** Value of the choice that puts a further cup out. */
const ANOTHER = '+';

interface Props {
  input: PlanInput;
  plan: Plan;
  job: Job;
  layer: { key: string; name: string };
  draw: (layer: string, cup: CupId | 'another') => void;
}

/**
 * Which cup of its mix a layer is drawn from. Asked only where there is a choice: another layer of
 * the session is drawn from the same, or there are several.
 */
export function LayerCup({ input, plan, job, layer, draw }: Props) {
  const id = job.drawnFrom[layer.key];
  const cups = input.cups.filter((cup) => cup.mix === job.layers[layer.key]);
  const users = input.jobs.flatMap((other) =>
    Object.values(other.drawnFrom).filter((cup) => cup === id),
  );
  if (!id || (cups.length < 2 && users.length < 2)) return null;
  const letter = (cup: CupId) => plan.cups.find((planned) => planned.id === cup)?.letter;
  return (
    <label className="field">
      <span>{layer.name} is drawn from</span>
      <select
        className="box"
        value={id}
        onChange={(change) =>
          draw(layer.key, change.target.value === ANOTHER ? 'another' : change.target.value)
        }
      >
        {cups.map((cup, i) => (
          <option key={cup.id} value={cup.id}>
            {`Cup ${letter(cup.id) ?? i + 1}, ${cup.recipe.name}`}
          </option>
        ))}
        {users.length > 1 && <option value={ANOTHER}>a cup of its own</option>}
      </select>
    </label>
  );
}
