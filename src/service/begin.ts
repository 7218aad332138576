import { format } from 'date-fns';
import { forShelf, noPlan, sessionName } from '@/core/plan/index.ts';
import type { Begin, Leavable } from '@/core/starter/begin.ts';
import { BeginSchema } from '@/core/starter/begin.ts';
import {
  COUNTRIES,
  firstBait,
  firstMix,
  firstMould,
  firstShelf,
  usualBlocks,
  usualCups,
  usualInjector,
  usualOven,
  wantedBy,
} from '@/core/starter/index.ts';
import type { ListKey, Spec } from '@/store/catalogue.ts';
import { find, list, nameTaken } from '@/store/catalogue.ts';
import { inTransaction } from '@/store/query.ts';
import { lockShop, readShop, writeShop } from '@/store/shop.ts';
import { saveEntry } from './catalogue.ts';
import { planner } from './planner.ts';
import { savePlan } from './plans.ts';
import type { Result } from './result.ts';
import { checked, missing, ok, problem } from './result.ts';

/** Whether this shop has nothing to shoot yet: the walk along the bench is for such a one. */
export const nothingYet = async (): Promise<boolean> => (await list('baits')).length === 0;

/** Saves an entry. @throws where it is refused: what the walk makes up is a fault of ours then */
async function made<K extends ListKey>(key: K, spec: Spec<K>): Promise<number> {
  const saved = await saveEntry(key, spec);
  if (!saved.ok) throw new Error(`${key}: ${saved.problem.message}`);
  return saved.value.id;
}

/** The entry of that name there is, or a new one. */
const heldOrMade = async <K extends ListKey>(key: K, spec: Spec<K> & { name: string }) =>
  (await list(key)).find((held) => (held.spec as { name: string }).name === spec.name)?.id ??
  (await made(key, spec));

/** Puts entries into a list that has none yet: what somebody has made already stays as it is. */
async function filled<K extends ListKey>(key: K, specs: readonly Spec<K>[]): Promise<void> {
  if ((await list(key)).length === 0) for (const spec of specs) await made(key, spec);
}

/** What stands on the bench; what was left for later is marked as usual. */
async function standOnBench({ oven, cups, injector, left }: Begin): Promise<void> {
  const usual = (what: Leavable) => (left.includes(what) ? { usual: true } : {});
  await filled('ovens', [{ ...usualOven(oven.watts), ...usual('oven') }]);
  await filled(
    'vessels',
    usualCups(cups.count, cups.ml).map((cup) => ({ ...cup, ...usual('cups') })),
  );
  await filled('injectors', [
    { ...usualInjector(injector.barrels, injector.ml), ...usual('injector') },
  ]);
  await filled('blocks', usualBlocks(injector.barrels));
}

/** A mould that is there already, as the walk knows it; null where there is none of that number. */
async function heldMould(id: number) {
  const cavity = (await find('moulds', id))?.spec.cavities[0];
  return cavity ? { id, outline: cavity.outline, length: cavity.length } : null;
}

/** Why what was said cannot be taken; null where it can. Asked before anything is written. */
async function refused({ mould, bait }: Begin) {
  if (!(await nothingYet()))
    return problem(
      409,
      'begun',
      'This shop has begun already. Nothing was changed: what is new goes into its own list.',
    );
  if ('id' in mould) return (await heldMould(mould.id)) ? null : missing('mould');
  return (await nameTaken('moulds', bait))
    ? problem(
        409,
        'name-taken',
        `There is a mould called “${bait}” already. Nothing was changed: choose that one, ` +
          'or call this bait otherwise.',
        'bait',
      )
    : null;
}

/**
 * Sets a shop up by what was said on the walk along its bench, and lays out its first session: all
 * of it or nothing.
 * @param raw as {@link BeginSchema}
 * @returns the number of the plan
 */
export async function begin(raw: unknown, now: Date): Promise<Result<{ plan: number }>> {
  const read = checked(BeginSchema, raw);
  if (!read.ok) return read;
  const said = read.value;
  const onShelf = [...new Set([...said.shelf, ...wantedBy(said.colour)])];
  return inTransaction(async () => {
    await lockShop();
    const wrong = await refused(said);
    if (wrong) return wrong;
    const { name, country, grade } = said;
    const before = await readShop();
    const shop = {
      ...before,
      name,
      units: COUNTRIES[country].units,
      bench: { ...before.bench, learner: said.learner },
    };
    await writeShop(shop);
    await standOnBench(said);
    const mould =
      'id' in said.mould
        ? (await heldMould(said.mould.id))!
        : {
            ...said.mould,
            id: await made(
              'moulds',
              firstMould(said.mould, { name: said.bait, grade, hold: shop.hold }),
            ),
          };
    const bait = await made('baits', firstBait(mould, { name: said.bait, grade, mould: mould.id }));
    await filled('materials', firstShelf(grade, onShelf));
    const mix = firstMix(said.colour, grade, onShelf);
    const body = await heldOrMade('mixes', mix);
    const colourway = await heldOrMade('colourways', {
      name: mix.name,
      build: 'single',
      layers: { body },
    });
    const { shelf, defaults } = await planner(now);
    const plan = forShelf(
      noPlan(defaults),
      { bait, colourway, shots: said.shots },
      shelf,
      defaults,
    );
    const kept = await savePlan(sessionName(plan), format(now, 'yyyy-MM-dd'), plan);
    return kept.ok ? ok({ plan: kept.value.id }) : kept;
  });
}
