import type { ListTable } from './models/listTables.ts';
import { WAS_WORKED } from './log.ts';
import { rows } from './query.ts';

/** Kinds of things that can be found by name: what stands in the lists, and the rest. */
export type FoundKind = 'order' | 'session' | 'plan' | 'tub' | Exclude<ListTable, 'castings'>;

export interface FoundRow {
  kind: FoundKind;
  id: number;
  name: string;
  /** what tells it from others of its name */
  note: string;
}

/**
 * What has every word of a question somewhere in its name, each kind its newest first.
 * @param words as they were typed, without what LIKE reads as a sign
 * @param each most of a kind
 */
export const foundBy = (words: readonly string[], each: number): Promise<FoundRow[]> =>
  rows(
    `WITH asked AS (SELECT array_agg('%' || word || '%') AS words FROM unnest($1::text[]) AS word),
     named AS (
       SELECT list AS kind, id, name, '' AS note, extract(epoch FROM updated_at) AS stamp
         FROM catalogue_entries WHERE retired_at IS NULL AND list <> 'castings'
       UNION ALL
       SELECT 'order', id, customer, '', id FROM orders
       UNION ALL
       SELECT 'session', id, name, to_char(opened_at, 'YYYY-MM-DD'), id FROM sessions s
        WHERE ${WAS_WORKED}
       UNION ALL
       SELECT 'plan', p.id, p.name, to_char(p.day, 'YYYY-MM-DD'), p.id FROM plans p
        WHERE NOT EXISTS (SELECT 1 FROM sessions s WHERE s.plan_id = p.id AND ${WAS_WORKED})
       UNION ALL
       SELECT 'tub', id, name, '', id FROM tubs
     ),
     fitting AS (
       SELECT kind, id, name, note,
              row_number() OVER (PARTITION BY kind ORDER BY stamp DESC) AS nth
         FROM named, asked WHERE name ILIKE ALL (asked.words)
     )
     SELECT kind, id, name,
            CASE kind WHEN 'order' THEN coalesce((SELECT to_char(min(l.promised), 'YYYY-MM-DD')
              FROM order_lines l WHERE l.order_id = fitting.id), '') ELSE note END AS note
       FROM fitting WHERE nth <= $2 ORDER BY kind, nth`,
    [words, each],
  );
