import * as z from 'zod';

/** What may be typed into the field of a number. */
export interface Range {
  min?: number;
  max?: number;
  whole?: boolean;
}

/**
 * A schema without what makes it optional, nullable or gives it a default, reads an earlier form
 * first, or takes several of it.
 */
function bare(schema: z.ZodType): z.ZodType {
  if (
    schema instanceof z.ZodDefault ||
    schema instanceof z.ZodNullable ||
    schema instanceof z.ZodOptional
  )
    return bare(schema.unwrap() as z.ZodType);
  if (schema instanceof z.ZodPipe) return bare(schema.out as z.ZodType);
  return schema instanceof z.ZodArray ? bare(schema.element as z.ZodType) : schema;
}

/** The schema at a path of keys in an object's; of a list, in what it lists. */
function at(schema: z.ZodType, path: readonly string[]): z.ZodType {
  return path.reduce((inner, key) => {
    const object = bare(inner);
    const next = object instanceof z.ZodObject ? (object.shape[key] as z.ZodType) : undefined;
    if (!next) throw new Error(`No ${path.join('.')} in this schema`);
    return next;
  }, schema);
}

/**
 * What a number may be, in its internal unit, as its schema says, so that forms say the same. A
 * schema takes more than a form where older entries must still be read: the form's own ends stand
 * beside it as `meta({ least, most })`.
 * @param path keys down to the number
 * @throws where there is no such number
 */
export function rangeOf(schema: z.ZodType, path: readonly string[]): Range {
  const number = bare(at(schema, path));
  if (!(number instanceof z.ZodNumber)) throw new Error(`${path.join('.')} is no number`);
  const { least, most } = (number.meta() ?? {}) as { least?: number; most?: number };
  const { minValue, maxValue, format } = number;
  const takesLeast = minValue !== null && number.safeParse(minValue).success;
  const min = least ?? (takesLeast ? minValue : undefined);
  const max =
    most ?? (maxValue === null || maxValue >= Number.MAX_SAFE_INTEGER ? undefined : maxValue);
  return {
    ...(min !== undefined && min > -Number.MAX_SAFE_INTEGER && { min }),
    ...(max !== undefined && { max }),
    ...(format === 'safeint' && { whole: true }),
  };
}
