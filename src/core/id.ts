import * as z from 'zod';

/** The largest number a thing can have. */
export const MOST_ID = 2_147_483_647;
/** The number a thing of the shop is known by: what the database's own can be. */
export const IdSchema = z.number().int().positive().max(MOST_ID);

/**
 * What something of the shop is known by in what was learned of it: its number, so that another
 * name forgets nothing; its name where it has none, as in logs of before it had.
 */
export const knownBy = ({ id, name }: { id?: number; name: string }): string => String(id ?? name);
