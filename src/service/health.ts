import { schemaStands } from '@/store/schema.ts';
import { beat } from '@/store/pulse.ts';
import { readShop } from '@/store/shop.ts';

export interface Health {
  ok: boolean;
  shop?: string;
  /** in a sentence, where something is wrong */
  wrong?: string;
}

const SCHEMA = {
  same: null,
  behind: 'The database has still to be brought up to date: start Twin Shot by npm start.',
  ahead: 'The database was made by a later Twin Shot: start that version.',
} as const;

/**
 * ms a look at the database stands for: health is asked often, and writes a row each time it looks.
 */
const STANDS = 2_000;
let looked: { at: number; health: Promise<Health> } | null = null;

async function look(): Promise<Health> {
  try {
    const [{ state }, shop] = [await schemaStands(), await readShop()];
    const wrong = SCHEMA[state];
    if (wrong) return { ok: false, shop: shop.name, wrong };
    // Only what can be written tells that acts can be kept: a full disk and a standby answer every
    // question.
    await beat();
    return { ok: true, shop: shop.name };
  } catch (error) {
    const said = error instanceof Error ? error.message : String(error);
    const full = /no space left|could not extend/i.test(said);
    const readOnly = /read-only transaction/i.test(said);
    return {
      ok: false,
      wrong: full
        ? 'The disk is full: nothing can be recorded until there is room.'
        : readOnly
          ? 'The database can only be read now.'
          : 'The database is not answering.',
    };
  }
}

/** Whether the shop can record now, as of a moment ago at most. */
export function health(now = Date.now()): Promise<Health> {
  if (!looked || now - looked.at > STANDS) looked = { at: now, health: look() };
  return looked.health;
}
