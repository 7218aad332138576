import type { Build } from '@/core/build/index.ts';
import { colourFamily } from '@/core/colour/index.ts';
import { checkBuild } from '@/core/build/index.ts';
import type { Entry, ListKey, Spec } from '@/store/catalogue.ts';
import { find, list, LISTS, lists, lockNames, nameTaken, put, shelf } from '@/store/catalogue.ts';
import type { MixEntry } from '@/core/plan/index.ts';
import { kindsTaken, runsOf } from '@/core/plan/index.ts';
import type { Mix } from '@/core/material/index.ts';
import { densityOfMix, joinedTo } from '@/core/material/index.ts';
import { keepVersion, joinMixes } from '@/store/mixes.ts';
import type { Mould } from '@/core/mould/index.ts';
import { layoutFaults, takesJoined } from '@/core/mould/index.ts';
import { note } from '@/store/people.ts';
import { inTransaction } from '@/store/query.ts';
import type { InsertHeap } from '@/store/inserts.ts';
import { insertStock, insertsUnderWay } from '@/store/inserts.ts';
import type { OpenBenches } from './benches.ts';
import { openBenches } from './benches.ts';
import { joinTakes, newestNotes, shotsGivenBy } from '@/store/mouldBook.ts';
import type { Result } from './result.ts';
import { checked, missing, ok, problem, unseen, versionOf } from './result.ts';

export type { Entry, ListKey } from '@/store/catalogue.ts';
export { find as findEntry, list as listEntries, lists } from '@/store/catalogue.ts';
export { versionsOf as mixVersions } from '@/store/mixes.ts';

const ONE: Record<ListKey, string> = {
  moulds: 'mould',
  injectors: 'injector',
  blocks: 'block',
  vessels: 'cup',
  baits: 'bait',
  mixes: 'mix',
  colourways: 'colourway',
  builds: 'build',
  castings: 'casting',
  ovens: 'oven',
  materials: 'material',
};
export const LIST_KEYS = Object.keys(LISTS) as ListKey[];
export const isList = (key: string): key is ListKey => Object.hasOwn(LISTS, key);

/** Entries that name others of the shop, joined to them by their numbers. */
const JOINED: { [K in ListKey]?: (spec: Spec<K>) => Promise<Spec<K>> } = {
  mixes: async (mix) => joinedTo(mix, await shelf()),
  moulds: async (mould) =>
    takesJoined(
      mould,
      (await list('moulds')).map((entry) => entry.spec),
    ),
};
/** What else names an entry, and is to say it by its new name. */
const NAMED_IN: Partial<
  Record<ListKey, (id: number, name: string, words: string[]) => Promise<void>>
> = { materials: joinMixes, moulds: joinTakes };

/**
 * Saves an entry of one of the shop's lists, checked by its schema.
 * @param seen the version an entry was changed from
 */
export async function saveEntry<K extends ListKey>(
  key: K,
  raw: unknown,
  id?: number,
  seen?: string,
): Promise<Result<Entry<K> & { version: string }>> {
  const read = checked(LISTS[key], raw);
  if (!read.ok) return read;
  const whole = read.value as Spec<K>;
  const spec = (await JOINED[key]?.(whole)) ?? whole;
  const wrong = misfit(key, spec);
  if (wrong) return problem(422, 'misfit', wrong);
  const { name } = spec as { name: string };
  return inTransaction(async () => {
    await lockNames(key);
    const held = id === undefined ? null : await find(key, id);
    const changed = id === undefined ? null : held ? unseen(seen, held.spec) : missing(ONE[key]);
    const refused = changed ?? (await nameRefused(key, name, id));
    if (refused) return refused;
    const saved = (await put(key, spec, id))!;
    if (key === 'materials') await notePrice(name, held?.spec, spec);
    const was = (held?.spec as { name: string } | undefined)?.name;
    if (was !== name) await NAMED_IN[key]?.(saved, name, was ? [was, name] : [name]);
    if (key === 'mixes') await keepVersion(saved, spec as Mix);
    const kept = (await find(key, saved))!;
    return ok({ ...kept, version: versionOf(kept.spec) });
  });
}

/** Two entries of a list never have one name. */
async function nameRefused(key: ListKey, name: string, id?: number) {
  const taken = await nameTaken(key, name, id);
  if (!taken) return null;
  const [which, instead] = taken.retired ? ['retired ', 'Bring it back, or give'] : ['', 'Give'];
  return problem(
    409,
    'name-taken',
    `There is a ${which}${ONE[key]} called “${name}” already. ${instead} this one another name.`,
    'name',
  );
}

/** What things cost is written down when it changes: by whom, and from what. */
async function notePrice(name: string, before: unknown, after: unknown): Promise<void> {
  const [was, is] = [before, after].map((spec) => (spec as { price?: number } | undefined)?.price);
  if (before && was !== is) await note('price changed', `${name}: ${was} to ${is}`);
}

/**
 * A composed build must be one that can be shot at all, a mould one whose cavities lie in it and
 * not in each other.
 */
function misfit(key: ListKey, spec: unknown): string | null {
  if (key === 'builds') return checkBuild(spec as Build)[0]?.sentence ?? null;
  return key === 'moulds' ? layoutFaults(spec as Mould).join(' ') || null : null;
}

/**
 * Inserts a new session may count on: what lies on the shelf, less what sessions not yet finished
 * made or mean to take.
 */
async function freeInserts(open: Promise<OpenBenches>): Promise<InsertHeap[]> {
  const [heaps, underWay, { snapshots }] = await Promise.all([
    insertStock(),
    insertsUnderWay(),
    open,
  ]);
  const free = new Map(heaps.map((heap) => [heap.kind, heap.count]));
  const less = (kind: string, count: number) => free.set(kind, (free.get(kind) ?? 0) - count);
  for (const insertHeap of underWay) less(insertHeap.kind, insertHeap.count);
  for (const snapshot of snapshots.values())
    for (const run of snapshot.input.jobs.flatMap(runsOf))
      if (run.tools.fromShelf > 0) less(kindsTaken(run.job, run.stage)[0]!, run.tools.fromShelf);
  return [...free].filter(([, count]) => count > 0).map(([kind, count]) => ({ kind, count }));
}

/** Everything the forms choose from; moulds with what was lately noted of them at the bench. */
export async function wholeCatalogue(open = openBenches()) {
  const [{ moulds, mixes, materials, ...others }, inserts, notes] = await Promise.all([
    lists(
      'moulds',
      'injectors',
      'blocks',
      'vessels',
      'baits',
      'mixes',
      'colourways',
      'builds',
      'materials',
    ),
    freeInserts(open),
    newestNotes(),
  ]);
  const given = await shotsGivenBy(
    moulds.filter((mould) => mould.spec.life !== null).map((mould) => mould.id),
  );
  const noted = moulds.map((mould) => ({
    ...mould,
    given: given.get(mould.id),
    spec: {
      ...mould.spec,
      note: [
        mould.spec.note,
        ...notes.filter((note) => note.mould_id === mould.id).map((note) => note.text),
      ]
        .filter(Boolean)
        .join(' '),
    },
  }));
  const shelved = materials.map(({ spec }) => spec);
  const weighed = mixes.map((mix): MixEntry => ({
    ...mix,
    density20: densityOfMix(mix.spec, shelved),
    family: colourFamily(mix.spec.colour),
  }));
  return { ...others, mixes: weighed, moulds: noted, inserts };
}
