import { addDays, format, getDay, parse } from 'date-fns';
import * as z from 'zod';

const clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'A time is written 19:30.');
/** The most pairs of hands that find room at one bench. */
export const MOST_PAIRS = 3;
const span = z
  .object({
    from: clock,
    to: clock,
    pairs: z
      .int()
      .min(1, 'Somebody is at the bench.')
      .max(MOST_PAIRS, `No more than ${MOST_PAIRS} find room at one bench.`)
      .optional()
      .describe('pairs of hands: one shoots, the others pull and lay inserts; absent = one'),
  })
  .refine(({ from, to }) => to > from, 'It ends after it begins.');

/** When a shop shoots: a week as it usually goes, and the days that go otherwise. */
export const CalendarSchema = z.object({
  /** by weekday, 0 = Sunday; null = nobody shoots */
  week: z.array(span.nullable()).length(7),
  /** days that go otherwise; null = nobody shoots */
  days: z
    .array(z.object({ day: z.iso.date('A day is written 2026-12-24.'), at: span.nullable() }))
    .max(200),
});
export type Calendar = z.infer<typeof CalendarSchema>;

/** A shop that has not said: three weekday nights, and the Saturday (a judgement). */
const NIGHT = { from: '19:00', to: '22:30' };
export const USUAL_CALENDAR: Calendar = {
  week: [null, null, NIGHT, null, NIGHT, null, { from: '09:00', to: '13:00' }],
  days: [],
};

/** Time at the bench: when it begins and ends, ms. */
export interface BenchTime {
  /** as 2026-12-01 */
  day: string;
  from: number;
  to: number;
  /** pairs of hands at it */
  pairs: number;
}

const at = (day: string, time: string): number =>
  parse(`${day} ${time}`, 'yyyy-MM-dd HH:mm', 0).getTime();

const spanOn = ({ week, days }: Calendar, day: string) => {
  const otherwise = days.find((other) => other.day === day);
  return otherwise ? otherwise.at : (week[getDay(parse(day, 'yyyy-MM-dd', 0))] ?? null);
};
/** Pairs of hands there are at the bench on a day; one where nobody was to shoot. @param day as 2026-12-01 */
export const pairsOn = (calendar: Calendar, day: string): number =>
  spanOn(calendar, day)?.pairs ?? 1;

/**
 * The times there are at the bench from now on, by the clock of the machine that asks; of one that
 * has begun, what is left.
 * @param days looked ahead
 */
export function benchTimes(calendar: Calendar, now: Date, days: number): BenchTime[] {
  return Array.from({ length: days }, (_, ahead) => addDays(now, ahead)).flatMap((date) => {
    const day = format(date, 'yyyy-MM-dd');
    const span = spanOn(calendar, day);
    if (!span) return [];
    const [from, to] = [Math.max(now.getTime(), at(day, span.from)), at(day, span.to)];
    return to > from ? [{ day, from, to, pairs: span.pairs ?? 1 }] : [];
  });
}
