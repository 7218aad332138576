import type { Shop } from '@/core/shop.ts';
import { DEFAULT_SHOP, ShopSchema } from '@/core/shop.ts';
import { askedOnce } from './askedOnce.ts';
import { keepChange } from './history.ts';
import { tables } from './tables.ts';

const ID = 1;

/** The shop's own row, as it was written. */
const written = askedOnce(() => tables().ShopRow.findByPk(ID, { raw: true }));

export async function readShop(): Promise<Shop> {
  const held = await written();
  if (!held) return DEFAULT_SHOP;
  const shop = ShopSchema.parse(held.settings);
  // A figure nobody measured has no place in a shop that is one.
  return { ...shop, standIns: shop.standIns && held.demo };
}

/** Whether this is the demo shop: only there may stand-ins for instruments speak. */
export const isDemo = async (): Promise<boolean> => (await written())?.demo ?? false;
export async function markDemo(): Promise<void> {
  await tables().ShopRow.update({ demo: true }, { where: { id: ID } });
}

/** Takes the shop's settings for this transaction. */
export async function lockShop(): Promise<void> {
  await tables().ShopRow.findByPk(ID, { attributes: ['id'], lock: true });
}
export async function writeShop(shop: Shop): Promise<void> {
  const held = await tables().ShopRow.findByPk(ID);
  const before = held?.settings ?? null;
  if (held) await held.update({ settings: shop });
  else await tables().ShopRow.create({ id: ID, settings: shop });
  await keepChange('shop', ID, before, shop);
}

/** Whether nothing has been entered yet. */
export const isEmpty = async (): Promise<boolean> =>
  (await tables().ShopRow.count()) === 0 && (await tables().lists.moulds.count()) === 0;
