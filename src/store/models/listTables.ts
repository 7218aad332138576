/** Lists of the catalogue, each a table of one form. */
export const LIST_TABLES = [
  'moulds',
  'injectors',
  'blocks',
  'vessels',
  'baits',
  'mixes',
  'colourways',
  'builds',
  'castings',
  'ovens',
  'materials',
] as const;
export type ListTable = (typeof LIST_TABLES)[number];
