import * as z from 'zod';
import { IdSchema } from '../id.ts';
import { NEVER, type NeverKey } from './never.ts';

/** How often a step is done where a habit of its own holds. */
export const HABIT_WHEN = {
  never: { name: 'never' },
  first: { name: 'only at its first shot' },
} as const;
export type HabitWhen = keyof typeof HABIT_WHEN;

/** A step that one mould, or one build, goes without: in all others it is done (handbook §4). */
export const HabitSchema = z.object({
  step: z.enum(Object.keys(NEVER) as [NeverKey, ...NeverKey[]]),
  when: z.enum(Object.keys(HABIT_WHEN) as [HabitWhen, ...HabitWhen[]]),
  /** mould it holds of; null = of every one */
  mould: IdSchema.nullable(),
  /** build it holds of, by its key; null = of every one */
  build: z.string().min(1).max(60).nullable(),
});
export type Habit = z.infer<typeof HabitSchema>;
