import type { Material, Mix, Named } from '../material/index.ts';
import { doseOf, KINDS, naming, sameThing } from '../material/index.ts';
import type { Rung } from './colouring.ts';
import type { CupState, TrailEntry } from './state/cup.ts';
import type { Send } from './step.ts';

/** An amount of something, in the internal unit of its dimension. */
export interface Dose extends Named {
  amount: number;
  dimension: Rung['dimension'];
}

/** How a material is counted when nothing else says: by drops, or by spoons. */
const countedBy = (material: Material): Rung['dimension'] =>
  KINDS[material.kind].by === 'drops' ? 'drops' : 'volume';

/**
 * A dose put into a cup by hand.
 * @param celsius what the cup is reckoned at, where that is known
 * @param counted whether anybody counted it
 */
export const addedByHand = (
  cup: CupState,
  dose: Dose,
  celsius: number | null,
  counted: 'hand' | 'guess' = 'hand',
): Send => ({
  kind: 'added',
  payload: {
    cup: cup.key,
    what: dose.what,
    materialId: dose.materialId,
    amount: dose.amount,
    dimension: dose.dimension,
    from: counted,
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

/** A squeeze of a bottle, and a pour of anything else, where nobody says how much (judgements). */
const SQUEEZE = { drops: 25, volume: 1.25, mass: 1 } as const;
/**
 * What “some” of a thing is taken for until it is weighed: what is still wanted of it, or a usual
 * squeeze.
 */
export const some = (rung: Rung): Dose => ({
  ...naming({ id: rung.materialId, name: rung.what }),
  amount: rung.still > 0 ? rung.still : SQUEEZE[rung.dimension],
  dimension: rung.dimension,
});

/** How the amount of what went in is known, in words; nothing where it was counted. */
export const HOW_COUNTED: Record<NonNullable<TrailEntry['counted']>, string> = {
  hand: '',
  recipe: 'as written, not counted',
  guess: 'not measured',
};
/** What of a cup's trail nobody counted, by name, each once. */
export const uncounted = (cup: Pick<CupState, 'trail'>, upTo = cup.trail.length): string[] => [
  ...new Set(
    cup.trail
      .slice(0, upTo)
      .filter(({ counted }) => counted === 'recipe' || counted === 'guess')
      .map(({ what }) => what),
  ),
];
/** An addition of the trail, as it was weighed or counted afterwards. */
export const weighedAfter = (
  cup: CupState,
  entry: TrailEntry,
  { amount, dimension }: Pick<Dose, 'amount' | 'dimension'>,
): Send => ({
  kind: 'doseWeighed',
  payload: { cup: cup.key, entry: entry.event, amount, dimension },
});

/** Whether a bottle has stood since it was last used tonight: pigment settles (handbook §11). */
export const wantsShaking = (cups: Iterable<CupState>, material: Material): boolean =>
  material.kind === 'pigment' &&
  ![...cups].some(({ trail }) => trail.some((entry) => sameThing(entry, naming(material))));

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
