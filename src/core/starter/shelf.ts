import { drawnDown, pigmentThatHides } from '../colour/index.ts';
import type { Grade, Material, MaterialKind } from '../material/index.ts';
import { GRADES, usualMaterial } from '../material/index.ts';

interface Ordinary {
  name: string;
  kind: MaterialKind;
  /** a pigment: its colour when it hides, and how much a dose scatters, per mm */
  paint?: readonly [hides: string, scatter: number];
  /** a flake: mm, and the colour of its face */
  face?: readonly [size: number, tint: string];
  /** ticked when the list is first seen */
  first?: boolean;
}

/**
 * Ordinary materials, of nobody's make: colours as such pigments commonly have them. Each is marked
 * as usual until it has been drawn down here.
 */
export const ORDINARY = {
  white: { name: 'White', kind: 'thick', paint: ['#f4f3ee', 0.12], first: true },
  black: { name: 'Black', kind: 'pigment', paint: ['#1d1c1b', 0.02], first: true },
  yellow: { name: 'Yellow', kind: 'pigment', paint: ['#f1d63f', 0.03], first: true },
  red: { name: 'Red', kind: 'pigment', paint: ['#b9342c', 0.022], first: true },
  blue: { name: 'Blue', kind: 'pigment', paint: ['#3f6fae', 0.018], first: true },
  green: { name: 'Green', kind: 'pigment', paint: ['#4f9350', 0.02], first: true },
  brown: { name: 'Brown', kind: 'pigment', paint: ['#7a4a2c', 0.022] },
  orange: { name: 'Orange', kind: 'pigment', paint: ['#ec7a30', 0.03] },
  silverFlake: { name: 'Silver flake 0.4 mm', kind: 'flake', face: [0.4, '#d5d9dc'], first: true },
  goldFlake: { name: 'Gold flake 0.4 mm', kind: 'flake', face: [0.4, '#c9a24a'], first: true },
  blackFlake: { name: 'Black flake 0.6 mm', kind: 'flake', face: [0.6, '#26262a'] },
  pearl: { name: 'Pearl powder', kind: 'pearl', paint: ['#ece8dc', 0.05] },
  salt: { name: 'Fine salt', kind: 'salt' },
  softener: { name: 'Softener', kind: 'softener', first: true },
  stabiliser: { name: 'Stabiliser', kind: 'stabiliser', first: true },
} as const satisfies Record<string, Ordinary>;
export type OrdinaryKey = keyof typeof ORDINARY;
export const ORDINARY_KEYS = Object.keys(ORDINARY) as [OrdinaryKey, ...OrdinaryKey[]];

const plastisolName = (grade: Grade): string => `${GRADES[grade].name} plastisol`;

/** A shop's first shelf: its plastisol, and what it took of the ordinary list. */
export const firstShelf = (grade: Grade, taken: readonly OrdinaryKey[]): Material[] => [
  usualMaterial(plastisolName(grade), 'plastisol', {
    grade,
    density: GRADES[grade].density20,
    usual: true,
  }),
  ...taken.map((key) => {
    const { name, kind, paint, face }: Ordinary = ORDINARY[key];
    return usualMaterial(name, kind, {
      ...(paint && drawnDown(pigmentThatHides(...paint))),
      ...(face && { size: face[0], tint: face[1] }),
      usual: true,
    });
  }),
];
