import { useMemo, type CSSProperties } from 'react';
import type { Plan, PlanInput } from '@/core/plan/index.ts';
import type { Timing } from '@/core/tape/index.ts';
import { runSheet } from '@/core/tape/runSheet.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { clock, spoken } from '@/core/quantity/index.ts';
import { sayDay } from '@/ui/days.ts';
import { runType } from './runType.ts';

interface Props {
  name: string;
  day: string;
  plan: Plan;
  input: PlanInput;
  timing: Timing;
  units: ShopUnits;
}
/** Hours and minutes after the start. */
const after = (seconds: number): string =>
  `${Math.floor(seconds / 3600)}:${String(Math.floor((seconds % 3600) / 60)).padStart(2, '0')}`;

/** The tape in words and times, for the wall: on paper only. */
export function RunSheet({ name, day, plan, input, timing, units }: Props) {
  const { rows, ends, lastMinute } = useMemo(
    () => runSheet(plan, input, timing),
    [plan, input, timing],
  );
  const said = rows.map((row) => ({
    ...row,
    what: spoken(row.what, units),
    with: spoken(row.with, units),
  }));
  const type = runType(
    said.map((row) => [row.what.length, row.with.length]),
    lastMinute.length,
  );
  return (
    <section
      className="print-only"
      data-sheet="run"
      aria-label="Run sheet"
      style={{ '--sheet': `${type}pt` } as CSSProperties}
    >
      <h1>{name}</h1>
      <p>
        {sayDay(day)}. Begun at ________. It lasts {after(ends.mid)}, {after(ends.low)} to{' '}
        {after(ends.high)} eight times in ten; times are hours and minutes after the start.
      </p>
      <table className="mt-2 w-full text-left">
        <tbody>
          {said.map((row, nth) => (
            <tr key={nth} className="border-b border-rule align-top">
              <td className="figure pr-3 whitespace-nowrap">
                {after(row.from)}
                {row.to !== null && ` to ${after(row.to)}`}
              </td>
              <td className="pr-3">
                <b>{row.what}</b>
              </td>
              <td>{row.with}</td>
              <td className="pl-3">▢</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h2 className="mt-3">The last minute before a draw</h2>
      <ol>
        {lastMinute.map(({ before, what }) => (
          <li key={`${before}${what}`}>
            <span className="figure">{clock(before)}</span> before: {what}
          </li>
        ))}
      </ol>
    </section>
  );
}
