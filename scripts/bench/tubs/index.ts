// Remelt judged before it is melted, in shops whose paints are lumpy in their spectra, clump when
// there is much of them and yellow with heat, whose drops are off and whose swatches are misread.
import { seeded } from '../../../src/core/chance.ts';
import { deltaE } from '../../../src/core/colour/index.ts';
import { apartFrom, looksOfRemelt, partOf, together } from '../../../src/core/plastic/index.ts';
import { apart, looksOf, poured } from './paints.ts';
import type { Shop, TrueMix, TrueTub } from './shop.ts';
import { remeltOf, shopOf } from './shop.ts';

const SHOPS = 10;
const count = Number(process.argv[2] ?? 500);
const seed = Number(process.argv[3] ?? 1);
let chance = seeded(seed);
const pick = <T>(all: readonly T[]): T => all[Math.floor(chance() * all.length)]!;

const came = new Map<string, boolean[]>();
const note = (what: string, true_: boolean): void =>
  void came.set(what, [...(came.get(what) ?? []), true_]);

/** How far a tub is said to be from a mix, with its range. */
function said(tub: Pick<TrueTub, 'plastic' | 'looks'>, mix: TrueMix, shop: Shop) {
  const looks = looksOfRemelt(remeltOf(tub, shop, chance), shop.shelf);
  return apartFrom(
    looks,
    shop.shelf.book.find(({ id }) => id === mix.id)!,
  )!;
}
/** The reckoned look of a known tub against its true one, and its range against one mix. */
function judge(tub: TrueTub, shop: Shop): void {
  const { looks } = looksOfRemelt(remeltOf(tub, shop, chance), shop.shelf);
  if (tub.is === 'known')
    note('shade within ΔE 3 where all is known', apart(looks[0]!, tub.looks) <= 3);
  const mix = pick(shop.book);
  const { low, high } = said(tub, mix, shop);
  // Of a colour an eye named only the body is known.
  const so =
    tub.is === 'unknown'
      ? deltaE(tub.looks.at(-1)!, mix.looks.at(-1)!)
      : apart(tub.looks, mix.looks);
  note(`80 % range holds, ${tub.is}`, low <= so && so <= high);
  note('80 % range holds, of all', low <= so && so <= high);
}

/** Two known tubs blended, as reckoned and as it truly comes. */
function blend(known: readonly TrueTub[], target: TrueMix, shop: Shop) {
  const [one, other, share] = [pick(known), pick(known), pick([0.2, 0.25, 1 / 3, 0.5])];
  const parts = [
    { tub: one, share: 1 - share },
    { tub: other, share },
  ];
  const truth = poured(parts.map(({ tub, share: part }) => ({ truth: tub.truth, ml: 100 * part })));
  const spent = parts.reduce((sum, { tub, share: part }) => sum + part * tub.spent, 0);
  const plastic = parts
    .map(({ tub, share: part }) => partOf(tub.plastic, 103 * part))
    .reduce(together);
  const looks = looksOf(truth, spent);
  return { said: said({ plastic, looks }, target, shop).mid, so: apart(looks, target.looks) };
}

/** The trial, with paints drawn down twice, or a third time weak. */
function tried(drawnWeak: boolean): void {
  chance = seeded(seed);
  came.clear();
  for (let shops = 0; shops < SHOPS; shops++) {
    const shop = shopOf(chance, count / SHOPS, drawnWeak);
    for (const tub of shop.tubs) judge(tub, shop);
    const known = shop.tubs.filter(({ is }) => is === 'known');
    for (let pairs = 0; pairs < count / SHOPS; pairs++) {
      const target = pick(shop.book);
      const [one, other] = [blend(known, target, shop), blend(known, target, shop)];
      note('the better of two blends is named', one.said < other.said === one.so < other.so);
    }
  }
  console.log(
    `${count} tubs in ${SHOPS} shops, paints drawn down ${drawnWeak ? 'weak too' : 'over white and over black'}`,
  );
  for (const [what, all] of [...came].sort(([one], [other]) => one.localeCompare(other)))
    console.log(
      `${what}: ${((100 * all.filter(Boolean).length) / all.length).toFixed(1)} % of ${all.length}`,
    );
}
tried(false);
tried(true);
