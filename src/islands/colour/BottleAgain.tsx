import { useState } from 'react';
import { BOTTLES, type BottleIs } from '@/core/material/bottle.ts';
import { call } from '@/ui/api.ts';
import { Wrong } from '@/ui/Wrong.tsx';

interface Props {
  material: number;
  name: string;
  is: BottleIs;
}

/** A bottle that was noted damp or dirty, and the word that it is in order again. */
export default function BottleAgain({ material, name, is: was }: Props) {
  const [is, setIs] = useState(was);
  const [wrong, setWrong] = useState('');
  const again = async () => {
    const reply = await call('POST', `/api/materials/${material}/bottle`, { is: 'well' });
    setWrong(reply.ok ? '' : reply.message);
    if (reply.ok) setIs('well');
  };
  if (is === 'well')
    return (
      <span className="block text-sm" role="status">
        The bottle is in order again.
      </span>
    );
  return (
    <span className="block text-sm font-semibold text-watch">
      ◇ its bottle is {BOTTLES[is].harm}{' '}
      <button
        type="button"
        className="act"
        aria-label={`The bottle of ${name} is in order again`}
        onClick={() => void again()}
      >
        In order again
      </button>
      <Wrong>{wrong}</Wrong>
    </span>
  );
}
