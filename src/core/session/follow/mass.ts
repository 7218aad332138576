import type { CupBody } from '../../heat/index.ts';
import {
  cupPrior,
  EXCHANGE,
  FILM,
  glassOf,
  vesselOf,
  withCup,
  withMass,
} from '../../heat/index.ts';
import { density } from '../../material/index.ts';
import type { HeatSetup } from '../heatNotes.ts';
import { type Followed, type NoteOf, without } from './followed.ts';

/**
 * Share of its heat that remelt of unknown history has spent (judgement): it was through fusion
 * once, and stood hot.
 */
const REMELT_SPENT = 0.25;

/**
 * Share of its heat that what goes into a cup has spent already (M11): what comes back brings what
 * it had when it was drawn.
 */
function broughtBy(followed: Followed, note: NoteOf<'mass'>): number {
  const from = note.added?.from;
  if (from === undefined) return 0;
  if (from === 'remelt') return REMELT_SPENT;
  if ('spent' in from) return from.spent;
  if ('cup' in from) return followed.spent[from.cup] ?? 0;
  const draws = from.flatMap((day) => (followed.drawn[day] ? [followed.drawn[day]] : []));
  const own = draws.flatMap((draw) => (note.cup in draw ? [draw[note.cup]!] : Object.values(draw)));
  return own.length > 0
    ? own.reduce((sum, value) => sum + value, 0) / own.length
    : (followed.spent[note.cup] ?? 0);
}

/** A cup is put on the bench with what is in it, for the first time. */
function newCup(followed: Followed, note: NoteOf<'mass'>, setup: HeatSetup): Followed {
  const body: CupBody = {
    plastic: Math.max(FILM, note.grams),
    glass: glassOf(note.vessel),
    bore: vesselOf(note.vessel).bore,
    volume: Math.max(1, note.grams / density(160)),
    exchange: EXCHANGE.usual,
    room: followed.room,
  };
  return {
    ...followed,
    belief: withCup(followed.belief, note.cup, {
      body,
      celsius: note.added?.celsius ?? { mean: followed.room, sd: 2 },
      constants: cupPrior(setup.learned, note.vessel),
    }),
    spent: { ...followed.spent, [note.cup]: broughtBy(followed, note) },
    last: { ...followed.last, [note.cup]: 'charge' },
  };
}

/** What goes into a cup or out of it: heat and what it had spent are the mixture's. */
export function takeMass(followed: Followed, note: NoteOf<'mass'>, setup: HeatSetup): Followed {
  if (!followed.belief.cups.includes(note.cup)) return newCup(followed, note, setup);
  const share = note.added ? Math.min(1, note.added.grams / Math.max(1, note.grams)) : 0;
  const volume = note.grams / density(160);
  return {
    ...followed,
    belief: withMass(followed.belief, note.cup, { grams: note.grams, volume, added: note.added }),
    spent: {
      ...followed.spent,
      [note.cup]: (1 - share) * (followed.spent[note.cup] ?? 0) + share * broughtBy(followed, note),
    },
    last: share > 0.5 ? { ...followed.last, [note.cup]: 'charge' } : followed.last,
    peak: note.added ? without(followed.peak, note.cup) : followed.peak,
  };
}
