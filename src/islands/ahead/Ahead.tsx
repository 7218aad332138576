import { useEffect, useState } from 'react';
import type { LaidOut } from '@/core/ahead/index.ts';
import { takeOver } from '@/ui/handed.ts';
import { Beside } from './Beside.tsx';
import { Enquire } from './Enquire.tsx';
import { Held, type Taken } from './Held.tsx';
import type { Known } from './known.ts';
import { Limits } from './Limits.tsx';
import { NotLaid } from './NotLaid.tsx';
import { OneTime } from './OneTime.tsx';
import { Promises } from './Promises.tsx';
import { useAhead } from './useAhead.ts';
import { useHand } from './useHand.ts';
import { useMoved } from './useMoved.ts';
import { WhatItTakes } from './WhatItTakes.tsx';

const piecesOf = ({ times, left }: LaidOut) => [
  ...times.flatMap(({ pieces }) => pieces),
  ...left.map(({ piece }) => piece),
];

/** The book laid out over the times there are at the bench, to scale. */
export default function Ahead() {
  const [known] = useState(() => takeOver<Known>());
  const inHand = useHand(known.times);
  const { answer: newest, stopped, stop } = useAhead(known, inHand.hand);
  // What is found meanwhile waits until a piece is put down: nothing moves under a hand.
  const [held, setHeld] = useState<typeof newest>(null);
  const answer = held ?? newest;
  useEffect(() => {
    if (answer) inHand.laid.current = piecesOf(answer.shown.laid);
  });
  const [taken, setTaken] = useState<Taken | null>(null);
  const [tried, setTried] = useState<string | null>(null);
  const { moved, over, putDown } = useMoved(
    known,
    inHand.hand,
    answer?.done ? answer.shown.laid.times : null,
  );
  if (!answer) return <p className="mt-4 text-xl">Laying the book out…</p>;
  const limits = answer.is === 'limits' ? answer : null;
  const other = limits?.tries.find(({ name }) => name === tried) ?? null;
  const { laid, sessions } = answer.shown;
  return (
    <div className="mt-4 grid gap-x-12 gap-y-8 xl:grid-cols-[minmax(0,1.9fr)_minmax(0,1fr)]">
      <div className="flex min-w-0 flex-col gap-8">
        <WhatItTakes
          {...answer.shown}
          units={known.units}
          done={answer.done || stopped}
          onStop={stop}
          onUndo={inHand.undo}
        />
        {other && (
          <Beside known={known} now={answer.shown} other={other} onClose={() => setTried(null)} />
        )}
        <Held
          onDrop={inHand.hold}
          onHand={(now) => {
            setTaken(now);
            setHeld(now ? newest : null);
            if (!now) putDown();
          }}
          onOver={over}
          laid={laid}
        >
          {laid.times.map((one, nth) => (
            <OneTime
              key={one.time.day}
              {...{ one, known, inHand }}
              session={sessions[nth] ?? null}
              moved={moved.get(one.time.day) ?? null}
              isTakenFrom={taken?.day === one.time.day}
            />
          ))}
        </Held>
        {laid.left.length > 0 && <NotLaid left={laid.left} {...{ known, inHand }} />}
      </div>
      <div className="flex min-w-0 flex-col gap-8">
        <Promises known={known} times={laid.times} chances={limits?.chances ?? []} />
        <Enquire known={known} hand={inHand.hand} />
        {limits && (
          <Limits
            units={known.units}
            lanes={limits.lanes}
            bound={limits.bound}
            now={limits.shown}
            isHeld={Object.keys(inHand.hand.held).length > 0}
            tries={limits.tries}
            onTry={setTried}
          />
        )}
      </div>
    </div>
  );
}
