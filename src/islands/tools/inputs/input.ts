import type { ReactNode } from 'react';
import type { Context, Values } from '../EntryContext.tsx';
import type { Field } from '../forms/field.ts';

/** What the input of one kind of field is given. */
export interface InputProps<Kind extends Field['kind'] = Field['kind']> {
  field: Extract<Field, { kind: Kind }>;
  value: unknown;
  /** this field's own value is now so */
  put: (value: unknown) => void;
  /** several fields at once */
  set: (part: Values) => void;
  all: Values;
  context: Context;
  wrong?: string;
  /** what is wrong, to be shown under it */
  bad: ReactNode;
}
