import { useState } from 'react';
import type { PlanInput } from '@/core/plan/index.ts';
import { call } from '@/ui/api.ts';
import { sayDay } from '@/ui/days.ts';
import { Dialog } from '@/ui/Dialog.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import type { ReadyPlan } from './known.ts';

interface Props {
  day: string;
  input: PlanInput;
  /** the plan that lies ready for the day; undefined where there is none */
  ready: ReadyPlan | undefined;
}

/** Keeps a day's session as its plan, and goes there; one that lies ready is opened, or made anew. */
export function MakePlan({ day, input, ready }: Props) {
  const [wrong, setWrong] = useState('');
  const [asking, setAsking] = useState(false);
  const make = async () => {
    const body = { name: ready?.name ?? sayDay(day), day, input };
    const reply = ready
      ? await call<{ id: number }>('PUT', `/api/plans/${ready.id}`, body, ready.version)
      : await call<{ id: number }>('POST', '/api/plans', body);
    if (reply.ok) return location.assign(`/plan/${reply.value.id}`);
    setAsking(false);
    setWrong(reply.message);
  };
  if (!ready)
    return (
      <div>
        <button type="button" className="act" onClick={() => void make()}>
          Make it a plan
        </button>
        <Wrong>{wrong}</Wrong>
      </div>
    );
  return (
    <div>
      <p className="flex flex-wrap gap-3">
        <a className="act" href={`/plan/${ready.id}`}>
          Its plan
        </a>
        <button type="button" className="act" onClick={() => setAsking(true)}>
          Make it anew
        </button>
      </p>
      <Wrong>{wrong}</Wrong>
      <Dialog open={asking} onClose={() => setAsking(false)} title="Make the plan anew?">
        <p className="max-w-prose">
          What lies ready as “{ready.name}”, and what a hand changed in it, is replaced by what is
          laid on {sayDay(day)} now.
        </p>
        <p className="mt-4 flex flex-wrap gap-3">
          <button type="button" className="act act-main" onClick={() => void make()}>
            Make it anew
          </button>
          <button type="button" className="act" onClick={() => setAsking(false)}>
            Cancel
          </button>
        </p>
      </Dialog>
    </div>
  );
}
