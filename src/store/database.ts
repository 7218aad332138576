import { Sequelize } from 'sequelize';
import pg from 'pg';
import { databaseUrl } from './config.ts';

let shared: Sequelize | undefined;

/** The process's one pool on the shop's database. */
export function database(): Sequelize {
  shared ??= new Sequelize(databaseUrl(), {
    dialect: 'postgres',
    dialectModule: pg,
    logging: false,
    pool: { max: 10, idle: 10_000 },
    define: { underscored: true, timestamps: false },
    // A connection that died with the database is replaced, once, without the maker noticing.
    retry: { max: 2, match: [/ECONNRESET/, /Connection terminated/] },
  });
  return shared;
}

export async function closeDatabase(): Promise<void> {
  await shared?.close();
  shared = undefined;
}
