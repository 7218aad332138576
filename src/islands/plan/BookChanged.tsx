import type { BookChange, PartNow } from '@/core/plan/index.ts';
import { sayDay } from '@/ui/days.ts';
import { Verdict } from '@/ui/Verdict.tsx';
import { spokenSays } from './BookLines.tsx';

/** What the book has otherwise, in a sentence after whose line it is. */
function changeSays({ served: { count, due }, now }: BookChange): string {
  if (!now) return `not in the book any more, ${count} planned`;
  const said = [
    now.rest < count
      ? `${Math.max(0, now.rest) || 'none'} left to shoot${spokenSays(now)}, ${count} planned`
      : '',
    now.due === due ? '' : `promised for ${sayDay(now.due)} now, not ${sayDay(due)}`,
  ];
  return said.filter((part) => part !== '').join('; ');
}

interface Props {
  changes: readonly BookChange[];
  parts: readonly PartNow[];
  /** the plan made what the book is now */
  follow: (parts: readonly PartNow[]) => void;
}

/** What of the book changed since a plan was made, and an act that takes it over. */
export function BookChanged({ changes, parts, follow }: Props) {
  if (changes.length === 0) return null;
  return (
    <section className="mt-2" aria-label="The book has changed">
      <ul>
        {changes.map((change) => (
          <li key={change.served.part} className="py-1" data-changed={change.served.part}>
            <Verdict verdict="watch">
              <b>{`${change.bait}, ${change.colourway}`}</b>
              {` for ${change.now?.for ?? change.served.for}: ${changeSays(change)}.`}
            </Verdict>
          </li>
        ))}
      </ul>
      <button type="button" className="act no-print mt-2" onClick={() => follow(parts)}>
        Plan what the book wants now
      </button>
    </section>
  );
}
