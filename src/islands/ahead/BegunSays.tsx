import type { BegunSession } from '@/core/ahead/begun.ts';
import { say, type ShopUnits } from '@/core/quantity/index.ts';

interface Props extends Pick<BegunSession, 'input'>, Partial<Pick<BegunSession, 'others'>> {
  units: ShopUnits;
}
/** What stands there already that cups of a session are begun from; of another colour, how far off. */
export function BegunSays({ input, others, units }: Props) {
  const begun = input.cups.flatMap(({ id, recipe, begins }) => {
    if (!begins) return [];
    const apart = others?.get(id)?.apart;
    return [
      `${recipe.name} with ${say(begins.grams, 'mass', units, 0)} of ${begins.of.name}` +
        (apart
          ? `, of another colour: ${apart.mid.toFixed(0)} apart, ${apart.high.toFixed(0)} at the worst`
          : ''),
    ];
  });
  return begun.length === 0 ? null : <span className="block">Begun: {begun.join('; ')}.</span>;
}
