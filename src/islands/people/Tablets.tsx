import { useState } from 'react';
import { call } from '@/ui/api.ts';
import { sayDay } from '@/ui/days.ts';
import { Wrong } from '@/ui/Wrong.tsx';

export interface Tablet {
  id: number;
  name: string;
  at: number;
}

/** Tablets at the benches, and a code that pairs one more. */
export function Tablets({ tablets: start }: { tablets: Tablet[] }) {
  const [tablets, setTablets] = useState(start);
  const [code, setCode] = useState<{ code: string; minutes: number } | null>(null);
  const [wrong, setWrong] = useState('');
  const show = async () => {
    const reply = await call<{ code: string; minutes: number }>('POST', '/api/pairings', {});
    setWrong(reply.ok ? '' : reply.message);
    if (reply.ok) setCode(reply.value);
  };
  const drop = async (id: number) => {
    const reply = await call('DELETE', `/api/tablets/${id}`);
    setWrong(reply.ok ? '' : reply.message);
    if (reply.ok) setTablets(tablets.filter((tablet) => tablet.id !== id));
  };
  return (
    <section aria-label="Bench tablets" className="mt-8 border-t-[1.5px] border-ink pt-3">
      <h2>Bench tablets</h2>
      {tablets.length === 0 ? (
        <p className="mt-2 text-soft">None is paired.</p>
      ) : (
        <ul className="max-w-2xl">
          {tablets.map((tablet) => (
            <li
              key={tablet.id}
              className="flex min-h-14 items-center justify-between gap-4 border-b border-rule"
            >
              <span>
                <b>{tablet.name}</b>{' '}
                <span className="text-soft">
                  since {sayDay(new Date(tablet.at).toISOString().slice(0, 10))}
                </span>
              </span>
              <button type="button" className="act" onClick={() => void drop(tablet.id)}>
                Unpair
              </button>
            </li>
          ))}
        </ul>
      )}
      <button type="button" className="act mt-3" onClick={() => void show()}>
        Show a pairing code
      </button>
      {code && (
        <p className="mt-3" role="status">
          On the tablet open <b>/pair</b> and type{' '}
          <b className="figure text-3xl whitespace-nowrap">
            {code.code.slice(0, 4)} {code.code.slice(4)}
          </b>{' '}
          within {code.minutes} minutes. It is shown only now, and pairs one tablet.
        </p>
      )}
      <Wrong>{wrong}</Wrong>
    </section>
  );
}
