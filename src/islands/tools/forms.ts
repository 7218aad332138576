import { BLOCKS, LINES } from '@/core/build/index.ts';
import { OVENS } from '@/core/heat/oven.ts';
import { GRADES, INGREDIENT_KINDS, KINDS, SHAPES, WHEN } from '@/core/material/index.ts';
import { OUTLINES } from '@/core/mould/index.ts';
import type { Dimension } from '@/core/quantity/index.ts';

interface Base {
  key: string;
  label: string;
  /** shown only while another field has one of these values */
  only?: { key: string; of: string[] };
}
export type Field =
  | (Base & { kind: 'text' })
  | (Base & { /** something on the shelf, found as it is typed */ kind: 'material' })
  | (Base & { kind: 'colour'; optional?: true; /** may be taken from a photograph */ photo?: true })
  | (Base & {
      kind: 'quantity';
      dimension: Dimension;
      min?: number;
      max?: number;
      optional?: true;
      /** a figure over this is asked about */ doubt?: { over: number; says: string };
      flake?: true;
    })
  | (Base & { kind: 'amount' })
  | (Base & {
      kind: 'choice';
      choices: [string, string][];
      /** the first is none at all */ empty?: true;
    })
  | (Base & { kind: 'many'; choices: [string, string][] })
  | (Base & { kind: 'ids'; of: 'moulds' })
  | (Base & { kind: 'build' })
  | (Base & { kind: 'layers' })
  | (Base & {
      kind: 'rows';
      one: string;
      most: number;
      fields: Field[];
      blank: Record<string, unknown>;
      /** there may be none at all */ none?: true;
    })
  | (Base & { kind: 'twenty' });

const named = (table: Record<string, { name: string }>): [string, string][] =>
  Object.entries(table).map(([key, value]) => [key, value.name]);

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

/** The shop's lists as forms: what each entry is made of, and what a new one starts from. */
export const FORMS: Record<
  string,
  { one: string; back: string; fields: Field[]; blank: Record<string, unknown> }
> = {
  injectors: {
    one: 'injector',
    back: '/injectors',
    fields: [
      { key: 'name', label: 'Name', kind: 'text' },
      {
        key: 'barrels',
        label: 'Barrels',
        kind: 'rows',
        one: 'barrel',
        most: 3,
        blank: { bore: 30, volume: 120, heel: 2.4, mark: '' },
        fields: [
          { key: 'mark', label: 'Its mark', kind: 'text' },
          { key: 'bore', label: 'Bore', kind: 'quantity', dimension: 'length', min: 5, max: 120 },
          {
            key: 'volume',
            label: 'Holds',
            kind: 'quantity',
            dimension: 'volume',
            min: 5,
            max: 2000,
          },
          {
            key: 'heel',
            label: 'Stays in barrel and tip',
            kind: 'quantity',
            dimension: 'volume',
            max: 50,
          },
        ],
      },
      { key: 'note', label: 'Note', kind: 'text' },
    ],
    blank: { name: '', barrels: [{ bore: 30, volume: 120, heel: 2.4, mark: '' }], note: '' },
  },
  blocks: {
    one: 'block',
    back: '/injectors',
    fields: [
      { key: 'name', label: 'Name', kind: 'text' },
      { key: 'kind', label: 'Kind', kind: 'choice', choices: named(BLOCKS) },
      {
        key: 'heel',
        label: 'Stays in its channels',
        kind: 'quantity',
        dimension: 'volume',
        max: 100,
      },
      { key: 'mark', label: 'Mark on the port that goes over TOP', kind: 'text' },
    ],
    blank: { name: '', kind: 'dual', heel: 4, mark: '' },
  },
  vessels: {
    one: 'cup',
    back: '/injectors',
    fields: [
      { key: 'name', label: 'Name', kind: 'text' },
      {
        key: 'volume',
        label: 'Holds to the brim',
        kind: 'quantity',
        dimension: 'volume',
        min: 20,
        max: 10000,
      },
      {
        key: 'bore',
        label: 'Width inside, at the bottom',
        kind: 'quantity',
        dimension: 'length',
        min: 20,
        max: 400,
      },
      {
        key: 'fill',
        label: 'May be filled to',
        kind: 'quantity',
        dimension: 'share',
        min: 0.1,
        max: 1,
      },
      {
        key: 'froth',
        label: 'May be filled to, for the vacuum pot',
        kind: 'quantity',
        dimension: 'share',
        min: 0.1,
        max: 1,
      },
    ],
    blank: { name: '', volume: 500, bore: 90, fill: 0.9, froth: 0.5 },
  },
  ovens: {
    one: 'oven',
    back: '/injectors',
    fields: [
      { key: 'name', label: 'Name', kind: 'text' },
      { key: 'kind', label: 'Kind', kind: 'choice', choices: named(OVENS) },
      {
        key: 'watts',
        label: 'Power on its label, watts',
        kind: 'quantity',
        dimension: 'count',
        min: 100,
        max: 6000,
      },
      {
        key: 'level',
        label: 'Usually run at',
        kind: 'quantity',
        dimension: 'share',
        min: 0.1,
        max: 1,
      },
      { key: 'note', label: 'Note', kind: 'text' },
    ],
    blank: { name: '', kind: 'microwave', watts: 900, level: 1, note: '' },
  },
  baits: {
    one: 'bait',
    back: '/colours',
    fields: [
      { key: 'name', label: 'Name it is sold under', kind: 'text' },
      { key: 'outline', label: 'Shape', kind: 'choice', choices: named(OUTLINES) },
      { key: 'length', label: 'Length', kind: 'quantity', dimension: 'length', min: 5, max: 600 },
      { key: 'grades', label: 'Grades that suit it', kind: 'many', choices: named(GRADES) },
      {
        key: 'hardness',
        label: 'Hardness it wants, 0 jelly to 100 boot sole',
        kind: 'rows',
        one: 'range',
        most: 1,
        none: true,
        blank: { low: 20, high: 45 },
        fields: [
          { key: 'low', label: 'From', kind: 'quantity', dimension: 'count', min: 0, max: 100 },
          { key: 'high', label: 'To', kind: 'quantity', dimension: 'count', min: 0, max: 100 },
        ],
      },
      {
        key: 'mouldIds',
        label: 'Moulds that make it, the usual one first',
        kind: 'ids',
        of: 'moulds',
      },
    ],
    blank: { name: '', outline: 'eel', length: 95, grades: ['medium'], hardness: [], mouldIds: [] },
  },
  mixes: {
    one: 'mix',
    back: '/colours',
    fields: [
      { key: 'name', label: 'Name', kind: 'text' },
      { key: 'colour', label: 'Drawn as', kind: 'colour' },
      { key: 'grade', label: 'Grade', kind: 'choice', choices: named(GRADES) },
      {
        key: 'ladder',
        label: 'What goes in a US cup (237 mL), in order',
        kind: 'rows',
        one: 'ingredient',
        most: 20,
        blank: { what: '', kind: 'pigment', amount: 10, dimension: 'drops', when: 'clear' },
        fields: [
          { key: 'what', label: 'Ingredient', kind: 'material' },
          {
            key: 'kind',
            label: 'Kind',
            kind: 'choice',
            choices: INGREDIENT_KINDS.map((key) => [key, key]),
          },
          { key: 'amount', label: 'Amount', kind: 'amount' },
          { key: 'when', label: 'When', kind: 'choice', choices: Object.entries(WHEN) },
        ],
      },
    ],
    blank: {
      name: '',
      colour: '#8a8f7a',
      grade: 'medium',
      ladder: [
        { what: 'Stabiliser', kind: 'stabiliser', amount: 8, dimension: 'drops', when: 'cold' },
      ],
    },
  },
  materials: {
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
        min: 0.2,
        max: 12,
      },
      {
        key: 'drop',
        label: 'A drop',
        only: DROPS,
        kind: 'quantity',
        dimension: 'volume',
        min: 0.005,
        max: 0.5,
      },
      { key: 'drop', label: 'Or weigh twenty drops', only: DROPS, kind: 'twenty' },
      {
        key: 'spoon',
        label: 'As it lies in a spoon',
        only: SPOONS,
        kind: 'quantity',
        dimension: 'density',
        min: 0.02,
        max: 8,
      },
      {
        key: 'strength',
        label: 'Strength, against its swatches',
        only: DOSED,
        kind: 'quantity',
        dimension: 'count',
        min: 0.05,
        max: 20,
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
        key: 'dose',
        label: 'Swatch: doses in 100 mL',
        only: DOSED,
        kind: 'quantity',
        dimension: 'count',
        min: 0.1,
        max: 500,
      },
      {
        key: 'thickness',
        label: 'Swatch: how thick',
        only: COLOURING,
        kind: 'quantity',
        dimension: 'length',
        min: 0.05,
        max: 20,
      },
      {
        key: 'size',
        label: 'Flake: its size',
        only: FACED,
        kind: 'quantity',
        dimension: 'length',
        min: 0.05,
        max: 20,
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
        min: 20,
        max: 400,
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
        min: 120,
        max: 200,
        optional: true,
      },
      {
        key: 'ceiling',
        label: 'Keep it under',
        only: PLASTIC,
        kind: 'quantity',
        dimension: 'temperature',
        min: 140,
        max: 230,
        optional: true,
      },
      {
        key: 'alarm',
        label: 'It breaks down at',
        only: PLASTIC,
        kind: 'quantity',
        dimension: 'temperature',
        min: 150,
        max: 240,
        optional: true,
      },
      {
        key: 'price',
        label: 'Price of 100 mL',
        kind: 'quantity',
        dimension: 'count',
        min: 0,
        max: 10_000,
      },
      { key: 'reference', label: 'Where you buy it', kind: 'text' },
      {
        key: 'carries',
        label: 'Flakes it carries in a mL',
        only: PUCK,
        kind: 'quantity',
        dimension: 'count',
        min: 0,
        max: 5000,
      },
      {
        key: 'spent',
        label: 'Heat already spent',
        only: PUCK,
        kind: 'quantity',
        dimension: 'share',
        min: 0,
        max: 1,
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
            min: 0.001,
            max: 500,
          },
        ],
      },
    ],
    blank: {
      name: '',
      kind: 'pigment',
      shape: 'hexagon',
      tint: null,
      carries: 0,
      spent: 0,
      measures: [],
      density: 1.1,
      drop: 0.05,
      spoon: 1.1,
      strength: 1,
      white: null,
      black: null,
      dose: 10,
      thickness: 1,
      size: null,
      heat: null,
      grade: null,
      fusion: null,
      ceiling: null,
      alarm: null,
      price: 0,
      reference: '',
    },
  },
  colourways: {
    one: 'colourway',
    back: '/colours',
    fields: [
      { key: 'name', label: 'Name', kind: 'text' },
      { key: 'build', label: 'Build', kind: 'build' },
      { key: 'layers', label: 'Mixes on its layers', kind: 'layers' },
      { key: 'line', label: 'The line between them', kind: 'choice', choices: named(LINES) },
    ],
    blank: { name: '', build: 'dual', layers: { back: null, belly: null }, line: 'clean' },
  },
};
