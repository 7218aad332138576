import type { Learned } from '../../../src/core/heat/index.ts';
import { NOTHING_LEARNED } from '../../../src/core/heat/index.ts';
import { learnedFrom, lessonsOf, shotLessons, follower } from '../../../src/core/session/index.ts';
import type { LearnedThing, SessionState } from '../../../src/core/session/index.ts';
import type { Traits } from '../../../worlds/traits.ts';
import type { Given } from '../../../src/core/yield/index.ts';
import type { Ablation, Played } from './play.ts';
import { KINDS, play, snapshotFor } from './play.ts';

/** What an evening taught, with what had been learned before. */
function taught(known: Map<string, LearnedThing>, s: SessionState): void {
  const { heat } = s.snapshot;
  const followed = s.heat.length > 0 ? follower(heat)(s.heat, s.lastAt) : null;
  for (const lesson of [...(followed ? lessonsOf(followed, s.heat, heat) : []), ...shotLessons(s)]) known.set(lesson.key, lesson);
}

/** Evenings of one shop, one of each way of shooting, each begun with what those before it taught. */
export function playShop(traits: Traits, shop: number, maker: Played['maker'], without?: Ablation): Played[] {
  const known = new Map<string, LearnedThing>();
  const record: Given[] = [];
  // Each shop begins with another way of shooting.
  const kinds = KINDS.map((_, i) => KINDS[(i + shop) % KINDS.length]!);
  return kinds.map((kind, i) => {
    const learned: Learned = without === 'nothing learned' ? NOTHING_LEARNED : learnedFrom([...known.values()]);
    const { played, state, given } = play(traits, shop, i + 1, kind, maker, snapshotFor(kind, learned, GOOD, traits.instrument === 'gun' ? 'infrared' : 'probe', record), without);
    if (maker === 'advised' && without !== 'nothing learned') {
      taught(known, state);
      record.push(...given);
    }
    return played;
  });
}
const GOOD = 0.95;
