import type { Shop } from '@/core/shop.ts';
import { LAG_PRIOR, lagOf } from '@/core/device/index.ts';
import type { Estimate, Oven } from '@/core/heat/index.ts';
import type { HandKind } from '@/core/tape/index.ts';
import type { HeatNote, HeatSetup, Lesson } from '@/core/session/index.ts';
import {
  combined,
  follower,
  handLessons,
  looksPlanned,
  learnedFrom,
  lessonsOf as lessonsFrom,
  shotLessons,
  usualOf,
  USUAL_SETUP,
} from '@/core/session/index.ts';
import { list } from '@/store/catalogue.ts';
import { readingsOf } from '@/store/devices.ts';
import {
  insertLessons,
  lessonKeys,
  lessonsOf,
  lockKey,
  markLearned,
  newestLessons,
  resetKey,
  sessionToLearn,
} from '@/store/lessons.ts';
import { inTransaction } from '@/store/query.ts';
import { readShop } from '@/store/shop.ts';
import { peek } from './heldSessions.ts';
import { namesOfLearned } from './learnedNames.ts';
import type { Result } from './result.ts';
import { ok, problem } from './result.ts';

/**
 * What the shop knows of its own work up to now: its settings, its ovens with what it has learned of
 * heat, and the s an act takes its hands, as far as the log has told.
 */
export async function ownFigures(): Promise<{ shop: Shop; heat: HeatSetup; hands: HandTimes }> {
  const [ovens, newest, shop] = await Promise.all([list('ovens'), newestLessons(), readShop()]);
  const own = { altitude: shop.altitude, reads: shop.reads, check: shop.check };
  const heat: HeatSetup =
    ovens.length === 0
      ? { ...USUAL_SETUP, ...own }
      : {
          ...own,
          ovens: ovens
            .map((oven): { id: number; oven: Oven } => ({ id: oven.id, oven: oven.spec }))
            .sort((one, other) => one.id - other.id),
          learned: learnedFrom(newest),
        };
  return { shop, heat, hands: handTimesOf(newest) };
}

/** Ovens of the shop and what it has learned up to now: what a session is opened with. */
export const heatSetup = async (): Promise<HeatSetup> => (await ownFigures()).heat;

type HandTimes = Partial<Record<HandKind, Estimate>>;
const handTimesOf = (newest: readonly Lesson[]): HandTimes =>
  Object.fromEntries(
    newest
      .filter(({ key }) => key.startsWith('hand/'))
      .map(({ key, posterior }) => [key.slice(5), posterior]),
  );

/** Steps of a plunged probe fewer than which tell nothing. */
const LAG_ENOUGH = 3;

/** ms the server may be held up at a stretch. */
const STRETCH = 8;

/** Follows notes without holding up whoever else wants the server. */
async function followGently(setup: HeatSetup, notes: HeatNote[], at: number) {
  const follow = follower(setup);
  for (let count = 1, since = performance.now(); count < notes.length; count++) {
    if (performance.now() - since < STRETCH) continue;
    follow(notes.slice(0, count), notes[count - 1]!.at);
    await new Promise((resolve) => setImmediate(resolve));
    since = performance.now();
  }
  return follow(notes, at);
}

/** How far each probe lags, from when it was plunged into cups of this session. */
async function probeLessons(session: number) {
  const all = await readingsOf(session);
  const known = new Map(
    (await newestLessons()).map((newestLesson) => [newestLesson.key, newestLesson.posterior]),
  );
  return [...new Set(all.map((other) => other.device))].flatMap((device) => {
    const told = lagOf(all.filter((other) => other.device === device));
    const prior = known.get(`probe/${device}`) ?? LAG_PRIOR;
    return told && told.steps >= LAG_ENOUGH
      ? [
          {
            key: `probe/${device}`,
            prior,
            posterior: combined(prior, told.lag),
            readings: told.steps,
            left_out: 0,
          },
        ]
      : [];
  });
}

async function learnFrom(session: number): Promise<void> {
  const [state, keys] = await Promise.all([peek(session), lessonKeys()]);
  if (state?.phase.is !== 'finished') return;
  const { at } = state.phase;
  const setup = state.snapshot.heat;
  const followed =
    state.heat.length > 0 ? await followGently(setup, state.heat, state.lastAt) : null;
  const hands = handTimesOf(await newestLessons());
  const locked = new Set(keys.filter((key) => key.locked).map((key) => key.key));
  const lessons = [
    ...(followed ? lessonsFrom(followed, state.heat, setup) : []),
    ...handLessons(state.handTimes, hands, { seenTo: looksPlanned(state, hands) }),
    ...shotLessons(state),
    ...(await probeLessons(session)),
  ].filter(
    (learnedThing) =>
      !locked.has(learnedThing.key) &&
      Number.isFinite(learnedThing.posterior.mean) &&
      learnedThing.posterior.sd > 0,
  );
  await inTransaction(async () => {
    if (await markLearned(session)) await insertLessons(session, new Date(at), lessons);
  });
}

let learning: Promise<void> | null = null;
/**
 * Learns from every finished session that has not been learned from yet; one at a time, and only
 * once.
 */
export function learnDue(): Promise<void> {
  learning ??= (async () => {
    try {
      for (
        let id = await sessionToLearn(), before = -1;
        id !== null && id !== before;
        before = id, id = await sessionToLearn()
      )
        await learnFrom(id);
    } finally {
      learning = null;
    }
  })();
  return learning;
}

/** What the shop has learned, thing by thing, with what was usual and what taught it. */
export async function whatIsLearned() {
  await learnDue();
  const [setup, newest, keys, nameOf] = await Promise.all([
    heatSetup(),
    newestLessons(),
    lessonKeys(),
    namesOfLearned(),
  ]);
  return Promise.all(
    newest.map(async (lesson) => ({
      ...lesson,
      usual: usualOf(lesson.key, setup),
      locked: keys.some((key) => key.key === lesson.key && key.locked),
      of: nameOf(lesson.key),
      past: await lessonsOf(lesson.key, 12),
    })),
  );
}

/** Locks a thing as it is, lets it learn again, or forgets what was learned of it. */
export async function changeLearned(
  key: string,
  act: 'lock' | 'unlock' | 'reset',
): Promise<Result<null>> {
  const known = await newestLessons();
  if (!known.some((lesson) => lesson.key === key))
    return problem(404, 'missing', 'Nothing has been learned of that.');
  if (act === 'reset') await resetKey(key);
  else await lockKey(key, act === 'lock');
  return ok(null);
}
