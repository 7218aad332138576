import * as z from 'zod';
import { ColourwaySchema } from '../build/schema.ts';
import type { Mix } from '../material/schema.ts';
import { MixSchema } from '../material/schema.ts';
import type { Material } from '../material/shelf.ts';
import { MaterialSchema } from '../material/shelf.ts';

/** What a file of recipes calls itself, and the newest version this shop writes and reads. */
export const BOOK = { format: 'twin-shot-colours', version: 1 } as const;

/**
 * A file of recipes: mixes with the materials in them, and colourways that name their mixes.
 * Amounts are for a US cup (236.6 mL): drops, mL, g.
 */
export const BookSchema = z
  .object({
    format: z.literal(BOOK.format),
    version: z.literal(BOOK.version),
    materials: z.array(MaterialSchema).max(2000).default([]),
    mixes: z.array(MixSchema).max(2000).default([]),
    /** layers name their mixes: by name, not by a shop's number */
    colourways: z
      .array(ColourwaySchema.extend({ layers: z.record(z.string(), z.string().nullable()) }))
      .max(2000)
      .default([]),
  })
  .describe('Twin Shot colours: mixes, materials and colourways');
export type Book = z.infer<typeof BookSchema>;

export const materialByName = (material: Material): Material => ({ ...material, id: undefined });
export const mixByNames = (mix: Mix): Mix => ({
  ...mix,
  ladder: mix.ladder.map((ingredient) => ({ ...ingredient, materialId: undefined })),
});
/** A book whose things are known by their names alone: another shop's numbers mean others here. */
export const byNames = (book: Book): Book => ({
  ...book,
  materials: book.materials.map(materialByName),
  mixes: book.mixes.map(mixByNames),
});

export type ReadBook = { ok: true; book: Book } | { ok: false; message: string };

/**
 * Reads a file of recipes. One of a later version, or of something else, is told apart from a
 * broken one.
 */
export function readColourBook(text: string): ReadBook {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return { ok: false, message: 'That is no JSON: the file may be cut off. Nothing was changed.' };
  }
  const head = raw as { format?: unknown; version?: unknown } | null;
  if (!head || typeof head !== 'object' || head.format !== BOOK.format)
    return {
      ok: false,
      message: `That is no file of colours: it should begin with "format": "${BOOK.format}". Nothing was changed.`,
    };
  if (typeof head.version === 'number' && head.version > BOOK.version)
    return {
      ok: false,
      message:
        `It was written by a later version (${head.version}; this shop knows ` +
        `${BOOK.version}). Bring the shop up to date first. Nothing was changed.`,
    };
  const read = BookSchema.safeParse(raw);
  if (read.success) return { ok: true, book: byNames(read.data) };
  const first = read.error.issues[0]!;
  return {
    ok: false,
    message: `${first.path.join('.') || 'The file'}: ${first.message} Nothing was changed.`,
  };
}
