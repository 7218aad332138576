import { useState } from 'react';
import { useFieldArray, useForm } from 'react-hook-form';
import { useSave } from '@/ui/useSave.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import type { OrderDraft } from './LineFields.tsx';
import type { Line } from './LineFields.tsx';
import type { BaitChoice, WayChoice } from '@/ui/picks.tsx';
import { LineFields } from './LineFields.tsx';

interface Props {
  id?: number;
  version?: string;
  draft: OrderDraft;
  baits: BaitChoice[];
  colourways: WayChoice[];
  customers: string[];
  today: string;
}

export const emptyLine = (promised: string): Line => ({
  name: '',
  pack: '1',
  promised,
  usable: false,
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
      lines: typed.lines.map((line) => ({
        id: line.lineId,
        name: line.name,
        pack: Number(line.pack),
        promised: line.promised,
        usable: line.usable,
        parts: line.parts.map((part) => ({
          bait: Number(part.bait),
          colourway: Number(part.colourway),
          count: Number(part.count),
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
    <form onSubmit={(submit) => void handleSubmit(keep)(submit)} noValidate className="max-w-5xl">
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
          {customers.map((customer) => (
            <option key={customer} value={customer} />
          ))}
        </datalist>
        <label className="field">
          <span>Note</span>
          <input className="box" {...register('note')} />
        </label>
      </div>
      {fields.map((field, i) => (
        <LineFields
          key={field.id}
          {...{ i, control, register, errors, baits, colourways, today }}
          only={fields.length === 1}
          onRemove={() => remove(i)}
        />
      ))}
      {asking}
      <Wrong className="my-2">{wrong}</Wrong>
      <div className="flex flex-wrap gap-3 border-t-[1.5px] border-ink pt-4">
        <button type="submit" className="act act-main" disabled={isSubmitting}>
          Save
        </button>
        <button
          type="button"
          className="act"
          onClick={() => append(emptyLine(getValues('lines').at(-1)?.promised ?? ''))}
        >
          Another line
        </button>
        <a className="act border-transparent" href="/orders">
          Cancel
        </a>
      </div>
    </form>
  );
}
