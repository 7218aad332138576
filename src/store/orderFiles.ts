import type { ColumnMap } from '@/core/order/columns.ts';
import { tables } from './tables.ts';

/** Which column of a file with this head is which, as it was said last; null = never. */
export async function columnsKept(head: string): Promise<ColumnMap | null> {
  const kept = await tables().OrderFile.findByPk(head, { raw: true });
  return (kept?.columns as ColumnMap | undefined) ?? null;
}
export const keepColumns = (head: string, columns: ColumnMap): Promise<unknown> =>
  tables().OrderFile.upsert({ head, columns, at: new Date() });
