import { lastBackup } from '@/store/backups.ts';
import { figures } from '@/store/figures.ts';
import { health } from './health.ts';
import { latelyLogged } from './log.ts';
import { metricsNow } from './metrics.ts';

export { metricsNow };

/** How the machine does, for its page. */
export async function machine() {
  const [now, database, backup] = await Promise.all([health(), figures(), lastBackup()]);
  return {
    health: now,
    metrics: metricsNow(),
    database,
    backup: backup && { at: backup.at, bytes: backup.bytes },
  };
}

/**
 * What happened, for whoever helps: figures, versions and the last lines of the log, and nobody's
 * name.
 */
export async function bundle() {
  const { health: now, ...rest } = await machine();
  return {
    made: new Date().toISOString(),
    node: process.version,
    machine: `${process.platform} ${process.arch}`,
    ok: now.ok,
    wrong: now.wrong ?? null,
    ...rest,
    log: latelyLogged(),
  };
}
