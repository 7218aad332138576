import { useState } from 'react';
import { call } from '@/ui/api.ts';
import { Wrong } from '@/ui/Wrong.tsx';

interface Props {
  /** the thing's endpoint */
  place: string;
  /** the version that is deleted */
  version: string;
  /** the list it stood in, which says that it is gone */
  to: string;
  /** what it is */
  noun: string;
}
/** Deletes a thing nothing was made of; where something was, it says why it stays. */
export default function Delete({ place, version, to, noun }: Props) {
  const [wrong, setWrong] = useState('');
  const remove = async () => {
    const reply = await call('DELETE', place, undefined, version);
    if (reply.ok) location.assign(to);
    else setWrong(reply.message);
  };
  return (
    <div>
      <button type="button" className="act" onClick={() => void remove()}>
        Delete the {noun}
      </button>
      <Wrong className="mt-2">{wrong}</Wrong>
    </div>
  );
}
