import type { OnTape } from '@/core/session/onTape.ts';
import { dropJob } from '@/core/session/dropJob.ts';
import type { Send, SessionState } from '@/core/session/index.ts';
import { jobsOf } from '@/core/session/index.ts';
import { Dialog } from '@/ui/Dialog.tsx';
import { sayClock } from '@/ui/days.ts';
import { Busiest } from '@/ui/tape/Busiest.tsx';
import { coloursOf } from '@/ui/tape/colours.ts';
import { TapeDrawing } from '@/ui/tape/TapeDrawing.tsx';

interface Props {
  on: OnTape;
  state: SessionState;
  now: number;
  onSend: (send: Send) => void;
  onClose: () => void;
}

/** The session's tape, with a needle at now: what is behind it as noted, what is left as it will go. */
export function BenchTape({ on, state, now, onSend, onClose }: Props) {
  const at = (seconds: number) => now + (seconds - on.now) * 1000;
  const { ends, without } = on;
  const drop = (job: string) => {
    dropJob(state, job).forEach(onSend);
    onClose();
  };
  return (
    <Dialog open onClose={onClose} title="The tape" wide>
      <p className="mb-2">
        Ends about <b className="figure">{sayClock(at(ends.mid))}</b>, between{' '}
        {sayClock(at(ends.low))} and {sayClock(at(ends.high))} eight times in ten.{' '}
        {on.beyond > 0 &&
          `${on.beyond} ${on.beyond === 1 ? 'shot that was' : 'shots that were'} taken on since ` +
            `${on.beyond === 1 ? 'is' : 'are'} not in it. `}
        <Busiest tape={on.tape} />
      </p>
      <TapeDrawing
        tape={on.tape}
        colours={coloursOf({
          jobs: jobsOf(state),
          cups: [...state.snapshot.input.cups, ...state.brought],
        })}
        begins={at(0)}
        until={ends.high + 60}
        ends={ends}
        now={on.now}
        label="The tape of the session, with a needle at now"
      />
      {without && (
        <p className="mt-4 flex flex-wrap items-center gap-3">
          Without {without.name} it ends about {sayClock(at(without.ends))}; its line is back in the
          book at the finish.
          <button type="button" className="act" onClick={() => drop(without.job)}>
            Drop {without.name}
          </button>
        </p>
      )}
    </Dialog>
  );
}
