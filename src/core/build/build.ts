import type { PlaceKey } from './place.ts';
import { INSERTS } from './inserts/index.ts';
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
export interface Pour extends Layer {
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
  /** those rods close the tail off: what is shot next becomes the tail */
  closes: boolean;
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

/** What leaves a stage's mould: the bait, or an insert for a later stage. */
export const MAKES = { bait: { name: 'bait', many: 'baits' }, ...INSERTS } as const;
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
  even: {
    name: 'slow and even',
    hold: 1,
    why: 'Until it resists.',
    holding: 'Steady pressure until it resists no more.',
  },
  light: {
    name: 'lightly',
    hold: 0.5,
    why: 'A flash past rod or insert would spoil the effect.',
    holding: 'Lightly: a flash past the insert spoils it.',
  },
  held: {
    name: 'steadily, and hold',
    hold: 1.5,
    why: 'The gates are narrow: keep the pressure on.',
    holding: 'Narrow gates: the pressure stays on.',
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

/** Layers of a stage in the order they go in: poured, then shot. */
export const stageLayers = (stage: Stage): Layer[] => [...stage.pours, ...stage.layers];
/** Every layer of a build, in the order it is made. */
export const layersOf = (build: Build): Layer[] => [
  ...build.stages.flatMap(stageLayers),
  ...(build.finish ? [build.finish] : []),
];
/** Whether a stage is shot at all; else it is only poured. */
export const isShot = (stage: Stage): boolean => stage.layers.length > 0;
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
