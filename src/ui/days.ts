import { addDays, differenceInCalendarDays, format, parseISO } from 'date-fns';

/** Tue 1 Dec */
export const sayDay = (iso: string): string => format(parseISO(iso), 'EEE d MMM');
/** today, tomorrow, today + 4, 3 days ago */
export function fromToday(iso: string, now: Date): string {
  const count = differenceInCalendarDays(parseISO(iso), now);
  return count === 0
    ? 'today'
    : count === 1
      ? 'tomorrow'
      : count > 1
        ? `today + ${count}`
        : count === -1
          ? 'yesterday'
          : `${-count} days ago`;
}
/** Saturday 09:00, or with the date when it is further off than a week */
export const sayMoment = (ms: number, now: Date): string =>
  format(ms, Math.abs(differenceInCalendarDays(ms, now)) < 7 ? 'EEEE HH:mm' : 'EEE d MMM, HH:mm');
export const endOfDay = (iso: string): number => addDays(parseISO(iso), 1).getTime() - 1;
export const isoDay = (when: Date): string => format(when, 'yyyy-MM-dd');
/** 2026-11-26 18:05, by the clock of the machine that says it: for lists of what was done when. */
export const sayStamp = (when: Date): string => format(when, 'yyyy-MM-dd HH:mm');
