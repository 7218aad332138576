import { useState } from 'react';
import { useSave } from '@/ui/useSave.tsx';
import { unreadIn } from '@/ui/unread.ts';
import type { Form } from './forms/field.ts';
import type { Context, Values } from './EntryContext.tsx';
import { Input } from './EntryInput.tsx';

/** One form for every list of the shop: its fields are data. */
export default function EntryForm({
  list,
  form,
  id,
  version,
  values,
  ...context
}: Context & {
  list: string;
  /** sent with the page: its ranges come from schemas that no browser needs */
  form: Form;
  id?: number;
  version?: string;
  values: Values | null;
}) {
  const [held, setHeld] = useState<Values>(values ?? form.blank);
  const [wrong, setWrong] = useState<{ message: string; field?: string } | null>(null);
  const { save, asking } = useSave(version);
  const keep = async (fields: HTMLFormElement) => {
    const unread = unreadIn(fields);
    if (unread) return setWrong({ message: unread });
    const reply = await save(
      id ? 'PUT' : 'POST',
      `/api/catalogue/${list}${id ? `/${id}` : ''}`,
      // What somebody has looked over and saved is not the usual any more: it is theirs.
      { ...held, usual: undefined },
    );
    if (reply.ok) location.assign(form.back);
    else setWrong({ message: reply.message, field: reply.field });
  };
  const known = form.fields.some((field) => field.key === wrong?.field?.split('.')[0]);
  return (
    <form
      className="grid max-w-3xl gap-4 sm:grid-cols-2"
      noValidate
      onSubmit={(submit) => {
        submit.preventDefault();
        void keep(submit.currentTarget);
      }}
    >
      {form.fields
        .filter((field) => !field.only || field.only.of.includes(String(held[field.only.key])))
        .map((field) => (
          <Input
            key={`${field.key}${field.kind}`}
            field={field}
            value={held[field.key]}
            all={held}
            context={context}
            set={(part) => setHeld({ ...held, ...part })}
            wrong={wrong?.field?.split('.')[0] === field.key ? wrong.message : undefined}
          />
        ))}
      {asking}
      {wrong && !known && (
        <p className="wrong sm:col-span-2" role="alert">
          {wrong.message}
        </p>
      )}
      <p className="flex gap-3 sm:col-span-2">
        <button type="submit" className="act act-main">
          Save
        </button>
        <a className="act border-transparent" href={form.back}>
          Cancel
        </a>
      </p>
    </form>
  );
}
