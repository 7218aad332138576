/**
 * What a tub holds is kept with it, by every move, so that ten years of moves are not read to show
 * what stands there today. Null = it was moved before this was kept: its moves say it once more.
 */
export default {
  name: '23-tub-content',
  sql: `
    ALTER TABLE tubs ADD COLUMN plastic jsonb;
    CREATE INDEX tubs_standing ON tubs (kind, name) WHERE kind = 'tub' OR grams > 1e-6;`,
};
