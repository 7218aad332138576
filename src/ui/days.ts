import { addDays, differenceInCalendarDays } from 'date-fns';

// Written by the platform: a page that says days need not be sent a library's every way of saying
// them. The names are the short ones of en-US (“Sep”); their order is ours.
const WEEKDAY = new Intl.DateTimeFormat('en-US', { weekday: 'short' });
const MONTH = new Intl.DateTimeFormat('en-US', { month: 'short' });
const LONG_DAY = new Intl.DateTimeFormat('en-GB', {
  weekday: 'long',
  day: 'numeric',
  month: 'long',
});
const two = (count: number): string => String(count).padStart(2, '0');

/** 18:05, by the clock of the machine that says it. */
export const sayClock = (when: Date | number): string => {
  const at = new Date(when);
  return `${two(at.getHours())}:${two(at.getMinutes())}`;
};
const sayDate = (when: Date | number): string =>
  `${WEEKDAY.format(when)} ${new Date(when).getDate()} ${MONTH.format(when)}`;

/** Monday 30 November */
export const sayLongDay = (when: Date): string => LONG_DAY.format(when);

/** The beginning of a day here. @param iso 2026-12-01 */
const dayOf = (iso: string): Date => new Date(`${iso}T00:00`);

/** Tue 1 Dec */
export const sayDay = (iso: string): string => sayDate(dayOf(iso));
/** today, tomorrow, today + 4, 3 days ago */
export function fromToday(iso: string, now: Date): string {
  const count = differenceInCalendarDays(dayOf(iso), now);
  return count === 0
    ? 'today'
    : count === 1
      ? 'tomorrow'
      : count > 1
        ? `today\u00a0+\u00a0${count}`
        : count === -1
          ? 'yesterday'
          : `${-count} days ago`;
}
/** Sat 5 Dec, 09:00 */
export const sayMoment = (when: Date | number): string => `${sayDate(when)}, ${sayClock(when)}`;
export const endOfDay = (iso: string): number => addDays(dayOf(iso), 1).getTime() - 1;
/** By when a thing is to be done: Sat 5 Dec where the whole day is left for it, else with its clock. */
export const sayBy = (when: number): string =>
  when === endOfDay(isoDay(new Date(when))) ? sayDate(when) : sayMoment(when);
export const isoDay = (when: Date): string =>
  `${when.getFullYear()}-${two(when.getMonth() + 1)}-${two(when.getDate())}`;
/** Thu 26 Nov 2026, 18:05, by the clock of the machine that says it: for what was done when. */
export const sayStamp = (when: Date): string =>
  `${sayDate(when)} ${when.getFullYear()}, ${sayClock(when)}`;
/** 26 Nov 2026, whatever clock says it. @param iso a day, or a moment of it */
export function sayDated(iso: string): string {
  const day = dayOf(iso.slice(0, 10));
  return `${day.getDate()} ${MONTH.format(day)} ${day.getFullYear()}`;
}
