import { format } from 'date-fns';
import { CalendarSchema, pairsOn, USUAL_CALENDAR } from '@/core/ahead/calendar.ts';
import type { BenchHands } from '@/core/session/onTape.ts';
import { timedBy } from '@/store/benchHands.ts';

/** What a bench is timed by today, beside its plan: the shop's hands, and how many. */
export async function benchHands(now: Date): Promise<BenchHands> {
  const { calendar, hands } = await timedBy();
  const kept = calendar ? CalendarSchema.parse(calendar) : USUAL_CALENDAR;
  return {
    hands: hands ?? {},
    pairs: pairsOn(kept, format(now, 'yyyy-MM-dd')),
  };
}
