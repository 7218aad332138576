import type { Ingredient, Material, Named } from '../material/index.ts';
import {
  dyesUnder,
  materialOf,
  naming,
  OFTEN_AT,
  RECIPE_CUP,
  sameThing,
  scaleIngredient,
} from '../material/index.ts';
import { coldMl } from '../plastic/plastic.ts';
import { remembered } from './remembered.ts';
import { inUnitOf } from './units.ts';
import type { CupState, TrailEntry } from './state/cup.ts';

/** mL, cold, of what a cup holds. */
export const cupMl = (cup: Pick<CupState, 'grams' | 'density20'>): number =>
  cup.grams / cup.density20;

/** How much of one thing a mL of a cup's plastic holds, in its own unit. */
export interface Strength extends Named {
  dimension: TrailEntry['dimension'];
  perMl: number;
}
/** What a cup holds of one thing, in a mL, in the unit asked for; 0 where there is none of it. */
const heldOf = (held: readonly Strength[], thing: Named & Pick<Strength, 'dimension'>): number =>
  held.find((other) => sameThing(other, thing) && other.dimension === thing.dimension)?.perMl ?? 0;

/**
 * Plastic that came thins what is in the cup and brings what is in itself; the cup's own remelt
 * changes nothing.
 */
function blendIn(out: Strength[], { brings, amount, grams }: TrailEntry): void {
  if (brings === null || brings === 'alike' || grams <= 0) return;
  const share = Math.min(1, amount / grams);
  for (const held of out) held.perMl *= 1 - share;
  const ml = coldMl(brings);
  if (ml <= 0) return;
  for (const { what, materialId, dimension, amount: of } of brings.holds) {
    const perMl = (share * of) / ml;
    const held = out.find(
      (other) => sameThing(other, { what, materialId }) && other.dimension === dimension,
    );
    if (held) held.perMl += perMl;
    else out.push({ what, materialId, dimension, perMl });
  }
}

/**
 * How much of each thing a mL of the cup's plastic holds, in the order they first went in. A thing
 * counted in two ways (drops, and a squeeze that was weighed) is one, in the unit its recipe or its
 * first entry has, where the shelf says how much a drop of it is.
 * @param upTo entries of the trail that count
 */
export const strengths = (
  cup: CupState,
  upTo = cup.trail.length,
  materials: readonly Material[] = NONE,
): readonly Readonly<Strength>[] =>
  lately(cup, [upTo, cup.trail, cup.ladder, cup.density20, materials], () =>
    summedUp(cup, upTo, materials),
  );
const NONE: readonly Material[] = [];
const lately = remembered<readonly Readonly<Strength>[]>();

function summedUp(cup: CupState, upTo: number, materials: readonly Material[]): Strength[] {
  const units: (Named & Pick<Strength, 'dimension'>)[] = [...cup.ladder];
  const out: Strength[] = [];
  for (const entry of cup.trail.slice(0, upTo)) {
    const ml = entry.grams / cup.density20;
    if (entry.brings !== null) {
      blendIn(out, entry);
      continue;
    }
    if (ml <= 0) continue;
    const wanted = units.findLast((unit) => sameThing(unit, entry))?.dimension ?? entry.dimension;
    units.push({ ...entry, dimension: wanted });
    const inWanted = inUnitOf(entry.amount, entry.dimension, wanted, materialOf(entry, materials));
    const dimension = inWanted === null ? entry.dimension : wanted;
    const perMl = (inWanted ?? entry.amount) / ml;
    const held = out.find((other) => sameThing(other, entry) && other.dimension === dimension);
    if (held) held.perMl += perMl;
    else out.push({ what: entry.what, materialId: entry.materialId, dimension, perMl });
  }
  return out;
}

/** A cup without so much of what its recipe wants is said to lack it (judgement). */
const LACKS = 0.3;
/** What of its recipe is not in a cup, or hardly: forgotten, or thinned by a fresh charge. */
export function missingIngredients(
  cup: CupState,
  materials: readonly Material[] = [],
): Ingredient[] {
  if (cup.charges === 0) return [];
  return lacking(cup, [cup.trail, cup.trail.length, cup.ladder, materials], () => {
    const held = strengths(cup, undefined, materials);
    return cup.ladder.filter(
      (ingredient) => heldOf(held, ingredient) * RECIPE_CUP < LACKS * ingredient.amount,
    );
  });
}
const lacking = remembered<Ingredient[]>();

/** Things in a cup, or on its recipe, whose dye does not stand the heats a cup is often at. */
export const bleeding = (
  cup: Pick<CupState, 'ladder' | 'trail'>,
  materials: readonly Material[],
): (Material & { heat: number })[] => dyesUnder([...cup.ladder, ...cup.trail], materials, OFTEN_AT);

/**
 * One thing of a cup's ladder: what its charge wants, what is in it, and what is still to come, in
 * its own unit.
 */
export interface Rung extends Named {
  dimension: Ingredient['dimension'];
  when: Ingredient['when'] | null;
  wanted: number;
  inIt: number;
  still: number;
}
/** The cup's ladder against what is in it now, with what went in besides. */
export function rungsOf(cup: CupState, materials: readonly Material[] = []): Rung[] {
  const ml = cupMl(cup);
  const held = strengths(cup, undefined, materials);
  const own = cup.ladder.map((ingredient): Rung => {
    const wanted = scaleIngredient(ingredient, ml).amount;
    const inIt = heldOf(held, ingredient) * ml;
    const short = wanted - inIt;
    return {
      what: ingredient.what,
      materialId: ingredient.materialId,
      dimension: ingredient.dimension,
      when: ingredient.when,
      wanted,
      inIt,
      still:
        ingredient.dimension === 'drops'
          ? Math.max(0, Math.round(short))
          : short > wanted * 0.05
            ? short
            : 0,
    };
  });
  const besides = held.filter(
    (other) =>
      !cup.ladder.some(
        (ingredient) => sameThing(ingredient, other) && ingredient.dimension === other.dimension,
      ),
  );
  return [
    ...own,
    ...besides.map((beside): Rung => ({
      what: beside.what,
      materialId: beside.materialId,
      dimension: beside.dimension,
      when: null,
      wanted: 0,
      inIt: beside.perMl * ml,
      still: 0,
    })),
  ];
}

/**
 * Moments of a cup that were shot: each draw with how far its trail had come, told apart where
 * something went in between.
 */
export function drawnStates(
  cup: CupState,
  draws: Iterable<{ n: number; barrels: { cup: string; trail: number }[] }>,
): { upTo: number; draws: number[] }[] {
  const out = new Map<number, number[]>();
  for (const draw of draws) {
    const barrel = draw.barrels.find((barrel) => barrel.cup === cup.key);
    if (barrel) out.set(barrel.trail, [...(out.get(barrel.trail) ?? []), draw.n]);
  }
  return [...out]
    .sort((one, other) => one[0] - other[0])
    .map(([upTo, value]) => ({ upTo, draws: value }));
}

/** Flake in a cup of another size than any its mix wants: the wrong jar, perhaps. */
export function strangeFlake(
  cup: Pick<CupState, 'ladder' | 'trail'>,
  materials: readonly Material[],
): { what: string; size: number; wanted: number }[] {
  const flakes = materials.filter(
    (material) => material.kind === 'flake' && material.size !== null,
  );
  const sizedIn = (things: readonly Named[]) =>
    new Set(things.flatMap((thing) => materialOf(thing, flakes) ?? []));
  const own = [...sizedIn(cup.ladder)].map((material) => material.size!);
  if (own.length === 0) return [];
  return [...sizedIn(cup.trail)]
    .filter((material) => own.every((size) => Math.abs(size - material.size!) > 0.05))
    .map((material) => ({ what: material.name, size: material.size!, wanted: own[0]! }));
}

/**
 * The flake a new one is not the size of: the mix's own, when another size is about to go in that
 * is not in the cup yet.
 */
export function otherFlake(
  cup: CupState,
  adding: Material,
  materials: readonly Material[],
): Material | null {
  if (
    adding.kind !== 'flake' ||
    !adding.size ||
    cup.trail.some((entry) => sameThing(entry, naming(adding)))
  )
    return null;
  const own = cup.ladder
    .filter((ingredient) => ingredient.kind === 'flake')
    .flatMap((ingredient) => materialOf(ingredient, materials) ?? [])
    .filter((material) => material.size !== null);
  return own.length > 0 && own.every((material) => Math.abs(material.size! - adding.size!) > 0.05)
    ? own[0]!
    : null;
}
