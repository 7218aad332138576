import { estimateOf, unevenOf, unevenTaught } from '../../heat/index.ts';
import { EYE } from '../words.ts';
import type { Followed, LastBurst, NoteOf } from './followed.ts';

/** s after a burst in which what is seen is seen of its hottest (judgement). */
const OF_THE_BURST = 30;
/** s after a burst in which two looks are a look before the stir and one after it (judgement). */
const BOTH_LOOKS = 90;
/** A quiet burst tells only where twice as uneven an oven would have shown a wisp, °C. */
const WOULD_SHOW = 180;

/** A wisp or smoke seen over a cup while its last burst can have made it. */
const isOfBurst = (last: LastBurst | undefined, note: NoteOf<'reading'>): last is LastBurst =>
  last !== undefined &&
  note.eye &&
  note.celsius > EYE.wisp.low &&
  note.at - last.until <= OF_THE_BURST * 1000;

function taught(followed: Followed, cup: string, atLeast: number | null): Followed {
  const last = followed.lastBurst[cup];
  if (!last) return followed;
  const mean = { mean: last.mean, sd: estimateOf(followed.belief, { of: 'plastic', cup }).sd };
  const before = unevenOf(followed.belief, last.oven);
  const after = unevenTaught(before, { mean, over: last.over, atLeast });
  if (after === before) return followed;
  return {
    ...followed,
    belief: { ...followed.belief, uneven: new Map(followed.belief.uneven).set(last.oven, after) },
    unevenSeen: {
      ...followed.unevenSeen,
      [last.oven]: (followed.unevenSeen[last.oven] ?? 0) + 1,
    },
  };
}
const withLast = (followed: Followed, cup: string, change: Partial<LastBurst>): Followed => ({
  ...followed,
  lastBurst: { ...followed.lastBurst, [cup]: { ...followed.lastBurst[cup]!, ...change } },
});

/** Whether a reading follows a stir that a look came before. */
export function afterStir(followed: Followed, note: NoteOf<'reading'>): boolean {
  const last = followed.lastBurst[note.cup];
  return Boolean(
    last?.look && last.stirred && !note.eye && note.at - last.until <= BOTH_LOOKS * 1000,
  );
}

/** Stirred: what is read from now on is of the whole cup. */
export const stirredIn = (followed: Followed, cup: string): Followed =>
  followed.lastBurst[cup] ? withLast(followed, cup, { stirred: true }) : followed;

/**
 * What a reading says of the hottest of its cup's last burst, before it is taken in: a wisp, or a
 * look that a stir came after.
 */
export function unevenSeen(followed: Followed, note: NoteOf<'reading'>): Followed {
  const { cup } = note;
  const last = followed.lastBurst[cup];
  if (!last) return followed;
  if (note.eye) {
    if (!isOfBurst(last, note) || last.wisp) return followed;
    const stage = note.celsius > EYE.smoke.low ? EYE.smoke : EYE.wisp;
    return withLast(taught(followed, cup, stage.low), cup, { wisp: true });
  }
  const reckoned = estimateOf(followed.belief, { of: 'plastic', cup }).mean;
  if (!last.look)
    return last.stirred
      ? followed
      : withLast(followed, cup, { look: { celsius: note.celsius, reckoned } });
  if (!afterStir(followed, note)) return followed;
  // What both looks share, an instrument's offset with it, falls out.
  const over = last.look.celsius - note.celsius - (last.look.reckoned - reckoned);
  const told = over > 0 ? taught(followed, cup, last.mean + over) : followed;
  return withLast(told, cup, { look: null });
}

/**
 * A wisp over a cup that nobody has stirred or read yet stands at its hottest, not at its mean; smoke
 * is taken at its word.
 */
export function ofTheMean(followed: Followed, note: NoteOf<'reading'>): NoteOf<'reading'> {
  const last = followed.lastBurst[note.cup];
  if (!isOfBurst(last, note) || last.stirred || last.look || note.celsius > EYE.smoke.low)
    return note;
  const { mean, sd } = unevenOf(followed.belief, last.oven);
  const ahead = last.over * Math.exp(mean);
  return { ...note, celsius: note.celsius - ahead, sd: Math.hypot(note.sd, ahead * sd) };
}

/** A reading set the estimate right by so many K: so it was when the burst ended. */
export function setRight(followed: Followed, cup: string, by: number): Followed {
  const last = followed.lastBurst[cup];
  if (!last) return followed;
  const look = last.look && { ...last.look, reckoned: last.look.reckoned + by };
  return withLast(followed, cup, { mean: last.mean + by, look });
}

/** What a burst's quiet says, once the next begins in its place. */
export function quiet(followed: Followed, cup: string): Followed {
  const last = followed.lastBurst[cup];
  if (!last || last.wisp) return followed;
  return last.mean + 2 * last.over > WOULD_SHOW ? taught(followed, cup, null) : followed;
}
