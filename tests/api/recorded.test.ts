import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { append } from '@/service/append.ts';
import { cavityRecord } from '@/store/cavityRecord.ts';
import { closeChore } from '@/store/chores.ts';
import { closeDatabase, database } from '@/store/database.ts';
import { insertDevice } from '@/store/devices.ts';
import { markLearned, resetKey, unlearn } from '@/store/lessons.ts';
import { openSessions } from '@/store/log.ts';
import { inTransaction, row, run } from '@/store/query.ts';
import { keptWhile, recordedMark } from '@/store/recorded.ts';
import { event, ownDatabase } from './harness.ts';

let session: number;
before(async () => {
  await ownDatabase('recorded');
  session = (await openSessions()).find(({ status }) => status !== 'new')!.id;
});
after(closeDatabase);

let made = 0;
const kept = keptWhile(recordedMark, () => Promise.resolve(++made));
/** What is to change what is kept, by what it is called. */
const CHANGES: Record<string, () => Promise<unknown>> = {
  'an act at a bench': () => append(session, [event(session, 'woken', { cup: '1' })]),
  'a chore seen to': () =>
    closeChore(
      { key: 'mould/1', says: 'It does worse.', found: 'a burr', bad: 1, shot: 20 },
      new Date(),
    ),
  'a thing learned, forgotten': () => resetKey('oven/1/efficiency'),
  'the same, forgotten again': () => resetKey('oven/1/efficiency'),
  'a thermometer of a new name': () => insertDevice('side probe', 'thermometer', 'a key', false),
};

test('what is made of what was recorded is kept until more is, and then made anew', async () => {
  const first = await kept();
  assert.equal(await kept(), first);
  for (const [what, change] of Object.entries(CHANGES)) {
    const before = await kept();
    await change();
    assert.equal(await kept(), before + 1, what);
    assert.equal(await kept(), before + 1, what);
  }
  const { id } = (await row<{ id: number }>(
    `SELECT id FROM sessions WHERE status = 'finished' AND learned_at IS NOT NULL LIMIT 1`,
  ))!;
  const before = await kept();
  await unlearn(id);
  await markLearned(id);
  assert.equal(await kept(), before + 1, 'a session learned from anew');
});

test('what a piece of work has written and not kept is in its own answer and in no other', async () => {
  const before = await kept();
  await assert.rejects(
    inTransaction(async () => {
      await append(session, [event(session, 'woken', { cup: '1' })]);
      await kept();
      throw new Error('not after all');
    }),
    /not after all/,
  );
  // Within it was made by itself: nobody else has that.
  assert.equal(await kept(), before);
});

test('a making that failed is made again, and those who ask at one time ask once', async () => {
  let fails = true;
  const frail = keptWhile(recordedMark, () =>
    fails ? Promise.reject(new Error('no database')) : Promise.resolve('made'),
  );
  await assert.rejects(frail(), /no database/);
  fails = false;
  assert.equal(await frail(), 'made');
  const asked: string[] = [];
  // Sequelize's own options, which its types leave out.
  const { options } = database() as unknown as { options: { logging: unknown } };
  options.logging = (sql: string) => asked.push(sql);
  await Promise.all([frail(), kept(), kept(), cavityRecord()]);
  options.logging = false;
  assert.ok(asked.length <= 2, asked.join('\n'));
  assert.equal(asked.filter((sql) => sql.includes('last_seq')).length, 1, asked.join('\n'));
});

test('what cavities gave is another as soon as a day of theirs is', async () => {
  const sum = async () => (await cavityRecord()).reduce((total, { shot }) => total + shot, 0);
  const before = await sum();
  await inTransaction(async () => {
    await run(
      `UPDATE yield_days SET cavities = '{"1": [1000, 900]}'
        WHERE session_id = (SELECT max(session_id) FROM yield_days)`,
    );
    await run('UPDATE sessions SET last_seq = last_seq + 1 WHERE id = $1', [session]);
  });
  assert.ok((await sum()) > before + 500);
});
