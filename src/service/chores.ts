import { format } from 'date-fns';
import * as z from 'zod';
import type { CavityResults, Drifted, Off } from '@/core/yield/index.ts';
import { cavitiesGoneBad, drifted, sharesOff, wilson } from '@/core/yield/index.ts';
import type { ClosedChore } from '@/store/chores.ts';
import { closeChore, closedOf, lastClosed } from '@/store/chores.ts';
import { stampsOf } from '@/store/listStamps.ts';
import { keptWhile, recordedMark } from '@/store/recorded.ts';
import {
  lessonsByKey,
  resultsOf,
  sessionsNamed,
  sharesByBottle,
  sharesByMould,
} from '@/store/watched.ts';
import type { ListKey } from './catalogue.ts';
import { lists } from './catalogue.ts';
import { namesOfLearned } from './learnedNames.ts';
import type { Result } from './result.ts';
import { checked, ok, problem } from './result.ts';
import { whatChanged } from './whatChanged.ts';

/** Something that has gone bad and wants seeing to. */
export interface Chore {
  key: string;
  says: string;
  href: string;
  bad: number | null;
  shot: number | null;
}
/** A chore before its session is named. */
interface Found extends Omit<Chore, 'says'> {
  since: number | null;
  mould: number | null;
  says: (when: string) => string;
}
/** Faults that come out of a bottle (handbook §5). */
const FROM_BOTTLE = ['bubbles', 'gooey', 'yellow', 'dirty'];
/** Things of the bench whose lessons are watched. */
const LEARNED = ['oven', 'probe'];

/** Moments before which what happened was seen to, by the key of the chore. */
type SeenTo = (key: string) => number;

/** Cavities that do twice as badly as their mould did. */
async function badCavities(seenTo: SeenTo, names: Map<number, string>): Promise<Found[]> {
  const results = await resultsOf(null);
  const moulds = [...new Set(results.map(({ mould }) => mould))];
  return moulds.flatMap((mould) => {
    const own = results
      .filter((one) => one.mould === mould)
      .map(({ cavity, bad, sessions, seconds }): CavityResults => {
        const from = seconds.findIndex((at) => 1000 * at > seenTo(`cavity/${mould}/${cavity}`));
        const begin = from < 0 ? seconds.length : from;
        return { cavity, bad: bad.slice(begin), sessions: sessions.slice(begin) };
      });
    return cavitiesGoneBad(own).map(({ cavity, since, bad, shot }): Found => ({
      key: `cavity/${mould}/${cavity}`,
      href: `/yields?mould=${mould}&cavity=${cavity}`,
      bad,
      shot,
      since,
      mould,
      says: (when) =>
        `Cavity ${cavity} of ${names.get(mould)} has gone bad: ${bad} of ${shot} ${when} did not come good.`,
    }));
  });
}

interface Share {
  thing: number;
  session: number;
  at: Date;
  bad: number;
  shot: number;
}
/** Things whose share bad has grown, each with what it was since. */
function grown(shares: readonly Share[], keyOf: (thing: number) => string, seenTo: SeenTo) {
  return [...new Set(shares.map(({ thing }) => thing))].flatMap((thing) => {
    const own = shares
      .filter((one) => one.thing === thing && one.at.getTime() > seenTo(keyOf(thing)))
      .map((one) => ({ ...one, at: one.at.getTime() }));
    const found = drifted(sharesOff(own));
    if (found?.way !== 'up') return [];
    const after = own.slice(own.findIndex(({ session }) => session === found.since));
    const sum = (of: (one: { bad: number; shot: number }) => number) =>
      after.reduce((total, one) => total + of(one), 0);
    const [bad, shot] = [sum((one) => one.bad), sum((one) => one.shot)];
    return [{ thing, key: keyOf(thing), since: found.since, bad, shot }];
  });
}
const badMoulds = async (seenTo: SeenTo, names: Map<number, string>): Promise<Found[]> =>
  grown(await sharesByMould(), (thing) => `mould/${thing}`, seenTo)
    .filter(({ thing }) => names.has(thing))
    .map(({ thing, ...found }) => ({
      ...found,
      href: `/yields?mould=${thing}`,
      mould: thing,
      says: (when) =>
        `${names.get(thing)} does worse than it did: ${found.bad} of ${found.shot} ${when} did not come good.`,
    }));
const badLots = async (seenTo: SeenTo, names: Map<number, string>): Promise<Found[]> =>
  grown(await sharesByBottle(FROM_BOTTLE), (thing) => `bottle/${thing}`, seenTo)
    .filter(({ thing }) => names.has(thing))
    .map(({ thing, ...found }) => ({
      ...found,
      href: `/yields?plastisol=${thing}`,
      mould: null,
      says: (when) =>
        `What is shot of ${names.get(thing)} is worse than it was: ${found.bad} of ${found.shot} ` +
        `${when} bubbled, yellowed or stayed gooey. Is the bottle damp, or another lot?`,
    }));

type Lesson = Awaited<ReturnType<typeof lessonsByKey>>[number];
/** What one session said of a thing, in spreads off what was believed before. */
function offOf({ session, at, prior, posterior }: Lesson): Off[] {
  const told = prior.sd ** 2 - posterior.sd ** 2;
  return told > 1e-9
    ? [{ session, at: at.getTime(), score: (posterior.mean - prior.mean) / Math.sqrt(told) }]
    : [];
}
const WAYS: Record<Drifted['way'], string> = { up: 'more', down: 'less' };
/** What is learned of an oven, as it is said. */
const OF_OVEN: Record<string, string> = {
  efficiency: 'heat from a burst',
  dead: 'time before it heats',
  uneven: 'unevenness',
};
/** What a thing does more or less, by the key it is learned by. */
const whatSaid = (key: string, way: Drifted['way']): string => {
  const what = key.split('/').at(-1)!;
  return key.startsWith('probe/')
    ? `it shows ${WAYS[way]}`
    : `${WAYS[way]} ${OF_OVEN[what] ?? what}`;
};
/** Ovens and probes that are not what they were. */
async function drifting(seenTo: SeenTo): Promise<Found[]> {
  const [lessons, nameOf] = await Promise.all([lessonsByKey(LEARNED), namesOfLearned()]);
  const keys = [...new Set(lessons.map(({ key }) => key))];
  return keys.flatMap((key): Found[] => {
    const own = lessons.filter((one) => one.key === key && one.at.getTime() > seenTo(key));
    const found = drifted(own.flatMap(offOf));
    const name = nameOf(key);
    if (!found || name === null) return [];
    return [
      {
        key,
        href: '/heat/learned',
        bad: null,
        shot: null,
        since: found.since,
        mould: null,
        says: (when) =>
          `${name} is not what it was: ${whatSaid(key, found.way)} than believed, ${when}.`,
      },
    ];
  });
}
async function choresNow(): Promise<Chore[]> {
  const [closed, { moulds, materials }] = await Promise.all([
    lastClosed(),
    lists('moulds', 'materials'),
  ]);
  const at = new Map(closed.map(({ key, closed_at }) => [key, closed_at.getTime()]));
  const seenTo: SeenTo = (key) => at.get(key) ?? 0;
  const named = (all: { id: number; spec: { name: string } }[]) =>
    new Map(all.map(({ id, spec }) => [id, spec.name]));
  const found = (
    await Promise.all([
      badCavities(seenTo, named(moulds)),
      badMoulds(seenTo, named(moulds)),
      badLots(seenTo, named(materials)),
      drifting(seenTo),
    ])
  ).flat();
  const begun = await sessionsNamed(found.flatMap(({ since }) => since ?? []));
  return Promise.all(
    found.map(async ({ since, mould, says, ...chore }) => {
      const session = begun.find(({ id }) => id === since);
      const when = session ? `since ${format(session.at, 'EEE d MMM')}` : 'lately';
      const changed = session && mould !== null ? await whatChanged(mould, session.id) : null;
      return { ...chore, says: changed ? `${says(when)} ${changed}` : says(when) };
    }),
  );
}

/** Lists whose names a chore may say. */
const SAID = [
  'moulds',
  'materials',
  'mixes',
  'injectors',
  'blocks',
  'ovens',
  'vessels',
] as const satisfies ListKey[];
/** All that has gone bad by now and was not seen to since; looked for anew once more is recorded. */
export const chores = keptWhile(
  async () => JSON.stringify(await Promise.all([recordedMark(), stampsOf(SAID)])),
  choresNow,
);

const CloseSchema = z.object({
  key: z.string().min(1).max(80),
  found: z.string().trim().min(1, 'Say in a word what you found.').max(300),
});
/** Takes a chore off the list, with what was found. */
export async function seeTo(raw: unknown, now: Date): Promise<Result<null>> {
  const read = checked(CloseSchema, raw);
  if (!read.ok) return read;
  const { key, found } = read.value;
  const chore = (await chores()).find((one) => one.key === key);
  if (!chore)
    return problem(404, 'missing', 'That is not on the list any more: somebody has seen to it.');
  await closeChore({ ...chore, found }, now);
  return ok(null);
}

/** Baits after which it is said whether seeing to it helped. */
const TOLD_FROM = 20;
/** What was seen to of a mould's cavities, and whether it helped. */
export async function seenToOf(mould: number) {
  const closed = await closedOf(`cavity/${mould}/`);
  const results = closed.length > 0 ? await resultsOf(mould) : [];
  return closed.map((chore) => {
    const own = results.find(({ cavity }) => `cavity/${mould}/${cavity}` === chore.key);
    const after = (own?.bad ?? []).filter(
      (_, nth) => 1000 * own!.seconds[nth]! > chore.closed_at.getTime(),
    );
    const bad = after.filter(Boolean).length;
    return {
      ...chore,
      after: { bad, shot: after.length },
      helped: helped(chore, bad, after.length),
    };
  });
}
/** Whether what came after is better than it was; null where that cannot be told yet. */
function helped(before: ClosedChore, bad: number, shot: number): boolean | null {
  if (shot < TOLD_FROM || !before.shot) return null;
  return wilson(bad, shot, 1.2816).high < before.bad! / before.shot;
}
