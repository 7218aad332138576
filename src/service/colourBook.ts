import Papa from 'papaparse';
import * as z from 'zod';
import type { Book } from '@/core/colour/bookSchema.ts';
import { BOOK, BookSchema, readColourBook } from '@/core/colour/bookSchema.ts';
import type { Entry } from '@/store/catalogue.ts';
import { list, put } from '@/store/catalogue.ts';
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

export interface Wanted {
  way?: number;
  mix?: number;
}
/** Mixes and colourways asked for, or all of them, with the materials in them. */
export async function exportBook({ way, mix }: Wanted = {}): Promise<Book> {
  const [mixes, colourways, materials] = await Promise.all([
    list('mixes'),
    list('colourways'),
    list('materials'),
  ]);
  const ways =
    way !== undefined
      ? colourways.filter((w) => w.id === way)
      : mix !== undefined
        ? []
        : colourways;
  const own = mixes.filter((m) =>
    way !== undefined
      ? ways.some((w) => Object.values(w.spec.layers).includes(m.id))
      : mix === undefined || m.id === mix,
  );
  const named = new Set(own.flatMap((m) => m.spec.ladder.map((i) => i.what.toLowerCase())));
  return {
    format: BOOK.format,
    version: BOOK.version,
    materials: materials.map((m) => m.spec).filter((m) => named.has(m.name.toLowerCase())),
    mixes: own.map((m) => m.spec),
    colourways: ways.map(({ spec }) => ({
      ...spec,
      layers: Object.fromEntries(
        Object.entries(spec.layers).map(([k, id]) => [
          k,
          mixes.find((m) => m.id === id)?.spec.name ?? null,
        ]),
      ),
    })),
  };
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
      data: mixes.flatMap((m) =>
        m.ladder.map((i, n) => [
          m.name,
          m.grade,
          n + 1,
          i.what,
          i.kind,
          i.amount,
          UNIT[i.dimension],
          i.when,
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
  /** `new` = none of that name here; `same` = here already, word for word; `differs` = another of that name is here */
  state: 'new' | 'same' | 'differs';
  theirs: unknown;
  ours: unknown;
}
/** What is done with one that differs. */
export const CHOICES = ['keep', 'take', 'both'] as const;
export type Choice = (typeof CHOICES)[number];

const same = (a: unknown, b: unknown): boolean => versionOf(a) === versionOf(b);

async function ourBook(): Promise<{ [L in List]: (Entry<L> & { plain: unknown })[] }> {
  const [materials, mixes, colourways] = await Promise.all([
    list('materials'),
    list('mixes'),
    list('colourways'),
  ]);
  const named = (id: number | null) => mixes.find((m) => m.id === id)?.spec.name ?? null;
  return {
    materials: materials.map((m) => ({ ...m, plain: m.spec })),
    mixes: mixes.map((m) => ({ ...m, plain: m.spec })),
    colourways: colourways.map((w) => ({
      ...w,
      plain: {
        ...w.spec,
        layers: Object.fromEntries(Object.entries(w.spec.layers).map(([k, id]) => [k, named(id)])),
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
    items: LISTS.flatMap((l) =>
      read.book[l].map((theirs): Item => {
        const held =
          (ours[l] as { spec: { name: string }; plain: unknown }[]).find(
            (x) => x.spec.name.toLowerCase() === theirs.name.toLowerCase(),
          )?.plain ?? null;
        return {
          list: l,
          name: theirs.name,
          state: held === null ? 'new' : same(held, theirs) ? 'same' : 'differs',
          theirs,
          ours: held,
        };
      }),
    ),
  });
}

/** Brings a file in: what is new is added; what differs is kept, taken in its place, or put beside it, as chosen by `list/name`. */
export async function bringInBook(
  text: string,
  choices: Record<string, Choice>,
): Promise<Result<{ added: number; changed: number; kept: number }>> {
  const preview = await previewBook(text);
  if (!preview.ok) return preview;
  const ours = await ourBook();
  const done = { added: 0, changed: 0, kept: 0 };
  await inTransaction(async () => {
    const names = new Map<List, Set<string>>(
      LISTS.map((l) => [
        l,
        new Set((ours[l] as { spec: { name: string } }[]).map((x) => x.spec.name.toLowerCase())),
      ]),
    );
    const mixIds = new Map(ours.mixes.map((m) => [m.spec.name.toLowerCase(), m.id]));
    const renamed = new Map<string, string>();
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
        (x) => x.spec.name.toLowerCase() === item.name.toLowerCase(),
      );
      const taken = names.get(item.list)!;
      let name = item.name;
      for (let n = 1; choice === 'both' && taken.has(name.toLowerCase()); n++)
        name = n === 1 ? `${item.name}, brought in` : `${item.name}, brought in ${n}`;
      taken.add(name.toLowerCase());
      let spec = { ...(item.theirs as { name: string }), name } as never;
      if (item.list === 'mixes') renamed.set(item.name.toLowerCase(), name.toLowerCase());
      if (item.list === 'colourways') {
        const way = item.theirs as Book['colourways'][number];
        spec = {
          ...way,
          name,
          layers: Object.fromEntries(
            Object.entries(way.layers).map(([k, m]) => [
              k,
              m === null
                ? null
                : (mixIds.get(renamed.get(m.toLowerCase()) ?? m.toLowerCase()) ?? null),
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
