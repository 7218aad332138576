import * as z from 'zod';

/** The shop's figures a session runs by, fixed when it is opened. */
export const BenchSettingsSchema = z.object({
  /** K between cups */
  tolerance: z.number().positive(),
  /** s after which a reading no longer counts */
  stale: z.number().positive(),
  /** s until the second look at the sprue */
  secondLook: z.number().positive(),
  /** h on the rack before bagging */
  cure: z.number().positive(),
  /** mL a barrel pushed out before the shot */
  purge: z.number().min(0),
});
export type BenchSettings = z.infer<typeof BenchSettingsSchema>;
