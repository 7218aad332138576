import type { Material, Mix, Named } from '../material/index.ts';
import { doseOf, KINDS, naming } from '../material/index.ts';
import type { Rung } from './colouring.ts';
import type { CupState } from './state/cup.ts';
import type { Send } from './step.ts';

/** An amount of something, in the internal unit of its dimension. */
export interface Dose extends Named {
  amount: number;
  dimension: Rung['dimension'];
}

/** How a material is counted when nothing else says: by drops, or by spoons. */
const countedBy = (material: Material): Rung['dimension'] =>
  KINDS[material.kind].by === 'drops' ? 'drops' : 'volume';

/** A dose put into a cup by hand. @param celsius what the cup is reckoned at, where that is known */
export const addedByHand = (cup: CupState, dose: Dose, celsius: number | null): Send => ({
  kind: 'added',
  payload: {
    cup: cup.key,
    what: dose.what,
    materialId: dose.materialId,
    amount: dose.amount,
    dimension: dose.dimension,
    from: 'hand',
    celsius: celsius ?? undefined,
  },
});

/**
 * What was advised of a material, as it is counted out: whole drops, or mL by the spoon.
 * @param dose in the material's own doses
 */
export const countedOut = (material: Material, dose: number): Dose => ({
  ...naming(material),
  amount: countedBy(material) === 'drops' ? Math.round(dose) : dose * doseOf(material),
  dimension: countedBy(material),
});

/** A material as a rung of a ladder that has none of it. */
export const newRung = (material: Material): Rung => ({
  ...naming(material),
  dimension: countedBy(material),
  when: null,
  wanted: 0,
  inIt: 0,
  still: 0,
});

/** Times what is wanted from which more than is wanted is told of (judgement). */
const OVER = 1.5;
/**
 * How much more than is wanted is in; 0 where it is not called over: rounding, and what comes round
 * from the moulds, is not.
 */
export const overOf = ({ wanted, inIt }: Pick<Rung, 'wanted' | 'inIt'>): number =>
  wanted > 0 && inIt > OVER * wanted ? inIt - wanted : 0;

/** Number the next version of a cup's mix has, with what was kept of it tonight. */
export const nextVersionOf = (cup: CupState): number =>
  (cup.version ?? 0) + cup.keptMixes.filter((kept) => kept.as === 'version').length + 1;

/**
 * What a cup holds, kept in the mix notebook; null where nothing is in it to keep.
 * @param upTo entries of its trail that count; null = all
 */
export const mixKept = (
  cup: CupState,
  mix: Mix,
  { as, name, upTo }: { as: 'version' | 'branch'; name: string; upTo: number | null },
): Send | null =>
  mix.ladder.length === 0
    ? null
    : {
        kind: 'mixKept',
        payload: { cup: cup.key, as, name, mix: { ...mix, name }, upTo: upTo ?? cup.trail.length },
      };
