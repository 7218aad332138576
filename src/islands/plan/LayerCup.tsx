import { Select } from '@/ui/Select.tsx';
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
    <Select
      label={`${layer.name} is drawn from`}
      value={id}
      options={[
        ...cups.map((cup, i) => ({
          value: cup.id,
          name: `Cup ${letter(cup.id) ?? i + 1}, ${cup.recipe.name}`,
        })),
        ...(users.length > 1 ? [{ value: ANOTHER, name: 'a cup of its own' }] : []),
      ]}
      onChange={(cup) => draw(layer.key, cup === ANOTHER ? 'another' : cup)}
    />
  );
}
