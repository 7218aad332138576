import { run } from './query.ts';

/** Writes that the shop's database can be written to now. */
export const beat = (): Promise<void> =>
  run(
    'INSERT INTO pulse (id, at) VALUES (1, now()) ON CONFLICT (id) DO UPDATE SET at = excluded.at',
  );
