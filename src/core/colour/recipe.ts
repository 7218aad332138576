import type { Colour } from './lab.ts';
import { colourOf, deltaE, labOf } from './lab.ts';
import type { Medium } from './laminate.ts';
import { bandOver, even, layerOver, seen, SURFACES } from './laminate.ts';
import { BANDS, WEIGHTS } from './observer.ts';
import type { Pigment } from './pigment.ts';
import { CLEAR_BASE, mixed } from './pigment.ts';

/** Something on the shelf a colour can be made with. */
export interface OnShelf {
  key: string;
  pigment: Pigment;
  /** least step it can be measured in, in doses to the whole charge, and most anybody puts in */
  step: number;
  most: number;
  /** what one dose costs, any money */
  price: number;
}
/** Where a colour is judged: through how many mm, over what. */
export interface Sight {
  thickness: number;
  backing: number;
  base: Medium;
}
/** A swatch on white paper, a bait's usual thickness (judgement). */
export const SIGHT: Sight = { thickness: 6, backing: 0.86, base: CLEAR_BASE };

/** A recipe for a charge: whole steps of each, and how near it comes. */
export interface Recipe {
  doses: { key: string; dose: number }[];
  colour: Colour;
  off: number;
  cost: number;
}

/** Colour of a charge with so many doses in it. @param ml of the charge */
export function colourWith(
  doses: readonly { pigment: Pigment; dose: number }[],
  ml: number,
  sight: Sight = SIGHT,
): Colour {
  const medium = mixed(
    doses.map((dose) => ({ pigment: dose.pigment, dose: (dose.dose * 100) / ml })),
    sight.base,
  );
  return colourOf(seen(layerOver(medium, sight.thickness, even(sight.backing)), 'air'));
}

/** The same on bare numbers, for a shelf: a search asks for it tens of thousands of times. */
function eyeFor(
  shelf: readonly OnShelf[],
  ml: number,
  { thickness, backing, base }: Sight,
): (at: readonly number[], dose: readonly number[]) => Colour {
  const flat = (of: 'k' | 's') =>
    shelf.map((onShelf) => Float64Array.from(onShelf.pigment[of], (x) => (x * 100) / ml));
  const [ks, ss] = [flat('k'), flat('s')];
  const { out, in: back } = SURFACES.air;
  return (at, dose) => {
    let [x, y, z] = [0, 0, 0];
    for (let i = 0; i < BANDS; i++) {
      let k = base.k[i]!;
      let scatter = base.s[i]!;
      for (let j = 0; j < at.length; j++) {
        k += dose[j]! * ks[at[j]!]![i]!;
        scatter += dose[j]! * ss[at[j]!]![i]!;
      }
      const reflected = bandOver(k, scatter, thickness, backing);
      const shown = out + ((1 - out) * (1 - back) * reflected) / (1 - back * reflected);
      const xyz = WEIGHTS[i]!;
      x += xyz[0] * shown;
      y += xyz[1] * shown;
      z += xyz[2] * shown;
    }
    return labOf([x, y, z]);
  };
}

/** Ways that are gone on with after each ingredient, and the most ingredients of a recipe. */
const BEAM = 22;
const DEEP = 4;
/** Doses a new ingredient is first tried in, as shares of the most. */
const FIRST = [0.01, 0.03, 0.08, 0.2, 0.45, 1] as const;
/** Factors a dose is moved by, coarse to fine, then in its own steps. */
const MOVES = [2, 1.35, 1.12, 1.04] as const;

interface Way {
  at: number[];
  dose: number[];
  off: number;
}
export interface RecipeWanted {
  target: Colour;
  /** mL of the charge */
  ml: number;
  sight?: Sight;
  /** ways gone on with after each ingredient: more of them search longer */
  beam?: number;
  /** asked now and then: true stops the search, and the best so far is given */
  stop?: () => boolean;
}

/**
 * Recipes that come nearest a colour with what is on the shelf, whole steps only: ingredients are
 * put in one after the other, the best ways gone on with, every dose moved until none betters it
 * (coordinate search in CIEDE2000).
 * @returns best first, no two of the same ingredients
 */
export function recipesFor(
  shelf: readonly OnShelf[],
  { target, ml, sight = SIGHT, beam: width = BEAM, stop = () => false }: RecipeWanted,
): Recipe[] {
  const eye = eyeFor(shelf, ml, sight);
  const off = (at: readonly number[], dose: readonly number[]): number =>
    deltaE(eye(at, dose), target);
  const rounded = (i: number, dose: number): number =>
    Math.min(
      shelf[i]!.most,
      Math.max(shelf[i]!.step, Math.round(dose / shelf[i]!.step) * shelf[i]!.step),
    );
  /** Moves each dose by a factor while that helps. */
  const settle = (way: Way, moves: readonly number[]): Way => {
    let best = way;
    for (const move of moves) {
      for (let better = true, turns = 0; better && turns < 12; turns++) {
        better = false;
        for (let k = 0; k < best.at.length; k++) {
          for (const by of [move, 1 / move]) {
            const dose = best.dose.map((dose, j) =>
              j === k
                ? Math.min(
                    shelf[best.at[k]!]!.most,
                    Math.max(shelf[best.at[k]!]!.step / 4, dose * by),
                  )
                : dose,
            );
            const found = off(best.at, dose);
            if (found < best.off - 1e-6) {
              best = { ...best, dose, off: found };
              better = true;
              break;
            }
          }
        }
      }
    }
    return best;
  };
  /** To whole steps, then step by step, two doses at once as well, while that helps. */
  const whole = (way: Way): Way => {
    const dose = way.dose.map((dose, k) => rounded(way.at[k]!, dose));
    let best: Way = { at: way.at, dose, off: off(way.at, dose) };
    for (let better = true, turns = 0; better && turns < 40; turns++) {
      better = false;
      const steps: number[][] = [];
      for (let k = 0; k < best.at.length; k++)
        for (const by of [1, -1, 2, -2]) steps.push(best.at.map((_, j) => (j === k ? by : 0)));
      for (let k = 0; k < best.at.length; k++)
        for (let j = 0; j < k; j++)
          for (const [one, other] of [
            [1, 1],
            [1, -1],
            [-1, 1],
            [-1, -1],
          ])
            steps.push(best.at.map((_, i) => (i === k ? one! : i === j ? other! : 0)));
      for (const by of steps) {
        const next = best.dose.map((dose, k) => dose + by[k]! * shelf[best.at[k]!]!.step);
        if (
          next.some(
            (dose, k) =>
              dose < shelf[best.at[k]!]!.step - 1e-9 || dose > shelf[best.at[k]!]!.most + 1e-9,
          )
        )
          continue;
        const found = off(best.at, next);
        if (found < best.off - 1e-9) {
          best = { ...best, dose: next, off: found };
          better = true;
        }
      }
    }
    return best;
  };
  const found = new Map<string, Way>();
  const keep = (way: Way): void => {
    const key = [...way.at].sort((one, other) => one - other).join();
    const held = found.get(key);
    if (!held || way.off < held.off) found.set(key, way);
  };
  let beam: Way[] = [{ at: [], dose: [], off: off([], []) }];
  for (let depth = 0; depth < DEEP && !stop(); depth++) {
    const next: Way[] = [];
    const tried = new Set<string>();
    for (const way of beam) {
      for (let i = 0; i < shelf.length; i++) {
        if (way.at.includes(i)) continue;
        const key = [...way.at, i].sort((one, other) => one - other).join();
        if (tried.has(key)) continue;
        tried.add(key);
        const at = [...way.at, i];
        const firsts = FIRST.map((share) => {
          const dose = [...way.dose, Math.max(shelf[i]!.step, share * shelf[i]!.most)];
          return { at, dose, off: off(at, dose) };
        });
        next.push(
          settle(
            firsts.reduce((made, first) => (first.off < made.off ? first : made)),
            MOVES.slice(0, 2),
          ),
        );
      }
      if (stop()) break;
    }
    beam = next
      .sort((one, other) => one.off - other.off)
      .slice(0, width)
      .map((way) => settle(way, MOVES));
    beam.forEach(keep);
  }
  return [...found.values()]
    .sort((one, other) => one.off - other.off)
    .slice(0, 3 * width)
    .map(whole)
    .sort((one, other) => one.off - other.off)
    .map(({ at, dose, off: found }): Recipe => ({
      doses: at.map((i, k) => ({ key: shelf[i]!.key, dose: dose[k]! })),
      off: found,
      cost: at.reduce((sum, i, k) => sum + dose[k]! * shelf[i]!.price, 0),
      colour: colourWith(
        at.map((i, k) => ({ pigment: shelf[i]!.pigment, dose: dose[k]! })),
        ml,
        sight,
      ),
    }));
}
