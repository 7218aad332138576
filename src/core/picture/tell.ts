import type { FlakeInBait, FloatLayer } from '../colour/index.ts';
import { coreReads, flakeInBait, lineOf, opacity, READS, shellDose } from '../colour/index.ts';
import type { ShellDose } from '../colour/index.ts';
import type { Material, Mix } from '../material/index.ts';
import { densityOfMix, materialOf, RECIPE_CUP, spoonG } from '../material/index.ts';
import type { Piece } from './compose.ts';
import { piecesOf } from './compose.ts';
import { bandsOf, bodyOf } from './scene.ts';
import type { Scene } from './scene.ts';
import { PLASTISOL } from '../material/plastisol.ts';

/** What a pictured bait is like, layer by layer. */
export interface LayerTold {
  name: string;
  /** mL of it in a bait */
  volume: number;
  /** share of what is behind it that it hides, at the bait's thickest */
  hides: number;
  flakes: (FlakeInBait & {
    what: string;
    size: number;
    /** in the thinnest tenth of the length */ thin: number;
  })[];
}
const across = (pieces: readonly Piece[]): number =>
  Math.max(...pieces.map((piece) => piece.across));

/** Every layer's volume, how much it hides and how many flakes it has. */
export function layersTold(scene: Scene): LayerTold[] {
  const pieces = piecesOf(scene);
  return scene.layers.map(({ name, look }, i) => {
    const own = pieces[i]!;
    const tenth = Math.max(1, Math.round(own.length / 10));
    // The thinnest place that has plastic in it, nose and tail edge left out.
    const at = Array.from({ length: own.length - 3 * tenth + 1 }, (_, k) => k + tenth).reduce(
      (one, other) => (own[other]!.across < own[one]!.across ? other : one),
      Math.floor(own.length / 2),
    );
    return {
      name,
      volume: own.reduce((sum, piece) => sum + piece.volume, 0),
      hides: opacity(look.withFlake, across(own)),
      flakes: look.flakes.map((flake) => ({
        what: flake.what,
        size: flake.size,
        ...flakeInBait({ shape: flake.shape, size: flake.size, perMl: flake.perMl, sections: own }),
        thin: flakeInBait({
          shape: flake.shape,
          size: flake.size,
          perMl: flake.perMl,
          sections: own.slice(at, at + tenth),
        }).mean,
      })),
    };
  });
}

/**
 * Where the line between two halves lies near the port, from the back, with equal heats and with
 * the belly so much hotter; null where the bait has no such line.
 */
export function lineTold(scene: Scene, hotter = 4): { even: number; moved: number } | null {
  const bands = bandsOf(scene).filter((band) => !band.inside && band.from === 0 && band.to === 1);
  if (bands.length !== 2 || scene.layers.length !== 2) return null;
  const shares = piecesOf(scene).map((volume) =>
    volume.reduce((sum, piece) => sum + piece.volume, 0),
  );
  const all = shares.reduce((one, other) => one + other, 0);
  const at = (by: number) =>
    lineOf(
      shares.map((share, i) => ({
        share: share / all,
        celsius: PLASTISOL.worked + (i === 1 ? by : 0),
        runs: 'alike' as const,
      })),
    )[0]!;
  return { even: at(0), moved: at(hotter) };
}

export interface CoreTold extends ShellDose {
  /**
   * through each layer of the shell: ΔE between bait over core and bait beside it, and what that is
   * to an eye
   */
  through: { shell: string; reads: number; says: 'well' | 'dimly' | 'not' }[];
  /** mm of shell over the core */
  front: number;
}
/**
 * Whether a core is seen through its shell, and the doses of the shell that keep it so; null where
 * there is no core.
 */
export function coreTold(scene: Scene): CoreTold | null {
  const bands = bandsOf(scene);
  const core = bands.find((band) => band.inside);
  const shells = bands.filter((band) => !band.inside && band.layer !== core?.layer);
  if (!core || shells.length === 0) return null;
  const along = (core.from + core.to) / 2;
  const wide = bodyOf(scene).wide(along);
  const half = core.edges(along)[0];
  const cored = {
    shell: shells[0]!.layer.look.withFlake,
    core: core.layer.look.withFlake,
    front: wide * (1 - half),
    thick: 2 * wide * half,
  };
  const through = shells.map(({ layer }) => {
    const reads = coreReads({ ...cored, shell: layer.look.withFlake });
    return {
      shell: layer.name,
      reads,
      says:
        reads >= READS.well
          ? ('well' as const)
          : reads >= READS.dimly
            ? ('dimly' as const)
            : ('not' as const),
    };
  });
  return { through, front: cored.front, ...shellDose(cored, shells[1]?.layer.look.withFlake) };
}

/** g of salt stirred into each mL of a mix, by its ladder. */
const saltOf = (mix: Pick<Mix, 'ladder'>, materials: readonly Material[]): number =>
  mix.ladder
    .filter((ingredient) => ingredient.kind === 'salt')
    .reduce((sum, ingredient) => {
      const material = materialOf(ingredient, materials);
      return (
        sum +
        (material
          ? spoonG(ingredient, material)
          : ingredient.dimension === 'mass'
            ? ingredient.amount
            : 0)
      );
    }, 0) / RECIPE_CUP;

/** Layers of a pictured bait as they float: mL, density and salt of each, by its mix. */
export const floatLayers = (
  told: readonly LayerTold[],
  mixes: readonly Mix[],
  materials: readonly Material[],
): FloatLayer[] =>
  told.map(({ volume }, i) => ({
    volume,
    density: densityOfMix(
      { ...mixes[i]!, ladder: mixes[i]!.ladder.filter(({ kind }) => kind !== 'salt') },
      materials,
    ),
    salt: saltOf(mixes[i]!, materials),
  }));
