// PgBouncer, Debian's, as tests put it before a database.
import { existsSync } from 'node:fs';
import { ensureDebian } from './debian.mjs';

export const POOLER = '/usr/sbin/pgbouncer';
/** Installs it where it is missing. */
export const ensurePooler = () => ensureDebian(['pgbouncer'], () => existsSync(POOLER));
