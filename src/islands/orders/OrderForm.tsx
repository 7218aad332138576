import { useState } from 'react';
import { useFieldArray, useForm } from 'react-hook-form';
import type { Control, FieldErrors, UseFormRegister } from 'react-hook-form';
import { useSave } from '@/ui/useSave.tsx';

interface Choice {
  id: number;
  name: string;
}
interface Part {
  bait: string;
  colourway: string;
  count: string;
}
interface Line {
  lineId?: number;
  name: string;
  pack: string;
  promised: string;
  parts: Part[];
}
export interface OrderDraft {
  customer: string;
  note: string;
  lines: Line[];
}
interface Props {
  id?: number;
  version?: string;
  draft: OrderDraft;
  baits: Choice[];
  colourways: Choice[];
  customers: string[];
  today: string;
}

const whole = (text: string) =>
  (/^\s*\d+\s*$/.test(text) && Number(text) > 0) || 'A whole number, at least 1.';

interface LineProps {
  i: number;
  control: Control<OrderDraft>;
  register: UseFormRegister<OrderDraft>;
  errors: FieldErrors<OrderDraft>;
  baits: Choice[];
  colourways: Choice[];
  today: string;
  only: boolean;
  onRemove: () => void;
}

function LineFields({
  i,
  control,
  register,
  errors,
  baits,
  colourways,
  today,
  only,
  onRemove,
}: LineProps) {
  const { fields, append, remove } = useFieldArray({ control, name: `lines.${i}.parts` });
  const wrong = errors.lines?.[i];
  const Say = ({ text, id }: { text?: string; id: string }) =>
    text ? (
      <span id={id} className="wrong" role="alert">
        {text}
      </span>
    ) : null;
  const choose = (name: string, j: number, key: 'bait' | 'colourway', all: Choice[]) => {
    const bad = wrong?.parts?.[j]?.[key]?.message;
    return (
      <label className="field">
        <span>{name}</span>
        <select
          className="box"
          aria-invalid={bad ? true : undefined}
          aria-describedby={`w${i}${j}${key}`}
          {...register(`lines.${i}.parts.${j}.${key}`, { required: `Choose a ${key}.` })}
        >
          <option value="">Choose…</option>
          {all.map((c) => (
            <option key={c.id} value={c.id}>
              {c.name}
            </option>
          ))}
        </select>
        <Say id={`w${i}${j}${key}`} text={bad} />
      </label>
    );
  };
  return (
    <fieldset className="border-t-[1.5px] border-ink py-4">
      <legend className="float-left mr-4 w-24 font-bold">Line {i + 1}</legend>
      <div className="clear-both grid gap-3">
        {fields.map((f, j) => (
          <div key={f.id} className="grid items-start gap-3 md:grid-cols-[1fr_1.4fr_110px_auto]">
            {choose('Bait', j, 'bait', baits)}
            {choose('Colourway', j, 'colourway', colourways)}
            <label className="field">
              <span>Count</span>
              <input
                className="box num"
                inputMode="numeric"
                aria-invalid={wrong?.parts?.[j]?.count ? true : undefined}
                aria-describedby={`w${i}${j}c`}
                {...register(`lines.${i}.parts.${j}.count`, { validate: whole })}
              />
              <Say id={`w${i}${j}c`} text={wrong?.parts?.[j]?.count?.message} />
            </label>
            {fields.length > 1 ? (
              <button
                type="button"
                className="act mt-6"
                onClick={() => remove(j)}
                aria-label={`Take bait ${j + 1} out of line ${i + 1}`}
              >
                Take out
              </button>
            ) : (
              <span />
            )}
          </div>
        ))}
        <div className="grid items-start gap-3 md:grid-cols-[110px_180px_1fr_auto_auto]">
          <label className="field">
            <span>Pack of</span>
            <input
              className="box num"
              inputMode="numeric"
              aria-invalid={wrong?.pack ? true : undefined}
              {...register(`lines.${i}.pack`, { validate: whole })}
            />
            <Say id={`w${i}p`} text={wrong?.pack?.message} />
          </label>
          <label className="field">
            <span>Promised for</span>
            <input
              type="date"
              className="box"
              min={today}
              aria-invalid={wrong?.promised ? true : undefined}
              {...register(`lines.${i}.promised`, { required: 'Say which day.' })}
            />
            <Say id={`w${i}d`} text={wrong?.promised?.message} />
          </label>
          {fields.length > 1 ? (
            <label className="field">
              <span>Name of the assorted pack</span>
              <input className="box" {...register(`lines.${i}.name`)} />
            </label>
          ) : (
            <span />
          )}
          <button
            type="button"
            className="act mt-6"
            onClick={() => append({ bait: '', colourway: '', count: '' })}
          >
            Make it assorted: another bait
          </button>
          {!only && (
            <button type="button" className="act mt-6" onClick={onRemove}>
              Take line out
            </button>
          )}
        </div>
      </div>
    </fieldset>
  );
}

export const emptyLine = (promised: string): Line => ({
  name: '',
  pack: '1',
  promised,
  parts: [{ bait: '', colourway: '', count: '' }],
});

/** An order with its lines; what is wrong is said beside the field, and nothing typed is lost. */
export default function OrderForm({
  id,
  version,
  draft,
  baits,
  colourways,
  customers,
  today,
}: Props) {
  const {
    control,
    register,
    handleSubmit,
    getValues,
    formState: { errors, isSubmitting },
  } = useForm<OrderDraft>({ defaultValues: draft });
  const { fields, append, remove } = useFieldArray({ control, name: 'lines' });
  const [wrong, setWrong] = useState('');
  const { save, asking } = useSave(version);
  const keep = async (typed: OrderDraft) => {
    const body = {
      customer: typed.customer,
      note: typed.note,
      lines: typed.lines.map((l) => ({
        id: l.lineId,
        name: l.name,
        pack: Number(l.pack),
        promised: l.promised,
        parts: l.parts.map((p) => ({
          bait: Number(p.bait),
          colourway: Number(p.colourway),
          count: Number(p.count),
        })),
      })),
    };
    const reply = await save<{ id: number; kept: string[] }>(
      id ? 'PUT' : 'POST',
      id ? `/api/orders/${id}` : '/api/orders',
      body,
    );
    if (!reply.ok) return setWrong(reply.message);
    if (reply.value.kept.length > 0)
      return setWrong(
        'Saved, but baits were already shot or packed for something you took out: that stays in the order.',
      );
    location.assign('/orders');
  };
  return (
    <form onSubmit={(e) => void handleSubmit(keep)(e)} noValidate className="max-w-5xl">
      <div className="grid gap-3 pb-4 md:grid-cols-2">
        <label className="field">
          <span>For</span>
          <input
            className="box"
            list="customers"
            autoFocus
            aria-invalid={errors.customer ? true : undefined}
            {...register('customer', { required: 'Say who it is for.' })}
          />
          {errors.customer && (
            <span className="wrong" role="alert">
              {errors.customer.message}
            </span>
          )}
        </label>
        <datalist id="customers">
          {customers.map((c) => (
            <option key={c} value={c} />
          ))}
        </datalist>
        <label className="field">
          <span>Note</span>
          <input className="box" {...register('note')} />
        </label>
      </div>
      {fields.map((f, i) => (
        <LineFields
          key={f.id}
          {...{ i, control, register, errors, baits, colourways, today }}
          only={fields.length === 1}
          onRemove={() => remove(i)}
        />
      ))}
      {asking}
      {wrong && (
        <p className="wrong my-2" role="alert">
          {wrong}
        </p>
      )}
      <div className="flex flex-wrap gap-3 border-t-[1.5px] border-ink pt-4">
        <button type="submit" className="act act-main" disabled={isSubmitting}>
          {id ? 'Keep the changes' : 'Put it in the book'}
        </button>
        <button
          type="button"
          className="act"
          onClick={() => append(emptyLine(getValues('lines').at(-1)?.promised ?? ''))}
        >
          Another line
        </button>
        <a className="act border-transparent" href="/orders">
          Leave it
        </a>
      </div>
    </form>
  );
}
