// Coming to a colour at the bench by what the product says next, with drops that are off by up to a
// tenth. Prints JSON.
import {
  believed,
  colourWith,
  deltaE,
  NEAR,
  nextAddition,
  recipesFor,
  thinning,
} from '../../src/core/colour/index.ts';
import { normal, seeded } from '../../src/core/chance.ts';
import { hiddenShelf } from './shelf.ts';
import { shareAt } from './shareAt.ts';

const chance = seeded(Number(process.argv[3] ?? 3));
const ML = 237;
const runs = Number(process.argv[2] ?? 200);
const shelf = hiddenShelf(chance);
let [goes, over] = [0, 0];
const took: number[] = [];
const ends: number[] = [];
for (let run = 0; run < runs; run++) {
  const of = [...shelf]
    .map((onShelf) => ({ s: onShelf, r: chance() }))
    .sort((one, other) => one.r - other.r)
    .slice(0, 1 + Math.floor(3 * chance()));
  const target = colourWith(
    of.map(({ s: onShelf }) => ({
      pigment: onShelf.pigment,
      dose: 3 + Math.floor(40 * chance() ** 1.5),
    })),
    ML,
  );
  // The recipe says what it is made of; how much has gone in, the hand counts in drops, each its
  // own size.
  const recipe = recipesFor(shelf, { target, ml: ML })[0]!;
  const own = recipe.doses.map((dose) => shelf.find((onShelf) => onShelf.key === dose.key)!);
  const counted = new Map<string, number>();
  const truth = new Map<string, number>();
  const off = () =>
    deltaE(
      colourWith(
        own.map((onShelf) => ({ pigment: onShelf.pigment, dose: truth.get(onShelf.key) ?? 0 })),
        ML,
      ),
      target,
    );
  let count = 0;
  while (off() > NEAR && count < 12) {
    // From the second go on the swatch is looked at too, to about one ΔE.
    const looks = colourWith(
      own.map((onShelf) => ({ pigment: onShelf.pigment, dose: truth.get(onShelf.key) ?? 0 })),
      ML,
    );
    const seen = {
      l: normal(chance, looks.l, 0.5),
      a: normal(chance, looks.a, 0.5),
      b: normal(chance, looks.b, 0.5),
    };
    const now =
      count === 0 ? counted : believed({ shelf: own, now: counted, target, ml: ML }, seen);
    const { add } = nextAddition({ shelf: own, now, target, ml: ML });
    if (add.length === 0) break;
    count += 1;
    for (const dose of add) {
      counted.set(dose.key, (counted.get(dose.key) ?? 0) + dose.dose);
      let real = 0;
      for (let i = 0; i < dose.dose; i++) real += Math.max(0, normal(chance, 1, 0.1));
      truth.set(dose.key, (truth.get(dose.key) ?? 0) + real);
    }
    goes += 1;
    // Overshot: off, and putting more in can no longer bring it near, though clear could.
    if (
      off() > NEAR &&
      nextAddition({ shelf: own, now: truth, target, ml: ML }).least > NEAR &&
      thinning({ shelf: own, now: truth, target, ml: ML })
    )
      over += 1;
  }
  took.push(count);
  ends.push(off());
}
console.log(
  JSON.stringify({
    runs,
    goes,
    median: shareAt(took, 0.5),
    p90: shareAt(took, 0.9),
    most: shareAt(took, 1),
    near: ends.filter((end) => end <= NEAR).length / runs,
    worst: shareAt(ends, 1),
    overshot: over / goes,
  }),
);
