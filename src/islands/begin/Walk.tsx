import type { ReactNode } from 'react';
import { Wrong } from '@/ui/Wrong.tsx';
import { FirstColour } from './FirstColour.tsx';
import { MouldOf } from './MouldOf.tsx';
import { OnBench } from './OnBench.tsx';
import type { HeldMould, Walk as Walking } from './useWalk.ts';
import { useWalk } from './useWalk.ts';
import { Where } from './Where.tsx';

/** Places along the bench, in the order they are come to. */
const PLACES: {
  name: string;
  show: (walk: Walking, held: readonly HeldMould[]) => ReactNode;
}[] = [
  { name: 'Shop', show: (walk) => <Where walk={walk} /> },
  { name: 'Oven, cups, injector', show: (walk) => <OnBench walk={walk} /> },
  { name: 'Mould', show: (walk, held) => <MouldOf walk={walk} held={held} /> },
  { name: 'Colour', show: (walk, held) => <FirstColour walk={walk} held={held} /> },
];

/** Where one stands, along a line: what lies behind can be gone back to. */
const Along = ({ step, goTo }: { step: number; goTo: (next: number) => void }) => (
  <ol className="mb-6 flex flex-wrap border-b-[1.5px] border-ink">
    {PLACES.map(({ name }, nth) => (
      <li key={name}>
        <button
          type="button"
          className={
            'min-h-11 border-b-4 px-4 ' +
            (nth === step ? 'border-ink font-bold' : 'border-transparent text-soft')
          }
          aria-current={nth === step ? 'step' : undefined}
          onClick={() => goTo(nth)}
        >
          {nth + 1} {name}
        </button>
      </li>
    ))}
  </ol>
);

/**
 * The walk along one's own bench before a first session: every place can be passed by, and has
 * usual figures then that say so.
 */
export default function Walk({ moulds }: { moulds: HeldMould[] }) {
  const walk = useWalk(moulds);
  const { step, goTo, said, going, wrong } = walk;
  const place = PLACES[Math.min(step, PLACES.length - 1)]!;
  const last = step >= PLACES.length - 1;
  return (
    <form
      noValidate
      onSubmit={(submit) => {
        submit.preventDefault();
        if (last) void walk.begin();
        else goTo(step + 1);
      }}
    >
      <Along step={step} goTo={goTo} />
      {place.show(walk, moulds)}
      {!last && <Wrong className="mt-4">{wrong?.message}</Wrong>}
      <p className="mt-8 flex flex-wrap items-center gap-3">
        <button type="submit" className="act act-main" disabled={going}>
          {last ? `Lay out ${said.shots} ${said.shots === 1 ? 'shot' : 'shots'}` : 'Next'}
        </button>
        {step > 0 && (
          <button type="button" className="act" onClick={() => goTo(step - 1)}>
            Back
          </button>
        )}
        {!last && (
          <button
            type="button"
            className="act border-transparent"
            disabled={going}
            onClick={() => void walk.begin()}
          >
            Leave the rest for later
          </button>
        )}
      </p>
    </form>
  );
}
