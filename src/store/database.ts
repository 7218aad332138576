import { Sequelize } from 'sequelize';
import pg from 'pg';
import { readConfig } from './config.ts';
import { defineModels } from './models/index.ts';
import { asNamespace, inTurn } from './running.ts';
import { keepStatements } from './statements.ts';

// A model's statement is part of whatever transaction is under way, as a query is.
// oxlint-disable-next-line react/rules-of-hooks -- a hook by its name alone
Sequelize.useCLS(asNamespace);

/** A connection takes one statement at a time: those of a transaction go one after the other. */
class ShopDatabase extends Sequelize {
  override query = ((...statement: Parameters<Sequelize['query']>) =>
    inTurn(() => super.query(...statement))) as Sequelize['query'];
}

let shared: Sequelize | undefined;

/**
 * How long anything is waited for, ms: a connection of the pool, a lock, one statement, a
 * transaction that does nothing. Longer than the slowest honest piece of work, shorter than a
 * maker's patience.
 */
const PATIENCE = { acquire: 8_000, lock: 5_000, statement: 30_000, idle: 20_000 } as const;

/** The process's one pool on the shop's database. */
export function database(): Sequelize {
  shared ??= defineModels(
    new ShopDatabase(readConfig().DATABASE_URL, {
      dialect: 'postgres',
      dialectModule: pg,
      logging: false,
      pool: { max: readConfig().DATABASE_POOL, idle: 10_000, acquire: PATIENCE.acquire },
      dialectOptions: {
        statement_timeout: PATIENCE.statement,
        lock_timeout: PATIENCE.lock,
        idle_in_transaction_session_timeout: PATIENCE.idle,
        connectionTimeoutMillis: PATIENCE.acquire,
      },
      hooks: {
        afterConnect: (connection) => {
          // Behind a pooler the next statement goes by another line, which never heard the name.
          if (!readConfig().DATABASE_LISTEN_URL) keepStatements(connection as pg.Client);
        },
      },
      define: { underscored: true, timestamps: false },
      // A connection that died with the database is replaced, once, without the maker noticing.
      retry: { max: 2, match: [/ECONNRESET/, /Connection terminated/] },
    }),
  );
  return shared;
}

export async function closeDatabase(): Promise<void> {
  await shared?.close();
  shared = undefined;
}
