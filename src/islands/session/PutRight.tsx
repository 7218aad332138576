import { useEffect, useState } from 'react';
import { v4 } from 'uuid';
import { EVENT_VERSION } from '@/core/session/words.ts';
import { call } from '@/ui/api.ts';
import { takeOver } from '@/ui/handed.ts';
import { shopNow } from '@/ui/shopClock.ts';
import { Wrong } from '@/ui/Wrong.tsx';
import type { Act, Props } from './ShotRight.tsx';
import { Shot } from './ShotRight.tsx';

/**
 * What was marked, counted or lost, put right after the session: each an event with its reason,
 * which the totals follow. The page hands over the shots there were.
 */
export default function PutRight() {
  const [{ session, shots, ...lists }] = useState(() => takeOver<Props>());
  const [open, setOpen] = useState<string | null>(null);
  const [wrong, setWrong] = useState('');
  const [last, setLast] = useState<string | null>(null);
  const put = async (act: Act): Promise<string | null> => {
    const id = v4();
    const reply = await call<{ refused: { message: string }[] }>(
      'POST',
      `/api/sessions/${session}/events`,
      {
        events: [{ id, session, at: Math.round(shopNow()), by: 'desk', v: EVENT_VERSION, ...act }],
      },
    );
    const refused = reply.ok ? reply.value.refused[0]?.message : reply.message;
    setWrong(refused ?? '');
    return refused ? null : id;
  };
  const send = async (act: Act) => {
    const id = await put(act);
    if (id) location.assign(`${location.pathname}?right=${id}#right`);
  };
  const undo = async () => {
    if (last && (await put({ kind: 'undone', payload: { event: last } })))
      location.assign(`${location.pathname}#right`);
  };
  // What was put right last can be taken back from here; the server does not know it.
  useEffect(() => setLast(new URLSearchParams(location.search).get('right')), []);
  return (
    <div id="right">
      <Wrong>{wrong}</Wrong>
      {last && (
        <p className="mb-2">
          Saved.{' '}
          <button type="button" className="act" onClick={() => void undo()}>
            Undo it
          </button>
        </p>
      )}
      <ul>
        {shots.map((shot) => (
          <li key={shot.id} className="border-b border-rule">
            <button
              type="button"
              className="flex min-h-11 w-full items-center justify-between gap-4 text-left"
              aria-expanded={open === shot.id}
              onClick={() => setOpen(open === shot.id ? null : shot.id)}
            >
              <span>
                <b className="figure">{shot.n}</b> {shot.bait}, {shot.colour}
                {shot.asked ? '' : ', to stock'}
              </span>
              <span className="figure shrink-0">
                {shot.good} good{shot.usable ? `, ${shot.usable} usable` : ''} of{' '}
                {shot.cavities.length}
              </span>
            </button>
            {open === shot.id && <Shot shot={shot} {...lists} send={(act) => void send(act)} />}
          </li>
        ))}
      </ul>
    </div>
  );
}
