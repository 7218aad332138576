import * as z from 'zod';
import { isDemo } from '@/store/shop.ts';
import type { Result } from './result.ts';
import { ok, problem } from './result.ts';

export const WhichShopSchema = z.object({ open: z.enum(['demo', 'own']) });
type WhichShop = z.infer<typeof WhichShopSchema>['open'];

/** What the start told this process of the shops on its machine. */
const OPEN = process.env.TWIN_SHOT_SHOPS || null;
const KEY = process.env.TWIN_SHOT_SHOP_KEY ?? '';

/** Which of the machine's shops is open here, as devices are told it: see `ui/shopKey.ts`. */
export const shopKeyHere = (): string => KEY;

export interface ShopsHere {
  /** whether what is open is the demo shop */
  demo: boolean;
  /** whether the other shop can be opened from here: not where a database was given from outside */
  other: boolean;
}
export const shopsHere = async (): Promise<ShopsHere> => ({
  demo: await isDemo(),
  other: OPEN !== null && process.send !== undefined,
});

/**
 * Has the other shop opened: this process is taken down and another serves that shop's own
 * database.
 */
export async function openShop(open: WhichShop): Promise<Result<{ open: WhichShop }>> {
  if (!(await shopsHere()).other)
    return problem(
      409,
      'one-shop',
      'This Twin Shot was started for one shop: with a database of its own given, or on a network. ' +
        'Nothing was changed. On the shop’s own machine, npm start -- --empty opens a shop of your own.',
    );
  process.send!({ open });
  return ok({ open });
}
