import { timingSafeEqual } from 'node:crypto';
import { addDays, parseISO } from 'date-fns';
import ical from 'ical-generator';
import { benchTimes, USUAL_CALENDAR } from '@/core/ahead/index.ts';
import type { Shop } from '@/core/shop.ts';
import type { PlanRow } from '@/store/plans.ts';
import { openPlans } from '@/store/plans.ts';
import { readShop } from '@/store/shop.ts';
import { listEntries } from './catalogue.ts';
import type { BookLine } from './orders.ts';
import { book } from './orders.ts';

/** Lines of the book a calendar is told of, the soonest promised first. */
const LINES_TOLD = 500;

/** Whether a key is the feed's, in a time that tells nothing of how much of it was right. */
function isFeedKey({ feed }: Shop, key: string): boolean {
  if (feed === null || key.length !== feed.length) return false;
  return timingSafeEqual(Buffer.from(feed), Buffer.from(key));
}

type Calendar = ReturnType<typeof ical>;

/** A day that is whole in a calendar. */
const wholeDay = (day: string) => ({
  start: parseISO(day),
  end: addDays(parseISO(day), 1),
  allDay: true,
});

/** A plan that waits for its evening: when the shop shoots on that day, else the whole day. */
function addPlan(calendar: Calendar, { id, name, day, input }: PlanRow, shop: Shop): void {
  const [time] = benchTimes(shop.calendar ?? USUAL_CALENDAR, parseISO(day), 1);
  const event = calendar.createEvent({
    ...(time ? { start: new Date(time.from), end: new Date(time.to) } : wholeDay(day)),
    summary: `Shoot: ${name}`,
    description: input.jobs
      .map(({ bait, colourway }) => `${bait.name}, ${colourway.name}`)
      .join('\n'),
  });
  event.uid(`plan-${id}@twin-shot`);
}

/** A line on the day it is promised for, with what is still wanted of it. */
function addPromise(
  calendar: Calendar,
  line: BookLine,
  nameOf: (part: { bait: number; colourway: number }) => string,
): void {
  const event = calendar.createEvent({
    ...wholeDay(line.promised),
    summary: `Promised: ${line.customer}`,
    description: [
      ...line.parts.map((part) => `${part.count} ${nameOf(part)}`),
      `${line.sent} of ${line.count} sent, ${line.packed} packed, ${line.allotted} made`,
    ].join('\n'),
  });
  event.uid(`line-${line.id}@twin-shot`);
}

/**
 * Sessions that are planned and days that are promised, as an iCalendar (RFC 5545) that a calendar
 * program asks for again and again.
 * @returns null where the key is not the shop's
 */
export async function calendarFeed(key: string, now: Date): Promise<string | null> {
  const shop = await readShop();
  if (!isFeedKey(shop, key)) return null;
  const [plans, lines, baits, colourways] = await Promise.all([
    openPlans(),
    book(now, { limit: LINES_TOLD }),
    listEntries('baits'),
    listEntries('colourways'),
  ]);
  const named = (all: readonly { id: number; spec: { name: string } }[], id: number) =>
    all.find((entry) => entry.id === id)?.spec.name ?? 'something that is gone';
  const calendar = ical({ name: shop.name, prodId: '//Twin Shot//Shop calendar//EN' });
  for (const plan of plans) addPlan(calendar, plan, shop);
  for (const line of lines)
    addPromise(
      calendar,
      line,
      ({ bait, colourway }) => `${named(baits, bait)}, ${named(colourways, colourway)}`,
    );
  return calendar.toString();
}
