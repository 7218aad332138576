import * as z from 'zod';
import { BOTTLES, type BottleIs } from '@/core/material/bottle.ts';
import { noteBottleByHand } from '@/store/bottles.ts';
import { findEntry } from './catalogue.ts';
import type { Result } from './result.ts';
import { checked, missing, ok } from './result.ts';

export { bottlesNotWell } from '@/store/bottles.ts';

const NoteSchema = z.object({ is: z.enum(Object.keys(BOTTLES) as [BottleIs, ...BottleIs[]]) });

/** Notes how a bottle of the shelf is, away from the bench. */
export async function noteBottle(
  material: number,
  raw: unknown,
  now: Date,
): Promise<Result<{ is: BottleIs }>> {
  const read = checked(NoteSchema, raw);
  if (!read.ok) return read;
  if (!(await findEntry('materials', material))) return missing('material');
  await noteBottleByHand(material, read.value.is, now);
  return ok({ is: read.value.is });
}
