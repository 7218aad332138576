import { randomUUID } from 'node:crypto';
import { say } from '../../lib.mjs';
import { at, ms } from './times.mjs';

const touched = (pg) =>
  Number(
    pg
      .psql(
        'twin_shot',
        'SELECT sum(coalesce(seq_tup_read,0) + coalesce(idx_tup_fetch,0)) FROM pg_stat_user_tables',
      )
      .stdout.trim(),
  );
/**
 * Statistics reach the table when a backend has been idle a second: read until they stand still.
 */
const steady = async (pg) => {
  for (let last = -1, same = 0; same < 4;) {
    const now = touched(pg);
    same = now === last ? same + 1 : 0;
    last = now;
    await new Promise((resolve) => setTimeout(resolve, 400));
  }
  return touched(pg);
};

/** A session with some readings in it, as a bench has it after an hour; `json` sends to the app. */
export async function longSession(json) {
  const { session } = await json('/api/sessions', {
    plan: 1,
    event: randomUUID(),
    at: Date.now(),
    by: 'bench',
  });
  const event = (kind, payload) => ({
    id: randomUUID(),
    session,
    at: Date.now(),
    by: 'bench',
    v: 1,
    kind,
    payload,
  });
  const reading = (celsius) =>
    event('reading', { target: { kind: 'cup', key: '1' }, celsius, stage: null, from: 'typed' });
  for (let i = 0; i < 6; i++)
    await json(`/api/sessions/${session}/events`, {
      events: Array.from({ length: 250 }, () => reading(163)),
    });
  return { session, event, reading };
}

/** Pages that are asked for; `session` is one that is open, `big` one that is finished. */
export const pagesOf = ({ session, big }) => [
  '/',
  '/orders',
  '/orders/new',
  '/orders/1',
  '/orders/1/change',
  '/plan',
  '/plan/1',
  '/plan/new',
  `/bench/${session}`,
  '/rack',
  '/yields',
  '/yields?mould=1',
  '/yields?cavity=3&season=winter',
  '/yields?heat=usual&metal=warm&place=first',
  '/sessions',
  `/sessions/${big}`,
  '/sessions/3',
  '/moulds',
  '/moulds/1',
  '/moulds/3',
  '/injectors',
  '/colours',
  '/shop',
];
/** A session of a full evening, in the middle of the ten years. */
export const bigSession = (pg) =>
  pg
    .psql(
      'twin_shot',
      "SELECT id FROM sessions WHERE name = 'Day 1000' OR name = 'Day 1' ORDER BY id DESC LIMIT 1",
    )
    .stdout.trim();

/** Server time of every page, 40 requests each. */
export async function pageTimes(url, pg, session) {
  say(
    '\npage server time, 40 requests each (goal p95 40 ' +
      `ms)\n${'page'.padEnd(20)}${'p50'.padStart(10)}${'p95'.padStart(10)}${'rows'.padStart(10)}`,
  );
  for (const path of pagesOf({ session, big: bigSession(pg) })) {
    const times = [];
    for (let i = 0; i < 5; i++) await (await fetch(url + path)).text();
    const before = await steady(pg);
    for (let i = 0; i < 40; i++) {
      const since = performance.now();
      await (await fetch(url + path)).text();
      times.push(performance.now() - since);
    }
    const rows = Math.round(((await steady(pg)) - before) / 40);
    const figures = [ms(at(times, 0.5)), ms(at(times, 0.95)), String(rows)];
    say(path.padEnd(20) + figures.map((figure) => figure.padStart(10)).join(''));
  }
}

/** Time of an append, 300 one by one. */
export async function appendTimes(json, pg, { session, event, reading }) {
  const appends = [];
  const before = await steady(pg);
  for (let i = 0; i < 300; i++) {
    const since = performance.now();
    await json(`/api/sessions/${session}/events`, {
      events: [i % 3 ? reading(160 + (i % 9)) : event('stirred', { cup: '1' })],
    });
    appends.push(performance.now() - since);
  }
  say(
    `\nevent append, 300 one by one: p50 ${ms(at(appends, 0.5))}, p95 ` +
      `${ms(at(appends, 0.95))}, ${Math.round(((await steady(pg)) - before) / 300)} rows ` +
      '(goal p95 20 ms)',
  );
}
