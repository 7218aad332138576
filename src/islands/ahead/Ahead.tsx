import { useMemo } from 'react';
import type { Handed } from '@/ui/handed.ts';
import { takeOver } from '@/ui/handed.ts';
import type { Known } from './known.ts';
import { NotLaid } from './NotLaid.tsx';
import { OneTime } from './OneTime.tsx';
import { Promises } from './Promises.tsx';
import { useAhead } from './useAhead.ts';

/** The book laid out over the times there are at the bench, to scale. */
export default function Ahead({ handed }: { handed: Handed<Known> }) {
  const known = useMemo(() => takeOver(handed), [handed]);
  const { answer, held, hold } = useAhead(known);
  if (!answer) return <p className="mt-4 text-xl">Laying the book out…</p>;
  const { laid, sessions, done } = answer;
  const used = laid.times.filter(({ pieces }) => pieces.length > 0);
  const seconds = used.reduce((sum, time) => sum + time.seconds, 0);
  return (
    <div className="mt-4 grid gap-x-12 gap-y-8 xl:grid-cols-[minmax(0,1.9fr)_minmax(0,1fr)]">
      <div className="flex min-w-0 flex-col gap-8">
        <p role="status" className="text-lg" data-laid={done ? 'done' : 'better'}>
          {used.length === 0
            ? 'The book wants nothing shot.'
            : `${used.length} ${used.length === 1 ? 'session' : 'sessions'}, ` +
              `${Math.round(seconds / 60)} min at the bench in all.` +
              (done ? '' : ' Looking for better…')}
        </p>
        {laid.times.map((one, nth) => (
          <OneTime
            key={one.time.day}
            {...{ one, known, held, hold }}
            session={sessions[nth] ?? null}
          />
        ))}
        {laid.left.length > 0 && <NotLaid left={laid.left} known={known} />}
      </div>
      <Promises known={known} times={laid.times} />
    </div>
  );
}
