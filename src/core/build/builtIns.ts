import type { PlaceKey } from './place.ts';
import type { Layer, Stage, Build } from './build.ts';

const layer = (key: string, name: string, at: PlaceKey): Layer => ({ key, name, place: at });
const plain: Omit<Stage, 'key' | 'name' | 'layers'> = {
  makes: 'bait',
  pours: [],
  by: 'hand',
  block: null,
  yoked: true,
  takes: null,
  rods: false,
  closes: false,
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
  closedTail: {
    key: 'closedTail',
    name: 'Core-shot, tail closed off',
    what: 'the rods close the tail off; the core becomes the tail, in one mould',
    finish: null,
    stages: [
      stage('shell', 'Shells', [layer('shell', 'Shell', 'whole')], {
        makes: 'shell',
        rods: true,
        closes: true,
        push: 'light',
      }),
      core('coreTail', 'Core and tail'),
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
