import { InjectorSchema, BlockSchema, VesselSchema, BLOCKS } from '@/core/build/index.ts';
import { OvenSchema } from '@/core/heat/index.ts';
import { OVENS } from '@/core/heat/oven.ts';
import { formOf, named } from './field.ts';

export const injectors = formOf(InjectorSchema, {
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
        { key: 'bore', label: 'Bore', kind: 'quantity', dimension: 'length' },
        {
          key: 'volume',
          label: 'Holds',
          kind: 'quantity',
          dimension: 'volume',
        },
        {
          key: 'heel',
          label: 'Stays in barrel and tip',
          kind: 'quantity',
          dimension: 'volume',
        },
      ],
    },
    { key: 'note', label: 'Note', kind: 'text' },
  ],
  blank: { name: '', barrels: [{ bore: 30, volume: 120, heel: 2.4, mark: '' }], note: '' },
});

export const blocks = formOf(BlockSchema, {
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
    },
    { key: 'mark', label: 'Mark on the port that goes over TOP', kind: 'text' },
  ],
  blank: { name: '', kind: 'dual', heel: 4, mark: '' },
});

export const vessels = formOf(VesselSchema, {
  one: 'cup',
  back: '/injectors',
  fields: [
    { key: 'name', label: 'Name', kind: 'text' },
    {
      key: 'volume',
      label: 'Holds to the brim',
      kind: 'quantity',
      dimension: 'volume',
    },
    {
      key: 'bore',
      label: 'Width inside, at the bottom',
      kind: 'quantity',
      dimension: 'length',
    },
    {
      key: 'fill',
      label: 'May be filled to',
      kind: 'quantity',
      dimension: 'share',
    },
    {
      key: 'froth',
      label: 'May be filled to, for the vacuum pot',
      kind: 'quantity',
      dimension: 'share',
    },
  ],
  blank: { name: '', volume: 500, bore: 90, fill: 0.9, froth: 0.5 },
});

export const ovens = formOf(OvenSchema, {
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
    },
    {
      key: 'level',
      label: 'Usually run at',
      kind: 'quantity',
      dimension: 'share',
    },
    { key: 'note', label: 'Note', kind: 'text' },
  ],
  blank: { name: '', kind: 'microwave', watts: 900, level: 1, note: '' },
});
