import { nextDue } from '@/core/session/index.ts';
import { degrees } from '@/core/quantity/index.ts';
import { openSessions } from '@/store/log.ts';
import { peekAt } from './heldSessions.ts';

export interface ClockLine {
  session: number;
  name: string;
  status: string;
  seq: number;
  cups: { letter: string; text: string }[];
  due: { at: number; what: string } | null;
}

/**
 * What the thin line at the top of every screen shows while a session is open; null when none is.
 * @param heads sessions that are open
 */
export async function clockLine(heads = openSessions()): Promise<ClockLine | null> {
  const open = await heads;
  const head =
    open.find((sessionHead) => sessionHead.status === 'running') ??
    open.find((sessionHead) => sessionHead.status === 'broken off');
  if (!head) return null;
  const state = await peekAt(head);
  if (!state) return null;
  // Heats from before a break mean nothing now.
  const cups = [...state.cups.values()]
    .filter((cup) => cup.reading && state.phase.is === 'running')
    .slice(0, 4)
    .map((cup) => ({
      letter: cup.letter,
      text:
        degrees(cup.reading!.celsius, state.snapshot.units) +
        trendMark(cup.reading!.celsius, cup.before?.celsius),
    }));
  return {
    session: head.id,
    name: head.name,
    status: state.phase.is,
    seq: state.seq,
    cups,
    due: state.phase.is === 'running' ? nextDue(state) : null,
  };
}

/** What every page asks: which sessions are open, and the line at its top. */
export interface AskedAhead {
  heads: ReturnType<typeof openSessions>;
  clockLine: Promise<ClockLine | null>;
}
export function askedAhead(): AskedAhead {
  const heads = openSessions();
  const line = clockLine(heads);
  // Whoever waits for it hears what went wrong; a page that never does must not end the process.
  line.catch(() => undefined);
  return { heads, clockLine: line };
}

const trendMark = (now: number, before: number | undefined): string =>
  before === undefined || Math.abs(now - before) < 1 ? '' : now > before ? ' ↑' : ' ↓';
