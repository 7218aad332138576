import type { Build } from '@/core/build/index.ts';
import { findBuild, layersOf } from '@/core/build/index.ts';
import { drawnAs, lookOf } from '@/core/colour/index.ts';
import type { Material, Mix } from '@/core/material/index.ts';
import { cavityVolume } from '@/core/mould/index.ts';
import type { Figure, Scene } from '@/core/picture/index.ts';
import { sceneOf } from '@/core/picture/index.ts';
import type { Entry } from '@/store/catalogue.ts';
import { find, list } from '@/store/catalogue.ts';
import { usualBait } from '@/store/mixes.ts';

/** A body to put a colourway on, by a key that stands in an address. */
export interface NamedFigure extends Figure {
  key: string;
  name: string;
  /** hardness it wants; null = not said */
  hardness: { low: number; high: number } | null;
}
/** Every bait the shop sells, and every cavity that has an outline of its own from a mesh. */
export async function figures(): Promise<NamedFigure[]> {
  const [baits, moulds] = await Promise.all([list('baits'), list('moulds')]);
  const ofBaits = baits.map(({ id, spec }): NamedFigure => {
    const cavity = moulds.find((mould) => mould.id === spec.mouldIds[0])?.spec.cavities[0];
    const same =
      cavity &&
      cavity.outline === spec.outline &&
      Math.abs(cavity.length - spec.length) < 0.05 * spec.length
        ? cavity
        : null;
    return {
      key: `bait-${id}`,
      name: spec.name,
      outline: spec.outline,
      profile: same?.profile ?? null,
      hardness: spec.hardness[0] ?? null,
      length: spec.length,
      volume: same ? cavityVolume(same) : null,
    };
  });
  const meshed = moulds.flatMap(({ id, spec }) => {
    const cavity = spec.cavities.find((cavity) => cavity.profile !== null);
    return cavity && spec.makes === 'bait'
      ? [
          {
            key: `mould-${id}`,
            name: `${spec.name}, from its mesh`,
            outline: cavity.outline,
            hardness: null,
            profile: cavity.profile,
            length: cavity.length,
            volume: cavityVolume(cavity),
          },
        ]
      : [];
  });
  return [...ofBaits, ...meshed];
}

export interface WayWhole {
  id: number;
  name: string;
  build: Build;
  /** mix on each layer that has one, by layer key */
  mixes: Record<string, Entry<'mixes'>>;
  materials: Material[];
}
/** A colourway with all that is needed to picture it; null when it, or its build, is gone. */
export async function wholeWay(id: number): Promise<WayWhole | null> {
  const [way, mixes, materials, builds] = await Promise.all([
    find('colourways', id),
    list('mixes'),
    list('materials'),
    list('builds'),
  ]);
  const build =
    way &&
    findBuild(
      way.spec.build,
      builds.map((build) => build.spec),
    );
  if (!way || !build) return null;
  const own = Object.fromEntries(
    layersOf(build).flatMap((layer) => {
      const entry = mixes.find((mix) => mix.id === way.spec.layers[layer.key]);
      return entry
        ? [
            [
              layer.key,
              {
                ...entry,
                spec: {
                  ...entry.spec,
                  colour: drawnAs(
                    entry.spec,
                    materials.map((material) => material.spec),
                  ),
                },
              },
            ] as const,
          ]
        : [];
    }),
  );
  return {
    id,
    name: way.spec.name,
    build,
    mixes: own,
    materials: materials.map((material) => material.spec),
  };
}
/**
 * The bait a colourway is mostly shot as, or was last ordered on, as the key of a body; '' where
 * none is known.
 */
export async function usualBody(way: number): Promise<string> {
  const bait = await usualBait(way);
  return bait === null ? '' : `bait-${bait}`;
}

/** A colourway on a body, as it is pictured everywhere: the same flakes in the same places. */
export const sceneFor = (
  way: Pick<WayWhole, 'id' | 'build' | 'materials'> & { mixes: Record<string, { spec: Mix }> },
  figure: Figure,
): Scene =>
  sceneOf(
    figure,
    way.build,
    (layer) => {
      const mix = way.mixes[layer.key];
      return mix ? lookOf(mix.spec, way.materials) : null;
    },
    { seed: way.id },
  );
