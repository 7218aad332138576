import type { Shop } from '@/core/shop.ts';
import { DEFAULT_SHOP, ShopSchema } from '@/core/shop.ts';
import { keepChange } from './history.ts';
import { row, run } from './query.ts';

export async function readShop(): Promise<Shop> {
  const held = await row<{ settings: unknown; demo: boolean }>(
    'SELECT settings, demo FROM shop WHERE id = 1',
  );
  if (!held) return DEFAULT_SHOP;
  const shop = ShopSchema.parse(held.settings);
  // A figure nobody measured has no place in a shop that is one.
  return { ...shop, standIns: shop.standIns && held.demo };
}

/** Whether this is the demo shop: only there may stand-ins for instruments speak. */
export const isDemo = async (): Promise<boolean> =>
  (await row<{ demo: boolean }>('SELECT demo FROM shop WHERE id = 1'))?.demo ?? false;
export const markDemo = (): Promise<void> => run('UPDATE shop SET demo = true WHERE id = 1');

/** Takes the shop's settings for this transaction. */
export const lockShop = (): Promise<void> => run('SELECT id FROM shop WHERE id = 1 FOR UPDATE');
export async function writeShop(shop: Shop): Promise<void> {
  const before =
    (await row<{ settings: unknown }>('SELECT settings FROM shop WHERE id = 1'))?.settings ?? null;
  await run(
    `INSERT INTO shop (id, settings) VALUES (1, $1::jsonb) ON CONFLICT (id) DO UPDATE SET
      settings = excluded.settings`,
    [JSON.stringify(shop)],
  );
  await keepChange('shop', 1, before, shop);
}

/** Whether nothing has been entered yet. */
export const isEmpty = async (): Promise<boolean> =>
  (await row('SELECT 1 AS x FROM shop LIMIT 1')) === null &&
  (await row('SELECT 1 AS x FROM moulds LIMIT 1')) === null;
