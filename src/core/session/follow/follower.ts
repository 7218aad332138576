import { reset, withRoom } from '../../heat/index.ts';
import type { HeatNote, HeatSetup } from '../heatNotes.ts';
import { advance } from './advance.ts';
import { takeBurst } from './burst.ts';
import { type Followed, newFollowed, type NoteOf, takenOut } from './followed.ts';
import { takeMass } from './mass.ts';
import { takeReading } from './reading.ts';
import { stirredIn } from './uneven.ts';

/** What each kind of note makes of what was made before it. */
const TAKE: {
  [K in HeatNote['kind']]: (followed: Followed, note: NoteOf<K>, setup: HeatSetup) => Followed;
} = {
  mass: takeMass,
  burst: takeBurst,
  reading: takeReading,
  drawn: (followed, note) => ({
    ...followed,
    drawn: {
      ...followed.drawn,
      [note.draw]: Object.fromEntries(note.cups.map((cup) => [cup, followed.spent[cup] ?? 0])),
    },
  }),
  out: (followed, note) => stirredIn(takenOut(followed, note.cup), note.cup),
  cold: (followed, note) => ({
    ...followed,
    bursts: [],
    belief: followed.belief.cups.reduce(
      (made, cup) => reset(made, cup, { mean: note.room, sd: 3 }, { mean: 0, sd: 2 }),
      withRoom(followed.belief, note.room),
    ),
    room: note.room,
  }),
  room: (followed, note) => ({
    ...followed,
    room: note.celsius,
    belief: withRoom(followed.belief, note.celsius),
  }),
};
/** When a note's act began: a burst noted when it was over began so long before. */
const beganAt = (note: HeatNote): number =>
  note.kind === 'burst' && note.ended ? note.at - note.seconds * 1000 : note.at;
const take = <K extends HeatNote['kind']>(
  before: Followed,
  note: NoteOf<K> & { kind: K },
  setup: HeatSetup,
): Followed => TAKE[note.kind](advance(before, beganAt(note)), note, setup);

/** Keeps what was made of a list of notes, so that the next list goes on from where they part. */
export function follower(setup: HeatSetup): (notes: readonly HeatNote[], now: number) => Followed {
  let ids: string[] = [];
  let made: Followed[] = [];
  return (notes, now) => {
    let same = 0;
    while (same < notes.length && same < ids.length && notes[same]!.id === ids[same]) same++;
    ids = ids.slice(0, same);
    made = made.slice(0, same);
    let followed = made[same - 1] ?? newFollowed(notes[0]?.at ?? now, setup);
    for (const note of notes.slice(same)) {
      followed = take(followed, note, setup);
      ids.push(note.id);
      made.push(followed);
    }
    return advance(followed, now);
  };
}
