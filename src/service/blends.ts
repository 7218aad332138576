import { blendSays, blendsOf, shelfOf } from '@/core/plastic/index.ts';
import { listEntries } from './catalogue.ts';
import type { Result } from './result.ts';
import { missing, ok } from './result.ts';
import { tubs } from './tubs.ts';

/** A blend worth making: in words, and how much of it there can be, g. */
export interface BlendSaid {
  says: string;
  grams: number;
}

/** What a tub goes together with: other tubs, and fresh plastic. */
export async function blendsOfTub(id: number): Promise<Result<BlendSaid[]>> {
  const [all, mixes, materials] = await Promise.all([
    tubs(),
    listEntries('mixes'),
    listEntries('materials'),
  ]);
  const tub = all.find((one) => one.id === id);
  if (!tub) return missing('tub');
  const shelf = shelfOf(
    mixes,
    materials.map(({ spec }) => spec),
  );
  const others = all.filter(({ plastic }) => plastic.grams >= 1);
  return ok(
    blendsOf(tub, others, shelf).map((blend) => ({ says: blendSays(blend), grams: blend.grams })),
  );
}
