import type { Colour } from './lab.ts';
import { deltaE } from './lab.ts';
import type { OnShelf, Sight } from './recipe.ts';
import { colourWith, recipesFor, SIGHT } from './recipe.ts';

/** What is in a charge, in doses by shelf key. */
export type Doses = ReadonlyMap<string, number>;

export interface Charge {
  shelf: readonly OnShelf[];
  /** doses in it now */
  now: Doses;
  target: Colour;
  /** mL of the charge, cold */
  ml: number;
  sight?: Sight;
}
/**
 * One go: what to put in now, what would still be wanting after it, and how near it brings the
 * colour.
 */
export interface Adding {
  add: { key: string; dose: number }[];
  /** doses still wanting before this go */
  wanting: { key: string; dose: number }[];
  /** ΔE now, after this go, and the least that can be reached by putting more in */
  now: number;
  after: number;
  least: number;
}
/** Clear plastic that brings an overdone charge back. */
export interface Thinning {
  /** mL of clear, and of the charge after it */
  clear: number;
  charge: number;
  after: number;
}

/** Near enough: most people see no difference side by side (judgement; a keen eye sees 1). */
export const NEAR = 2;
/**
 * More in than is wanted is told from the error of a drop by this much ΔE that clear would gain
 * (judgement).
 */
const GAIN = 0.7;
/** ΔE that is as good as none between two ways (judgement). */
const AS_WELL = 0.2;
/** Most a charge may grow, times (judgement: past that it is another mix). */
const GROWS = 3;
const STEPS = [0.5, 0.2, 0.08, 0.03] as const;

const offWith = (
  { shelf, target, sight = SIGHT }: Charge,
  doses: readonly number[],
  ml: number,
): number =>
  deltaE(
    colourWith(
      shelf.map((onShelf, i) => ({ pigment: onShelf.pigment, dose: doses[i]! })),
      ml,
      sight,
    ),
    target,
  );

/**
 * The doses, none under what is in it, that come nearest: each moved by less and less while that
 * helps.
 */
function settle(
  charge: Charge,
  least: readonly number[],
  ml: number,
): { doses: number[]; off: number } {
  let best = { doses: [...least], off: offWith(charge, least, ml) };
  for (const step of STEPS) {
    for (let better = true, turns = 0; better && turns < 40; turns++) {
      better = false;
      for (let i = 0; i < charge.shelf.length; i++) {
        const unit = Math.max(
          charge.shelf[i]!.step * 0.5 * step,
          step * Math.max(best.doses[i]!, charge.shelf[i]!.most * 0.06),
        );
        for (const by of [unit, -unit]) {
          const doses = best.doses.map((dose, j) =>
            j === i ? Math.min(charge.shelf[i]!.most, Math.max(least[i]!, dose + by)) : dose,
          );
          const off = offWith(charge, doses, ml);
          if (off < best.off - 1e-6) {
            best = { doses, off };
            better = true;
            break;
          }
        }
      }
    }
  }
  return best;
}

/** How far a drop is off from the next, as a share; and ΔE a swatch is seen to (judgements). */
const DROP = 0.1;
const SEEN = 1;
/**
 * Doses that are in a charge, as they were counted and as its swatch now looks: each moved from its
 * count no further than its drops are off, as far as that explains what is seen (least squares of
 * both).
 */
export function believed(charge: Charge, looks: Colour): Map<string, number> {
  const { shelf, now, ml, sight = SIGHT } = charge;
  const have = shelf.map((onShelf) => now.get(onShelf.key) ?? 0);
  const cost = (factors: readonly number[]) =>
    (deltaE(
      colourWith(
        shelf.map((onShelf, i) => ({ pigment: onShelf.pigment, dose: have[i]! * factors[i]! })),
        ml,
        sight,
      ),
      looks,
    ) /
      SEEN) **
      2 +
    factors.reduce(
      (sum, x, i) =>
        sum +
        (have[i]! > 0
          ? (Math.log(x) / (DROP / Math.sqrt(Math.max(1, Math.min(4, have[i]!))))) ** 2
          : 0),
      0,
    );
  let best = { f: have.map(() => 1), cost: cost(have.map(() => 1)) };
  for (const by of [1.06, 1.02, 1.006]) {
    for (let better = true, turns = 0; better && turns < 20; turns++) {
      better = false;
      for (let i = 0; i < have.length; i++) {
        for (const factor of have[i]! > 0 ? [by, 1 / by] : []) {
          const factors = best.f.map((x, j) => (j === i ? x * factor : x));
          const price = cost(factors);
          if (price < best.cost - 1e-9) {
            best = { f: factors, cost: price };
            better = true;
            break;
          }
        }
      }
    }
  }
  return new Map(shelf.map((onShelf, i) => [onShelf.key, have[i]! * best.f[i]!]));
}

/** Things a hand goes on with at once (judgement); more on a shelf are chosen among first. */
const AT_ONCE = 6;
/**
 * A charge with what is gone on with of a long shelf: what is in it already, and what the best recipe
 * for its colour takes.
 */
export function narrowed(charge: Charge): Charge {
  const { shelf, now, target, ml, sight } = charge;
  if (shelf.length <= AT_ONCE) return charge;
  const [best] = recipesFor(shelf, { target, ml, sight });
  const taken = new Set(best?.doses.map(({ key }) => key));
  return {
    ...charge,
    shelf: shelf.filter(({ key }) => taken.has(key) || (now.get(key) ?? 0) > 0),
  };
}

/**
 * The next go: half of what is still wanting of each, in whole steps, so that a drop too large is
 * never too much; the last step or two at once. Nothing where it is near enough or nothing more
 * would help.
 */
export function nextAddition(charge: Charge): Adding {
  const { shelf, now } = charge;
  const have = shelf.map((onShelf) => now.get(onShelf.key) ?? 0);
  const off = offWith(charge, have, charge.ml);
  const best = settle(charge, have, charge.ml);
  const wanting = shelf
    .map((onShelf, i) => ({ key: onShelf.key, dose: best.doses[i]! - have[i]! }))
    .filter((dose) => dose.dose >= 0.5 * shelf.find((onShelf) => onShelf.key === dose.key)!.step);
  const add =
    off <= 1
      ? []
      : wanting.map((dose) => {
          const { step } = shelf.find((onShelf) => onShelf.key === dose.key)!;
          return { key: dose.key, dose: step * Math.max(1, Math.round(dose.dose / step / 2)) };
        });
  const then = have.map(
    (dose, i) => dose + (add.find((dose) => dose.key === shelf[i]!.key)?.dose ?? 0),
  );
  const after = offWith(charge, then, charge.ml);
  return after < off
    ? { add, wanting, now: off, after, least: best.off }
    : { add: [], wanting, now: off, after: off, least: best.off };
}

/**
 * mL of clear that bring an overdone charge back, to whole 5 mL; null where clear would not help.
 * Thinned, it may want something of what is not too much; that comes after, as the next addition.
 */
export function thinning(charge: Charge): Thinning | null {
  const have = charge.shelf.map((onShelf) => charge.now.get(onShelf.key) ?? 0);
  if (have.every((dose) => dose === 0)) return null;
  const without = settle(charge, have, charge.ml).off;
  const reach = (ml: number): number => settle(charge, have, ml).off;
  const most = Math.floor(((GROWS - 1) * charge.ml) / 5) * 5;
  const tried = Array.from({ length: 16 }, (_, k) =>
    Math.max(5, Math.round((most * ((k + 1) / 16) ** 1.7) / 5) * 5),
  ).map((clear) => ({ clear, off: reach(charge.ml + clear) }));
  const least = Math.min(...tried.map((other) => other.off));
  // More clear than is needed only asks for more colour after it: the least that does as well, then
  // finer between it and the one before.
  const at = tried.findIndex((other) => other.off <= least + AS_WELL);
  let best = tried[at]!;
  for (let low = at > 0 ? tried[at - 1]!.clear : 0; best.clear - low > 5;) {
    const clear = Math.round((low + best.clear) / 10) * 5;
    if (clear <= low || clear >= best.clear) break;
    const off = reach(charge.ml + clear);
    if (off <= least + AS_WELL) best = { clear, off };
    else low = clear;
  }
  return without - best.off >= GAIN
    ? { clear: best.clear, charge: charge.ml + best.clear, after: best.off }
    : null;
}
