import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import type { Shown } from '@/worker/ahead.worker.ts';

interface Props extends Shown {
  units: ShopUnits;
  done: boolean;
  onStop: () => void;
  onUndo: (() => void) | null;
}

/** What the layout comes to; it is stopped while it gets better, and a hand's last act taken back. */
export function WhatItTakes({ outcome, units, done, onStop, onUndo }: Props) {
  const { sessions, seconds, leftG } = outcome;
  return (
    <div className="flex flex-wrap items-center justify-between gap-3">
      <p role="status" className="text-lg" data-laid={done ? 'done' : 'better'}>
        {sessions === 0
          ? 'The book wants nothing shot.'
          : `${sessions} ${sessions === 1 ? 'session' : 'sessions'}, ` +
            `${Math.round(seconds / 60)} min at the bench in all, ` +
            `${say(leftG, 'mass', units, 0).replaceAll(' ', '\u00a0')} left in cups.` +
            (done ? '' : ' Looking for better…')}
      </p>
      <span className="flex gap-2">
        {!done && (
          <button type="button" className="act" onClick={onStop}>
            Stop looking
          </button>
        )}
        {onUndo && (
          <button type="button" className="act" onClick={onUndo}>
            Undo
          </button>
        )}
      </span>
    </div>
  );
}
