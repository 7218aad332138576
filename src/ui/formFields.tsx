import type { ComponentProps, HTMLInputTypeAttribute } from 'react';
import type * as z from 'zod';
import type { Dimension, ShopUnits } from '@/core/quantity/index.ts';
import { rangeOf } from '@/core/range.ts';
import { Choice } from './Choice.tsx';
import { FigureField } from './FigureField.tsx';

/** Keys down to a value of a spec: one, or two. */
export type Path<Spec> = {
  [Key in keyof Spec & string]: NonNullable<Spec[Key]> extends readonly unknown[] | string | number
    ? readonly [Key]
    : readonly [Key] | readonly [Key, keyof NonNullable<Spec[Key]> & string];
}[keyof Spec & string];
type Keyed = Record<string, unknown>;

/** The value at a path. */
const valueAt = (spec: object, path: readonly string[]): unknown =>
  path.reduce((inner: unknown, key) => (inner as Keyed)[key], spec);
/** What is set so that the value at a path is this. */
const partAt = (spec: object, [first, second]: readonly string[], value: unknown): Keyed => ({
  [first!]:
    second === undefined ? value : { ...((spec as Keyed)[first!] as Keyed), [second]: value },
});

interface Form<Spec> {
  schema: z.ZodType;
  spec: Spec;
  units: ShopUnits;
  set: (part: Partial<Spec>) => void;
  /** what is wrong, and with which field */
  wrong?: { message: string; field?: string } | null;
}
type Figure = Partial<Omit<ComponentProps<typeof FigureField>, 'label' | 'of' | 'value'>>;

/**
 * Fields of a form, each bound to its place in the spec: what may be typed comes from the schema,
 * what is wrong stands under the field it is about.
 */
export function formFields<Spec extends object>({ schema, spec, units, set, wrong }: Form<Spec>) {
  const wrongAt = (path: readonly string[]) =>
    wrong?.field === path.join('.') ? wrong.message : undefined;
  const put = (path: readonly string[], value: unknown) =>
    set(partAt(spec, path, value) as Partial<Spec>);
  return {
    /** a figure there always is */
    figure: (path: Path<Spec>, label: string, of: Dimension, more: Figure = {}) => (
      <FigureField
        key={path.join('.')}
        label={label}
        value={valueAt(spec, path) as number}
        of={of}
        units={units}
        {...rangeOf(schema, path)}
        error={wrongAt(path)}
        onChange={(value) => put(path, value)}
        {...more}
      />
    ),
    text: (
      path: Path<Spec>,
      label: string,
      { className = '', type }: { className?: string; type?: HTMLInputTypeAttribute } = {},
    ) => (
      <label className={`field ${className}`}>
        <span>{label}</span>
        <input
          className="box"
          type={type}
          value={valueAt(spec, path) as string}
          onChange={(change) => put(path, change.target.value)}
          aria-invalid={wrongAt(path) ? true : undefined}
        />
        {wrongAt(path) && (
          <span className="wrong" role="alert">
            {wrongAt(path)}
          </span>
        )}
      </label>
    ),
    choice: <Key extends string>(
      path: Path<Spec>,
      label: string,
      of: Record<Key, { name: string }>,
      more: { className?: string; onChange?: (key: Key) => void } = {},
    ) => (
      <Choice
        label={label}
        value={valueAt(spec, path) as Key}
        of={of}
        onChange={(key) => put(path, key)}
        {...more}
      />
    ),
  };
}
