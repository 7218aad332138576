import type { Bait } from '../../src/core/mould/index.ts';

/** Hardness baits want, by the softest grade that suits them. */
const WANTS = { soft: [{ low: 15, high: 42 }], medium: [{ low: 28, high: 55 }] };
export const BAITS: Bait[] = (
  [
    {
      name: 'Slip eel 95',
      outline: 'eel',
      length: 95,
      grades: ['soft', 'medium'],
      mouldIds: [1, 2],
    },
    {
      name: 'Slip eel 120',
      outline: 'eel',
      length: 120,
      grades: ['medium', 'hard'],
      mouldIds: [3],
    },
    {
      name: 'Culvert prawn',
      outline: 'prawn',
      length: 60,
      grades: ['soft', 'medium'],
      mouldIds: [4],
    },
    {
      name: 'Withy rag',
      outline: 'ragworm',
      length: 140,
      grades: ['soft', 'medium'],
      mouldIds: [5],
    },
    {
      name: 'Staithe sprat',
      outline: 'sprat',
      length: 75,
      grades: ['medium', 'floating'],
      mouldIds: [6],
    },
    {
      name: 'Sandbar dab',
      outline: 'flatfish',
      length: 50,
      grades: ['medium', 'hard'],
      mouldIds: [7],
    },
    {
      name: 'Pier sprat',
      outline: 'sprat',
      length: 110,
      grades: ['floating', 'medium'],
      mouldIds: [10],
    },
    {
      name: 'Great rag',
      outline: 'ragworm',
      length: 200,
      grades: ['soft', 'medium'],
      mouldIds: [11],
    },
    {
      name: 'Lantern eel 120',
      outline: 'eel',
      length: 120,
      grades: ['soft', 'medium'],
      mouldIds: [9],
    },
    {
      name: 'Quay dab',
      outline: 'flatfish',
      length: 70,
      grades: ['soft', 'medium'],
      mouldIds: [12],
    },
    {
      name: 'Bollard sprat',
      outline: 'sprat',
      length: 90,
      grades: ['medium', 'floating'],
      mouldIds: [13],
    },
  ] satisfies Omit<Bait, 'hardness'>[]
).map((other) => ({
  ...other,
  hardness: (other.grades as string[]).includes('soft') ? WANTS.soft : WANTS.medium,
}));
