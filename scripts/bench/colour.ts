// Finding a colour again: targets made by hidden mixes from a shelf of 24, whole doses only. Prints
// JSON.
import { colourWith, recipesFor } from '../../src/core/colour/index.ts';
import { seeded } from '../../src/core/chance.ts';
import { hiddenShelf } from './shelf.ts';
import { shareAt } from './shareAt.ts';

const chance = seeded(Number(process.argv[3] ?? 1));
const ML = 237;
const shelf = hiddenShelf(chance);
const targets = Number(process.argv[2] ?? 200);
const results = Array.from({ length: targets }, () => {
  const count = 1 + Math.floor(3 * chance());
  const of = [...shelf]
    .map((onShelf) => ({ s: onShelf, r: chance() }))
    .sort((one, other) => one.r - other.r)
    .slice(0, count);
  const target = colourWith(
    of.map(({ s: onShelf }) => ({
      pigment: onShelf.pigment,
      dose: 1 + Math.floor(45 * chance() ** 1.5),
    })),
    ML,
  );
  const began = performance.now();
  const off = recipesFor(shelf, { target, ml: ML })[0]!.off;
  return { target, off, ms: performance.now() - began };
});
const LONG = 140;
// Against a search many times as wide: on forty of them.
const forty = Number(process.argv[4] ?? 40);
const own = results
  .slice(0, forty)
  .map(
    (result) =>
      result.off - recipesFor(shelf, { target: result.target, ml: ML, beam: LONG })[0]!.off,
  );
// And on colours that may be out of reach.
const gaps = Array.from({ length: forty }, () => {
  const target = { l: 20 + 70 * chance(), a: 90 * chance() - 45, b: 100 * chance() - 40 };
  const [quick, long] = [undefined, LONG].map(
    (beam) => recipesFor(shelf, { target, ml: ML, beam })[0]!.off,
  ) as [number, number];
  return quick - long;
});
console.log(
  JSON.stringify({
    own: {
      n: own.length,
      within: own.filter((gap) => gap <= 0.5).length / Math.max(1, own.length),
      worst: shareAt(own, 1),
    },
    gaps: {
      n: gaps.length,
      within: gaps.filter((gap) => gap <= 0.5).length / Math.max(1, gaps.length),
      worst: shareAt(gaps, 1),
    },
    targets,
    within: results.filter((result) => result.off <= 1).length / targets,
    off: {
      p50: shareAt(
        results.map((result) => result.off),
        0.5,
      ),
      p95: shareAt(
        results.map((result) => result.off),
        0.95,
      ),
      worst: shareAt(
        results.map((result) => result.off),
        1,
      ),
    },
    ms: {
      p50: shareAt(
        results.map((result) => result.ms),
        0.5,
      ),
      p95: shareAt(
        results.map((result) => result.ms),
        0.95,
      ),
      worst: shareAt(
        results.map((result) => result.ms),
        1,
      ),
    },
  }),
);
