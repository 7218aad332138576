import {
  handLessons,
  looksPlanned,
  learnedFrom,
  lessonsOf,
  shotLessons,
  follower,
} from '../../../src/core/session/index.ts';
import type { Lesson, SessionState } from '../../../src/core/session/index.ts';
import { World } from '../../../worlds/world.ts';
import type { Knows, Played } from './play.ts';
import { KINDS, SEVERAL } from './kinds.ts';
import { NEW_SHOP, play } from './play.ts';
import type { Task } from './worker.ts';

/** What an evening taught, put to what had been learned before. */
function taught(known: Map<string, Lesson>, state: SessionState, hands: Knows['hands']): void {
  const { heat } = state.snapshot;
  const followed = state.heat.length > 0 ? follower(heat)(state.heat, state.lastAt) : null;
  for (const lesson of [
    ...(followed ? lessonsOf(followed, state.heat, heat) : []),
    ...handLessons(state.handTimes, hands, { seenTo: looksPlanned(state, hands) }),
    ...shotLessons(state),
  ])
    known.set(lesson.key, lesson);
}
const handsOf = (known: ReadonlyMap<string, Lesson>): Knows['hands'] =>
  Object.fromEntries(
    [...known.values()]
      .filter((learnedThing) => learnedThing.key.startsWith('hand/'))
      .map((learnedThing) => [learnedThing.key.slice(5), learnedThing.posterior]),
  );

/**
 * Evenings of one shop, one of each way of shooting, each begun with what those before it taught; or
 * the first of them alone.
 */
export function playShop({ traits, shop, maker, without, onlyFirst, several }: Task): Played[] {
  const known = new Map<string, Lesson>();
  const learns = maker === 'advised' && without !== 'nothing learned';
  // Checked once, before the first evening: it is a setting of the shop.
  const check =
    without === 'instrument not checked'
      ? null
      : new World(traits, `shop ${shop}`, 'check').check();
  let knows: Knows = {
    ...NEW_SHOP,
    reads: traits.instrument === 'gun' ? 'infrared' : 'probe',
    check,
  };
  // Each shop begins with another way of shooting.
  const all = several ? SEVERAL : KINDS;
  const kinds = all.map((_, i) => all[(i + shop) % all.length]!);
  return (onlyFirst ? kinds.slice(0, 1) : kinds).map((kind, i) => {
    const { played, state, given } = play(traits, {
      shop,
      evening: i + 1,
      kind,
      maker,
      knows,
      without,
    });
    if (learns) {
      taught(known, state, knows.hands);
      knows = {
        ...knows,
        learned: learnedFrom([...known.values()]),
        hands: handsOf(known),
        record: [...knows.record, ...given],
      };
    }
    return played;
  });
}
