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

async function ourBook(): Promise<{ [K in List]: (Entry<K> & { plain: unknown })[] }> {
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

/** What is done with an item of a file: what is new is added, what differs as it was chosen. */
function choiceFor(item: Item, choices: Record<string, ImportChoice>): ImportChoice {
  if (item.state === 'new') return 'both';
  return item.state === 'differs' ? (choices[`${item.list}/${item.name}`] ?? 'keep') : 'keep';
}

const lower = (name: string): string => name.toLowerCase();

/** A file being brought in: which names are taken here, and what its mixes have become. */
class BringingIn {
  private readonly names: Map<List, Set<string>>;
  /** ids of mixes by their names here, and names a mix of the file has got here, in lower case */
  private readonly mixIds: Map<string, number>;
  private readonly renamed = new Map<string, string>();
  private shelved: Material[] | null = null;

  constructor(private readonly ours: Awaited<ReturnType<typeof ourBook>>) {
    this.names = new Map(
      LISTS.map((of) => [of, new Set(this.held(of).map(({ spec }) => lower(spec.name)))]),
    );
    this.mixIds = new Map(ours.mixes.map((mix) => [lower(mix.spec.name), mix.id]));
  }
  private held(of: List) {
    return this.ours[of] as { id: number; spec: { name: string } }[];
  }
  /** A name nobody has, where it is put beside what is here. */
  private nameFor({ list: of, name }: Item, beside: boolean): string {
    const taken = this.names.get(of)!;
    let free = name;
    for (let count = 1; beside && taken.has(lower(free)); count++)
      free = `${name}, brought in${count === 1 ? '' : ` ${count}`}`;
    taken.add(lower(free));
    return free;
  }
  /** The mix of each layer by its id here; none where the file has none, or nobody knows it. */
  private layersOf({ layers }: Book['colourways'][number]): Record<string, number | null> {
    const idOf = (mix: string) => this.mixIds.get(this.renamed.get(lower(mix)) ?? lower(mix));
    return Object.fromEntries(
      Object.entries(layers).map(([key, mix]) => [key, mix === null ? null : (idOf(mix) ?? null)]),
    );
  }
  /** The item as it is stored here: things of its own are known by their ids here. */
  private async specOf(item: Item, name: string): Promise<object> {
    const theirs = item.theirs as { name: string };
    if (item.list === 'colourways')
      return { ...theirs, name, layers: this.layersOf(theirs as Book['colourways'][number]) };
    if (item.list === 'materials') return { ...theirs, name };
    // Materials come before mixes, so the shelf is whole by now.
    this.shelved ??= await shelf();
    return joinedTo({ ...(theirs as Mix), name }, this.shelved);
  }
  async bring(item: Item, choice: 'take' | 'both'): Promise<void> {
    const name = this.nameFor(item, choice === 'both');
    const spec = (await this.specOf(item, name)) as never;
    const held = this.held(item.list).find((our) => lower(our.spec.name) === lower(item.name));
    const id = (await put(item.list, spec, choice === 'take' ? held?.id : undefined))!;
    if (item.list !== 'mixes') return;
    this.renamed.set(lower(item.name), lower(name));
    this.mixIds.set(lower(name), id);
    await keepVersion(id, spec);
  }
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
  const coming = new BringingIn(await ourBook());
  const done = { keep: 0, take: 0, both: 0 };
  await inTransaction(async () => {
    for (const item of preview.value.items) {
      const choice = choiceFor(item, choices);
      done[choice] += 1;
      if (choice !== 'keep') await coming.bring(item, choice);
    }
  });
  return ok({ added: done.both, changed: done.take, kept: done.keep });
}
