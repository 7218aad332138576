import { colourFamily, drawnAs } from '@/core/colour/index.ts';
import type { Mix } from '@/core/material/index.ts';
import { RECIPE_CUP } from '@/core/material/index.ts';
import type { Plastic } from '@/core/plastic/index.ts';
import { NO_PLASTIC, nobodyKnows } from '@/core/plastic/index.ts';
import { find, shelf } from '@/store/catalogue.ts';
import type { Heap } from '@/store/ledger.ts';
import { tubNamed } from '@/store/tubs.ts';
import { moveTubBy } from './tubContent.ts';

/** Tub of baits of several colours, or of one nobody has named. */
const MIXED = 'Mixed';

/** Baits of one mix as plastic: as it was mixed, once through fusion. */
function plasticOf({ ladder }: Mix, grams: number): Plastic {
  const cups = grams / NO_PLASTIC.density20 / RECIPE_CUP;
  return {
    ...NO_PLASTIC,
    grams,
    heats: 1,
    holds: ladder.map(({ what, materialId, dimension, amount }) => ({
      ...{ what, materialId, dimension },
      amount: amount * cups,
    })),
  };
}

/** Numbers of the mixes a heap of baits is of; none where nobody knows. */
export const mixesOf = async ({ colourway }: Heap): Promise<number[]> =>
  Object.values((await find('colourways', colourway))?.spec.layers ?? {}).flatMap((mix) =>
    mix === null ? [] : [mix],
  );
/** The one mix there is; null where there are several, or nobody knows. */
async function onlyMix(mixes: readonly number[]): Promise<Mix | null> {
  const [only, ...others] = new Set(mixes);
  return only && others.length === 0 ? ((await find('mixes', only))?.spec ?? null) : null;
}

/**
 * Baits or inserts that are melted again go to the tub of their colour, by what was weighed: of one
 * mix they hold what it does, of several nobody knows.
 */
export async function meltIntoTub(
  mixes: readonly number[],
  grams: number,
  cause: { id: string; at: number },
): Promise<void> {
  const mix = await onlyMix(mixes);
  const colour = mix && drawnAs(mix, await shelf());
  const { id } = await tubNamed({
    name: colour ? colourFamily(colour) : MIXED,
    kind: 'tub',
    ...(mix && { grade: mix.grade, colour: colour!.toLowerCase() }),
  });
  const plastic = mix ? plasticOf(mix, grams) : nobodyKnows(grams);
  const why = 'off the shelf, melted again';
  await moveTubBy(id, { grams, what: 'brought in', plastic, why }, { ...cause, session: null });
}
