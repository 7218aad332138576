import type { PlaceKey } from './place.ts';
import { place } from './place.ts';

/**
 * Ways of shooting, as data. A bait is made in stages; a stage is one mould: first what is poured
 * into it by hand, then what is shot into it through a block. What a stage leaves is a bait, or an
 * insert for a later one. A new way of shooting is an entry in {@link BUILDS}, or one composed in
 * the shop.
 */
export interface Layer {
  /** unique in the build: the colourway puts a mix on it */
  key: string;
  name: string;
  place: PlaceKey;
}
/** What is poured by hand: so many grams a cavity, or a share of what the cavity holds. */
interface Pour extends Layer {
  grams: number | null;
  share: number | null;
}
export interface Stage {
  key: string;
  name: string;
  makes: Makes;
  /** by hand before it is closed, in this order */
  pours: Pour[];
  /** how what is poured goes in */
  by: PourBy;
  /** one a barrel */
  layers: Layer[];
  block: BlockKind | null;
  yoked: boolean;
  /** stage whose insert lies in this one's mould */
  takes: string | null;
  /** core rods in while it is shot */
  rods: boolean;
  push: Push;
  /** share that comes good as a rule where the build decides it; null = the shop's own */
  good: number | null;
}
export interface Build {
  key: string;
  name: string;
  what: string;
  stages: Stage[];
  /** dipped or painted on after the baits have come out, g each */
  finish: (Layer & { grams: number }) | null;
}

/**
 * A set shell lies in its mould, whose channel is filled; or an insert does, that it is to join.
 */
export const cored = ({ takes, layers }: Stage): boolean =>
  takes !== null && layers.some((layer) => layer.place === 'core' || layer.place === 'coreTail');
export const jointed = (stage: Stage): boolean => stage.takes !== null && !cored(stage);

/** What leaves a stage's mould. `lies` is said of how it is laid in the next one. */
export const MAKES = {
  bait: { name: 'bait', many: 'baits', lay: '' },
  tail: {
    name: 'tail',
    many: 'tails',
    lay: 'oil it with worm oil, lay it in its pocket and tap it down',
  },
  shell: { name: 'shell', many: 'shells', lay: 'put it back as it came out, without the rod' },
} as const;
export type Makes = keyof typeof MAKES;

export const POUR_BY = {
  hand: { name: 'poured by hand', act: 'Pour' },
  rod: { name: 'a spoonful, pushed with a plunger rod', act: 'Spoon in and push' },
} as const;
export type PourBy = keyof typeof POUR_BY;

/**
 * How hard a stage is pushed, and its hold against the mould's own (the factors are a judgement).
 * Light where a flash past an insert would spoil the effect; held where gates are narrow.
 */
export const PUSHES = {
  even: { name: 'slow and even', hold: 1, why: 'Until it resists.' },
  light: { name: 'lightly', hold: 0.5, why: 'A flash past rod or insert would spoil the effect.' },
  held: {
    name: 'steadily, and hold',
    hold: 1.5,
    why: 'The gates are narrow: keep the pressure on.',
  },
} as const;
export type Push = keyof typeof PUSHES;

/** Barrels a block joins. A single injector shoots through its own nozzle. */
export const BLOCKS = {
  dual: { name: 'dual block', barrels: 2 },
  triple: { name: 'triple block', barrels: 3 },
  split: { name: 'split-flow block', barrels: 2 },
} as const;
export type BlockKind = keyof typeof BLOCKS;

const layer = (key: string, name: string, at: PlaceKey): Layer => ({ key, name, place: at });
const plain: Omit<Stage, 'key' | 'name' | 'layers'> = {
  makes: 'bait',
  pours: [],
  by: 'hand',
  block: null,
  yoked: true,
  takes: null,
  rods: false,
  push: 'even',
  good: null,
};
const stage = (key: string, name: string, layers: Layer[], rest: Partial<Stage> = {}): Stage => ({
  ...plain,
  key,
  name,
  layers,
  ...rest,
});
const laminate = [layer('back', 'Back', 'back'), layer('belly', 'Belly', 'belly')];
const body = layer('body', 'Body', 'whole');
const tailStage = stage('tail', 'Tails', [layer('tail', 'Tail', 'tail')], { makes: 'tail' });
const laminatedShell = stage(
  'shell',
  'Shells',
  [layer('back', 'Shell back', 'back'), layer('belly', 'Shell belly', 'belly')],
  { makes: 'shell', block: 'dual', rods: true, push: 'light' },
);
/**
 * Some cores never fill (handbook §3): spares are shot for them from the start. A judgement, until
 * the log tells.
 */
const CORES_GOOD = 0.8;
const core = (at: PlaceKey, name: string): Stage =>
  stage('body', 'Cores', [layer('core', name, at)], {
    takes: 'shell',
    push: 'held',
    good: CORES_GOOD,
  });

export const BUILDS = {
  single: {
    key: 'single',
    name: 'Single',
    what: 'one colour',
    finish: null,
    stages: [stage('body', 'Bodies', [body])],
  },
  dual: {
    key: 'dual',
    name: 'Dual laminate',
    what: 'back and belly, a line along the side',
    finish: null,
    stages: [stage('body', 'Bodies', laminate, { block: 'dual' })],
  },
  triple: {
    key: 'triple',
    name: 'Triple laminate',
    what: 'back, side and belly',
    finish: null,
    stages: [
      stage(
        'body',
        'Bodies',
        [
          layer('back', 'Back', 'upper'),
          layer('side', 'Side', 'side'),
          layer('belly', 'Belly', 'lower'),
        ],
        { block: 'triple' },
      ),
    ],
  },
  swirl: {
    key: 'swirl',
    name: 'Swirl',
    what: 'marbled: plungers pulsed in turn, no two alike',
    finish: null,
    stages: [
      stage(
        'body',
        'Bodies',
        [layer('ground', 'Ground', 'marbleA'), layer('ribbon', 'Ribbons', 'marbleB')],
        { block: 'dual', yoked: false },
      ),
    ],
  },
  split: {
    key: 'split',
    name: 'Split flow',
    what: 'each colour split in two before the port: camouflage',
    finish: null,
    stages: [
      stage(
        'body',
        'Bodies',
        [layer('one', 'One patch', 'patchA'), layer('other', 'Other patch', 'patchB')],
        { block: 'split' },
      ),
    ],
  },
  core: {
    key: 'core',
    name: 'Core-shot',
    what: 'a translucent shell over a core',
    finish: null,
    stages: [
      stage('shell', 'Shells', [layer('shell', 'Shell', 'whole')], {
        makes: 'shell',
        rods: true,
        push: 'light',
      }),
      core('core', 'Core'),
    ],
  },
  laminateCore: {
    key: 'laminateCore',
    name: 'Laminated shell, cored',
    what: 'a back and belly shell over a core',
    finish: null,
    stages: [laminatedShell, core('core', 'Core')],
  },
  tailFirst: {
    key: 'tailFirst',
    name: 'Tail first',
    what: 'a tail of its own colour, one body colour shot on to it',
    finish: null,
    stages: [tailStage, stage('body', 'Bodies', [body], { takes: 'tail' })],
  },
  tailLaminate: {
    key: 'tailLaminate',
    name: 'Tail first, laminated',
    what: 'a tail of its own colour, back and belly shot on to it',
    finish: null,
    stages: [tailStage, stage('body', 'Bodies', laminate, { block: 'dual', takes: 'tail' })],
  },
  swap: {
    key: 'swap',
    name: 'Shell swap',
    what: 'a shell shot in another mould; the core becomes the tail',
    finish: null,
    stages: [{ ...laminatedShell }, core('coreTail', 'Core and tail')],
  },
  spot: {
    key: 'spot',
    name: 'Spotted laminate',
    what: 'a dot poured by hand, back and belly shot over it',
    finish: null,
    stages: [
      stage('body', 'Bodies', laminate, {
        block: 'dual',
        pours: [{ ...layer('spot', 'Spot', 'spot'), grams: 0.15, share: null }],
      }),
    ],
  },
  pour: {
    key: 'pour',
    name: 'Hand pour',
    what: 'from the cup into an open mould, layer on layer',
    finish: null,
    stages: [
      stage('body', 'Bodies', [], {
        pours: [
          { ...layer('first', 'First layer', 'first'), grams: null, share: 0.35 },
          { ...layer('second', 'Second layer', 'second'), grams: null, share: 0.35 },
          { ...layer('third', 'Last layer', 'third'), grams: null, share: 0.3 },
        ],
      }),
    ],
  },
  plunger: {
    key: 'plunger',
    name: 'Plunger rod',
    what: 'a spoonful at the port, pushed in with a rod',
    finish: null,
    stages: [
      stage('body', 'Bodies', [], { by: 'rod', pours: [{ ...body, grams: null, share: 1 }] }),
    ],
  },
  dipped: {
    key: 'dipped',
    name: 'Dipped tip',
    what: 'one colour, its tip dipped after',
    finish: { ...layer('tip', 'Tip', 'tip'), grams: 0.2 },
    stages: [stage('body', 'Bodies', [body])],
  },
} as const satisfies Record<string, Build>;

export type BuiltIn = keyof typeof BUILDS;
/** Every build the trade knows, widened to {@link Build}. */
export const builtIns = (): Build[] => Object.values(BUILDS);
/** The build called `key` among the trade's and the shop's own, or null. */
export const findBuild = (key: string, own: readonly Build[] = []): Build | null =>
  Object.hasOwn(BUILDS, key)
    ? BUILDS[key as BuiltIn]
    : (own.find((build) => build.key === key) ?? null);

/** Layers of a stage in the order they go in: poured, then shot. */
export const stageLayers = (stage: Stage): Layer[] => [...stage.pours, ...stage.layers];
/** Every layer of a build, in the order it is made. */
export const layersOf = (build: Build): Layer[] => [
  ...build.stages.flatMap(stageLayers),
  ...(build.finish ? [build.finish] : []),
];
/** Whether sprues and plugs of a stage hold more than one colour. */
export const isMixed = (stage: Stage): boolean => stage.layers.length > 1;
/** Whether each bait of a stage is judged by look, one by one. */
export const isJudged = (stage: Stage): boolean => isMixed(stage) && !stage.yoked;
/** Whether each colour of a stage has its own half, so that TOP matters. */
export const hasTop = (stage: Stage): boolean =>
  isMixed(stage) && stage.layers.some((layer) => place(layer.place).over === 'TOP');

/** How the colours of a bait are to meet. A soft line is a look, not a fault. */
export const LINES = {
  clean: { name: 'clean: the colours stay apart' },
  soft: { name: 'soft: they run into one another' },
} as const;
export type LineWanted = keyof typeof LINES;
