import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import pg from 'pg';
import { v4 } from 'uuid';
import { AppProcess } from '../../scripts/appProcess.ts';
import { freePort, root } from '../../scripts/lib.mjs';

/** Where the build under test lies. */
export const dist = process.env.TWIN_SHOT_DIST ?? join(root, 'dist');

/**
 * A demo shop of this test's own on the test cluster. Sets DATABASE_URL for the store in this
 * process.
 */
export async function ownDatabase(name: string): Promise<string> {
  const base = process.env.TEST_POSTGRES;
  assert.ok(base, 'Run these through npm test: they want a PostgreSQL.');
  const client = new pg.Client({ connectionString: base });
  await client.connect();
  await client.query(`CREATE DATABASE ${name} TEMPLATE demo`);
  await client.end();
  process.env.DATABASE_URL = base.replace(/\/[^/]*$/, `/${name}`);
  return process.env.DATABASE_URL;
}

/** A database that has its tables, and nothing else, from then on. */
export function bringUpToDate(url: string): void {
  execFileSync(process.execPath, [join(dist, 'scripts', 'prepare.mjs'), '--bare'], {
    cwd: root,
    env: { ...process.env, DATABASE_URL: url },
  });
}

/** A database of this test's own with nothing in it but its tables. */
export async function emptyDatabase(name: string): Promise<string> {
  const base = process.env.TEST_POSTGRES;
  assert.ok(base, 'Run these through npm test: they want a PostgreSQL.');
  const client = new pg.Client({ connectionString: base });
  await client.connect();
  await client.query(`DROP DATABASE IF EXISTS ${name}`);
  await client.query(`CREATE DATABASE ${name}`);
  await client.end();
  const url = base.replace(/\/[^/]*$/, `/${name}`);
  bringUpToDate(url);
  return url;
}

export type App = AppProcess;

/** One app process, serving the build under test. */
export async function serve(databaseUrl: string, told: Record<string, string> = {}): Promise<App> {
  const app = new AppProcess(dist, databaseUrl, await freePort(), told);
  await app.begin();
  return app;
}

export interface Reply {
  status: number;
  etag: string | null;
  // The shape is what each test asserts of it.
  // oxlint-disable-next-line typescript/no-explicit-any
  body: any;
}

export async function ask(
  method: string,
  url: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<Reply> {
  const reply = await fetch(url, {
    method,
    headers: { ...(body !== undefined && { 'content-type': 'application/json' }), ...headers },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
  return { status: reply.status, etag: reply.headers.get('etag'), body: await reply.json() };
}

/** A thing changed by who has just seen it. */
export async function change(url: string, body: unknown): Promise<Reply> {
  const { etag } = await ask('GET', url);
  return ask('PUT', url, body, etag ? { 'if-match': etag } : {});
}

/** An event as a bench sends it. */
export const event = (session: number, kind: string, payload: unknown, over: object = {}) => ({
  id: v4(),
  session,
  at: Date.now(),
  by: 'bench',
  v: 1,
  kind,
  payload,
  ...over,
});

/** Opens the demo shop's first plan as a session. */
export async function openDemoSession(url: string): Promise<number> {
  const plan = await ask('POST', `${url}/api/sessions`, {
    plan: 1,
    event: v4(),
    at: Date.now(),
    by: 'bench',
  });
  assert.equal(plan.status, 201, JSON.stringify(plan.body));
  return plan.body.session as number;
}

/** Waits for something to become true, without guessing how long it takes. */
export async function until<T>(
  what: string,
  look: () => Promise<T | null | undefined | false>,
  ms = 15_000,
): Promise<T> {
  const end = Date.now() + ms;
  for (;;) {
    const found = await look().catch(() => null);
    if (found) return found;
    if (Date.now() > end) throw new Error(`It never came: ${what}`);
    // Looked at often, and not so often that looking keeps from running what is waited for.
    await new Promise((resolve) => setTimeout(resolve, 25));
  }
}

/** The test's own database, asked beside the app. */
export const db = {
  query: async (sql: string, bind: unknown[] = []) => {
    const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
    await client.connect();
    try {
      return (await client.query(sql, bind)).rows as Record<string, unknown>[];
    } finally {
      await client.end();
    }
  },
};
