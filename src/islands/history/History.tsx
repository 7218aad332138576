import { useState } from 'react';
import { differences } from '@/ui/differences.ts';
import { useSave } from '@/ui/useSave.tsx';

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
      {wrong && (
        <p className="wrong" role="alert">
          {wrong}
        </p>
      )}
      <ol className="max-w-4xl">
        {changes.map((c) => {
          const all = c.before !== null && c.after !== null ? differences(c.before, c.after) : [];
          return (
            <li key={c.id} className="pb-5">
              <p className="flex flex-wrap items-center justify-between gap-3">
                <span>
                  <b>
                    {c.before === null
                      ? 'Added or brought back'
                      : c.after === null
                        ? 'Retired'
                        : 'Changed'}
                  </b>{' '}
                  <span className="text-soft">
                    {c.at}, {c.by}
                  </span>
                </span>
                {all.length > 0 && (
                  <button type="button" className="act" onClick={() => void putBack(c.before)}>
                    Put back
                  </button>
                )}
              </p>
              {all.length > 0 && (
                <div
                  className="overflow-x-auto"
                  tabIndex={0}
                  role="region"
                  aria-label={`Changed ${c.at}`}
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
                      {all.slice(0, SHOWN).map((d) => (
                        <tr key={d.where}>
                          <td>{d.where}</td>
                          <td className="break-words">{d.theirs}</td>
                          <td className="break-words">{d.yours}</td>
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
