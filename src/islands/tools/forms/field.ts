import type * as z from 'zod';
import type { Range } from '@/core/range.ts';
import { rangeOf } from '@/core/range.ts';
import type { Dimension } from '@/core/quantity/index.ts';

interface Base {
  key: string;
  label: string;
  /** shown only while another field has one of these values */
  only?: { key: string; of: string[] };
}
export type Field =
  | (Base & { kind: 'text' })
  | (Base & { /** something on the shelf, found as it is typed */ kind: 'material' })
  | (Base & { kind: 'colour'; optional?: true; /** may be taken from a photograph */ photo?: true })
  | (Base & {
      kind: 'quantity';
      dimension: Dimension;
      /** its range, as the list's schema has it */ range?: Range;
      optional?: true;
      /** a figure over this is asked about */ doubt?: { over: number; says: string };
      flake?: true;
    })
  | (Base & { kind: 'amount' })
  | (Base & {
      kind: 'choice';
      choices: [string, string][];
      /** the first is none at all */ empty?: true;
    })
  | (Base & { kind: 'many'; choices: [string, string][] })
  | (Base & { kind: 'ids'; of: 'moulds' })
  | (Base & { kind: 'build' })
  | (Base & { kind: 'layers' })
  | (Base & {
      kind: 'rows';
      one: string;
      most: number;
      fields: Field[];
      blank: Record<string, unknown>;
      /** there may be none at all */ none?: true;
    })
  | (Base & { kind: 'twenty' })
  | (Base & { /** a plastisol of the shelf, or any of its grade */ kind: 'plastisol' })
  | (Base & { /** density, from a fill that was weighed */ kind: 'fillWeighed' })
  | (Base & { /** density, from how a plain bait does in water */ kind: 'plainInWater' });

/** A list of the shop as a form: what each entry is made of, and what a new one starts from. */
export interface Form {
  one: string;
  back: string;
  fields: Field[];
  blank: Record<string, unknown>;
}

/** Fields with the ranges their figures have in a schema, those of rows with theirs. */
const ranged = (schema: z.ZodType, fields: Field[], path: string[] = []): Field[] =>
  fields.map((field) => {
    const own = [...path, field.key];
    if (field.kind === 'rows') return { ...field, fields: ranged(schema, field.fields, own) };
    return field.kind === 'quantity' ? { ...field, range: rangeOf(schema, own) } : field;
  });

/** A form of what a schema reads. */
export const formOf = (schema: z.ZodType, form: Form): Form => ({
  ...form,
  fields: ranged(schema, form.fields),
});

/** The entries of a table as choices, by their keys. */
export const named = (table: Record<string, { name: string }>): [string, string][] =>
  Object.entries(table).map(([key, value]) => [key, value.name]);
