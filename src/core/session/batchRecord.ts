import { colourOfShot } from './likeness.ts';
import type { Felt } from '../heat/felt.ts';
import type { AnyEvent } from './event.ts';
import { EVENTS, type Kind } from './events/index.ts';
import type { Fault } from './faults.ts';
import { takenBack } from './fold.ts';
import type { SessionState } from './state.ts';
import type { Portion } from './state/injector.ts';
import type { ShotState } from './state/shot.ts';
import { graded } from './summary.ts';

/** A heat of a shot, against the window it was planned in. */
interface RecordedHeat {
  letter: string;
  /** °C; null = nobody read it */
  celsius: number | null;
  inside: boolean | null;
}
/** A shot as it stands in the record: what went in, how the mould was, and what came of it. */
export interface RecordedShot {
  /** the event it began with; what is said of it leads there */
  event: string | null;
  n: number;
  at: number;
  trial: boolean;
  /** it was shot in a window of its own, to learn from */
  test: boolean;
  bait: string;
  colour: string;
  mould: string;
  /** °C */
  window: { low: number; high: number } | null;
  heats: RecordedHeat[];
  /** °C of the mould, where it was read */
  metal: number | null;
  /** as it was last closed before the shot; null = nobody said */
  closed: { closures: number; gaps: readonly string[]; top: boolean | null } | null;
  /** s it was let cool; null = not opened */
  cooled: number | null;
  /** what its baits felt like then; null = nobody said */
  felt: Felt | null;
  counts: { good: number; usable: number; second: number };
  faults: [Fault, number][];
  /** what the bench warned of */
  said: string[];
}
/** Something put right, or taken back: by whom, and why. */
interface RecordedCorrection {
  event: string;
  at: number;
  by: string;
  what: string;
  why: string;
}
export interface BatchRecord {
  /** who recorded anything, in the order they first did */
  by: string[];
  shots: RecordedShot[];
  corrections: RecordedCorrection[];
  /** every act that stands or was taken back, in the order of the log */
  acts: { event: string; at: number; by: string; what: string; takenBack: boolean }[];
}

/** Kinds that are no hand work, as a record calls them. */
const KIND_NAMES: Partial<Record<Kind, string>> = {
  opened: 'Session begun',
  brokenOff: 'Broken off',
  resumed: 'Gone on with',
  finished: 'Session finished',
  changed: 'Session changed',
  undone: 'Taken back',
  mixKept: 'Mix saved',
  skipped: 'Step left out',
  trouble: 'Trouble',
  doseWeighed: 'Dose weighed since',
  bottleNoted: 'Bottle noted',
};

/** What an act is called: as the hand work it is, else by its kind. */
export const nameOf = (kind: Kind): string => EVENTS[kind].work?.name ?? KIND_NAMES[kind] ?? kind;
type Closing = NonNullable<RecordedShot['closed']>;
/** What a shot began with: its event, and how its mould was closed then. */
interface Began {
  event: string;
  closed: Closing | null;
}
const momentOf = (mould: string, at: number): string => `${mould}/${at}`;
/** Shots by their mould and moment, each with what it began with, of the log that stands. */
function beginnings(standing: readonly AnyEvent[]): Map<string, Began> {
  const now = new Map<string, Closing>();
  const atShot = new Map<string, Began>();
  for (const event of standing) {
    if (event.kind === 'closed') {
      const { mould, closures, gaps } = event.payload;
      now.set(mould, { closures, gaps, top: null });
    }
    if (event.kind === 'topChecked') {
      const closing = now.get(event.payload.mould);
      if (closing) now.set(event.payload.mould, { ...closing, top: event.payload.right });
    }
    if (event.kind === 'shot' || event.kind === 'poured') {
      const { mould } = event.payload;
      atShot.set(momentOf(mould, event.at), { event: event.id, closed: now.get(mould) ?? null });
    }
  }
  return atShot;
}

/** The window a shot was planned in: a test's own, else its run's. */
function windowOf(state: SessionState, shot: ShotState): { low: number; high: number } | null {
  const tools = state.runs.get(shot.job)?.tools;
  return (shot.test ? tools?.tries : null) ?? tools?.window ?? null;
}
function heatsOf(state: SessionState, shot: ShotState): RecordedHeat[] {
  const window = windowOf(state, shot);
  const draws = [...new Set(shot.cavities.values())].map((draw) => state.draws.get(draw));
  const portions: Portion[] = [...draws.flatMap((draw) => draw?.barrels ?? []), ...shot.poured];
  return portions.map(({ cup, celsius }) => ({
    letter: state.cups.get(cup)?.letter ?? '?',
    celsius,
    inside: celsius === null || !window ? null : celsius >= window.low && celsius <= window.high,
  }));
}

/** s from its shot, or from when it was let go, to its opening. */
function cooledFor({ waited, openedAt, at }: ShotState): number | null {
  if (waited) return waited.seconds;
  return openedAt === null ? null : (openedAt - at) / 1000;
}

function recordOf(state: SessionState, shot: ShotState, began: Began | null): RecordedShot {
  const faults = new Map<Fault, number>();
  for (const { fault } of shot.marks.values())
    if (fault) faults.set(fault, (faults.get(fault) ?? 0) + 1);
  return {
    event: began?.event ?? null,
    n: shot.n,
    at: shot.at,
    trial: shot.trial,
    test: shot.test,
    bait: shot.bait.name,
    colour: colourOfShot(state, shot).name,
    mould: state.moulds.get(shot.mould)?.mould.name ?? shot.mould,
    window: windowOf(state, shot),
    heats: heatsOf(state, shot),
    metal: shot.mouldCelsius,
    closed: began?.closed ?? null,
    cooled: cooledFor(shot),
    felt: shot.felt,
    counts: shot.markedAt === null ? { good: 0, usable: 0, second: 0 } : graded(shot),
    faults: [...faults].sort(([, one], [, other]) => other - one),
    said: shot.said,
  };
}

/** What was put right after it was recorded, and what was taken back. */
function correctionsOf(log: readonly AnyEvent[], gone: ReadonlySet<string>): RecordedCorrection[] {
  const byId = new Map(log.map((event) => [event.id, event]));
  return log.flatMap((event): RecordedCorrection[] => {
    if (gone.has(event.id)) return [];
    const { id, at, by, kind, payload } = event;
    if (kind === 'undone') {
      const target = byId.get(payload.event);
      // What was taken back and then left after all was put right by nobody.
      if (target?.kind === 'undone') return [];
      const what = target ? `${nameOf(target.kind)}, taken back` : 'Taken back';
      return [{ event: id, at, by, what, why: '' }];
    }
    if (kind === 'recounted' || kind === 'dropped')
      return [{ event: id, at, by, what: nameOf(kind), why: payload.why }];
    return [];
  });
}

/**
 * A session as it is kept on paper: who, what every shot was made of and with, how its mould stood,
 * what came of it, and what was put right.
 * @param log every event of the session, in order, those taken back too
 */
export function batchRecord(state: SessionState, log: readonly AnyEvent[]): BatchRecord {
  const gone = takenBack(log);
  const standing = log.filter(({ id }) => !gone.has(id));
  const began = beginnings(standing);
  return {
    by: [...new Set(log.map(({ by }) => by))],
    shots: [...state.shots.values()]
      .sort((one, other) => one.n - other.n)
      .map((shot) => recordOf(state, shot, began.get(momentOf(shot.mould, shot.at)) ?? null)),
    corrections: correctionsOf(log, gone),
    acts: log.map(({ id, at, by, kind }) => ({
      event: id,
      at,
      by,
      what: nameOf(kind),
      takenBack: gone.has(id),
    })),
  };
}
