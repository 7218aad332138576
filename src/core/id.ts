import * as z from 'zod';

/** The largest number a thing can have. */
export const MOST_ID = 2_147_483_647;
/** The number a thing of the shop is known by: what the database's own can be. */
export const IdSchema = z.number().int().positive().max(MOST_ID);
