import { useState } from 'react';
import { call } from '@/ui/api.ts';
import { Wrong } from '@/ui/Wrong.tsx';

interface Props {
  /** the thing's endpoint, and its page once it is back */
  place: string;
  page: string;
  name: string;
}
/** What was just deleted, while one can still think better of it. */
export default function Deleted({ place, page, name }: Props) {
  const [wrong, setWrong] = useState('');
  const back = async () => {
    const reply = await call('POST', `${place}/back`, {});
    if (reply.ok) location.assign(page);
    else setWrong(reply.message);
  };
  return (
    <div className="mt-4" role="status">
      <p className="flex flex-wrap items-center gap-4">
        <span>“{name}” is deleted.</span>
        <button type="button" className="act" onClick={() => void back()}>
          Bring back
        </button>
      </p>
      <Wrong>{wrong}</Wrong>
    </div>
  );
}
