import type { OnTape } from '@/core/session/onTape.ts';
import { lasting } from '@/core/quantity/format.ts';
import { sayClock } from '@/ui/days.ts';

interface Props {
  /** null until the tape is laid, which takes a moment: its place is kept */
  on: OnTape | null;
  now: number;
  onOpen: () => void;
}
/** s a session may be off its plan before it is said. */
const SAID = 90;

/**
 * When it will end, and how late or early it is against its plan; the tape is behind it. Its line is
 * no higher for it: what lies under the head is marked by touch and may not move when this arrives.
 */
export function EndsAt({ on, now, onOpen }: Props) {
  if (!on)
    return (
      <span className="invisible whitespace-nowrap">
        Ends 00:00<span className="max-md:hidden"> about, 00 min late</span>
      </span>
    );
  const ends = now + (on.ends.mid - on.now) * 1000;
  const late = on.ends.mid - on.planned.mid;
  return (
    <button
      type="button"
      className="-my-2.5 min-h-11 whitespace-nowrap underline decoration-1 underline-offset-4"
      data-ends={Math.round(ends / 1000)}
      onClick={onOpen}
    >
      Ends <span className="max-md:sr-only">about</span> <b className="figure">{sayClock(ends)}</b>
      {Math.abs(late) >= SAID && (
        <span className="max-md:sr-only">
          , {lasting(Math.abs(late))} {late > 0 ? 'late' : 'early'}
        </span>
      )}
    </button>
  );
}
