import { Suspense } from 'react';
import type { SessionState } from '@/core/session/index.ts';
import { count, isKept, worked } from '@/core/session/index.ts';
import { baitShots } from '@/core/plan/run.ts';
import { lasting } from '@/core/quantity/index.ts';
import { Ground } from '@/ui/Ground.tsx';
import type { OnTape } from '@/core/session/onTape.ts';
import { EndsAt } from './EndsAt.tsx';
import { HandChoice } from './panels.ts';

interface Props {
  name: string;
  state: SessionState;
  now: number;
  onKeys: () => void;
  /** where it stands on its tape; null until that is known */
  on: OnTape | null;
  onTape: () => void;
  /** all panels are there */
  whole: boolean;
}

/** What session it is, and how far it has come. */
export function BenchHead({ name, state, now, onKeys, on, onTape, whole }: Props) {
  const baits = [...state.shots.values()].filter((shot) => shot.stage.makes === 'bait');
  const real = count(baits.filter(isKept));
  const shots = baits.filter((shot) => !shot.trial).length;
  const planned = baitShots(
    [...state.runs.values()].map((run) => ({ makes: run.stage.makes, shots: run.target })),
  );
  return (
    <header
      className={
        'flex min-h-11 flex-wrap items-center gap-x-6 gap-y-1 border-b border-ink px-4 py-1 ' +
        'md:px-6 xl:flex-nowrap xl:[&>:not(h1)]:shrink-0'
      }
    >
      <a
        href="/orders"
        className="flex min-h-11 items-center gap-3 font-bold no-underline"
        aria-label="Twin Shot, to the orders"
      >
        <svg width="22" height="15" viewBox="0 0 22 15" aria-hidden="true">
          <path d="M1.5 1h6v7l-3 5.5-3-5.5Z" fill="none" stroke="currentColor" strokeWidth="1.8" />
          <path d="M12.5 1h7v7l-3.5 6-3.5-6Z" fill="currentColor" />
        </svg>
        <span className="max-xl:sr-only">Twin Shot</span>
      </a>
      <h1
        className="min-w-0 flex-1 truncate text-base font-normal text-soft md:flex-initial"
        title={name}
      >
        {name}
        {state.phase.is === 'broken off' ? ', broken off' : ''}
      </h1>
      <p
        className={
          'order-last flex w-full flex-wrap items-center justify-between gap-x-3 ' +
          'md:gap-x-6 md:order-none md:ml-auto md:w-auto xl:flex-nowrap'
        }
      >
        <span>
          Shot <b className="figure">{shots}</b> of <b className="figure">{planned}</b>
        </span>
        <span>
          Good{' '}
          <b className="figure" data-good>
            {real.good}
          </b>{' '}
          of <b className="figure">{real.shot}</b>
        </span>
        <span className="max-xl:hidden">
          Worked <b className="figure">{lasting(worked(state, now))}</b>
        </span>
        <EndsAt {...{ on, now }} onOpen={onTape} />
      </p>
      {whole && (
        <Suspense>
          <HandChoice />
        </Suspense>
      )}
      <span className="hidden md:block">
        <Ground />
      </span>
      <button
        type="button"
        className="act ml-auto md:ml-0"
        onClick={onKeys}
        aria-label="Keys and signals of the bench"
      >
        ?
      </button>
    </header>
  );
}
