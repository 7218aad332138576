import { useState } from 'react';
import { differences } from '@/ui/differences.ts';
import { useSave } from '@/ui/useSave.tsx';
import { Wrong } from '@/ui/Wrong.tsx';

interface Change {
  id: string;
  /** when, in words */
  at: string;
  by: string;
  before: unknown;
  after: unknown;
}
/** Differences of one change shown at most. */
const SHOWN = 12;

/** Changes of one thing, the latest first, each of which can be put back to what was before it. */
export default function History({
  changes,
  version,
  place,
}: {
  changes: Change[];
  version: string;
  place: string;
}) {
  const { save, asking } = useSave(version);
  const [wrong, setWrong] = useState('');
  const putBack = async (what: unknown) => {
    const reply = await save('PUT', place, what);
    if (reply.ok) location.reload();
    else setWrong(reply.message);
  };
  if (changes.length === 0) return <p>Nothing was changed since changes are kept.</p>;
  return (
    <div>
      {asking}
      <Wrong>{wrong}</Wrong>
      <ol className="max-w-4xl">
        {changes.map((change) => {
          const all =
            change.before !== null && change.after !== null
              ? differences(change.before, change.after)
              : [];
          return (
            <li key={change.id} className="pb-5">
              <p className="flex flex-wrap items-center justify-between gap-3">
                <span>
                  <b>
                    {change.before === null
                      ? 'Added or brought back'
                      : change.after === null
                        ? 'Retired or deleted'
                        : 'Changed'}
                  </b>{' '}
                  <span className="text-soft">
                    {change.at}, {change.by}
                  </span>
                </span>
                {all.length > 0 && (
                  <button type="button" className="act" onClick={() => void putBack(change.before)}>
                    Put back
                  </button>
                )}
              </p>
              {all.length > 0 && (
                <div
                  className="overflow-x-auto"
                  tabIndex={0}
                  role="region"
                  aria-label={`What change ${change.id} was, ${change.at}`}
                >
                  <table>
                    <thead>
                      <tr>
                        <th>What</th>
                        <th>Before</th>
                        <th>After</th>
                      </tr>
                    </thead>
                    <tbody>
                      {all.slice(0, SHOWN).map((difference) => (
                        <tr key={difference.where}>
                          <td>{difference.where}</td>
                          <td className="break-words">{difference.theirs}</td>
                          <td className="break-words">{difference.yours}</td>
                        </tr>
                      ))}
                    </tbody>
                  </table>
                </div>
              )}
              {all.length > SHOWN && <p className="hint">And {all.length - SHOWN} more.</p>}
            </li>
          );
        })}
      </ol>
    </div>
  );
}
