import * as z from 'zod';
import { HabitSchema } from './habit.ts';
import { NEVER, type NeverKey } from './never.ts';

/** The shop's figures a session runs by, fixed when it is opened. */
export const BenchSettingsSchema = z.object({
  /** K between cups */
  tolerance: z.number().positive().meta({ least: 0.5, most: 20 }),
  /** s after which a reading no longer counts */
  stale: z.number().positive().meta({ least: 5, most: 900 }),
  /** s until the second look at the sprue */
  secondLook: z.number().positive().meta({ least: 5, most: 600 }),
  /** h on the rack before bagging */
  cure: z.number().positive().meta({ least: 1, most: 240 }),
  /** steps that are never asked for */
  never: z.array(z.enum(Object.keys(NEVER) as [NeverKey, ...NeverKey[]])).default([]),
  /** what one mould or build goes without */
  habits: z.array(HabitSchema).max(200).default([]),
  /** what is done in one breath is one press, and the hold runs by itself */
  oneBreath: z.boolean().default(true),
  /** each step says besides how it is done, what to look for, and what commonly goes wrong */
  learner: z.boolean().default(false),
  /** mL a barrel pushed out before the shot */
  purge: z.number().min(0),
});
export type BenchSettings = z.infer<typeof BenchSettingsSchema>;
