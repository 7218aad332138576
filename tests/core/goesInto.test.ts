import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Ingredient, Mix } from '@/core/material/index.ts';
import { joinedTo, RECIPE_CUP } from '@/core/material/index.ts';
import { lackingIn } from '@/core/plan/begins.ts';
import { asMix, goesInto, type Plastic, together } from '@/core/plastic/index.ts';
import { apartOf, looksOfMedium, mediumOf } from '@/core/plastic/looks.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { ALL_MIXES } from '../../scripts/demo/mixes.ts';
import { near } from '../near.ts';

const shelf = MATERIALS.map((material, nth) => ({ ...material, id: nth + 1 }));
const BOOK = ALL_MIXES.map((mix) => joinedTo(mix, shelf));
const named = (name: string): Mix => BOOK.find((mix) => mix.name === name)!;
const DENSITY = 1.03;
const heldOf = ({ what, materialId, dimension, amount }: Ingredient) => ({
  ...{ what, materialId, dimension, amount },
});
/** US cups that are made: so many that a drop is hardly anything. */
const CUPS = 20;
/** Plastic of a mix, once through fusion. */
const pucks = ({ ladder }: Mix): Plastic => ({
  ...{ grams: CUPS * RECIPE_CUP * DENSITY, unknownG: 0, spent: 0.2, heats: 1, density20: DENSITY },
  holds: ladder.map((one) => ({ ...heldOf(one), amount: CUPS * one.amount })),
});
const into = (tub: Mix, recipe: Mix) =>
  goesInto({ plastic: pucks(tub), grade: tub.grade }, recipe, shelf);

/** A cup as the bench fills it: pucks, what they lack of its recipe, and the rest fresh, coloured. */
function filled(tub: Mix, recipe: Mix, share: number): Plastic {
  const plastic = pucks(tub);
  const grams = share * plastic.grams;
  const choice = { of: { id: 1, name: 'Tub', plastic }, grams };
  const lacking = recipe.ladder.map((one) => heldOf(lackingIn(choice, one)));
  const own = {
    ...plastic,
    grams,
    holds: plastic.holds.map((one) => ({ ...one, amount: share * one.amount })),
  };
  const fresh = pucks(recipe);
  const rest = {
    ...fresh,
    grams: fresh.grams - grams,
    holds: recipe.ladder.map((one) => ({
      ...heldOf(one),
      amount: CUPS * (1 - share) * one.amount,
    })),
  };
  // What is put to the pucks weighs as good as nothing.
  const put = { ...own, holds: [...own.holds, ...lacking] };
  return rest.grams > 1e-6 ? together(put, rest) : put;
}

test('a cup may be all of plastic of its own make-up, and is no way off then', () => {
  for (const mix of BOOK) {
    const goes = into(mix, mix);
    // One drop of each is too much in doubt for a very dark one; all others are themselves.
    if (goes) assert.deepEqual([goes.share, goes.apart.mid, goes.flake], [1, 0, false]);
  }
  assert.ok(BOOK.filter((mix) => into(mix, mix)).length >= BOOK.length - 3);
});

test('what is said of a cup is what the bench makes of it, and within what nobody is asked about', () => {
  let seen = 0;
  for (const tub of BOOK)
    for (const recipe of BOOK) {
      const goes = into(tub, recipe);
      if (!goes || tub === recipe) continue;
      seen += 1;
      const cup = asMix(filled(tub, recipe, goes.share), recipe, shelf);
      const looks = (mix: Mix) => looksOfMedium(mediumOf(mix, shelf)!);
      const apart = apartOf(looks(cup), looks(recipe))!;
      near(apart, goes.apart.mid, 0.2, `${tub.name} in ${recipe.name}`);
      assert.ok(goes.apart.mid <= goes.apart.high && goes.apart.high <= 4);
    }
  assert.ok(seen > 15, `${seen} pairs`);
});

test('dark wins: what is dark takes what is light, what is light takes no dark', () => {
  const [dark, light] = [named('Tarred rope'), named('Oyster lint')];
  assert.equal(into(light, dark)?.share, 1);
  assert.equal(into(dark, light), null);
});

test('property: more pigment in a tub never lets a cup take more of it', () => {
  const recipe = named('Tarred rope');
  fc.assert(
    fc.property(
      fc.constantFrom(...BOOK.filter(({ ladder }) => ladder.every(({ kind }) => kind !== 'flake'))),
      fc.double({ min: 1, max: 4, noNaN: true }),
      (tub, times) => {
        const more = {
          ...tub,
          ladder: tub.ladder.map((one) =>
            one.kind === 'pigment' ? { ...one, amount: times * one.amount } : one,
          ),
        };
        const share = (mix: Mix) => into(mix, recipe)?.share ?? 0;
        assert.ok(share(more) <= share(tub) || share(tub) === 0);
      },
    ),
    { numRuns: 30, seed: 3 },
  );
});

test('salt, scent and softness that a mix has none of keep plastic out, and so does another grade', () => {
  const recipe = named('Tarred rope');
  const withMore = (kind: Ingredient['kind'], amount: number): Mix => ({
    ...recipe,
    ladder: [
      ...recipe.ladder,
      { what: `Some ${kind}`, kind, amount, dimension: 'volume', when: 'clear' },
    ],
  });
  const bring = (kind: Ingredient['kind'], amount: number) => {
    const made = withMore(kind, amount);
    const plastic = pucks(made);
    const stuff = { ...MATERIALS[0]!, id: 900, name: `Some ${kind}`, kind };
    return goesInto({ plastic, grade: recipe.grade }, recipe, [...shelf, stuff as never]);
  };
  assert.equal(bring('salt', 10), null);
  assert.equal(bring('scent', 2), null);
  assert.ok((bring('softener', 30)?.share ?? 0) < 1);
  const grade = recipe.grade === 'soft' ? 'hard' : 'soft';
  assert.equal(goesInto({ plastic: pucks(recipe), grade }, recipe, shelf), null);
});
