/** Ten years of yields are looked through from the newest session back, and hands are listed at once. */
export default {
  name: '33-newest-yields',
  sql: `
    CREATE INDEX sessions_opened ON sessions (opened_at DESC);
    CREATE INDEX line_parts_colourway ON line_parts (colourway_id, id DESC);
    CREATE INDEX yield_days_by ON yield_days (shot_by) WHERE shot_by IS NOT NULL;`,
};
