import type { Mix } from '@/core/material/index.ts';
import { MixSchema } from '@/core/material/index.ts';
import type { Transaction } from './query.ts';
import { row, rows } from './query.ts';

export interface MixVersion {
  n: number;
  at: Date;
  spec: Mix;
}
const MOST = 200;

/** A mix as it was, the newest version first. */
export const versionsOf = async (mix: number): Promise<MixVersion[]> =>
  (await rows<{ n: number; at: Date; spec: unknown }>('SELECT n, at, spec FROM mix_versions WHERE mix_id = $1 ORDER BY n DESC LIMIT $2', [mix, MOST])).map((v) => ({ ...v, spec: MixSchema.parse(v.spec) }));

/** Keeps a mix as its next version, when it differs from the last; gives the number it has now. */
export async function keepVersion(mix: number, spec: Mix, transaction: Transaction): Promise<number> {
  // Whoever saves the same mix at once waits here: numbers follow one another.
  await row('SELECT id FROM mixes WHERE id = $1 FOR UPDATE', [mix], transaction);
  const kept = await row<{ n: number }>(
    `INSERT INTO mix_versions (mix_id, n, spec)
     SELECT $1, coalesce(max(n), 0) + 1, $2::jsonb FROM mix_versions WHERE mix_id = $1
     HAVING NOT EXISTS (SELECT 1 FROM mix_versions l WHERE l.mix_id = $1 AND l.n = (SELECT max(n) FROM mix_versions WHERE mix_id = $1) AND l.spec = $2::jsonb)
     RETURNING n`,
    [mix, JSON.stringify(spec)], transaction,
  );
  return kept?.n ?? (await row<{ n: number }>('SELECT max(n) AS n FROM mix_versions WHERE mix_id = $1', [mix], transaction))!.n;
}
