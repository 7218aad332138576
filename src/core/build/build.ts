/**
 * Ways of shooting, as data. A stage is one mould filled through one block from its barrels; a layer
 * is what one barrel becomes in the bait. `over` is the half of the mould the layer's port stands on.
 */
export interface Layer {
  key: string;
  name: string;
  over: 'TOP' | 'bottom' | 'both';
}
export interface Stage {
  name: string;
  block: BlockKind | null;
  yoked: boolean;
  layers: Layer[];
}
export interface Build {
  name: string;
  what: string;
  stages: Stage[];
  /** sprues and plug hold more than one colour */
  mixed: boolean;
}

/** Barrels a block joins. A single injector shoots through its own nozzle. */
export const BLOCKS = {
  dual: { name: 'dual block', barrels: 2 },
  triple: { name: 'triple block', barrels: 3 },
  split: { name: 'split-flow block', barrels: 2 },
} as const;
export type BlockKind = keyof typeof BLOCKS;

export const BUILDS = {
  single: {
    name: 'Single',
    what: 'one colour',
    mixed: false,
    stages: [{ name: 'body', block: null, yoked: false, layers: [{ key: 'body', name: 'Body', over: 'both' }] }],
  },
  dual: {
    name: 'Dual laminate',
    what: 'back and belly, a line along the side',
    mixed: true,
    stages: [
      {
        name: 'body',
        block: 'dual',
        yoked: true,
        layers: [
          { key: 'back', name: 'Back', over: 'TOP' },
          { key: 'belly', name: 'Belly', over: 'bottom' },
        ],
      },
    ],
  },
} as const satisfies Record<string, Build>;

export type BuildKey = keyof typeof BUILDS;
/** The same table with its entries widened to {@link Build}. */
export const build = (key: BuildKey): Build => BUILDS[key];

/** Every layer of a build, in the order it is shot. */
export const layersOf = (key: BuildKey): Layer[] => build(key).stages.flatMap((stage) => stage.layers);
