import { ovenKey, ovenPrior, withOven } from '../../heat/index.ts';
import { type HeatSetup, ovenOf } from '../heatNotes.ts';
import { advance } from './advance.ts';
import type { Followed, NoteOf } from './followed.ts';
import { quiet } from './uneven.ts';

/** Cups go into an oven, or were in it until now. */
export function takeBurst(followed: Followed, note: NoteOf<'burst'>, setup: HeatSetup): Followed {
  const known = ovenOf(setup, note.oven);
  const cups = note.cups.filter((cup) => followed.belief.cups.includes(cup));
  if (cups.length === 0) return followed;
  const oven = ovenKey(known.id, note.level, cups.length);
  const belief = withOven(
    followed.belief,
    oven,
    ovenPrior(setup.learned, {
      id: known.id,
      oven: known.oven,
      level: note.level,
      cups: cups.length,
    }),
  );
  const last = {
    ...followed.last,
    ...Object.fromEntries(cups.map((cup) => [cup, 'burst' as const])),
  };
  const heard = cups.reduce(quiet, { ...followed, belief });
  const begun = {
    ...heard,
    last,
    bursts: [
      ...followed.bursts.filter(
        (burst) => burst.door !== known.id && !burst.cups.some((cup) => cups.includes(cup)),
      ),
      {
        door: known.id,
        oven,
        power: known.oven.watts,
        level: note.level,
        cups,
        begun: belief.at,
        seconds: note.seconds,
      },
    ],
  };
  return note.ended ? advance(begun, belief.at + note.seconds * 1000) : begun;
}
