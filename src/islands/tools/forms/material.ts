import { MaterialSchema, GRADES, KINDS, SHAPES, usualMaterial } from '@/core/material/index.ts';
import { formOf, named } from './field.ts';

/** Kinds of material a field is for. */
const kinds = (wanted: (other: (typeof KINDS)[keyof typeof KINDS], key: string) => boolean) => ({
  key: 'kind',
  of: Object.entries(KINDS)
    .filter(([key, kind]) => wanted(kind, key))
    .map(([key]) => key),
});
const DROPS = kinds((other) => other.by === 'drops');
const SPOONS = kinds((other) => other.by === 'spoons');
const COLOURING = kinds((other) => other.colours);
const FACED = kinds((_, key) => ['flake', 'puck'].includes(key));
const TINTED = kinds((_, key) => ['flake', 'puck', 'glow', 'shift'].includes(key));
const PUCK = kinds((_, key) => key === 'puck');
const PLASTIC = kinds((_, key) => key === 'plastisol');
const DOSED = kinds((other, key) => other.colours && key !== 'puck');

export const materials = formOf(MaterialSchema, {
  one: 'material',
  back: '/colours/materials',
  fields: [
    { key: 'name', label: 'Name', kind: 'text' },
    { key: 'kind', label: 'Kind', kind: 'choice', choices: named(KINDS) },
    {
      key: 'density',
      label: 'Density',
      kind: 'quantity',
      dimension: 'density',
    },
    { key: 'density', label: 'Or weigh a fill', only: PLASTIC, kind: 'fillWeighed' },
    { key: 'density', label: 'Or see how a plain bait does', only: PLASTIC, kind: 'plainInWater' },
    {
      key: 'drop',
      label: 'A drop',
      only: DROPS,
      kind: 'quantity',
      dimension: 'volume',
    },
    { key: 'drop', label: 'Or weigh twenty drops', only: DROPS, kind: 'twenty' },
    {
      key: 'spoon',
      label: 'As it lies in a spoon',
      only: SPOONS,
      kind: 'quantity',
      dimension: 'density',
    },
    {
      key: 'strength',
      label: 'Strength, against its swatches',
      only: DOSED,
      kind: 'quantity',
      dimension: 'count',
    },
    {
      key: 'white',
      label: 'Drawn down over white',
      only: COLOURING,
      kind: 'colour',
      optional: true,
      photo: true,
    },
    {
      key: 'black',
      label: 'Over black',
      only: COLOURING,
      kind: 'colour',
      optional: true,
      photo: true,
    },
    {
      key: 'weak',
      label: 'With a quarter of it, as thick, over white',
      only: COLOURING,
      kind: 'colour',
      optional: true,
      photo: true,
    },
    {
      key: 'dose',
      label: 'Swatch: doses in 100 mL',
      only: DOSED,
      kind: 'quantity',
      dimension: 'count',
    },
    {
      key: 'thickness',
      label: 'Swatch: how thick',
      only: COLOURING,
      kind: 'quantity',
      dimension: 'length',
    },
    {
      key: 'size',
      label: 'Flake: its size',
      only: FACED,
      kind: 'quantity',
      dimension: 'length',
      optional: true,
      doubt: {
        over: 2.6,
        says: 'Ten times too large? Flake is mostly 0.1 to 2.5 mm: .004 to .100, 4 to 100 thousandths.',
      },
      flake: true,
    },
    {
      key: 'shape',
      label: 'Flake: its cut',
      only: FACED,
      kind: 'choice',
      choices: named(SHAPES),
    },
    {
      key: 'tint',
      label: 'Colour of its face, its glow or its shift',
      only: TINTED,
      kind: 'colour',
      optional: true,
    },
    {
      key: 'heat',
      label: 'Its dye stands',
      only: kinds((other, key) => DOSED.of.includes(key) || key === 'flake'),
      kind: 'quantity',
      dimension: 'temperature',
      optional: true,
    },
    {
      key: 'grade',
      label: 'Grade it is',
      only: PLASTIC,
      kind: 'choice',
      choices: [['', 'not said'], ...named(GRADES)],
      empty: true,
    },
    {
      key: 'fusion',
      label: 'Must reach once',
      only: PLASTIC,
      kind: 'quantity',
      dimension: 'temperature',
      optional: true,
    },
    {
      key: 'ceiling',
      label: 'Keep it under',
      only: PLASTIC,
      kind: 'quantity',
      dimension: 'temperature',
      optional: true,
    },
    {
      key: 'alarm',
      label: 'It breaks down at',
      only: PLASTIC,
      kind: 'quantity',
      dimension: 'temperature',
      optional: true,
    },
    {
      key: 'price',
      label: 'Price of 100 mL',
      kind: 'quantity',
      dimension: 'count',
    },
    { key: 'reference', label: 'Where you buy it', kind: 'text' },
    {
      key: 'carries',
      label: 'Flakes it carries in a mL',
      only: PUCK,
      kind: 'quantity',
      dimension: 'count',
    },
    {
      key: 'spent',
      label: 'Heat already spent',
      only: PUCK,
      kind: 'quantity',
      dimension: 'share',
    },
    {
      key: 'measures',
      label: 'Measures of your own, each weighed once on a scale',
      kind: 'rows',
      one: 'measure',
      most: 8,
      none: true,
      blank: { name: '', grams: 1 },
      fields: [
        { key: 'name', label: 'This scoop, a squeeze, a pinch', kind: 'text' },
        {
          key: 'grams',
          label: 'It holds, of this',
          kind: 'quantity',
          dimension: 'mass',
        },
      ],
    },
  ],
  blank: { ...usualMaterial('', 'pigment') },
});
