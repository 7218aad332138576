import { useState } from 'react';
import { call } from '@/ui/api.ts';
import { Wrong } from '@/ui/Wrong.tsx';

/** Takes a thing out of the lists one chooses from; it is kept, and can be brought back. */
export default function Retire({
  list,
  id,
  name,
  to,
}: {
  list: string;
  id: number;
  name: string;
  to: string;
}) {
  const [wrong, setWrong] = useState('');
  const retire = async () => {
    const reply = await call('DELETE', `/api/catalogue/${list}/${id}`);
    if (reply.ok) location.assign(to);
    else setWrong(reply.message);
  };
  return (
    <div className="mt-8 max-w-3xl border-t border-rule pt-3">
      <p className="flex flex-wrap items-center gap-4">
        <a href={`/history/${list}/${id}`}>What was changed</a>
        <button type="button" className="act" onClick={() => void retire()}>
          Retire {name}
        </button>
      </p>
      <Wrong className="mt-2">{wrong}</Wrong>
    </div>
  );
}
