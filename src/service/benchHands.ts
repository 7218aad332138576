import { format } from 'date-fns';
import { pairsOn, USUAL_CALENDAR } from '@/core/ahead/calendar.ts';
import type { BenchHands } from '@/core/session/onTape.ts';
import { ownFigures } from './learn.ts';

/** What a bench is timed by today, beside its plan: the shop's hands, how many, its ovens' names. */
export async function benchHands(now: Date): Promise<BenchHands> {
  const { shop, heat, hands } = await ownFigures();
  return {
    hands,
    pairs: pairsOn(shop.calendar ?? USUAL_CALENDAR, format(now, 'yyyy-MM-dd')),
    ovenNames: heat.ovens.map(({ oven }) => oven.name),
  };
}
