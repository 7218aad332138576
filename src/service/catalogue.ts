import type { Entry, ListKey, Spec } from '@/store/catalogue.ts';
import { list, LISTS, nameTaken, put } from '@/store/catalogue.ts';
import type { Result } from './result.ts';
import { missing, ok, problem } from './result.ts';

export type { Entry, ListKey, Spec } from '@/store/catalogue.ts';
export { find as findEntry, list as listEntries } from '@/store/catalogue.ts';

const ONE: Record<ListKey, string> = { moulds: 'mould', injectors: 'injector', blocks: 'block', vessels: 'cup', baits: 'bait', mixes: 'mix', colourways: 'colourway' };
export const isList = (key: string): key is ListKey => Object.hasOwn(LISTS, key);

/** Saves an entry of one of the shop's lists, checked by its schema. */
export async function saveEntry<L extends ListKey>(key: L, raw: unknown, id?: number): Promise<Result<Entry<L>>> {
  const read = LISTS[key].safeParse(raw);
  if (!read.success) {
    const first = read.error.issues[0]!;
    return problem(422, 'invalid', first.message, first.path.join('.'));
  }
  const spec = read.data as Spec<L>;
  const { name } = spec as { name: string };
  if (await nameTaken(key, name, id)) return problem(409, 'name-taken', `There is a ${ONE[key]} called “${name}” already. Give this one another name.`, 'name');
  const saved = await put(key, spec, id);
  return saved === null ? missing(ONE[key]) : ok({ id: saved, spec });
}

/** Everything the forms choose from. */
export async function wholeCatalogue() {
  const [moulds, injectors, blocks, vessels, baits, mixes, colourways] = await Promise.all([list('moulds'), list('injectors'), list('blocks'), list('vessels'), list('baits'), list('mixes'), list('colourways')]);
  return { moulds, injectors, blocks, vessels, baits, mixes, colourways };
}
export type Catalogue = Awaited<ReturnType<typeof wholeCatalogue>>;
