import type { Shop } from '@/core/shop.ts';
import { ShopSchema } from '@/core/shop.ts';
import { note } from '@/store/people.ts';
import { inTransaction } from '@/store/query.ts';
import { lockShop, readShop, writeShop } from '@/store/shop.ts';
import type { Result } from './result.ts';
import { checked, ok, unseen, versionOf } from './result.ts';

export { readShop };
export { lastBackup } from '@/store/backups.ts';

/** Names of the figures that differ. */
const changedKeys = (before: Shop, after: Shop): string[] =>
  (Object.keys(after) as (keyof Shop)[]).filter(
    (key) => versionOf(before[key]) !== versionOf(after[key]),
  );

/** @param seen the version the settings were changed from */
export async function saveShop(raw: unknown, seen?: string): Promise<Result<{ version: string }>> {
  const read = checked(ShopSchema, raw);
  if (!read.ok) return read;
  return inTransaction(async () => {
    await lockShop();
    const wrong = unseen(seen, await readShop());
    if (wrong) return wrong;
    const before = await readShop();
    await writeShop(read.value);
    await note('shop figures changed', changedKeys(before, read.value).join(', '));
    return ok({ version: versionOf(await readShop()) });
  });
}
