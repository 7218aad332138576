import { BaitSchema, OUTLINES } from '@/core/mould/index.ts';
import { GRADES } from '@/core/material/index.ts';
import { formOf, named } from './field.ts';

export const baits = formOf(BaitSchema, {
  one: 'bait',
  back: '/colours',
  fields: [
    { key: 'name', label: 'Name it is sold under', kind: 'text' },
    { key: 'outline', label: 'Shape', kind: 'choice', choices: named(OUTLINES) },
    { key: 'length', label: 'Length', kind: 'quantity', dimension: 'length' },
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
        { key: 'low', label: 'From', kind: 'quantity', dimension: 'count' },
        { key: 'high', label: 'To', kind: 'quantity', dimension: 'count' },
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
});
