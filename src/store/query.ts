import type { Transaction } from 'sequelize';
import { QueryTypes } from 'sequelize';
import { database } from './database.ts';

export type { Transaction } from 'sequelize';
export type Bind = unknown[];

/** Rows of a query, with bound parameters `$1`…; inside a transaction when one is given. */
export const rows = <T extends object>(sql: string, bind: Bind = [], transaction?: Transaction): Promise<T[]> =>
  database().query<T>(sql, { bind, type: QueryTypes.SELECT, transaction, raw: true });

/** The first row, or null. */
export const row = async <T extends object>(sql: string, bind: Bind = [], transaction?: Transaction): Promise<T | null> => (await rows<T>(sql, bind, transaction))[0] ?? null;

/** A statement whose rows are not wanted. */
export const run = async (sql: string, bind: Bind = [], transaction?: Transaction): Promise<void> => {
  await database().query(sql, { bind, type: QueryTypes.RAW, transaction });
};

export const inTransaction = <T>(work: (transaction: Transaction) => Promise<T>): Promise<T> => database().transaction(work);
