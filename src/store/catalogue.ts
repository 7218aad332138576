import type { FindAttributeOptions } from 'sequelize';
import { col, fn, literal, Op, where } from 'sequelize';
import type * as z from 'zod';
import {
  BlockSchema,
  BuildSchema,
  ColourwaySchema,
  InjectorSchema,
  VesselSchema,
} from '@/core/build/index.ts';
import { CastingSchema } from '@/core/casting/index.ts';
import { OvenSchema } from '@/core/heat/index.ts';
import type { Material } from '@/core/material/index.ts';
import { MaterialSchema, MixSchema } from '@/core/material/index.ts';
import { BaitSchema, MouldSchema } from '@/core/mould/index.ts';
import { keepChange } from './history.ts';
import { stampsOf } from './listStamps.ts';
import type { ListTable } from './models/listTables.ts';
import { LIST_TABLES } from './models/listTables.ts';
import { rows, run } from './query.ts';
import { tables } from './tables.ts';

/**
 * Every list a shop keeps, with the schema its entries obey. A new list is an entry here and a
 * migration.
 */
export const LISTS = {
  moulds: MouldSchema,
  injectors: InjectorSchema,
  blocks: BlockSchema,
  vessels: VesselSchema,
  baits: BaitSchema,
  mixes: MixSchema,
  colourways: ColourwaySchema,
  builds: BuildSchema,
  castings: CastingSchema,
  ovens: OvenSchema,
  materials: MaterialSchema,
} as const satisfies Record<ListTable, z.ZodType>;
export type ListKey = ListTable;
/** Lists are short: a big shop has a few hundred moulds. */
const MOST = 1000;
export type Spec<K extends ListKey> = z.infer<(typeof LISTS)[K]>;
export interface Entry<K extends ListKey> {
  id: number;
  spec: Spec<K>;
}

/** An entry as it was kept. */
interface Kept {
  id: number;
  spec: unknown;
  /** when it was last changed, to the microsecond */
  stamp: string;
}
const KEPT: FindAttributeOptions = ['id', 'spec', [literal('updated_at::text'), 'stamp']];
/**
 * Entries read before, by list, id and when they were last changed: lists are read far more often
 * than written.
 */
const known = new Map<string, unknown>();
const MOST_KNOWN = 5000;

const nameOf = (key: ListKey, { id, stamp }: Pick<Kept, 'id' | 'stamp'>) => `${key}/${id}/${stamp}`;

/** What entries of a list are known by where they are named: it is theirs by their number. */
const OWN_ID: Partial<Record<ListKey, (id: number) => object>> = {
  builds: (id) => ({ key: `own-${id}` }),
  materials: (id) => ({ id }),
  moulds: (id) => ({ id }),
  vessels: (id) => ({ id }),
};

/** An entry as it is kept, brought to today's form: a field that came later has its default. */
function read<K extends ListKey>(key: K, { id, spec, stamp }: Kept): Entry<K> {
  const name = nameOf(key, { id, stamp });
  let read = known.get(name) as Spec<K> | undefined;
  if (!read) {
    read = LISTS[key].parse({ ...(spec as object), ...OWN_ID[key]?.(id) }) as Spec<K>;
    if (known.size >= MOST_KNOWN) known.clear();
    known.set(name, read);
  }
  return { id, spec: read };
}

/** What entries hold. */
const specsOf = (entries: readonly { list: ListKey; id: number }[]) =>
  rows<Kept & { list: ListKey }>(
    `SELECT e.list, e.id, e.spec, e.updated_at::text AS stamp FROM catalogue_entries e
     JOIN unnest($1::text[], $2::int[]) AS asked(list, id) ON asked.list = e.list AND asked.id = e.id`,
    [entries.map(({ list }) => list), entries.map(({ id }) => id)],
  );

/**
 * Whole lists by name, without what is retired. What was read before and has not changed since is
 * not read again.
 */
export async function lists<Key extends ListKey>(
  ...keys: readonly Key[]
): Promise<{ [K in Key]: Entry<K>[] }> {
  const held = (await stampsOf(keys)).map((entry) => ({
    ...entry,
    spec: known.get(nameOf(entry.list, entry)),
  }));
  const unknown = held.filter(({ spec }) => spec === undefined);
  const fresh = new Map<string, unknown>();
  if (unknown.length > 0)
    for (const entry of await specsOf(unknown))
      fresh.set(`${entry.list}/${entry.id}`, read(entry.list, entry).spec);
  const found = Object.fromEntries(keys.map((key) => [key, [] as Entry<ListKey>[]]));
  for (const { list, id, spec } of held)
    found[list]!.push({ id, spec: (spec ?? fresh.get(`${list}/${id}`)) as Spec<ListKey> });
  return found as { [K in Key]: Entry<K>[] };
}

/** A whole list by name, without what is retired. */
export const list = async <K extends ListKey>(key: K): Promise<Entry<K>[]> =>
  (await lists(key))[key];

/** Materials of the shelf. */
export const shelf = async (): Promise<Material[]> =>
  (await list('materials')).map((material) => material.spec);

/** What of a list is retired, the latest first. */
export const retired = async (key: ListKey): Promise<{ id: number; name: string; at: Date }[]> =>
  (
    await tables().lists[key].findAll({
      attributes: ['id', 'name', 'retiredAt'],
      where: { retiredAt: { [Op.not]: null } },
      order: [['retiredAt', 'DESC']],
      limit: MOST,
    })
  ).map(({ id, name, retiredAt }) => ({ id, name, at: retiredAt! }));
export async function retire(key: ListKey, id: number): Promise<boolean> {
  const where = { id, retiredAt: null };
  const [count] = await tables().lists[key].update({ retiredAt: new Date() }, { where });
  return count > 0;
}
export async function bringBack(key: ListKey, id: number): Promise<boolean> {
  const where = { id, retiredAt: { [Op.not]: null } };
  const [count] = await tables().lists[key].update({ retiredAt: null }, { where });
  return count > 0;
}

export async function find<K extends ListKey>(key: K, id: number): Promise<Entry<K> | null> {
  const entry = await tables().lists[key].findByPk(id, { attributes: KEPT, raw: true });
  return entry && read(key, entry as unknown as Kept);
}

/** Adds an entry, or replaces the one with this id. Null when there is none with this id. */
export async function put<K extends ListKey>(
  key: K,
  spec: Spec<K>,
  id?: number,
): Promise<number | null> {
  const { name } = spec as { name: string };
  const kept = { ...spec, id: undefined };
  if (id === undefined) {
    const made = await tables().lists[key].create({ name, spec: kept });
    await keepChange(key, made.id, null, kept);
    return made.id;
  }
  const held = await tables().lists[key].findByPk(id, { attributes: ['id', 'spec'], lock: true });
  if (!held) return null;
  await tables().lists[key].update(
    { name, spec: kept, updatedAt: fn('clock_timestamp') },
    { where: { id } },
  );
  await keepChange(key, id, held.spec, kept);
  return id;
}

/** Takes a list for this transaction, so that of two that give one name only the first does. */
export const lockNames = (key: ListKey): Promise<void> =>
  run('SELECT pg_advisory_xact_lock(771001, $1)', [LIST_TABLES.indexOf(key)]);

/** Whether another has this name, and whether that one is retired. */
export async function nameTaken(
  key: ListKey,
  name: string,
  except = 0,
): Promise<{ retired: boolean } | null> {
  const other = await tables().lists[key].findOne({
    attributes: ['retiredAt'],
    where: {
      [Op.and]: [where(fn('lower', col('name')), name.toLowerCase()), { id: { [Op.ne]: except } }],
    },
  });
  return other && { retired: other.retiredAt !== null };
}
