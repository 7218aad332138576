import type { Build, Colourway } from '../../src/core/build/index.ts';
import { BUILDS } from '../../src/core/build/index.ts';
import type { Ingredient, Mix } from '../../src/core/material/index.ts';

export const drops = (
  what: string,
  amount: number,
  kind: Ingredient['kind'] = 'pigment',
  when: Ingredient['when'] = 'clear',
): Ingredient => ({ what, kind, amount, dimension: 'drops', when });
export const tsp = (
  what: string,
  share: number,
  kind: Ingredient['kind'] = 'flake',
  when: Ingredient['when'] = 'last',
): Ingredient => ({ what, kind, amount: share * 4.92892159375, dimension: 'volume', when });
export const base = [
  drops('Stabiliser', 8, 'stabiliser', 'cold'),
  drops('Softener', 6, 'softener', 'cold'),
];

export const MIXES: Mix[] = [
  {
    name: 'Bilge moss',
    colour: '#5e7f4e',
    grade: 'medium',
    ladder: [...base, drops('Green no. 2', 26), tsp('Green flake 0.4 mm', 1 / 8)],
  },
  {
    name: 'Oyster lint',
    colour: '#d9d3c0',
    grade: 'medium',
    ladder: [...base, drops('White, thick', 12), tsp('Pearl powder', 1 / 16, 'powder', 'clear')],
  },
  {
    name: 'Rust bell',
    colour: '#8a4128',
    grade: 'medium',
    ladder: [...base, drops('Red brown', 30), tsp('Copper flake 0.6 mm', 1 / 8)],
  },
  { name: 'Lamp oil', colour: '#d2a33c', grade: 'medium', ladder: [...base, drops('Amber', 22)] },
  {
    name: 'Tarred rope',
    colour: '#2f2b28',
    grade: 'medium',
    ladder: [...base, drops('Black', 34)],
  },
  {
    name: 'Mackerel slate',
    colour: '#41617d',
    grade: 'medium',
    ladder: [...base, drops('Blue', 28), tsp('Silver flake 0.4 mm', 1 / 4)],
  },
  {
    name: 'Cockle blush',
    colour: '#d69a93',
    grade: 'soft',
    ladder: [...base, drops('Pink', 14), drops('White, thick', 4)],
  },
  {
    name: 'Brackish clear',
    colour: '#bcc9b8',
    grade: 'soft',
    ladder: [...base, tsp('Silver flake 0.2 mm', 1 / 16)],
  },
];
const at = (name: string) => MIXES.findIndex((mix) => mix.name === name) + 1;
const dual = (back: string, belly: string): Colourway => ({
  name: `${back} over ${belly.toLowerCase()}`,
  build: 'dual',
  layers: { back: at(back), belly: at(belly) },
});
const single = (mix: string): Colourway => ({
  name: mix,
  build: 'single',
  layers: { body: at(mix) },
});
export const COLOURWAYS: Colourway[] = [
  dual('Bilge moss', 'Oyster lint'),
  dual('Mackerel slate', 'Oyster lint'),
  dual('Rust bell', 'Lamp oil'),
  dual('Tarred rope', 'Lamp oil'),
  single('Cockle blush'),
  single('Brackish clear'),
  single('Rust bell'),
  single('Lamp oil'),
  {
    name: 'Harbour dusk, belly not chosen',
    build: 'dual',
    layers: { back: at('Mackerel slate'), belly: null },
  },
  {
    name: 'Gull morning',
    build: 'triple',
    layers: { back: at('Mackerel slate'), side: at('Brackish clear'), belly: at('Oyster lint') },
  },
  {
    name: 'Slack water',
    build: 'swirl',
    layers: { ground: at('Lamp oil'), ribbon: at('Tarred rope') },
  },
  {
    name: 'Wrack patch',
    build: 'split',
    layers: { one: at('Bilge moss'), other: at('Tarred rope') },
  },
  {
    name: 'Lantern glass',
    build: 'core',
    layers: { shell: at('Brackish clear'), core: at('Cockle blush') },
  },
  {
    name: 'Cuddy window',
    build: 'laminateCore',
    layers: { back: at('Mackerel slate'), belly: at('Brackish clear'), core: at('Cockle blush') },
  },
  {
    name: 'Moss, blush tail',
    build: 'tailFirst',
    layers: { tail: at('Cockle blush'), body: at('Bilge moss') },
  },
  {
    name: 'Moss over lint, lamp tail',
    build: 'tailLaminate',
    layers: { tail: at('Lamp oil'), back: at('Bilge moss'), belly: at('Oyster lint') },
  },
  {
    name: 'Borrowed keel',
    build: 'swap',
    layers: { back: at('Tarred rope'), belly: at('Brackish clear'), core: at('Lamp oil') },
  },
  {
    name: 'Pilot eye',
    build: 'spot',
    layers: { spot: at('Tarred rope'), back: at('Rust bell'), belly: at('Lamp oil') },
  },
  {
    name: 'Three tides',
    build: 'pour',
    layers: { first: at('Oyster lint'), second: at('Lamp oil'), third: at('Rust bell') },
  },
  { name: 'Spooned slate', build: 'plunger', layers: { body: at('Mackerel slate') } },
  {
    name: 'Rust, dipped blush',
    build: 'dipped',
    layers: { body: at('Rust bell'), tip: at('Cockle blush') },
  },
  single('Mackerel slate'),
  {
    name: 'Lantern wick',
    build: 'closedTail',
    layers: { shell: at('Brackish clear'), core: at('Cockle blush') },
  },
];

/** A build of the shop's own: a spot under one colour. */
export const OWN_BUILDS: Build[] = [
  {
    key: '',
    name: 'Spotted single',
    what: 'a dot by hand, one colour over it',
    finish: null,
    stages: [
      {
        ...BUILDS.single.stages[0],
        pours: [{ key: 'spot', name: 'Spot', place: 'spot', grams: 0.15, share: null }],
      },
    ],
  },
];

/** Every way of shooting once: what was shot, and for how many. */
export const WAYS: { bait: string; colourway: string; count: number }[] = [
  { bait: 'Slip eel 95', colourway: 'Lamp oil', count: 14 },
  { bait: 'Slip eel 95', colourway: 'Bilge moss over oyster lint', count: 14 },
  { bait: 'Slip eel 95', colourway: 'Gull morning', count: 14 },
  { bait: 'Slip eel 95', colourway: 'Slack water', count: 14 },
  { bait: 'Staithe sprat', colourway: 'Wrack patch', count: 13 },
  { bait: 'Lantern eel 120', colourway: 'Lantern glass', count: 5 },
  { bait: 'Lantern eel 120', colourway: 'Cuddy window', count: 5 },
  { bait: 'Slip eel 95', colourway: 'Moss, blush tail', count: 14 },
  { bait: 'Slip eel 95', colourway: 'Moss over lint, lamp tail', count: 14 },
  { bait: 'Slip eel 120', colourway: 'Borrowed keel', count: 5 },
  { bait: 'Culvert prawn', colourway: 'Pilot eye', count: 20 },
  { bait: 'Quay dab', colourway: 'Three tides', count: 10 },
  { bait: 'Pier sprat', colourway: 'Spooned slate', count: 3 },
  { bait: 'Withy rag', colourway: 'Rust, dipped blush', count: 10 },
  { bait: 'Lantern eel 120', colourway: 'Lantern wick', count: 5 },
];
