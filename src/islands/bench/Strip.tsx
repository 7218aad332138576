import { forwardRef } from 'react';
import { clock } from '@/core/quantity/index.ts';
import type { Send, Step } from '@/core/session/index.ts';
import { SAFETY } from '@/core/session/index.ts';

interface Props {
  step: Step | null;
  /** what waits while something in hand keeps the key */
  queue: Step[];
  /** a press was just refused: the key had changed under the thumb */
  flash: boolean;
  /** it changed a moment ago, and not by this hand: a press may still mean what it said before */
  guarded: boolean;
  now: number;
  done: boolean;
  /** notes this bench has that the shop has not yet */
  waiting: number;
  session: number;
  canUndo: boolean;
  /** where the Heat screen answers for this step */
  whatIf: string | null;
  onMain: () => void;
  onSend: (send: Send) => void;
  onOpen: (panel: 'read' | 'trouble' | 'other' | 'change' | 'add') => void;
  onUndo: () => void;
}

/** What to do now, in one sentence, and the one big action, always in the same place. */
export const Strip = forwardRef<HTMLButtonElement, Props>(function Strip(
  {
    step,
    queue,
    flash,
    guarded,
    now,
    done,
    waiting,
    session,
    canUndo,
    whatIf,
    onMain,
    onSend,
    onOpen,
    onUndo,
  },
  main,
) {
  const left = step?.until && step.until > now ? clock((step.until - now) / 1000) : null;
  const tool = (label: string, key: string, act: () => void, off = false) => (
    <button type="button" className="act px-3 lg:min-h-16 lg:px-4" onClick={act} disabled={off}>
      {label} <kbd className="hint hidden font-mono md:inline">{key}</kbd>
    </button>
  );
  return (
    <div
      data-strip
      className="sticky bottom-0 z-10 grid shrink-0 border-t border-ink bg-raised lg:static lg:grid-cols-[1fr_296px]"
    >
      <div className="min-w-0 px-4 py-3 md:px-6">
        <p className="hint leading-tight">Now</p>
        <p
          className="text-[clamp(24px,2.6vw,34px)] font-bold leading-tight"
          aria-live="polite"
          data-step={step?.key ?? 'done'}
        >
          {done ? 'Finished and counted' : (step?.sentence ?? 'Nothing to do: all moulds are busy')}
        </p>
        <p className="mt-1 text-soft">
          {step?.detail}{' '}
          {whatIf && (
            <a href={whatIf} className="whitespace-nowrap">
              What if…
            </a>
          )}
        </p>
        {queue.length > 0 && (
          <p className="mt-1" data-queue>
            <b>Waiting:</b>{' '}
            {queue
              .slice(0, 3)
              .map((step) => step.sentence)
              .join(' · ')}
            {queue.length > 3 ? ` · and ${queue.length - 3} more` : ''}
          </p>
        )}
        {step?.warnings && step.warnings.length > 0 && (
          <ul className="mt-1 font-semibold text-watch" aria-label="Before you do" data-warnings>
            {step.warnings.slice(0, 6).map((warning) => (
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
            {step.warnings.length > 6 && (
              <li className="pl-6">and {step.warnings.length - 6} more, under Other</li>
            )}
          </ul>
        )}
        <div className="mt-2 flex flex-wrap items-center justify-between gap-2">
          <div className="flex flex-wrap gap-2 empty:hidden">
            {step?.others?.map((other) => (
              <button
                key={other.label}
                type="button"
                className="act lg:min-h-16"
                onClick={() => onSend(other.send)}
              >
                {other.label}
              </button>
            ))}
            {step?.skip && (
              <button
                type="button"
                className="act lg:min-h-16"
                onClick={() => onSend({ kind: 'skipped', payload: step.skip! })}
              >
                Skip
              </button>
            )}
          </div>
          <div
            className="flex max-w-full gap-2 overflow-x-auto md:flex-wrap"
            tabIndex={0}
            role="group"
            aria-label="Whenever"
          >
            {tool('Reading', 'T', () => onOpen('read'), done)}
            {tool('Add', 'A', () => onOpen('add'), done)}
            {tool('Trouble', 'X', () => onOpen('trouble'), done)}
            {tool('Undo', 'U', onUndo, !canUndo)}
            {tool('Other', 'O', () => onOpen('other'), done)}
            {tool('Change', 'C', () => onOpen('change'), done)}
          </div>
        </div>
        {step?.caution && (
          <p className="mt-1 text-sm text-soft" title={SAFETY}>
            <b>Care.</b> {step.caution} <span className="text-xs">{SAFETY}</span>
          </p>
        )}
      </div>
      {done && waiting > 0 ? (
        // What came of it is only known to the shop when the last of it has come there.
        <p
          className="flex min-h-24 flex-col justify-center bg-ink px-6 py-4 text-ground"
          role="status"
        >
          <span className="text-2xl font-bold">Sending it to the shop</span>
        </p>
      ) : done ? (
        <a
          href={`/sessions/${session}`}
          className="flex min-h-24 flex-col justify-center bg-ink px-6 py-4 text-left text-ground no-underline"
        >
          <span className="text-2xl font-bold">See what came of it</span>
        </a>
      ) : (
        <button
          ref={main}
          type="button"
          onClick={onMain}
          disabled={!step}
          className={
            'flex min-h-16 flex-col justify-center px-6 py-2 text-left text-ground lg:min-h-24 ' +
            `lg:py-4 disabled:opacity-60 ${flash ? 'bg-watch' : 'bg-ink'}`
          }
          data-main
          data-guarded={guarded || undefined}
          data-refused={flash || undefined}
        >
          {left && <span className="figure text-4xl leading-none">{left}</span>}
          <span className="text-2xl font-bold leading-tight">{step?.label ?? 'Wait'}</span>
          <span className="mt-1 opacity-80" aria-live="polite">
            {flash ? 'It had just changed: nothing was noted. Press again.' : 'space, or the pedal'}
          </span>
        </button>
      )}
    </div>
  );
});
