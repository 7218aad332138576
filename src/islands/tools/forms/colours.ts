import { ColourwaySchema, LINES } from '@/core/build/index.ts';
import { MixSchema, GRADES, INGREDIENT_KINDS, WHEN } from '@/core/material/index.ts';
import { formOf, named } from './field.ts';

export const mixes = formOf(MixSchema, {
  one: 'mix',
  back: '/colours',
  fields: [
    { key: 'name', label: 'Name', kind: 'text' },
    { key: 'colour', label: 'Drawn as', kind: 'colour' },
    { key: 'grade', label: 'Grade', kind: 'choice', choices: named(GRADES) },
    { key: 'plastisolId', label: 'Plastisol', kind: 'plastisol' },
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
});

export const colourways = formOf(ColourwaySchema, {
  one: 'colourway',
  back: '/colours',
  fields: [
    { key: 'name', label: 'Name', kind: 'text' },
    { key: 'build', label: 'Build', kind: 'build' },
    { key: 'layers', label: 'Mixes on its layers', kind: 'layers' },
    { key: 'line', label: 'The line between them', kind: 'choice', choices: named(LINES) },
  ],
  blank: { name: '', build: 'dual', layers: { back: null, belly: null }, line: 'clean' },
});
