import { useState } from 'react';
import type { Calendar } from '@/core/ahead/calendar.ts';
import { MOST_PAIRS, USUAL_CALENDAR } from '@/core/ahead/calendar.ts';
import { sayDay } from '@/ui/days.ts';
import { Tick } from '@/ui/Tick.tsx';

interface Props {
  calendar: Calendar | null;
  set: (calendar: Calendar) => void;
}
type Span = NonNullable<Calendar['week'][number]>;
/** Weekdays as a week is read, with where the calendar has them. */
const WEEK = [
  ['Monday', 1],
  ['Tuesday', 2],
  ['Wednesday', 3],
  ['Thursday', 4],
  ['Friday', 5],
  ['Saturday', 6],
  ['Sunday', 0],
] as const;
const NIGHT: Span = { from: '19:00', to: '22:30' };

/** How many pairs of hands there are at a bench, as a choice. */
const HANDS = ['one alone', 'one shoots, one pulls', 'one shoots, two pull'].slice(0, MOST_PAIRS);

/** From when to when, and how many are at it. */
const SpanFields = ({ of, span, set }: { of: string; span: Span; set: (span: Span) => void }) => (
  <span className="flex flex-wrap items-center gap-2">
    {(['from', 'to'] as const).map((end) => (
      <input
        key={end}
        type="time"
        className="box w-32"
        aria-label={`${of}, ${end}`}
        value={span[end]}
        onChange={({ target }) => target.value && set({ ...span, [end]: target.value })}
      />
    ))}
    <select
      className="box w-44"
      aria-label={`${of}, at the bench`}
      value={span.pairs ?? 1}
      onChange={({ target }) => set({ ...span, pairs: Number(target.value) })}
    >
      {HANDS.map((says, nth) => (
        <option key={says} value={nth + 1}>
          {says}
        </option>
      ))}
    </select>
  </span>
);

/** When the shop shoots: its week, and the days that go otherwise. */
export function CalendarFields({ calendar, set }: Props) {
  const [day, setDay] = useState('');
  const held = calendar ?? USUAL_CALENDAR;
  const putWeek = (weekday: number, span: Span | null) =>
    set({ ...held, week: held.week.map((other, at) => (at === weekday ? span : other)) });
  const putDay = (which: string, at: Span | null) =>
    set({
      ...held,
      days: [...held.days.filter((other) => other.day !== which), { day: which, at }],
    });
  return (
    <div id="calendar" className="sm:col-span-2 lg:col-span-4">
      {calendar === null && <p className="hint">The usual times, until you change one.</p>}
      <ul className="grid gap-x-10 lg:grid-cols-2">
        {WEEK.map(([name, weekday]) => {
          const span = held.week[weekday] ?? null;
          return (
            <li
              key={name}
              className="flex min-h-12 flex-wrap items-center justify-between gap-3 border-b border-rule"
            >
              <Tick
                on={span !== null}
                says={name}
                set={(on) => putWeek(weekday, on ? NIGHT : null)}
              />
              {span && <SpanFields of={name} span={span} set={(next) => putWeek(weekday, next)} />}
            </li>
          );
        })}
      </ul>
      <div className="mt-3 flex flex-wrap items-end gap-3">
        <label className="field">
          <span>A day that goes otherwise</span>
          <input
            type="date"
            className="box"
            value={day}
            onChange={({ target }) => setDay(target.value)}
          />
        </label>
        <button
          type="button"
          className="act"
          disabled={day === ''}
          onClick={() => putDay(day, null)}
        >
          Nobody shoots
        </button>
        <button
          type="button"
          className="act"
          disabled={day === ''}
          onClick={() => putDay(day, NIGHT)}
        >
          Somebody does
        </button>
      </div>
      <ul>
        {[...held.days]
          .sort((one, other) => one.day.localeCompare(other.day))
          .map((other) => (
            <li
              key={other.day}
              className="flex min-h-12 flex-wrap items-center justify-between gap-3 border-b border-rule"
            >
              <span>
                {sayDay(other.day)}
                {other.at === null && ': nobody shoots'}
              </span>
              <span className="flex items-center gap-3">
                {other.at && (
                  <SpanFields
                    of={sayDay(other.day)}
                    span={other.at}
                    set={(at) => putDay(other.day, at)}
                  />
                )}
                <button
                  type="button"
                  className="act"
                  aria-label={`Take out ${sayDay(other.day)}: it goes as usual`}
                  onClick={() =>
                    set({
                      ...held,
                      days: held.days.filter(({ day: which }) => which !== other.day),
                    })
                  }
                >
                  Take out
                </button>
              </span>
            </li>
          ))}
      </ul>
    </div>
  );
}
