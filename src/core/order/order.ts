import * as z from 'zod';
import { IdSchema, MOST_ID } from '../id.ts';
import { readDay } from './day.ts';

const day = z
  .string()
  .regex(/^\d{4}-\d{2}-\d{2}$/, 'A day is written year-month-day.')
  .refine((day) => readDay(day) === day, 'There is no such day.');

/** The most that one order holds, and one part of a line. */
export const MOST = { lines: 200, count: 100_000 } as const;

/** An order as it is typed. A line with several parts is an assorted one. */
export const OrderSchema = z.object({
  customer: z.string().trim().min(1, 'Say who it is for.').max(120, 'At most 120 letters.'),
  note: z.string().max(2000).default(''),
  lines: z
    .array(
      z.object({
        id: IdSchema.optional(),
        name: z.string().trim().max(80, 'At most 80 letters.').default(''),
        pack: z
          .number()
          .int('A pack holds whole baits.')
          .min(1, 'A pack holds at least one.')
          .max(10_000, 'A pack holds at most 10,000.'),
        promised: day,
        /** usable baits will do too */
        usable: z.boolean().default(false),
        parts: z
          .array(
            z.object({
              bait: z
                .number({ error: 'Choose a bait.' })
                .int()
                .positive('Choose a bait.')
                .max(MOST_ID, 'There is no such bait.'),
              colourway: z
                .number({ error: 'Choose a colourway.' })
                .int()
                .positive('Choose a colourway.')
                .max(MOST_ID, 'There is no such colourway.'),
              count: z
                .number({ error: 'How many?' })
                .int('Whole baits only.')
                .min(1, 'At least one.')
                .max(MOST.count, `At most ${MOST.count.toLocaleString('en')} baits.`),
            }),
          )
          .min(1, 'A line wants at least one bait.')
          .refine(
            (parts) =>
              new Set(parts.map((part) => `${part.bait}/${part.colourway}`)).size === parts.length,
            'The same bait and colourway stands here twice.',
          ),
      }),
    )
    .min(1, 'An order has at least one line.')
    .max(MOST.lines),
});
export type Order = z.infer<typeof OrderSchema>;
