import type { OnTape } from '@/core/session/onTape.ts';
import { sayClock } from '@/ui/days.ts';

interface Props {
  on: OnTape;
  now: number;
  onOpen: () => void;
}
/** Minutes a session may be off its plan before it is said. */
const SAID = 2;

/** When it will end, and how late or early it is against its plan; the tape is behind it. */
export function EndsAt({ on, now, onOpen }: Props) {
  const ends = now + (on.ends.mid - on.now) * 1000;
  const late = Math.round((on.ends.mid - on.planned.mid) / 60);
  return (
    <button
      type="button"
      className="min-h-11 underline decoration-1 underline-offset-4"
      data-ends={Math.round(ends / 1000)}
      onClick={onOpen}
    >
      Ends about <b className="figure">{sayClock(ends)}</b>
      {Math.abs(late) >= SAID && `, ${Math.abs(late)} min ${late > 0 ? 'late' : 'early'}`}
    </button>
  );
}
