import type { PlanInput } from '@/core/plan/index.ts';
import { say, type ShopUnits } from '@/core/quantity/index.ts';

/** What stands there already that cups of a session are begun from. */
export function BegunSays({ input, units }: { input: PlanInput; units: ShopUnits }) {
  const begun = input.cups.flatMap(({ recipe, begins }) =>
    begins
      ? [`${recipe.name} with ${say(begins.grams, 'mass', units, 0)} of ${begins.of.name}`]
      : [],
  );
  return begun.length === 0 ? null : <span className="block">Begun: {begun.join('; ')}.</span>;
}
