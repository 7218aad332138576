import DataLoader from 'dataloader';
import type { ListTable } from './models/listTables.ts';
import { ownMemory, rows } from './query.ts';

/** An entry of a list, and when it was last changed, to the microsecond. */
export interface Stamp {
  list: ListTable;
  id: number;
  stamp: string;
}
const asked = (lists: readonly ListTable[]) =>
  rows<Stamp>(
    `SELECT list, id, updated_at::text AS stamp FROM catalogue_entries
     WHERE list = ANY($1::text[]) AND retired_at IS NULL ORDER BY name, id`,
    [lists],
  );

/**
 * A page asks for lists in a dozen places: what is asked for in one turn of the process is one
 * question. Nothing is remembered, so what was written before a list is asked for is in its answer.
 */
const together = new DataLoader<ListTable, Stamp[]>(
  async (lists) => {
    const stamps = await asked([...new Set(lists)]);
    return lists.map((list) => stamps.filter((entry) => entry.list === list));
  },
  { cache: false, batchScheduleFn: (ask) => setImmediate(ask) },
);

/**
 * Entries of some lists, without what is retired, each list by name: which there are, and when each
 * last changed. Within a transaction they are that transaction's.
 */
export const stampsOf = async (lists: readonly ListTable[]): Promise<Stamp[]> =>
  ownMemory() ? asked(lists) : (await Promise.all(lists.map((list) => together.load(list)))).flat();
