import assert from 'node:assert/strict';
import test from 'node:test';
import pg from 'pg';

const base = process.env.TEST_POSTGRES!;
const codeOf = async (url: string, sql: string): Promise<string | undefined> => {
  const client = new pg.Client({ connectionString: url });
  try {
    await client.connect();
    await client.query(sql);
    return undefined;
  } catch (error) {
    return (error as { code?: string }).code ?? String(error);
  } finally {
    await client.end().catch(() => {});
  }
};

test('the shop’s role has no power over the machine, and nobody comes in without its password', async () => {
  const client = new pg.Client({ connectionString: base });
  await client.connect();
  const { rows } = await client.query(
    'SELECT rolname, rolsuper, rolcreaterole, rolreplication FROM pg_roles WHERE rolname = current_user',
  );
  assert.deepEqual(rows, [
    { rolname: 'shop', rolsuper: false, rolcreaterole: false, rolreplication: false },
  ]);
  const shown = async (name: string) =>
    (await client.query(`SHOW ${name}`)).rows[0][name] as string;
  assert.deepEqual(
    [
      await shown('data_checksums'),
      await shown('password_encryption'),
      await shown('listen_addresses'),
    ],
    ['on', 'scram-sha-256', '127.0.0.1'],
  );
  await client.end();
  for (const sql of [
    "COPY (SELECT 1) TO PROGRAM 'true'",
    "COPY (SELECT 1) TO '/tmp/out'",
    "SELECT pg_read_file('/etc/hostname')",
    'SET session_replication_role = replica',
    'ALTER ROLE shop SUPERUSER',
  ])
    assert.equal(await codeOf(base, sql), '42501', sql);
  const as = (user: string, password: string) => {
    const url = new URL(base);
    url.username = user;
    url.password = password;
    return codeOf(url.href, 'SELECT 1');
  };
  assert.equal(await as('shop', 'guessed'), '28P01');
  assert.equal(await as('twin_shot', new URL(base).password), '28000');
});

test(
  'a page’s statement is patient for half a minute; what moves ten years of acts takes ' +
    'its time, and gives it back',
  async () => {
    process.env.DATABASE_URL = base;
    const { inTransaction, row, takeTime } = await import('@/store/query.ts');
    const patience = async () =>
      (await row<{ is: string }>(
        `SELECT current_setting('statement_timeout') || ' ' ||
        current_setting('idle_in_transaction_session_timeout') AS is`,
      ))!.is;
    assert.equal(await patience(), '30s 20s');
    await inTransaction(async () => {
      await takeTime();
      assert.equal(await patience(), '0 0');
    });
    assert.equal(await patience(), '30s 20s');
    await (await import('@/store/database.ts')).closeDatabase();
  },
);
