import type { Shop } from '@/core/shop.ts';
import { DEFAULT_SHOP, ShopSchema } from '@/core/shop.ts';
import { row, run } from './query.ts';

export async function readShop(): Promise<Shop> {
  const held = await row<{ settings: unknown }>('SELECT settings FROM shop WHERE id = 1');
  return held ? ShopSchema.parse(held.settings) : DEFAULT_SHOP;
}

export const writeShop = (shop: Shop): Promise<void> =>
  run('INSERT INTO shop (id, settings) VALUES (1, $1::jsonb) ON CONFLICT (id) DO UPDATE SET settings = excluded.settings', [JSON.stringify(shop)]);

/** Whether nothing has been entered yet. */
export const isEmpty = async (): Promise<boolean> => (await row('SELECT 1 AS x FROM shop LIMIT 1')) === null && (await row('SELECT 1 AS x FROM moulds LIMIT 1')) === null;
