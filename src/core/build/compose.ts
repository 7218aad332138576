import { type BlockKind, BLOCKS, type Build, layersOf, type Pour, type Stage } from './build.ts';
import { BUILDS } from './builtIns.ts';
import type { InsertKey } from './inserts/index.ts';

/** A key like the one wanted that is not taken yet. */
function freshKey(wanted: string, taken: readonly string[]): string {
  const base = wanted.replace(/\d+$/, '');
  for (let count = 1; ; count++) {
    const key = count === 1 ? base : `${base}${count}`;
    if (!taken.includes(key)) return key;
  }
}
const layerKeys = (build: Build): string[] => layersOf(build).map((layer) => layer.key);

/** Most stages of a build, barrels of one stage, and pours before it is shot. */
export const MOST_PARTS = { stages: 4, barrels: 3, pours: 6 } as const;

/** Stages of the usual builds, the plainest first. */
const PATTERNS: Stage[] = Object.values(BUILDS).flatMap((build): Stage[] => [...build.stages]);

/**
 * A build whose first stage makes inserts: for the last one, where it takes none yet. Its layers
 * have keys of their own.
 */
export function stageBefore(build: Build, makes: InsertKey): Build {
  const from = PATTERNS.find((stage) => stage.makes === makes);
  if (!from) return build;
  const key = freshKey(
    makes,
    build.stages.map((stage) => stage.key),
  );
  const taken = layerKeys(build);
  const layers = from.layers.map((layer) => ({ ...layer, key: freshKey(layer.key, taken) }));
  const last = build.stages.length - 1;
  return {
    ...build,
    stages: [
      { ...from, key, layers },
      ...build.stages.map((stage, i) =>
        i === last && stage.takes === null ? { ...stage, takes: key } : stage,
      ),
    ],
  };
}
/** A build without one of its stages: what took its inserts takes none. */
export const withoutStage = (build: Build, gone: Stage): Build => ({
  ...build,
  stages: build.stages
    .filter((stage) => stage !== gone)
    .map((stage) => (stage.takes === gone.key ? { ...stage, takes: null } : stage)),
});
/** A build with its tip dipped after, or without. */
export const withTip = (build: Build): Build => ({
  ...build,
  finish: build.finish
    ? null
    : { key: freshKey('tip', layerKeys(build)), name: 'Tip', place: 'tip', grams: 0.2 },
});

/** What a barrel more or fewer asks for by way of a block. */
function blockFor(count: number, now: BlockKind | null): BlockKind | null {
  if (count < 2) return null;
  if (now && BLOCKS[now].barrels === count) return now;
  return count === 3 ? 'triple' : 'dual';
}
/** A stage with these layers: its block goes by how many barrels that is. */
export const withLayers = (stage: Stage, layers: Stage['layers']): Stage => ({
  ...stage,
  layers,
  block: blockFor(layers.length, stage.block),
  yoked: layers.length < 2 || stage.yoked,
});
/** A stage with another barrel. */
export const anotherBarrel = (build: Build, stage: Stage): Stage =>
  withLayers(stage, [
    ...stage.layers,
    {
      key: freshKey('layer', layerKeys(build)),
      name: 'Layer',
      place: stage.layers.length === 0 ? 'whole' : 'belly',
    },
  ]);

/** Share of a cavity a poured layer has: what is left of it, or a skin under what is shot. */
const SHARE = { least: 0.05, skin: 0.1 } as const;
const pourOf: Record<'spot' | 'layer', (stage: Stage) => Omit<Pour, 'key'>> = {
  spot: () => ({ name: 'Spot', place: 'spot', grams: 0.15, share: null }),
  layer: ({ layers, pours }) => {
    const left = 1 - pours.reduce((sum, pour) => sum + (pour.share ?? 0), 0);
    const alone = layers.length === 0;
    return {
      name: 'Poured layer',
      place: alone ? 'whole' : 'skin',
      grams: null,
      share: alone ? Math.max(SHARE.least, left) : SHARE.skin,
    };
  },
};
/** A stage before which a dot, or a whole layer, is poured by hand. */
export const pouredFirst = (build: Build, stage: Stage, what: 'spot' | 'layer'): Stage => ({
  ...stage,
  pours: [
    ...stage.pours,
    { key: freshKey(what === 'spot' ? 'spot' : 'pour', layerKeys(build)), ...pourOf[what](stage) },
  ],
});
