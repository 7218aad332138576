import { sayDay } from '@/ui/days.ts';
import type { Shown } from '@/worker/ahead.worker.ts';
import type { Known } from './known.ts';
import { differs } from './Limits.tsx';

interface Props {
  known: Known;
  now: Shown;
  other: { name: string; shown: Shown };
  onClose: () => void;
}
/** On which days a bait in a colourway is shot, so many each. */
function daysOf({ laid }: Shown): Map<string, string> {
  const days = new Map<string, string[]>();
  for (const { time, pieces } of laid.times)
    for (const { bait, colourway, baits } of pieces) {
      const key = `${bait}/${colourway}`;
      days.set(key, [...(days.get(key) ?? []), `${baits} on ${sayDay(time.day)}`]);
    }
  return new Map([...days].map(([key, all]) => [key, all.join(', ')]));
}

/** Two layouts side by side: what differs, and what does not is left out. */
export function Beside({ known, now, other, onClose }: Props) {
  const [here, there] = [daysOf(now), daysOf(other.shown)];
  const moved = [...new Set([...here.keys(), ...there.keys()])].filter(
    (key) => here.get(key) !== there.get(key),
  );
  const nameOf = (key: string) => {
    const [bait, way] = key.split('/').map(Number);
    const { baits, colourways } = known.shelf;
    return [
      baits.find(({ id }) => id === bait)?.spec.name,
      colourways.find(({ id }) => id === way)?.spec.name,
    ].join(', ');
  };
  return (
    <section aria-label="Beside it" className="border-[1.5px] border-ink p-4" data-beside>
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2>{other.name}</h2>
        <button type="button" className="act" onClick={onClose}>
          Close
        </button>
      </div>
      <p>{differs(now.outcome, other.shown.outcome, known.units)}</p>
      {moved.length === 0 ? (
        <p className="mt-2">Everything is shot on the same days.</p>
      ) : (
        <table className="mt-2 w-full text-left">
          <thead>
            <tr>
              <th scope="col">What moves</th>
              <th scope="col">As it is</th>
              <th scope="col">With it</th>
            </tr>
          </thead>
          <tbody>
            {moved.map((key) => (
              <tr key={key} className="border-t border-rule">
                <th scope="row" className="font-normal">
                  {nameOf(key)}
                </th>
                <td>{here.get(key) ?? 'not laid'}</td>
                <td>{there.get(key) ?? 'not laid'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
