import type { ReactNode } from 'react';
import type { InputProps } from './input.ts';

/** Any number out of some. */
function Ticks<Key extends string | number>({
  label,
  held,
  choices,
  put,
  bad,
}: {
  label: string;
  held: readonly Key[];
  choices: readonly { key: Key; name: string }[];
  put: (held: Key[]) => void;
  bad?: ReactNode;
}) {
  return (
    <fieldset className="sm:col-span-2">
      <legend className="text-sm text-soft">{label}</legend>
      {choices.map(({ key, name }) => (
        <label key={key} className="mr-5 inline-flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            className="size-5"
            checked={held.includes(key)}
            onChange={(change) =>
              put(change.target.checked ? [...held, key] : held.filter((other) => other !== key))
            }
          />
          {name}
        </label>
      ))}
      {bad}
    </fieldset>
  );
}

export const ManyInput = ({ field, value, put, bad }: InputProps<'many'>) => (
  <Ticks
    label={field.label}
    held={value as string[]}
    choices={field.choices.map(([key, name]) => ({ key, name }))}
    put={put}
    bad={bad}
  />
);

export const IdsInput = ({ field, value, put, context }: InputProps<'ids'>) => (
  <Ticks
    label={field.label}
    held={value as number[]}
    choices={context[field.of].map(({ id, name }) => ({ key: id, name }))}
    put={put}
  />
);
