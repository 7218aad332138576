import { useDroppable } from '@dnd-kit/core';
import type { Laid } from '@/core/ahead/index.ts';
import { sayClock, sayDay } from '@/ui/days.ts';
import { Busiest } from '@/ui/tape/Busiest.tsx';
import { coloursOf } from '@/ui/tape/colours.ts';
import { TapeDrawing } from '@/ui/tape/TapeDrawing.tsx';
import type { Shown } from '@/worker/ahead.worker.ts';

import type { Known } from './known.ts';
import { MakePlan } from './MakePlan.tsx';
import { OnePiece } from './OnePiece.tsx';
import type { InHand } from './useHand.ts';

interface Props {
  one: Laid;
  session: Shown['sessions'][number];
  known: Known;
  inHand: InHand;
}
/** By the end of which minute, and by when nine times in ten. */
const endsSays = ({ time: { from }, seconds }: Laid, high: number): string =>
  `ends about ${sayClock(from + seconds * 1000)}, by ${sayClock(from + high * 1000)} nine times in ten`;

/** One time at the bench: its tape, and what is laid there. */
export function OneTime({ one, session, known, inHand }: Props) {
  const { day, from, to } = one.time;
  const { setNodeRef, isOver } = useDroppable({ id: day });
  return (
    <section
      ref={setNodeRef}
      aria-label={sayDay(day)}
      data-day={day}
      className={isOver ? 'outline-2 outline-offset-4 outline-ink' : ''}
    >
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h2>
          {sayDay(day)}{' '}
          <span className="text-sm font-normal text-soft">
            {sayClock(from)} to {sayClock(to)}
            {session ? `; ${endsSays(one, session.ends.high)}` : '; nothing laid here'}
          </span>
        </h2>
        {session && <MakePlan day={day} input={session.input} />}
      </div>
      {session && (
        <figure className="mt-2">
          <TapeDrawing
            tape={session.tape}
            colours={coloursOf(session.input)}
            begins={from}
            until={(to - from) / 1000}
            ends={session.ends}
            label={`The tape of ${sayDay(day)}`}
          />
          <figcaption className="hint mt-1">
            <Busiest tape={session.tape} />
          </figcaption>
        </figure>
      )}
      <ul>
        {one.pieces.map((piece) => (
          <OnePiece key={piece.key} {...{ piece, known, inHand }} laid={one} />
        ))}
      </ul>
    </section>
  );
}
