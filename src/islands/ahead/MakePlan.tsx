import { useState } from 'react';
import type { PlanInput } from '@/core/plan/index.ts';
import { call } from '@/ui/api.ts';
import { sayDay } from '@/ui/days.ts';
import { Wrong } from '@/ui/Wrong.tsx';

/** Keeps a day's session as a plan, and goes there. */
export function MakePlan({ day, input }: { day: string; input: PlanInput }) {
  const [wrong, setWrong] = useState('');
  const make = async () => {
    const reply = await call<{ id: number }>('POST', '/api/plans', {
      name: sayDay(day),
      day,
      input,
    });
    if (reply.ok) location.assign(`/plan/${reply.value.id}`);
    else setWrong(reply.message);
  };
  return (
    <>
      <button type="button" className="act" onClick={() => void make()}>
        Make it a plan
      </button>
      <Wrong>{wrong}</Wrong>
    </>
  );
}
