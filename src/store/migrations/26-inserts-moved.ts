/**
 * Inserts leave the shelf by hand as baits do: sold, given away, dropped, melted again or counted
 * again, each act once. The shelf is counted anew from its moves when a log's are made again.
 */
export default {
  name: '26-inserts-moved',
  sql: `
    ALTER TABLE insert_moves
      ALTER COLUMN session_id DROP NOT NULL,
      ADD COLUMN why text NOT NULL DEFAULT '';
    CREATE UNIQUE INDEX insert_moves_act ON insert_moves (cause) WHERE session_id IS NULL;
    CREATE FUNCTION count_inserts() RETURNS void LANGUAGE sql AS $$
      DELETE FROM insert_stock;
      INSERT INTO insert_stock SELECT kind, greatest(0, sum(count)) FROM insert_moves GROUP BY 1 $$;`,
};
