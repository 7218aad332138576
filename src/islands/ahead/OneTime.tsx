import { useLayoutEffect, useRef } from 'react';
import { useDroppable } from '@dnd-kit/core';
import { jobOf, type Laid, type Moved } from '@/core/ahead/index.ts';
import { type PlanInput, runsOf } from '@/core/plan/index.ts';
import { sayClock, sayDay } from '@/ui/days.ts';
import { Busiest } from '@/ui/tape/Busiest.tsx';
import { coloursOf } from '@/ui/tape/colours.ts';
import { TapeDrawing } from '@/ui/tape/TapeDrawing.tsx';
import type { Shown } from '@/worker/ahead.worker.ts';

import type { Known } from './known.ts';
import { BegunSays } from './BegunSays.tsx';
import { MakePlan } from './MakePlan.tsx';
import { MovedSays } from './MovedSays.tsx';
import { OnePiece } from './OnePiece.tsx';
import { type OnTape, OnTapeOf, TapeGrip } from './TapeGrip.tsx';
import type { InHand } from './useHand.ts';

interface Props {
  one: Laid;
  session: Shown['sessions'][number];
  /** what a piece in hand makes of it */
  moved: Moved | null;
  /** a piece is in hand that was taken from this tape: it stays under the hand as it was */
  isTakenFrom: boolean;
  known: Known;
  inHand: InHand;
}
/** By the end of which minute, and by when nine times in ten. */
const endsSays = (from: number, { mid, high }: { mid: number; high: number }): string =>
  `ends about ${sayClock(from + mid * 1000)}, by ${sayClock(from + high * 1000)} nine times in ten`;

/** What a run of a day's tape is a piece of: the first of those that are shot as its job. */
function onTapeOf(run: string, { jobs }: PlanInput, { pieces, time }: Laid): OnTape | undefined {
  const job = jobs.find((one) => runsOf(one).some(({ key }) => key === run));
  const piece = pieces.find((one) => jobOf(one) === job?.key);
  if (!job || !piece) return undefined;
  return {
    piece: piece.key,
    says: `${job.bait.name}, ${job.colourway.name}`,
    day: time.day,
  };
}

/** One time at the bench: its tape, and what is laid there. */
export function OneTime({ one, session: laidOut, moved, isTakenFrom, known, inHand }: Props) {
  const session = moved && !isTakenFrom ? moved.session : laidOut;
  const { day, from, to } = one.time;
  const { setNodeRef, isOver, node } = useDroppable({ id: day });
  // A day a piece is taken from does not shrink under the hand: those below it would move away.
  const tall = useRef<number>(undefined);
  useLayoutEffect(() => {
    if (!moved) tall.current = node.current?.offsetHeight;
  });
  return (
    <section
      ref={setNodeRef}
      aria-label={sayDay(day)}
      data-day={day}
      style={moved ? { minHeight: tall.current } : undefined}
      className={isOver ? 'outline-2 outline-offset-4 outline-ink' : ''}
    >
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h2>
          {sayDay(day)}{' '}
          <span className="text-sm font-normal text-soft">
            {sayClock(from)} to {sayClock(to)}
            {session ? `; ${endsSays(from, session.ends)}` : '; nothing laid here'}
          </span>
        </h2>
        {laidOut && (
          <MakePlan
            day={day}
            input={laidOut.input}
            ready={known.plans.find((plan) => plan.day === day)}
          />
        )}
      </div>
      <p role="status" className="min-h-6" data-moved={moved ? day : undefined}>
        {moved && <MovedSays moved={moved} time={one.time} />}
      </p>
      {session && (
        <figure className="mt-2">
          <OnTapeOf value={(run) => onTapeOf(run, session.input, one)}>
            <TapeDrawing
              tape={session.tape}
              colours={coloursOf(session.input)}
              begins={from}
              until={Math.max((to - from) / 1000, session.ends.high)}
              ends={session.ends}
              closes={(to - from) / 1000}
              label={`The tape of ${sayDay(day)}`}
              Grip={TapeGrip}
            />
          </OnTapeOf>
          <figcaption className="hint mt-1">
            <Busiest tape={session.tape} />
            <BegunSays {...session} units={known.units} />
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
