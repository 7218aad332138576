import { drawnAs } from '../colour/index.ts';
import type { Grade, Ingredient, Mix } from '../material/index.ts';
import { INGREDIENT_OF, PINCH } from '../material/index.ts';
import type { OrdinaryKey } from './shelf.ts';
import { firstShelf, ORDINARY } from './shelf.ts';

/** Drops, or 64ths of a teaspoon, of something ordinary in a US cup. */
type Dose = readonly [of: OrdinaryKey, amount: number, by: 'drops' | 'pinches'];
interface FirstColour {
  name: string;
  doses: readonly Dose[];
}

/** Colours to begin with, by the ordinary list: what a first cup wants, not what will sell. */
export const FIRST_COLOURS = {
  green: { name: 'Plain green', doses: [['green', 24, 'drops']] },
  black: { name: 'Plain black', doses: [['black', 32, 'drops']] },
  white: { name: 'Plain white', doses: [['white', 16, 'drops']] },
  red: { name: 'Plain red', doses: [['red', 24, 'drops']] },
  blueSilver: {
    name: 'Blue with silver',
    doses: [
      ['blue', 20, 'drops'],
      ['silverFlake', 12, 'pinches'],
    ],
  },
  strawGold: {
    name: 'Straw with gold',
    doses: [
      ['yellow', 6, 'drops'],
      ['goldFlake', 12, 'pinches'],
    ],
  },
} as const satisfies Record<string, FirstColour>;
export type FirstColourKey = keyof typeof FIRST_COLOURS;
export const FIRST_COLOUR_KEYS = Object.keys(FIRST_COLOURS) as [
  FirstColourKey,
  ...FirstColourKey[],
];

/** What goes in cold, to begin with: drops in a US cup (handbook §2, 6: 5 to 10 of each). */
const COLD: readonly (readonly [OrdinaryKey, number])[] = [
  ['stabiliser', 8],
  ['softener', 6],
];

const dosed = ([key, amount, by]: Dose, when: Ingredient['when']): Ingredient => ({
  what: ORDINARY[key].name,
  kind: INGREDIENT_OF[ORDINARY[key].kind],
  amount: by === 'drops' ? amount : amount * PINCH,
  dimension: by === 'drops' ? 'drops' : 'volume',
  when,
});

/** What of the ordinary list a first colour wants. */
export const wantedBy = (colour: FirstColourKey): OrdinaryKey[] =>
  FIRST_COLOURS[colour].doses.map(([key]) => key);

/**
 * A first colour as a mix of a shop that has these things on its shelf.
 * @param taken what of the ordinary list it has: what goes in cold only where it stands there
 */
export function firstMix(colour: FirstColourKey, grade: Grade, taken: readonly OrdinaryKey[]): Mix {
  const { name, doses } = FIRST_COLOURS[colour] as FirstColour;
  const ladder = [
    ...COLD.filter(([key]) => taken.includes(key)).map(([key, amount]) =>
      dosed([key, amount, 'drops'], 'cold'),
    ),
    ...doses.map((dose) => dosed(dose, dose[2] === 'drops' ? 'clear' : 'last')),
  ];
  const shelf = firstShelf(grade, wantedBy(colour));
  return { name, grade, ladder, colour: drawnAs({ ladder, colour: '#8a8f7a' }, shelf) };
}
