import { useState } from 'react';
import { call } from '@/ui/api.ts';
import { Wrong } from '@/ui/Wrong.tsx';

/** Lays the first evening out, and goes to its plan. */
export default function LayOut() {
  const [wrong, setWrong] = useState('');
  const lay = async () => {
    const reply = await call<{ plan: number }>('POST', '/api/learner', {});
    if (reply.ok) location.assign(`/plan/${reply.value.plan}`);
    else setWrong(reply.message);
  };
  return (
    <>
      <button type="button" className="act act-main" onClick={() => void lay()}>
        Lay it out
      </button>
      <Wrong>{wrong}</Wrong>
    </>
  );
}
