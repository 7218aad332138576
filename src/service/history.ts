import type { Spec } from '@/store/catalogue.ts';
import { naming, sameThing } from '@/core/material/index.ts';
import { bringBack, find, list, LISTS, retire, retired } from '@/store/catalogue.ts';
import type { ListKey } from '@/store/catalogue.ts';
import { CHANGES_PAGE, changesOf, keepChange } from '@/store/history.ts';
import { openUses } from '@/store/orders.ts';
import { inTransaction } from '@/store/query.ts';
import type { Result } from './result.ts';
import { missing, ok, problem } from './result.ts';

export { CHANGES_PAGE, changesOf, retired };

/** Kinds of things whose changes are kept: the shop's lists, its orders, its own figures. */
export const isKept = (kind: string): boolean =>
  kind === 'orders' || kind === 'shop' || Object.hasOwn(LISTS, kind);

type Held = { name: string };
/** What of other lists names a thing of this one, and would miss it. */
const USES: Partial<
  Record<ListKey, { in: ListKey; names: (spec: never, id: number, name: string) => boolean }[]>
> = {
  moulds: [{ in: 'baits', names: (bait: Spec<'baits'>, id) => bait.mouldIds.includes(id) }],
  mixes: [
    {
      in: 'colourways',
      names: (way: Spec<'colourways'>, id) => Object.values(way.layers).includes(id),
    },
  ],
  builds: [{ in: 'colourways', names: (way: Spec<'colourways'>, id) => way.build === `own-${id}` }],
  materials: [
    {
      in: 'mixes',
      names: (mix: Spec<'mixes'>, id, name) =>
        mix.ladder.some((one) => sameThing(one, naming({ id, name }))),
    },
  ],
};

/** Why a thing cannot be retired yet, in words; null where it can. */
async function wanted(key: ListKey, id: number, { name }: Held): Promise<string | null> {
  for (const use of USES[key] ?? []) {
    const by = (await list(use.in))
      .filter((entry) => use.names(entry.spec as never, id, name))
      .map((entry) => (entry.spec as Held).name);
    if (by.length > 0)
      return (
        `${name} is still used by ` +
        `${by.slice(0, 3).join(', ')}${by.length > 3 ? ` and ${by.length - 3} more` : ''}. ` +
        `Change or retire ${by.length === 1 ? 'that' : 'those'} first.`
      );
  }
  const lines = key === 'baits' || key === 'colourways' ? await openUses(key, id) : 0;
  return lines > 0
    ? `${name} is promised on ${lines} open ${lines === 1 ? 'line' : 'lines'} of the book. ` +
        `Close ${lines === 1 ? 'it' : 'them'} first.`
    : null;
}

/** Takes a thing out of the lists one chooses from. It is kept, and can be brought back. */
export const retireEntry = (key: ListKey, id: number): Promise<Result<null>> =>
  inTransaction(async () => {
    const held = await find(key, id);
    if (!held) return missing('entry');
    const why = await wanted(key, id, held.spec);
    if (why) return problem(409, 'still-used', why);
    if (await retire(key, id)) await keepChange(key, id, held.spec, null);
    return ok(null);
  });

export const bringBackEntry = (key: ListKey, id: number): Promise<Result<null>> =>
  inTransaction(async () => {
    const held = await find(key, id);
    if (!held) return missing('entry');
    if (await bringBack(key, id)) await keepChange(key, id, null, held.spec);
    return ok(null);
  });
