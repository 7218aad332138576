import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { readColourBook } from '@/core/colour/bookSchema.ts';
import { lookOf } from '@/core/colour/look.ts';
import { cupPrior, mouldPrior, NOTHING_LEARNED } from '@/core/heat/index.ts';
import type { Material, Mix } from '@/core/material/index.ts';
import { joinedTo, materialOf, naming, sameThing } from '@/core/material/index.ts';
import { lieOf, takesJoined } from '@/core/mould/index.ts';
import type { PlanInput } from '@/core/plan/index.ts';
import { planSession, pullSheet, tickedOf } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { learnedFrom, snapshotFrom, upcastSnapshot, usualOf } from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { MATERIALS } from '../../scripts/demo/materials.ts';
import { ALL_MIXES as MIXES } from '../../scripts/demo/mixes.ts';
import { MOULDS } from '../../scripts/demo/moulds.ts';
import { demoPlan } from '../demoPlan.ts';

const shelf: Material[] = MATERIALS.map((material, i) => ({ ...material, id: i + 1 }));
const anyMaterial = fc.constantFrom(...shelf);
const anyMix = fc.constantFrom(...MIXES);

test('property: a thing is the same under any other name of its material, and never another’s', () => {
  fc.assert(
    fc.property(anyMaterial, anyMaterial, fc.string(), (one, other, words) => {
      const renamed = { ...naming(one), what: words };
      assert.ok(sameThing(renamed, naming(one)));
      assert.equal(sameThing(renamed, naming(other)), one.id === other.id);
      assert.equal(materialOf(renamed, shelf), one);
    }),
  );
});

test('words alone find what is called so, whatever their case and spaces; nothing else', () => {
  for (const material of shelf) {
    assert.equal(materialOf({ what: ` ${material.name.toUpperCase()} ` }, shelf), material);
    assert.equal(materialOf({ what: `${material.name} x` }, shelf), undefined);
  }
});

test('property: joined to the shelf, a mix looks the same after every material has another name', () => {
  fc.assert(
    fc.property(anyMix, (mix: Mix) => {
      const joined = joinedTo(mix, shelf);
      const renamed = shelf.map((material) => ({ ...material, name: `No. ${material.id}` }));
      const look = (of: Mix, materials: Material[]) => lookOf(of, materials).withFlake;
      assert.deepEqual(look(joined, renamed), look(mix, shelf));
      assert.deepEqual(joinedTo(joined, shelf), joined, 'joined once is joined');
      const said = joinedTo(joined, renamed).ladder.filter((one) => one.materialId);
      assert.ok(said.every((one) => one.what === `No. ${one.materialId}`));
      assert.deepEqual(
        joined.ladder.map((one) => one.amount),
        mix.ladder.map((one) => one.amount),
      );
    }),
    { numRuns: MIXES.length },
  );
});

test('another shop’s numbers in a file of colours mean nothing here', () => {
  const [mix] = MIXES;
  const file = {
    format: 'twin-shot-colours',
    version: 1,
    materials: [{ ...shelf[0], id: 77 }],
    mixes: [{ ...mix, ladder: mix!.ladder.map((one) => ({ ...one, materialId: 99 })) }],
  };
  const read = readColourBook(JSON.stringify(file));
  assert.ok(read.ok);
  assert.equal(read.book.materials[0]!.id, undefined);
  assert.ok(read.book.mixes[0]!.ladder.every((one) => one.materialId === undefined));
});

test('a file of colours that is cut off, not one, newer or wrong is refused, each in its own words', () => {
  const refused = (text: string): string => {
    const read = readColourBook(text);
    assert.ok(!read.ok);
    assert.match(read.message, /Nothing was changed\.$/);
    return read.message;
  };
  assert.match(refused('{"format":'), /cut off/);
  for (const other of ['null', '[]', '3', '{"format":"else"}'])
    assert.match(refused(other), /no file of colours/);
  const head = { format: 'twin-shot-colours', version: 1 };
  assert.match(refused(JSON.stringify({ ...head, version: 2 })), /later version \(2;/);
  assert.match(refused(JSON.stringify({ ...head, mixes: [{ name: '' }] })), /^mixes\.0\.name: /);
});

test('inserts are known by the mould they come from: another name takes none away', () => {
  const maker = { ...MOULDS.find((mould) => mould.makes === 'tail')!, id: 4 };
  const into = { ...MOULDS.find((mould) => mould.takes.length > 0)!, id: 9 };
  const joined = takesJoined(into, [maker]);
  assert.equal(joined.takes.find((take) => take.mould === maker.name)?.mouldId, 4);
  assert.ok(lieOf(joined, { ...maker, name: 'Renamed' }));
  assert.equal(lieOf(joined, { ...maker, id: 5 }), null, 'one of that name is not it');
  assert.ok(lieOf(into, { name: maker.name }), 'by words where nothing has a number');
  assert.equal(takesJoined(joined, [{ id: 4, name: 'Renamed' }]).takes[0]!.mould, 'Renamed');
});

test('ticks of before hung on words: they stand for what says the same, and new ones beside them', () => {
  const input = demoPlan();
  const sheet = pullSheet(planSession(input, METRIC), input, METRIC);
  const [one, two] = sheet;
  const ticked = tickedOf(sheet, [`${one!.group}:${one!.what}`, two!.key, 'Metal:sold long ago']);
  assert.ok(ticked.has(one!.key) && ticked.has(two!.key));
  assert.equal(sheet.filter((item) => ticked.has(item.key)).length, 2);
  assert.equal(new Set(sheet.map((item) => item.key)).size, sheet.length);
  ticked.delete(one!.key);
  assert.ok(!tickedOf(sheet, [...ticked]).has(one!.key), 'taken off again, it stays off');
});

test('property: the pull sheet is ticked by the same keys whatever things are called', () => {
  const keys = (input: PlanInput) =>
    pullSheet(planSession(input, METRIC), input, METRIC).map((item) => item.key);
  const plain = demoPlan();
  fc.assert(
    fc.property(fc.stringMatching(/^[a-z]{3,12}$/), (word) => {
      const input = structuredClone(plain);
      for (const cup of input.cups) {
        cup.recipe.name = `${word} ${cup.mix}`;
        cup.recipe.ladder = joinedTo(cup.recipe, shelf).ladder;
      }
      const named = keys(input);
      for (const cup of input.cups)
        for (const one of cup.recipe.ladder) if (one.materialId) one.what = `${word} ${one.what}`;
      for (const { tools } of input.jobs)
        for (const { moulds, injector } of tools) {
          for (const { mould } of moulds) mould.name = `${word} ${mould.name}`;
          if (injector) injector.injector.name = word;
        }
      assert.deepEqual(keys(input), named);
    }),
    { numRuns: 20 },
  );
});

test('what was learned under names is found under numbers when an older session is opened', () => {
  const snapshot = snapshotFrom('Older', demoPlan(), DEFAULT_SHOP);
  const { id, mould } = snapshot.input.jobs[0]!.tools[0]!.moulds[0]!;
  const { vessel } = snapshot.input.cups[0]!.vessel!;
  const loss = { mean: 0.3, sd: 0.1 };
  const exchange = { mean: 0.2, sd: 0.05 };
  const older = structuredClone(snapshot);
  older.heat.learned = learnedFrom([
    { key: `mould/${mould.name}/loss`, posterior: loss },
    { key: `cup/${vessel.name}/exchange`, posterior: exchange },
    { key: 'mould/Another, of another evening/loss', posterior: loss },
  ]);
  const { heat, input } = upcastSnapshot(older);
  const opened = input.jobs[0]!.tools[0]!.moulds[0]!.mould;
  assert.equal(opened.id, id);
  assert.equal(mouldPrior(heat.learned, opened).loss.mean, loss.mean);
  assert.equal(cupPrior(heat.learned, input.cups[0]!.vessel!.vessel).exchange.mean, exchange.mean);
  assert.equal(Object.keys(heat.learned.moulds!).length, 2, 'nothing else is lost');
  const again = upcastSnapshot({ ...older, heat, input });
  assert.deepEqual(again.heat.learned, heat.learned, 'brought over once is brought over');
});

test('every lesson has a usual value: what is believed where nothing was learned', () => {
  const setup = snapshotFrom('Usual', demoPlan(), DEFAULT_SHOP).heat;
  const mould = mouldPrior(NOTHING_LEARNED, { name: 'any' });
  const cup = cupPrior(NOTHING_LEARNED, null);
  assert.deepEqual(usualOf('mould/3/opens', setup), mould.opens);
  assert.deepEqual(usualOf('mould/3/cold', setup), mould.cold);
  assert.deepEqual(usualOf('cup/2/weight', setup), cup.weight);
  const keys = ['air', 'metal', 'calibration', 'inside', 'joint', 'bleed', 'probe/1', 'hand/drawn'];
  const oven = `oven/${setup.ovens[0]!.id}/100/1`;
  for (const key of [
    ...keys,
    `${oven}/efficiency`,
    `${oven}/dead`,
    `${oven}/uneven`,
    'oven/99/50/2/dead',
  ]) {
    const { mean, sd } = usualOf(key, setup);
    assert.ok(Number.isFinite(mean) && sd > 0, key);
  }
});
