/** Lists of the catalogue as they were then: a list that comes later replaces the view. */
const LISTS = [
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
];
const entriesOf = (list: string) =>
  `SELECT '${list}' AS list, id, name, spec, updated_at, retired_at FROM ${list}`;

/**
 * Entries of every list under one name: a page wants several lists at once, most of them as they
 * were when it last asked.
 */
export default {
  name: '19-catalogue-entries',
  sql: `CREATE VIEW catalogue_entries AS ${LISTS.map(entriesOf).join(' UNION ALL ')};`,
};
