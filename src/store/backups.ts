import { row } from './query.ts';

export interface Backup {
  file: string;
  at: Date;
  bytes: number;
}
/** The last backup that was made and proved; null when there is none. */
export const lastBackup = (): Promise<Backup | null> =>
  row('SELECT file, at, bytes::float8 AS bytes FROM backups ORDER BY at DESC LIMIT 1');
