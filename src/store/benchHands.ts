import type { Estimate } from '@/core/heat/index.ts';
import type { HandKind } from '@/core/tape/index.ts';
import { row } from './query.ts';

/** What a bench is timed by beside its plan, asked in one: it is asked whenever a bench is opened. */
export interface TimedBy {
  /** as the shop keeps it; null = it never chose one */
  calendar: object | null;
  /** what is believed of how long acts take; null = nothing yet */
  hands: Partial<Record<HandKind, Estimate>> | null;
}
export const timedBy = async (): Promise<TimedBy> =>
  (await row<TimedBy>(
    `SELECT (SELECT settings->'calendar' FROM shop WHERE id = 1) AS calendar,
       (SELECT json_object_agg(substr(b.key, 6), l.posterior) FROM beliefs b
          JOIN lessons l ON l.id = b.lesson_id WHERE starts_with(b.key, 'hand/')) AS hands`,
  ))!;
