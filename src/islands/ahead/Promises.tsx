import type { Laid } from '@/core/ahead/index.ts';
import { readyOf } from '@/core/ahead/ready.ts';
import { RISK } from '@/core/ahead/risk.ts';
import { fromToday, sayDay, sayMoment } from '@/ui/days.ts';
import { Verdict } from '@/ui/Verdict.tsx';
import type { Known } from './known.ts';

interface Props {
  known: Known;
  times: Laid[];
  /** chance of each part to be cured by its day, once that is reckoned */
  chances: [number, number][];
}

/** What the book is promised, and whether the layout keeps it, and how likely. */
export function Promises({ known, times, chances }: Props) {
  const chanceOf = new Map(chances);
  const ready = readyOf(times, (due) => known.by[due]!, known.cure);
  const late = ready.filter((part) => part.late > 0);
  const now = new Date(known.now);
  const bait = (id: number) => known.shelf.baits.find((entry) => entry.id === id)!.spec.name;
  return (
    <section aria-label="Promises">
      <h2>Promises</h2>
      <p className="border-t-[1.5px] border-ink pt-2">
        {late.length === 0 ? (
          <Verdict verdict="good">All {ready.length} are cured by their day.</Verdict>
        ) : (
          <Verdict verdict="stop">
            {late.length} of {ready.length} cannot be cured by their day.
          </Verdict>
        )}
      </p>
      <ul className="mt-2">
        {ready.map((part) => (
          <li key={part.part} className="flex justify-between gap-3 border-b border-rule py-1">
            <span className="min-w-0">
              {part.for}: {part.count} {bait(part.bait)}
              <span className="block text-sm text-soft">
                promised {sayDay(part.due)}, {fromToday(part.due, now)}
              </span>
            </span>
            <span className="shrink-0 text-right">
              <Verdict verdict={part.late > 0 ? 'stop' : 'good'}>
                cured {sayMoment(part.cured)}
              </Verdict>
              <Chance of={chanceOf.get(part.part)} />
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** How likely a part is in time. */
function Chance({ of }: { of: number | undefined }) {
  if (of === undefined) return null;
  return (
    <span className={`block text-sm ${of < RISK ? 'font-semibold text-watch' : 'text-soft'}`}>
      {of < RISK && '◇ '}in time {Math.round(100 * of)} in 100
    </span>
  );
}
