import assert from 'node:assert/strict';
import { test } from 'node:test';
import { colourFamily } from '@/core/colour/index.ts';
import type { Mix } from '@/core/material/index.ts';
import { joinedTo, RECIPE_CUP } from '@/core/material/index.ts';
import {
  asMix,
  nobodyKnows,
  type Plastic,
  together,
  triage,
  triageSays,
} from '@/core/plastic/index.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { ALL_MIXES } from '../../scripts/demo/mixes.ts';
import { near } from '../near.ts';

const shelf = MATERIALS.map((material, i) => ({ ...material, id: i + 1 }));
const BOOK = ALL_MIXES.map((mix, i) => ({ id: i + 1, spec: joinedTo(mix, shelf) }));
const named = (name: string): Mix => BOOK.find(({ spec }) => spec.name === name)!.spec;
/** So many US cups of a mix, as it was mixed. */
const plasticOf = ({ ladder }: Mix, cups: number, spent: number | null = 0.1): Plastic => ({
  grams: RECIPE_CUP * 1.03 * cups,
  unknownG: 0,
  holds: ladder.map(({ what, materialId, dimension, amount }) => ({
    what,
    materialId,
    dimension,
    amount: amount * cups,
  })),
  spent,
  heats: 1,
  density20: 1.03,
});
const remelt = (plastic: Plastic, said: object = {}, colour = '#777777') => ({
  plastic,
  mix: asMix(plastic, { name: 'Tub', grade: 'medium', colour }, shelf),
  salted: 'unknown' as const,
  flaked: 'unknown' as const,
  ...said,
});

test('remelt of a mix is that mix again, however much of it there is, and stands in for it', () => {
  for (const name of ['Lamp oil', 'Rust bell', 'Tarred rope'])
    for (const cups of [0.3, 1, 4]) {
      const { near: nearest } = triage(remelt(plasticOf(named(name), cups)), BOOK, shelf);
      const own = nearest.find((one) => one.name === name)!;
      near(own.apart.mid, 0, 0.05, name);
      assert.ok(own.standsIn, name);
      for (const { apart } of nearest)
        assert.ok(apart.low <= apart.mid && apart.mid <= apart.high, name);
    }
});

test('half of one and half of another lies between the two, and darker always wins', () => {
  const [light, dark] = [named('Lamp oil'), named('Tarred rope')];
  const both = remelt(together(plasticOf(light, 1), plasticOf(dark, 1)));
  const apart = (name: string) => {
    const found = triage(
      both,
      BOOK.filter(({ spec }) => spec.name === name),
      shelf,
    ).near[0]!;
    return found.apart.mid;
  };
  assert.ok(apart('Tarred rope') < apart('Lamp oil') / 2);
});

test('what is in it is said: flake and salt by its make-up, else as somebody said, else not known', () => {
  const flaked = named('Rust bell');
  assert.ok(flaked.ladder.some(({ kind }) => kind === 'flake'));
  assert.equal(triage(remelt(plasticOf(flaked, 1)), BOOK, shelf).flake, 'yes');
  const plain = named('Lamp oil');
  const known = triage(remelt(plasticOf(plain, 1)), BOOK, shelf);
  assert.deepEqual([known.flake, known.salt], ['no', 'no']);
  assert.deepEqual(known.sludgeG, { low: 0, mid: 0, high: 0 });
  near(known.heatLeft.mid, 0.9);
  const torn = triage(remelt(nobodyKnows(400)), BOOK, shelf);
  assert.deepEqual([torn.flake, torn.salt], ['unknown', 'unknown']);
  assert.ok(torn.sludgeG.high > torn.sludgeG.mid && torn.sludgeG.low === 0);
  assert.ok(torn.heatLeft.high - torn.heatLeft.low > known.heatLeft.high - known.heatLeft.low);
  const width = ({ near: all }: ReturnType<typeof triage>) =>
    all[0]!.apart.high - all[0]!.apart.mid;
  assert.ok(width(torn) > width(known), 'a colour said by eye is less sure than one reckoned');
  assert.equal(triage(remelt(nobodyKnows(400), { salted: 'no' }), BOOK, shelf).salt, 'no');
  const salted = {
    ...plain,
    ladder: [
      ...plain.ladder,
      {
        ...{ what: 'Fine salt', kind: 'salt' as const, amount: 20, dimension: 'mass' as const },
        when: 'last' as const,
        materialId: shelf.find(({ kind }) => kind === 'salt')!.id,
      },
    ],
  };
  const sludge = triage(remelt(plasticOf(salted, 2)), BOOK, shelf);
  assert.equal(sludge.salt, 'yes');
  near(sludge.sludgeG.high, 40, 1e-9, 'no more than the salt that is in it');
});

test('tired remelt is for dark colours, then for blending alone; and it is said', () => {
  const says = (spent: number) =>
    triageSays(triage(remelt(plasticOf(named('Lamp oil'), 1, spent)), BOOK, shelf)).join(' ');
  assert.doesNotMatch(says(0.1), /dark colours|blended/);
  assert.match(says(0.65), /for dark colours, with stabiliser/);
  assert.match(says(0.8), /only blended/);
  assert.match(says(0.1), /stand in for Lamp oil/);
});

test('remelt is sorted by colour: every hue has one family, greys have none', () => {
  const families: [string, string][] = [
    ['#c02020', 'Reds'],
    ['#e6a0a0', 'Pinks'],
    ['#e08030', 'Oranges'],
    ['#e0c030', 'Yellows'],
    ['#4a7f3a', 'Greens'],
    ['#41617d', 'Blues'],
    ['#7a4fa0', 'Violets'],
    ['#202020', 'Blacks'],
    ['#808080', 'Greys'],
    ['#f0efe8', 'Whites'],
  ];
  for (const [hex, family] of families) assert.equal(colourFamily(hex), family, hex);
  assert.equal(colourFamily('nothing'), 'Mixed');
});
