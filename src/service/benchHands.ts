import { format } from 'date-fns';
import { CalendarSchema, pairsOn, USUAL_CALENDAR } from '@/core/ahead/calendar.ts';
import { USUAL_SETUP } from '@/core/session/index.ts';
import type { BenchHands } from '@/core/session/onTape.ts';
import { timedBy } from '@/store/benchHands.ts';

/** What a bench is timed by today, beside its plan: the shop's hands, how many, its ovens' names. */
export async function benchHands(now: Date): Promise<BenchHands> {
  const { calendar, hands, ovens } = await timedBy();
  const kept = calendar ? CalendarSchema.parse(calendar) : USUAL_CALENDAR;
  return {
    hands: hands ?? {},
    pairs: pairsOn(kept, format(now, 'yyyy-MM-dd')),
    ovenNames: ovens.length > 0 ? ovens : USUAL_SETUP.ovens.map(({ oven }) => oven.name),
  };
}
