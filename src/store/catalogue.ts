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
import { row, rows, run } from './query.ts';

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
} as const;
export type ListKey = keyof typeof LISTS;
export type Spec<L extends ListKey> = z.infer<(typeof LISTS)[L]>;
export interface Entry<L extends ListKey> {
  id: number;
  spec: Spec<L>;
}

interface Kept {
  id: number;
  spec: unknown;
  updated_at: string;
}
/**
 * Entries read before, by list, id and when they were last changed: lists are read far more often
 * than written.
 */
const known = new Map<string, unknown>();
const MOST_KNOWN = 5000;

/** What entries of a list are known by where they are named: it is theirs by their number. */
const OWN_ID: Partial<Record<ListKey, (id: number) => object>> = {
  builds: (id) => ({ key: `own-${id}` }),
  materials: (id) => ({ id }),
  moulds: (id) => ({ id }),
  vessels: (id) => ({ id }),
};

/** An entry as it is kept, brought to today's form: a field that came later has its default. */
function read<L extends ListKey>(key: L, { id, spec, updated_at }: Kept): Entry<L> {
  const name = `${key}/${id}/${updated_at}`;
  let read = known.get(name) as Spec<L> | undefined;
  if (!read) {
    read = LISTS[key].parse({ ...(spec as object), ...OWN_ID[key]?.(id) }) as Spec<L>;
    if (known.size >= MOST_KNOWN) known.clear();
    known.set(name, read);
  }
  return { id, spec: read };
}

/**
 * A whole list by name, without what is retired. Lists are short: a big shop has a few hundred
 * moulds.
 */
export async function list<L extends ListKey>(key: L): Promise<Entry<L>[]> {
  return (
    await rows<Kept>(
      `SELECT id, spec, updated_at::text AS updated_at FROM ${key} WHERE retired_at IS NULL ORDER
        BY name LIMIT 1000`,
    )
  ).map((row) => read(key, row));
}

/** Materials of the shelf. */
export const shelf = async (): Promise<Material[]> =>
  (await list('materials')).map((material) => material.spec);

/** What of a list is retired, the latest first. */
export const retired = (key: ListKey): Promise<{ id: number; name: string; at: Date }[]> =>
  rows(
    `SELECT id, name, retired_at AS at FROM ${key} WHERE retired_at IS NOT NULL ORDER BY
      retired_at DESC LIMIT 1000`,
  );
export const retire = async (key: ListKey, id: number): Promise<boolean> =>
  (await row(
    `UPDATE ${key} SET retired_at = now() WHERE id = $1 AND retired_at IS NULL RETURNING id`,
    [id],
  )) !== null;
export const bringBack = async (key: ListKey, id: number): Promise<boolean> =>
  (await row(
    `UPDATE ${key} SET retired_at = NULL WHERE id = $1 AND retired_at IS NOT NULL RETURNING id`,
    [id],
  )) !== null;

export const find = async <L extends ListKey>(key: L, id: number): Promise<Entry<L> | null> => {
  const one = await row<Kept>(
    `SELECT id, spec, updated_at::text AS updated_at FROM ${key} WHERE id = $1`,
    [id],
  );
  return one && read(key, one);
};

/** Adds an entry, or replaces the one with this id. Null when there is none with this id. */
export async function put<L extends ListKey>(
  key: L,
  spec: Spec<L>,
  id?: number,
): Promise<number | null> {
  const { name } = spec as { name: string };
  const kept = { ...spec, id: undefined };
  const json = JSON.stringify(kept);
  const before =
    id === undefined
      ? null
      : await row<{ spec: unknown }>(`SELECT spec FROM ${key} WHERE id = $1 FOR UPDATE`, [id]);
  const saved =
    id === undefined
      ? await row<{ id: number }>(
          `INSERT INTO ${key} (name, spec) VALUES ($1, $2::jsonb) RETURNING id`,
          [name, json],
        )
      : await row<{ id: number }>(
          `UPDATE ${key} SET name = $2, spec = $3::jsonb, updated_at = clock_timestamp() WHERE id =
            $1 RETURNING id`,
          [id, name, json],
        );
  if (saved) await keepChange(key, saved.id, before?.spec ?? null, kept);
  return saved?.id ?? null;
}

/** Takes a list for this transaction, so that of two that give one name only the first does. */
export const lockNames = (key: ListKey): Promise<void> =>
  run('SELECT pg_advisory_xact_lock(771001, $1)', [Object.keys(LISTS).indexOf(key)]);

/** Whether another has this name, and whether that one is retired. */
export async function nameTaken(
  key: ListKey,
  name: string,
  except?: number,
): Promise<{ retired: boolean } | null> {
  return row<{ retired: boolean }>(
    `SELECT retired_at IS NOT NULL AS retired FROM ${key} WHERE lower(name) = lower($1) AND id <> $2`,
    [name, except ?? 0],
  );
}
