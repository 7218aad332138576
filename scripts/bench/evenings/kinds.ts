/** An evening of the trial: what it is called, and which colourways are shot, for how many. */
export interface Kind {
  way: string;
  lines: readonly (readonly [colourway: string, count: number])[];
}
const [SINGLE, DUAL, TRIPLE, SPLIT, CORE, TAIL] = [
  ...['Lamp oil', 'Bilge moss over oyster lint', 'Gull morning', 'Wrack patch'],
  ...['Lantern glass', 'Moss, blush tail'],
] as [string, string, string, string, string, string];
/** Ways of shooting the trial has, one an evening. */
export const KINDS: readonly Kind[] = [
  { way: 'single', lines: [[SINGLE, 36]] },
  { way: 'dual laminate', lines: [[DUAL, 30]] },
  { way: 'triple laminate', lines: [[TRIPLE, 24]] },
  { way: 'split-flow', lines: [[SPLIT, 30]] },
  { way: 'core-shot', lines: [[CORE, 10]] },
  { way: 'tail first', lines: [[TAIL, 24]] },
];
/** Evenings of several jobs, one after the other. */
export const SEVERAL: readonly Kind[] = [
  {
    way: 'single, dual',
    lines: [
      [SINGLE, 18],
      [DUAL, 18],
    ],
  },
  {
    way: 'dual, split-flow',
    lines: [
      [DUAL, 16],
      [SPLIT, 16],
    ],
  },
  {
    way: 'single, core-shot',
    lines: [
      [SINGLE, 18],
      [CORE, 6],
    ],
  },
  {
    way: 'single, dual, split-flow',
    lines: [
      [SINGLE, 12],
      [DUAL, 12],
      [SPLIT, 12],
    ],
  },
  {
    way: 'dual, tail first',
    lines: [
      [DUAL, 16],
      [TAIL, 12],
    ],
  },
  {
    way: 'triple, single',
    lines: [
      [TRIPLE, 12],
      [SINGLE, 18],
    ],
  },
];
