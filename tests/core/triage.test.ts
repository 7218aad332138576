import assert from 'node:assert/strict';
import { test } from 'node:test';
import { colourFamily } from '@/core/colour/index.ts';
import type { Mix } from '@/core/material/index.ts';
import { joinedTo, RECIPE_CUP } from '@/core/material/index.ts';
import {
  asMix,
  baitsFor,
  blendSays,
  blendsOf,
  nobodyKnows,
  type Plastic,
  together,
  shelfOf,
  triage,
  triageSays,
} from '@/core/plastic/index.ts';
import { doubtedOf, looksOfDoubted, offBetween } from '@/core/plastic/doubt.ts';
import { BAITS } from '../../scripts/demo/baits.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { ALL_MIXES } from '../../scripts/demo/mixes.ts';
import { MOULDS } from '../../scripts/demo/moulds.ts';
import { near } from '../near.ts';

const shelf = MATERIALS.map((material, i) => ({ ...material, id: i + 1 }));
const BOOK = ALL_MIXES.map((mix, i) => ({ id: i + 1, spec: joinedTo(mix, shelf) }));
const SHELF = shelfOf(BOOK, shelf);
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
      const { near: nearest } = triage(remelt(plasticOf(named(name), cups)), SHELF);
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
    const one = BOOK.filter(({ spec }) => spec.name === name);
    return triage(both, shelfOf(one, shelf)).near[0]!.apart.mid;
  };
  assert.ok(apart('Tarred rope') < apart('Lamp oil') / 2);
});

test('a paint that goes in at two moments is in doubt as one; a mix’s own batch is told from it more surely', () => {
  const plain = named('Lamp oil');
  const at = plain.ladder.findIndex(({ kind }) => kind === 'pigment');
  const half = { ...plain.ladder[at]!, amount: plain.ladder[at]!.amount / 2 };
  const [once, twice] = [plain.ladder, [...plain.ladder.with(at, half), half]].map((ladder) =>
    doubtedOf({ ladder }, shelf)!,
  );
  const ways = (of: typeof once) => [...of!.paints.values()].flat();
  assert.ok(ways(once).length > 0);
  ways(once).forEach(({ k, s }, nth) => {
    const other = ways(twice)[nth]!;
    k.forEach((x, band) => near(other.k[band]!, x, 1e-12));
    s.forEach((x, band) => near(other.s[band]!, x, 1e-12));
  });
  // Its paint is misjudged in both alike, so that hardly parts them.
  const looks = (mix: Mix) => looksOfDoubted(doubtedOf(mix, shelf)!);
  const own = { ...looks(plain), doses: [] };
  const apart = { ...own, paints: new Map() };
  assert.ok(offBetween(own, looks(plain)) < offBetween(own, apart));
});

test('what is in it is said: flake and salt by its make-up, else as somebody said, else not known', () => {
  const flaked = named('Rust bell');
  assert.ok(flaked.ladder.some(({ kind }) => kind === 'flake'));
  assert.equal(triage(remelt(plasticOf(flaked, 1)), SHELF).flake, 'yes');
  const plain = named('Lamp oil');
  const known = triage(remelt(plasticOf(plain, 1)), SHELF);
  assert.deepEqual([known.flake, known.salt], ['no', 'no']);
  assert.deepEqual(known.sludgeG, { low: 0, mid: 0, high: 0 });
  near(known.heatLeft.mid, 0.9);
  const torn = triage(remelt(nobodyKnows(400)), SHELF);
  assert.deepEqual([torn.flake, torn.salt], ['unknown', 'unknown']);
  assert.ok(torn.sludgeG.high > torn.sludgeG.mid && torn.sludgeG.low === 0);
  assert.ok(torn.heatLeft.high - torn.heatLeft.low > known.heatLeft.high - known.heatLeft.low);
  const width = ({ near: all }: ReturnType<typeof triage>) =>
    all[0]!.apart.high - all[0]!.apart.mid;
  assert.ok(width(torn) > width(known), 'a colour said by eye is less sure than one reckoned');
  assert.equal(triage(remelt(nobodyKnows(400), { salted: 'no' }), SHELF).salt, 'no');
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
  const sludge = triage(remelt(plasticOf(salted, 2)), SHELF);
  assert.equal(sludge.salt, 'yes');
  near(sludge.sludgeG.high, 40, 1e-9, 'no more than the salt that is in it');
});

test('tired remelt is for dark colours, then for blending alone; and it is said', () => {
  const says = (spent: number) =>
    triageSays(triage(remelt(plasticOf(named('Lamp oil'), 1, spent)), SHELF)).join(' ');
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

test(
  'two tubs go together where they come nearer to a mix than either alone; nobody ' +
    'blends what he does not know',
  () => {
    const [light, dark] = [named('Lamp oil'), named('Tarred rope')];
    const tub = (id: number, mix: Mix) => ({ id, name: mix.name, ...remelt(plasticOf(mix, 1)) });
    const both = asMix(
      together(plasticOf(light, 2), plasticOf(dark, 1)),
      { name: 'Between', grade: 'medium', colour: '#777777' },
      shelf,
    );
    const between = shelfOf([{ id: 99, spec: both }], shelf);
    const tubs = [tub(1, light), tub(2, dark)];
    const [best] = blendsOf(tubs[0]!, tubs, between);
    assert.deepEqual([best!.other?.id, best!.parts], [2, { own: 2, other: 1 }]);
    near(best!.near.apart.mid, 0, 0.05);
    // Of equal heaps, two parts to one use all of the first and half of the second.
    near(best!.grams, 1.5 * plasticOf(light, 1).grams, 1e-6);
    assert.equal(blendSays(best!), '2 parts of it to 1 of Tarred rope can stand in for Between.');
    assert.deepEqual(blendsOf(tubs[0]!, tubs, shelfOf([{ id: 1, spec: light }], shelf)), []);
    const torn = { id: 3, name: 'Torn', ...remelt(nobodyKnows(400)) };
    assert.deepEqual(blendsOf(torn, tubs, between), []);
    assert.ok(blendsOf(tubs[0]!, [torn], between).every(({ other }) => other?.id !== 3));
  },
);

test('what shows its flake is for thick baits that take its grade and hardness', () => {
  const bait = (name: string, section: number, more: object = {}) => ({
    spec: { ...BAITS[0]!, name, grades: ['medium' as const], hardness: [], ...more },
    moulds: [{ cavities: [{ ...MOULDS[0]!.cavities[0]!, section }] }],
  });
  const baits = [bait('thin', 4), bait('thick', 14), bait('soft', 14, { grades: ['soft'] })];
  const of = (flake: 'yes' | 'no' | 'unknown', hides: boolean, hardness = 40) =>
    baitsFor({ flake, hides, hardness }, 'medium', baits);
  assert.deepEqual(of('no', false), ['thin', 'thick']);
  assert.deepEqual(of('yes', false), ['thick']);
  assert.deepEqual(of('unknown', false), ['thick']);
  assert.deepEqual(of('yes', true), ['thin', 'thick']);
  const firm = [bait('firm', 14, { hardness: [{ low: 50, high: 70 }] })];
  assert.deepEqual(baitsFor({ flake: 'no', hides: false, hardness: 40 }, 'medium', firm), []);
});
