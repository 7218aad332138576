// The demo shop: three people in Skellan Haven, a harbour town that is on no map. All of it is
// invented.
import type { Block, Build, Colourway, Injector, Vessel } from '../../src/core/build/index.ts';
import { BUILDS } from '../../src/core/build/index.ts';
import type { Oven } from '../../src/core/heat/index.ts';
import type { Casting } from '../../src/core/casting/index.ts';
import type { Ingredient, Mix } from '../../src/core/material/index.ts';
import type { Bait, Cavity, Mould, OutlineKey } from '../../src/core/mould/index.ts';
import type { Shop } from '../../src/core/shop.ts';
import { DEFAULT_SHOP } from '../../src/core/shop.ts';

export const SHOP: Shop = {
  ...DEFAULT_SHOP,
  name: 'Slipway Baits, Skellan Haven',
  altitude: 6,
  standIns: true,
};

interface Layout {
  n: number;
  rows: number;
  outline: OutlineKey;
  length: number;
  section: number;
  grams: number;
  width: number;
  height: number;
  turn?: number;
}

/**
 * Cavities in rows as the mould lies, nose to the port side. Each was weighed, so each differs a
 * little.
 */
function cavities({
  n: count,
  rows,
  outline,
  length,
  section,
  grams,
  width,
  height,
  turn = 0,
}: Layout): Cavity[] {
  const columns = Math.ceil(count / rows);
  const gapRow = rows > 1 ? (height - 30) / rows : height;
  return Array.from({ length: count }, (_, i) => {
    const row = Math.floor(i / columns);
    const column = i % columns;
    return {
      n: i + 1,
      outline,
      length,
      section,
      turn,
      x: Math.round(width * ((column + 0.5) / columns) * 0.92 + width * 0.05),
      y: Math.round(rows > 1 ? 15 + gapRow * (row + 0.5) : height / 2),
      source: 'bait',
      measured: Number((grams * (1 + 0.012 * Math.sin(3 * i + count))).toFixed(2)),
      grade: 'medium',
      profile: null,
    };
  });
}

type Optional =
  'loose' | 'letsGo' | 'makes' | 'takes' | 'note' | 'rod' | 'life' | 'window' | 'tried';
type Rest = Omit<Mould, 'cavities' | 'width' | 'height' | Optional> &
  Partial<Pick<Mould, Optional>>;
const mould = (layout: Layout, rest: Rest): Mould => ({
  loose: [],
  letsGo: 'either',
  makes: 'bait',
  takes: [],
  note: '',
  rod: null,
  life: null,
  window: null,
  tried: true,
  ...rest,
  width: layout.width,
  height: layout.height,
  cavities: cavities(layout),
});

const TAILS = { mould: 'Eel tail 24, tail mould', lies: 'stub', share: 1 } as const;
const SHELLS = { mould: 'Eel shell 120', lies: 'same', share: 1 } as const;
const eel95: Layout = {
  n: 8,
  rows: 2,
  outline: 'eel',
  length: 95,
  section: 13,
  grams: 6.8,
  width: 460,
  height: 150,
};
export const MOULDS: Mould[] = [
  mould(eel95, {
    name: 'Slip eel 95, long mould',
    metal: 'machined',
    mass: 3400,
    feed: 'runner',
    port: 6.4,
    runner: 9,
    sprue: 4,
    closure: 'clamps',
    closures: 2,
    warmTo: 40,
    hold: 8,
    cool: 75,
    letsGo: 'TOP',
    note: 'Tap the far pin down before clamping.',
    takes: [TAILS],
  }),
  mould(eel95, {
    name: 'Slip eel 95, second',
    metal: 'machined',
    mass: 3300,
    feed: 'runner',
    port: 6.4,
    runner: 9,
    sprue: 4,
    closure: 'clamps',
    closures: 2,
    warmTo: 40,
    hold: 8,
    cool: 75,
    takes: [TAILS],
  }),
  mould(
    {
      n: 2,
      rows: 2,
      outline: 'eel',
      length: 120,
      section: 16,
      grams: 12.5,
      width: 170,
      height: 110,
    },
    {
      name: 'Slip eel 120 pair',
      metal: 'machined',
      mass: 1500,
      feed: 'top',
      port: 9,
      runner: 0,
      sprue: 7,
      closure: 'vice',
      closures: 1,
      warmTo: 45,
      hold: 10,
      cool: 110,
      takes: [SHELLS],
    },
  ),
  mould(
    {
      n: 12,
      rows: 2,
      outline: 'prawn',
      length: 60,
      section: 11,
      grams: 3.1,
      width: 440,
      height: 130,
    },
    {
      name: 'Culvert prawn 60, twelve',
      metal: 'machined',
      mass: 2600,
      feed: 'runner',
      port: 6,
      runner: 12,
      sprue: 4,
      closure: 'clamps',
      closures: 2,
      warmTo: 45,
      hold: 8,
      cool: 55,
      loose: ['hook-slot plate'],
    },
  ),
  mould(
    {
      n: 4,
      rows: 4,
      outline: 'ragworm',
      length: 140,
      section: 10,
      grams: 7.9,
      width: 190,
      height: 170,
    },
    {
      name: 'Withy rag 140, four',
      metal: 'cast',
      mass: 2100,
      feed: 'each',
      port: 5.5,
      runner: 0,
      sprue: 1.6,
      closure: 'hinge',
      closures: 1,
      warmTo: 50,
      hold: 10,
      cool: 60,
      letsGo: 'bottom',
    },
  ),
  mould(
    {
      n: 8,
      rows: 2,
      outline: 'sprat',
      length: 75,
      section: 12,
      grams: 6.2,
      width: 380,
      height: 150,
    },
    {
      name: 'Staithe sprat 75, eight',
      metal: 'machined',
      mass: 3100,
      feed: 'each',
      port: 5,
      runner: 0,
      sprue: 1.4,
      closure: 'bolts',
      closures: 4,
      warmTo: 42,
      hold: 8,
      cool: 70,
    },
  ),
  mould(
    {
      n: 24,
      rows: 3,
      outline: 'flatfish',
      length: 50,
      section: 6,
      grams: 2.4,
      width: 500,
      height: 190,
    },
    {
      name: 'Sandbar dab 50, twenty-four',
      metal: 'machined',
      mass: 4300,
      feed: 'runner',
      port: 7,
      runner: 18,
      sprue: 5,
      closure: 'clamps',
      closures: 4,
      warmTo: 48,
      hold: 10,
      cool: 45,
    },
  ),
  mould(
    {
      n: 24,
      rows: 3,
      outline: 'tail',
      length: 24,
      section: 6,
      grams: 0.45,
      width: 280,
      height: 120,
    },
    {
      name: 'Eel tail 24, tail mould',
      metal: 'machined',
      mass: 1700,
      feed: 'runner',
      port: 5,
      runner: 8,
      sprue: 3,
      closure: 'clamps',
      closures: 2,
      warmTo: 50,
      hold: 6,
      cool: 40,
      makes: 'tail',
    },
  ),
  mould(
    {
      n: 2,
      rows: 2,
      outline: 'eel',
      length: 120,
      section: 16,
      grams: 10.4,
      width: 175,
      height: 110,
    },
    {
      name: 'Eel shell 120',
      metal: 'machined',
      mass: 1550,
      feed: 'top',
      port: 9,
      runner: 0,
      sprue: 7,
      closure: 'clamps',
      closures: 2,
      warmTo: 45,
      hold: 6,
      cool: 100,
      makes: 'shell',
      rod: { bore: 7, length: 74 },
    },
  ),
  mould(
    {
      n: 1,
      rows: 1,
      outline: 'sprat',
      length: 110,
      section: 17,
      grams: 18.5,
      width: 150,
      height: 80,
    },
    {
      name: 'Old pier sprat 110, home-made',
      metal: 'silicone',
      mass: 420,
      feed: 'top',
      port: 10,
      runner: 0,
      sprue: 5,
      closure: 'screws',
      closures: 4,
      warmTo: 25,
      hold: 4,
      cool: 300,
      life: 150,
    },
  ),
  mould(
    {
      n: 1,
      rows: 1,
      outline: 'ragworm',
      length: 200,
      section: 13,
      grams: 17.2,
      width: 240,
      height: 70,
    },
    {
      name: 'Great rag 200, home-made',
      metal: 'epoxy',
      mass: 900,
      feed: 'top',
      port: 8,
      runner: 0,
      sprue: 4,
      closure: 'screws',
      closures: 6,
      warmTo: 35,
      hold: 8,
      cool: 180,
      life: 400,
    },
  ),
  mould(
    {
      n: 4,
      rows: 2,
      outline: 'flatfish',
      length: 70,
      section: 7,
      grams: 6.1,
      width: 190,
      height: 150,
    },
    {
      name: 'Quay dab 70, open slab',
      metal: 'silicone',
      mass: 380,
      feed: 'top',
      port: 70,
      runner: 0,
      sprue: 0,
      closure: 'open',
      closures: 0,
      warmTo: 30,
      hold: 0,
      cool: 240,
      life: 200,
    },
  ),
  mould(
    {
      n: 3,
      rows: 3,
      outline: 'sprat',
      length: 90,
      section: 13,
      grams: 9.4,
      width: 160,
      height: 150,
    },
    {
      name: 'Bollard sprat 90, new',
      metal: 'machined',
      mass: 1450,
      feed: 'runner',
      port: 6,
      runner: 5,
      sprue: 4,
      closure: 'clamps',
      closures: 2,
      warmTo: 42,
      hold: 8,
      cool: 80,
      tried: false,
    },
  ),
];

const barrel = (bore: number, volume: number, heel: number, mark = '') => ({
  bore,
  volume,
  heel,
  mark,
});
export const INJECTORS: Injector[] = [
  { name: 'Small single', barrels: [barrel(28, 100, 2.2)], note: 'For remnants and small moulds.' },
  {
    name: 'Three-way 90',
    barrels: [
      barrel(28, 90, 2.2, 'one notch'),
      barrel(28, 90, 2.2, 'two notches'),
      barrel(28, 90, 2.2, 'three notches'),
    ],
    note: 'The middle barrel feeds the side.',
  },
  {
    name: 'Twin 120',
    barrels: [barrel(30, 120, 2.4, 'plain'), barrel(30, 120, 2.4, 'red-banded')],
    note: 'The plain barrel hangs nearer.',
  },
  {
    name: 'Twin 180 and 90',
    barrels: [barrel(36, 180, 3.2), barrel(26, 94, 2)],
    note: 'Unequal bores: two thirds back, one third belly.',
  },
];
export const BLOCKS: Block[] = [
  { name: 'Dual block, brass plug', kind: 'dual', heel: 4, mark: 'brass plug' },
  { name: 'Triple block', kind: 'triple', heel: 6, mark: 'filed edge' },
  { name: 'Split-flow block', kind: 'split', heel: 5, mark: '' },
];
export const VESSELS: Vessel[] = [
  { name: 'Glass cup 250', volume: 280, bore: 78, fill: 0.9, froth: 0.5 },
  { name: 'Glass cup 500', volume: 560, bore: 92, fill: 0.9, froth: 0.5 },
  { name: 'Glass cup 1000', volume: 1100, bore: 118, fill: 0.9, froth: 0.5 },
];

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
];

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

/**
 * The open book: [customer, days from today, [bait, colourway, count, pack][], name of an assorted
 * line]
 */
export const ORDERS: {
  customer: string;
  note: string;
  lines: { in: number; pack: number; name?: string; parts: [string, string, number][] }[];
}[] = [
  {
    customer: 'Breakwater Tackle',
    note: 'Trade packs of six, named bags.',
    lines: [
      { in: 4, pack: 6, parts: [['Slip eel 95', 'Bilge moss over oyster lint', 48]] },
      { in: 4, pack: 6, parts: [['Culvert prawn', 'Cockle blush', 36]] },
      { in: 11, pack: 6, parts: [['Slip eel 95', 'Rust bell over lamp oil', 30]] },
    ],
  },
  {
    customer: 'Coble Charters',
    note: '',
    lines: [
      { in: 7, pack: 1, parts: [['Staithe sprat', 'Mackerel slate over oyster lint', 24]] },
      { in: 7, pack: 10, parts: [['Withy rag', 'Rust bell', 40]] },
    ],
  },
  {
    customer: 'Web shelf',
    note: 'Stock for the page.',
    lines: [
      { in: 9, pack: 5, parts: [['Slip eel 95', 'Mackerel slate over oyster lint', 60]] },
      {
        in: 17,
        pack: 8,
        name: 'Assorted estuary pack',
        parts: [
          ['Culvert prawn', 'Brackish clear', 24],
          ['Withy rag', 'Rust bell', 16],
          ['Sandbar dab', 'Lamp oil', 24],
        ],
      },
    ],
  },
  {
    customer: 'Groyne End Anglers',
    note: 'Wants the same brown as last year.',
    lines: [
      { in: 17, pack: 12, parts: [['Sandbar dab', 'Lamp oil', 96]] },
      { in: 2, pack: 1, parts: [['Slip eel 120', 'Tarred rope over lamp oil', 8]] },
      { in: 24, pack: 1, parts: [['Slip eel 95', 'Harbour dusk, belly not chosen', 20]] },
    ],
  },
];

/** Evenings of the past: what was shot for whom. */
export const PAST: { customer: string; parts: [string, string, number][] }[] = [
  { customer: 'Breakwater Tackle', parts: [['Slip eel 95', 'Bilge moss over oyster lint', 60]] },
  {
    customer: 'Web shelf',
    parts: [
      ['Slip eel 95', 'Mackerel slate over oyster lint', 48],
      ['Culvert prawn', 'Cockle blush', 36],
    ],
  },
  { customer: 'Coble Charters', parts: [['Staithe sprat', 'Mackerel slate over oyster lint', 40]] },
  { customer: 'Groyne End Anglers', parts: [['Sandbar dab', 'Lamp oil', 96]] },
  {
    customer: 'Web shelf',
    parts: [
      ['Withy rag', 'Rust bell', 32],
      ['Slip eel 120', 'Tarred rope over lamp oil', 8],
    ],
  },
  { customer: 'Breakwater Tackle', parts: [['Slip eel 95', 'Rust bell over lamp oil', 64]] },
];

/**
 * What they cook in. The big one's label promises more than it gives; nobody has measured either.
 */
export const OVENS: Oven[] = [
  {
    name: 'Bench microwave',
    kind: 'microwave',
    watts: 900,
    level: 1,
    note: 'Kept for this alone.',
  },
  { name: 'Shelf microwave', kind: 'microwave', watts: 700, level: 1, note: '' },
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
];

const PLAIN = { margin: 0.1, face: 1.5, parts: {}, note: '' } as const;
/** The home-made moulds as they were mixed. */
export const CASTINGS: Casting[] = [
  {
    ...PLAIN,
    name: 'Pier sprat 110, from the cork master',
    kind: 'silicone',
    box: { length: 150, width: 80, height: 45 },
    outline: 'sprat',
    length: 110,
    volume: 19.1,
    masters: 1,
    checks: ['level', 'sealed', 'release', 'tube', 'high', 'cut'],
    mixed: [],
    life: 150,
    verdict: 'good',
    note: 'Lets go clean. The cut wandered at the tail: cut slower.',
    mould: 10,
  },
  {
    ...PLAIN,
    name: 'Great rag 200, two halves',
    kind: 'plaster',
    box: { length: 240, width: 70, height: 50 },
    outline: 'ragworm',
    length: 200,
    volume: 17.8,
    masters: 1,
    checks: ['under', 'keys', 'release', 'face', 'screws', 'vent', 'second'],
    mixed: [],
    life: 400,
    verdict: 'watch',
    note: 'One key broke off; the pins hold it.',
    mould: 11,
  },
];
