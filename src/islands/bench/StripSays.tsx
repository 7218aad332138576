import type { SaidStep } from '@/core/session/index.ts';
import { speak } from './signals.ts';

/** How much of a list is shown before it is only counted. */
const SHOWN = { queue: 3, warnings: 6 } as const;

/** What waits while something in hand keeps the key. */
export const Queue = ({ queue }: { queue: SaidStep[] }) =>
  queue.length > 0 && (
    <p className="mt-1" data-queue>
      <b>Waiting:</b>{' '}
      {queue
        .slice(0, SHOWN.queue)
        .map((step) => step.sentence)
        .join(' · ')}
      {queue.length > SHOWN.queue ? ` · and ${queue.length - SHOWN.queue} more` : ''}
    </p>
  );

/** What speaks against doing it now. */
export const Warnings = ({ warnings }: { warnings: readonly string[] }) =>
  warnings.length > 0 && (
    <ul className="mt-1 font-semibold text-watch" aria-label="Before you do" data-warnings>
      {warnings.slice(0, SHOWN.warnings).map((warning) => (
        <li key={warning} className="flex items-start gap-2">
          <svg
            viewBox="0 0 16 16"
            width="16"
            height="16"
            className="mt-1 shrink-0"
            aria-hidden="true"
          >
            <path
              d="M8 1.5 14.5 8 8 14.5 1.5 8Z"
              fill="none"
              stroke="currentColor"
              strokeWidth="2"
            />
          </svg>
          {warning}
        </li>
      ))}
      {warnings.length > SHOWN.warnings && (
        <li className="pl-6">and {warnings.length - SHOWN.warnings} more, under Other</li>
      )}
    </ul>
  );

/** Has the sentence said by the browser's own voice. */
export const SayIt = ({ step, done }: { step: SaidStep | null; done: boolean }) =>
  step &&
  !done && (
    <button
      type="button"
      className="min-h-6 underline underline-offset-3"
      onClick={() => speak(step.sentence)}
    >
      Say it
    </button>
  );
