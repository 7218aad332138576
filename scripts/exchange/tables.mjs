// Which tables a shop is made of, in an order in which each comes after those it names.

/** What is no part of the shop: what stands for a device or a moment, not for a fact. */
const LEFT_OUT = new Set([
  'migrations',
  'requests',
  'pulse',
  'backups',
  'sign_ins',
  'pairings',
  'tablets',
]);
/** Columns that go with nobody: whoever comes in again sets a password of their own. */
export const SECRETS = { people: ['secret', 'pin'] };

/** @returns {Promise<{name: string, columns: {name: string, type: string}[]}[]>} */
export async function tablesOf(client) {
  const { rows: tables } = await client.query(
    `SELECT c.oid, c.relname AS name FROM pg_class c JOIN pg_namespace n ON n.oid =
      c.relnamespace WHERE n.nspname = 'public' AND c.relkind IN ('r', 'p') AND NOT
      c.relispartition ORDER BY c.relname`,
  );
  const { rows: columns } = await client.query(
    `SELECT attrelid AS oid, attname AS name, format_type(atttypid, atttypmod) AS type FROM
      pg_attribute WHERE attnum > 0 AND NOT attisdropped AND attrelid = ANY($1::oid[]) ORDER BY
      attrelid, attnum`,
    [tables.map((table) => table.oid)],
  );
  const { rows: names } = await client.query(
    "SELECT conrelid AS oid, confrelid AS named FROM pg_constraint WHERE contype = 'f' AND conparentid = 0",
  );
  const left = tables.filter((table) => !LEFT_OUT.has(table.name));
  const sorted = [];
  while (left.length > 0) {
    const next = left.findIndex(
      (table) =>
        !names.some(
          (name) =>
            name.oid === table.oid &&
            name.named !== table.oid &&
            left.some((other) => other.oid === name.named),
        ),
    );
    if (next < 0)
      throw new Error(
        `Tables name each other in a circle: ${left.map((table) => table.name).join(', ')}.`,
      );
    sorted.push(...left.splice(next, 1));
  }
  return sorted.map((table) => ({
    name: table.name,
    columns: columns
      .filter((column) => column.oid === table.oid && !SECRETS[table.name]?.includes(column.name))
      .map(({ name, type }) => ({ name, type })),
  }));
}
