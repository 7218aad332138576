import type { Shop } from '@/core/shop.ts';
import { ShopSchema } from '@/core/shop.ts';
import { isDemo, readShop, writeShop } from '@/store/shop.ts';
import type { Result } from './result.ts';
import { ok, problem } from './result.ts';

export { isDemo, readShop };

export async function saveShop(raw: unknown): Promise<Result<Shop>> {
  const read = ShopSchema.safeParse(raw);
  if (!read.success) {
    const first = read.error.issues[0]!;
    return problem(422, 'invalid', first.message, first.path.join('.'));
  }
  await writeShop(read.data);
  return ok(await readShop());
}
