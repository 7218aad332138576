import { forwardRef, Suspense } from 'react';
import { clock } from '@/core/quantity/index.ts';
import type { Send, SaidStep } from '@/core/session/index.ts';
import { offered, SAFETY } from '@/core/session/index.ts';
import { Learning } from './panels.ts';
import { Queue, SayIt, Warnings } from './StripSays.tsx';

interface Props {
  step: SaidStep | null;
  /** what waits while something in hand keeps the key */
  queue: SaidStep[];
  /** a press was just refused: the key had changed under the thumb */
  flash: boolean;
  /** it changed a moment ago, and not by this hand: a press may still mean what it said before */
  guarded: boolean;
  now: number;
  done: boolean;
  /** notes this bench has that the shop has not yet */
  waiting: number;
  session: number;
  /** finished as it was opened: its plan lies ready again */
  putBack: boolean;
  canUndo: boolean;
  /** keys `1` to `9` are for what is offered, not for cavities or digits */
  numbered: boolean;
  /** cavities are marked over it: on a phone it takes as little of the screen as it can */
  tight: boolean;
  /** where the Heat screen answers for this step */
  whatIf: string | null;
  /** somebody who has not done it yet is told more */
  learner: boolean;
  onMain: () => void;
  onSend: (send: Send) => void;
  onOpen: (panel: 'read' | 'cup' | 'trouble' | 'other' | 'change' | 'add') => void;
  onUndo: () => void;
}

/** Other ways of doing the step, and leaving it out; each by its number too. */
function Others({
  step,
  numbered,
  tight,
  onSend,
}: Pick<Props, 'step' | 'numbered' | 'tight' | 'onSend'>) {
  return (
    <div className={`flex gap-2 empty:hidden ${tight ? 'shrink-0 md:flex-wrap' : 'flex-wrap'}`}>
      {offered(step).map(({ label, send }, nth) => (
        <button key={label} type="button" className="act lg:min-h-16" onClick={() => onSend(send)}>
          {label}
          {numbered && nth < 9 && <kbd className="hint hidden font-mono xl:inline">{nth + 1}</kbd>}
        </button>
      ))}
    </div>
  );
}

/** What can be done whenever: its panel, and the key that opens it. */
const WHENEVER = [
  { label: 'Reading', key: 'T', opens: 'read' },
  { label: 'Add', key: 'A', opens: 'add' },
  { label: 'Cup', key: 'P', opens: 'cup' },
  { label: 'Trouble', key: 'X', opens: 'trouble' },
  { label: 'Undo', key: 'U', opens: 'undo' },
  { label: 'Other', key: 'O', opens: 'other' },
  { label: 'Change', key: 'C', opens: 'change' },
] as const;

function Whenever({ done, canUndo, tight, onOpen, onUndo }: Omit<Props, 'step'>) {
  return (
    <div
      className={`flex gap-2 md:flex-wrap ${tight ? 'max-md:shrink-0' : 'max-w-full overflow-x-auto'}`}
      tabIndex={0}
      role="group"
      aria-label="Whenever"
    >
      {WHENEVER.map(({ label, key, opens }) => (
        <button
          key={key}
          type="button"
          className="act px-3 lg:min-h-16 xl:px-4"
          onClick={() => (opens === 'undo' ? onUndo() : onOpen(opens))}
          disabled={opens === 'undo' ? !canUndo : done}
        >
          {label} <kbd className="hint hidden font-mono xl:inline">{key}</kbd>
        </button>
      ))}
    </div>
  );
}

/** What to do now, in a sentence, or how it has ended. */
const sentenceOf = ({ step, done, putBack }: Pick<Props, 'step' | 'done' | 'putBack'>): string => {
  if (done) return putBack ? 'Put back: its plan lies ready again' : 'Finished and counted';
  return step?.sentence ?? 'Nothing to do: all moulds are busy';
};

/** What to do now, why, and what goes against it. */
function Now(props: Props) {
  const { step, queue, numbered, tight, whatIf, learner, onSend } = props;
  return (
    <div className="min-w-0 px-4 py-3 md:px-6">
      <p className="hint flex items-center gap-4 leading-tight">
        Now
        <SayIt {...props} />
      </p>
      <p
        className="text-[clamp(24px,2.6vw,34px)] font-bold leading-tight"
        aria-live="polite"
        data-step={step?.key ?? 'done'}
      >
        {sentenceOf(props)}
      </p>
      <p className="mt-1 text-soft">
        {step?.detail}{' '}
        {whatIf && (
          <a href={whatIf} className="whitespace-nowrap">
            What if…
          </a>
        )}
      </p>
      {learner && step && (
        <Suspense fallback={null}>
          <Learning step={step.key} />
        </Suspense>
      )}
      <Queue queue={queue} />
      <Warnings warnings={step?.warnings ?? []} />
      <div
        className={
          'mt-2 flex items-center justify-between gap-2 ' +
          (tight ? 'max-md:overflow-x-auto md:flex-wrap' : 'flex-wrap')
        }
      >
        <Others {...{ step, numbered, tight, onSend }} />
        <Whenever {...props} />
      </div>
      {step?.caution && (
        <p className="mt-1 text-sm text-soft" title={SAFETY}>
          <b>Care.</b> {step.caution} <span className="text-xs">{SAFETY}</span>
        </p>
      )}
    </div>
  );
}

/** Where the big action was, when all is done. */
const After = ({ waiting, session, putBack }: Pick<Props, 'waiting' | 'session' | 'putBack'>) =>
  waiting > 0 ? (
    // What came of it is only known to the shop when the last of it has come there.
    <p className="flex min-h-24 flex-col justify-center bg-ink px-6 py-4 text-ground" role="status">
      <span className="text-2xl font-bold">Sending it to the shop</span>
    </p>
  ) : (
    <a
      href={putBack ? '/plan' : `/sessions/${session}`}
      className="flex min-h-24 flex-col justify-center bg-ink px-6 py-4 text-left text-ground no-underline"
    >
      <span className="text-2xl font-bold">{putBack ? 'To the plans' : 'See what came of it'}</span>
    </a>
  );

/** The one big action. */
const Main = forwardRef<HTMLButtonElement, Props>(function Main(
  { step, flash, guarded, now, onMain },
  main,
) {
  const left = step?.until && step.until > now ? clock((step.until - now) / 1000) : null;
  return (
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
  );
});

/** What to do now, in one sentence, and the one big action, always in the same place. */
export const Strip = forwardRef<HTMLButtonElement, Props>(function Strip(props, main) {
  return (
    <div
      data-strip
      className="sticky bottom-0 z-10 grid shrink-0 border-t border-ink bg-raised lg:static lg:grid-cols-[1fr_296px]"
    >
      <Now {...props} />
      {props.done ? <After {...props} /> : <Main ref={main} {...props} />}
    </div>
  );
});
