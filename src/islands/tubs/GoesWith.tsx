import { useState } from 'react';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { call } from '@/ui/api.ts';
import { Wrong } from '@/ui/Wrong.tsx';

interface BlendSaid {
  says: string;
  grams: number;
}

/** What a tub goes together with, asked for when somebody wants to know. */
export default function GoesWith({ id, units }: { id: number; units: ShopUnits }) {
  const [blends, setBlends] = useState<BlendSaid[] | null>(null);
  const [wrong, setWrong] = useState('');
  const ask = async () => {
    const reply = await call<BlendSaid[]>('GET', `/api/tubs/${id}/blends`);
    if (reply.ok) setBlends(reply.value);
    else setWrong(reply.message);
  };
  return (
    <div className="mt-2" aria-live="polite">
      {blends === null ? (
        <button type="button" className="act" onClick={() => void ask()}>
          What it goes together with
        </button>
      ) : blends.length === 0 ? (
        <p>Nothing here brings it nearer to a mix of the book than it is alone.</p>
      ) : (
        <ul>
          {blends.map(({ says, grams }) => (
            <li key={says} className="flex justify-between gap-3">
              <span>{says}</span>
              <b className="figure whitespace-nowrap">{say(grams, 'mass', units, 0)}</b>
            </li>
          ))}
        </ul>
      )}
      <Wrong>{wrong}</Wrong>
    </div>
  );
}
