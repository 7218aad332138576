import { QueryTypes } from 'sequelize';
import { database } from './database.ts';
import { running } from './running.ts';
import { nameStatement } from './statements.ts';

export type Bind = unknown[];

/**
 * Rows of a query, with bound parameters `$1`…; part of the transaction under way, if there is one.
 */
export function rows<T extends object>(sql: string, bind: Bind = []): Promise<T[]> {
  nameStatement(sql);
  return database().query<T>(sql, { bind, type: QueryTypes.SELECT, raw: true });
}

/** The first row, or null. */
export const row = async <T extends object>(sql: string, bind: Bind = []): Promise<T | null> =>
  (await rows<T>(sql, bind))[0] ?? null;

/** A statement whose rows are not wanted. */
export const run = async (sql: string, bind: Bind = []): Promise<void> => {
  if (bind.length > 0) nameStatement(sql);
  await database().query(sql, { bind, type: QueryTypes.RAW });
};

/** Statements without parameters, as many as there are. */
export const script = async (sql: string): Promise<void> => {
  await database().query(sql);
};

/**
 * Does all of it or none: one connection for everything inside, and what is inside such a piece of
 * work already joins it.
 */
export const inTransaction = <T>(work: () => Promise<T>): Promise<T> =>
  running.getStore()
    ? work()
    : database().transaction((transaction) =>
        running.run({ transaction, last: Promise.resolve(), memory: new Map() }, work),
      );

/**
 * Waits, up to minutes, until it is this transaction's turn at a piece of work only one process
 * does at a time.
 */
export async function waitTurn(at: number): Promise<void> {
  await run(`SET LOCAL lock_timeout = '300s'`);
  await run('SELECT pg_advisory_xact_lock($1)', [at]);
}

/**
 * This transaction may take as long as it likes, in a statement and between two: it moves much, or
 * reckons much.
 */
export const takeTime = (): Promise<void> =>
  script('SET LOCAL idle_in_transaction_session_timeout = 0; SET LOCAL statement_timeout = 0');

/** What the transaction under way remembers by itself; null where none is. */
export const ownMemory = (): Map<string, unknown> | null => running.getStore()?.memory ?? null;

/**
 * Done when what is under way has been committed; at once where nothing is. What a process
 * remembers of the database waits for this.
 */
export function afterCommit(then: () => void): void {
  const now = running.getStore();
  if (now) now.transaction.afterCommit(then);
  else then();
}
