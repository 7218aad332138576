import { useState } from 'react';
import { call } from '@/ui/api.ts';
import { Wrong } from '@/ui/Wrong.tsx';
import { sayDated } from '@/ui/days.ts';

interface Held {
  /** its endpoint */
  place: string;
  /** the list it stood in */
  list: string;
  name: string;
  at: number;
}

/** What is retired or deleted, list by list. */
export default function BringBack({ held: start }: { held: Held[] }) {
  const [held, setHeld] = useState(start);
  const [wrong, setWrong] = useState('');
  const back = async (one: Held) => {
    const reply = await call('POST', `${one.place}/back`, {});
    setWrong(reply.ok ? '' : reply.message);
    if (reply.ok) setHeld(held.filter((held) => held !== one));
  };
  return (
    <>
      <Wrong>{wrong}</Wrong>
      {held.length === 0 ? (
        <p>Nothing is retired.</p>
      ) : (
        <ul className="max-w-2xl">
          {held.map((one) => (
            <li
              key={one.place}
              className="flex min-h-14 items-center justify-between gap-4 border-b border-rule"
            >
              <span>
                <b>{one.name}</b>{' '}
                <span className="text-soft">
                  {one.list}, {sayDated(new Date(one.at).toISOString())}
                </span>
              </span>
              <button type="button" className="act" onClick={() => void back(one)}>
                Bring back
              </button>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
