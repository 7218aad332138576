import { coloursOf } from '@/ui/tape/colours.ts';
import { Busiest } from '@/ui/tape/Busiest.tsx';
import { TapeDrawing } from '@/ui/tape/TapeDrawing.tsx';
import type { Timed } from './useTiming.ts';

/** s a tape runs on after its latest likely end. */
const BEYOND = 60;

/** The session as a length of tape, to scale from its beginning, lane by lane. */
export function PlanTape({ timed }: { timed: Timed | null }) {
  if (!timed)
    return (
      <p className="hint mt-4 min-h-64" role="status">
        Laying it on its lanes…
      </p>
    );
  const { tape, timing, input } = timed;
  return (
    <figure className="mt-4">
      <TapeDrawing
        tape={tape}
        colours={coloursOf(input)}
        begins={null}
        until={timing.all.high + BEYOND}
        ends={timing.all}
        label="The tape of the session"
      />
      <figcaption className="hint mt-1">
        <Busiest tape={tape} /> Hours and minutes after the start; the upright stroke is the end,
        the level one its range, eight in ten.
      </figcaption>
    </figure>
  );
}
