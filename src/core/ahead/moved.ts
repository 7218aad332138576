import type { WantedPart } from '../plan/draft.ts';
import { type Tape, tapeOf } from '../tape/tape.ts';
import type { Timing } from '../tape/timing.ts';
import type { PlanInput } from '../plan/input.ts';
import type { Laid } from './layOut.ts';
import type { Piece } from './piece.ts';
import type { Worked } from './takes.ts';

/** A time at the bench with a piece put on it, or taken from it, all else left where it is. */
export interface Moved {
  day: string;
  /** its session to scale; null where nothing is left in it, or what is there cannot be shot */
  session: { tape: Tape; input: PlanInput; ends: Timing['all'] } | null;
  /** why what is there cannot be shot together; null where it can */
  refused: string | null;
  /** s it is too long to end in its time as often as the shop wants; 0 = it fits */
  over: number;
  /** parts of the piece that would not be cured by their day */
  late: WantedPart[];
}

function retimed(
  { time }: Pick<Laid, 'time'>,
  pieces: readonly Piece[],
  work: (pieces: readonly Piece[], pairs: number) => Worked,
): Omit<Moved, 'late'> {
  const { day, from, to, pairs } = time;
  const nothing = { day, session: null, refused: null, over: 0 };
  if (pieces.length === 0) return nothing;
  const worked = work(pieces, pairs);
  if ('refused' in worked) return { ...nothing, refused: worked.refused };
  const { all } = worked.timing;
  return {
    day,
    session: { tape: tapeOf(worked.laid), input: worked.input, ends: all },
    refused: null,
    over: Math.max(0, worked.atMost - (to - from) / 1000),
  };
}

/**
 * What moving a piece to another day does, before it is put down: both days timed again, and whom it
 * would be late for.
 * @param by when what is promised for a day must be shot, ms
 * @returns the day it is taken from and the one it is put on; nothing where it lies there already
 */
export function movedTo(
  times: readonly Laid[],
  { key, day }: { key: string; day: string },
  {
    by,
    work,
  }: {
    by: Readonly<Record<string, number>>;
    work: (pieces: readonly Piece[], pairs: number) => Worked;
  },
): Moved[] {
  const from = times.find(({ pieces }) => pieces.some((piece) => piece.key === key));
  const to = times.find(({ time }) => time.day === day);
  const piece = from?.pieces.find((one) => one.key === key);
  if (!from || !to || !piece || from === to) return [];
  return [
    {
      ...retimed(
        from,
        from.pieces.filter((one) => one !== piece),
        work,
      ),
      late: [],
    },
    {
      ...retimed(to, [...to.pieces, piece], work),
      late: piece.parts.filter(({ due }) => to.time.to > by[due]!),
    },
  ];
}
