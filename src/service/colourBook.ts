import Papa from 'papaparse';
import * as z from 'zod';
import type { Book } from '@/core/colour/bookSchema.ts';
import {
  BOOK,
  BookSchema,
  byNames,
  materialByName,
  mixByNames,
  readColourBook,
} from '@/core/colour/bookSchema.ts';
import type { Material, Mix } from '@/core/material/index.ts';
import { joinedTo, naming, sameThing } from '@/core/material/index.ts';
import type { Entry } from '@/store/catalogue.ts';
import { list, put, shelf } from '@/store/catalogue.ts';
import { keepVersion } from '@/store/mixes.ts';
import { inTransaction } from '@/store/query.ts';
import type { Result } from './result.ts';
import { ok, problem, versionOf } from './result.ts';

/** The file's own description, as JSON Schema (draft 2020-12). */
export const bookJsonSchema = (): object => ({
  $id: '/colours.schema.json',
  title: 'Twin Shot colours',
  ...z.toJSONSchema(BookSchema, { io: 'input' }),
});

export interface BookPart {
  way?: number;
  mix?: number;
}
/** Mixes and colourways asked for, or all of them, with the materials in them. */
export async function exportBook({ way, mix }: BookPart = {}): Promise<Book> {
  const [mixes, colourways, materials] = await Promise.all([
    list('mixes'),
    list('colourways'),
    list('materials'),
  ]);
  const ways =
    way !== undefined
      ? colourways.filter((colourway) => colourway.id === way)
      : mix !== undefined
        ? []
        : colourways;
  const own = mixes.filter((entry) =>
    way !== undefined
      ? ways.some((way) => Object.values(way.spec.layers).includes(entry.id))
      : mix === undefined || entry.id === mix,
  );
  return byNames({
    format: BOOK.format,
    version: BOOK.version,
    materials: materials
      .filter(({ spec }) =>
        own.some((mix) => mix.spec.ladder.some((one) => sameThing(one, naming(spec)))),
      )
      .map((material) => material.spec),
    mixes: own.map((entry) => entry.spec),
    colourways: ways.map(({ spec }) => ({
      ...spec,
      layers: Object.fromEntries(
        Object.entries(spec.layers).map(([key, id]) => [
          key,
          mixes.find((mix) => mix.id === id)?.spec.name ?? null,
        ]),
      ),
    })),
  });
}
const UNIT = { drops: 'drops', volume: 'mL', mass: 'g' } as const;
/** The ladders of mixes as rows: one ingredient a row, in order. */
export const ladderCsv = ({ mixes }: Pick<Book, 'mixes'>): string =>
  Papa.unparse(
    {
      fields: [
        'mix',
        'grade',
        'order',
        'ingredient',
        'kind',
        'amount for 236.6 mL',
        'unit',
        'when',
      ],
      data: mixes.flatMap((mix) =>
        mix.ladder.map((ingredient, count) => [
          mix.name,
          mix.grade,
          count + 1,
          ingredient.what,
          ingredient.kind,
          ingredient.amount,
          UNIT[ingredient.dimension],
          ingredient.when,
        ]),
      ),
    },
    { escapeFormulae: true },
  );

const LISTS = ['materials', 'mixes', 'colourways'] as const;
type List = (typeof LISTS)[number];
export interface Item {
  list: List;
  name: string;
  /**
   * `new` = none of that name here; `same` = here already, word for word; `differs` = another of
   * that name is here
   */
  state: 'new' | 'same' | 'differs';
  theirs: unknown;
  ours: unknown;
}
/** What is done with one that differs. */
export const CHOICES = ['keep', 'take', 'both'] as const;
export type ImportChoice = (typeof CHOICES)[number];

const same = (one: unknown, other: unknown): boolean => versionOf(one) === versionOf(other);

async function ourBook(): Promise<{ [L in List]: (Entry<L> & { plain: unknown })[] }> {
  const [materials, mixes, colourways] = await Promise.all([
    list('materials'),
    list('mixes'),
    list('colourways'),
  ]);
  const named = (id: number | null) => mixes.find((mix) => mix.id === id)?.spec.name ?? null;
  return {
    materials: materials.map((material) => ({ ...material, plain: materialByName(material.spec) })),
    mixes: mixes.map((mix) => ({ ...mix, plain: mixByNames(mix.spec) })),
    colourways: colourways.map((colourway) => ({
      ...colourway,
      plain: {
        ...colourway.spec,
        layers: Object.fromEntries(
          Object.entries(colourway.spec.layers).map(([key, id]) => [key, named(id)]),
        ),
      },
    })),
  };
}

/** What a file would bring, beside what is here; nothing is changed. */
export async function previewBook(text: string): Promise<Result<{ items: Item[] }>> {
  const read = readColourBook(text);
  if (!read.ok) return problem(422, 'unreadable', read.message);
  const ours = await ourBook();
  return ok({
    items: LISTS.flatMap((line) =>
      read.book[line].map((theirs): Item => {
        const held =
          (ours[line] as { spec: { name: string }; plain: unknown }[]).find(
            (our) => our.spec.name.toLowerCase() === theirs.name.toLowerCase(),
          )?.plain ?? null;
        return {
          list: line,
          name: theirs.name,
          state: held === null ? 'new' : same(held, theirs) ? 'same' : 'differs',
          theirs,
          ours: held,
        };
      }),
    ),
  });
}

/**
 * Brings a file in: what is new is added; what differs is kept, taken in its place, or put beside
 * it, as chosen by `list/name`.
 */
export async function bringInBook(
  text: string,
  choices: Record<string, ImportChoice>,
): Promise<Result<{ added: number; changed: number; kept: number }>> {
  const preview = await previewBook(text);
  if (!preview.ok) return preview;
  const ours = await ourBook();
  const done = { added: 0, changed: 0, kept: 0 };
  await inTransaction(async () => {
    const names = new Map<List, Set<string>>(
      LISTS.map((line) => [
        line,
        new Set(
          (ours[line] as { spec: { name: string } }[]).map((our) => our.spec.name.toLowerCase()),
        ),
      ]),
    );
    const mixIds = new Map(ours.mixes.map((mix) => [mix.spec.name.toLowerCase(), mix.id]));
    const renamed = new Map<string, string>();
    let onShelf: Material[] | null = null;
    for (const item of preview.value.items) {
      const choice =
        item.state === 'differs'
          ? (choices[`${item.list}/${item.name}`] ?? 'keep')
          : item.state === 'new'
            ? 'both'
            : 'keep';
      if (choice === 'keep') {
        done.kept += 1;
        continue;
      }
      const held = (ours[item.list] as { id: number; spec: { name: string } }[]).find(
        (our) => our.spec.name.toLowerCase() === item.name.toLowerCase(),
      );
      const taken = names.get(item.list)!;
      let name = item.name;
      for (let count = 1; choice === 'both' && taken.has(name.toLowerCase()); count++)
        name = count === 1 ? `${item.name}, brought in` : `${item.name}, brought in ${count}`;
      taken.add(name.toLowerCase());
      let spec = { ...(item.theirs as { name: string }), name } as never;
      if (item.list === 'mixes') {
        // Materials come before mixes, so the shelf is whole by now.
        onShelf ??= await shelf();
        spec = joinedTo(spec as Mix, onShelf) as never;
      }
      if (item.list === 'mixes') renamed.set(item.name.toLowerCase(), name.toLowerCase());
      if (item.list === 'colourways') {
        const way = item.theirs as Book['colourways'][number];
        spec = {
          ...way,
          name,
          layers: Object.fromEntries(
            Object.entries(way.layers).map(([key, layer]) => [
              key,
              layer === null
                ? null
                : (mixIds.get(renamed.get(layer.toLowerCase()) ?? layer.toLowerCase()) ?? null),
            ]),
          ),
        } as never;
      }
      const id = (await put(item.list, spec, choice === 'take' ? held?.id : undefined))!;
      if (item.list === 'mixes') {
        await keepVersion(id, spec);
        mixIds.set(name.toLowerCase(), id);
      }
      if (choice === 'take') done.changed += 1;
      else done.added += 1;
    }
  });
  return ok(done);
}
