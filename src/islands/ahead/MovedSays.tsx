import type { Laid, Moved } from '@/core/ahead/index.ts';
import { sayClock, sayDay } from '@/ui/days.ts';
import { Verdict } from '@/ui/Verdict.tsx';

/** What a piece in hand does to a day, in words: until when it lasts, and what breaks. */
export function MovedSays({ moved, time }: { moved: Moved; time: Laid['time'] }) {
  const { session, refused, over, late } = moved;
  if (refused) return <Verdict verdict="stop">{refused}</Verdict>;
  if (!session) return <Verdict verdict="good">Nothing would be left here.</Verdict>;
  const ends = sayClock(time.from + session.ends.mid * 1000);
  return (
    <>
      {over > 0 ? (
        <Verdict verdict="stop">
          It would end about {ends}, {Math.ceil(over / 60)} min too long to be done by{' '}
          {sayClock(time.to)} as surely as the shop wants: there is no room for it.
        </Verdict>
      ) : (
        <Verdict verdict="good">It would end about {ends}.</Verdict>
      )}
      {late.map(({ part, due, for: whom }) => (
        <span key={part} className="block">
          <Verdict verdict="stop">
            {whom}: too late to be cured by {sayDay(due)}
          </Verdict>
        </span>
      ))}
    </>
  );
}
