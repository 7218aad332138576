import { useMemo } from 'react';
import {
  type Control,
  Controller,
  type UseFormRegister,
  type FieldErrors,
  useFieldArray,
} from 'react-hook-form';
import type { Picked } from '@/ui/Combobox.tsx';
import { Combobox } from '@/ui/Combobox.tsx';
import type { BaitChoice, WayChoice } from '@/ui/picks.tsx';
import { baitPicks, wayPicks } from '@/ui/picks.tsx';

interface Part {
  bait: string;
  colourway: string;
  count: string;
}
export interface Line {
  lineId?: number;
  name: string;
  pack: string;
  promised: string;
  /** usable ones will do too */
  usable: boolean;
  parts: Part[];
}
const whole = (text: string) =>
  (/^\s*\d+\s*$/.test(text) && Number(text) > 0) || 'A whole number, at least 1.';
interface LineProps {
  i: number;
  control: Control<OrderDraft>;
  register: UseFormRegister<OrderDraft>;
  errors: FieldErrors<OrderDraft>;
  baits: BaitChoice[];
  colourways: WayChoice[];
  today: string;
  only: boolean;
  onRemove: () => void;
}
export function LineFields({
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
  const picks = useMemo(
    () => ({ bait: baitPicks(baits), colourway: wayPicks(colourways) }),
    [baits, colourways],
  );
  const choose = (label: string, j: number, key: 'bait' | 'colourway', all: Picked[]) => (
    <Controller
      control={control}
      name={`lines.${i}.parts.${j}.${key}`}
      rules={{ required: `Choose a ${key}.` }}
      render={({ field }) => (
        <Combobox
          label={label}
          list={`${key}s`}
          value={field.value}
          options={all}
          onChange={field.onChange}
          error={wrong?.parts?.[j]?.[key]?.message}
        />
      )}
    />
  );
  return (
    <fieldset className="border-t-[1.5px] border-ink py-4">
      <legend className="float-left mr-4 w-24 font-bold">Line {i + 1}</legend>
      <div className="clear-both grid gap-3">
        {fields.map((field, j) => (
          <div
            key={field.id}
            className="grid items-start gap-3 md:grid-cols-[1fr_1.4fr_110px_auto]"
          >
            {choose('Bait', j, 'bait', picks.bait)}
            {choose('Colourway', j, 'colourway', picks.colourway)}
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
                aria-label={`Take out bait ${j + 1} of line ${i + 1}`}
              >
                Take out
              </button>
            ) : (
              <span />
            )}
          </div>
        ))}
        <div className="grid items-start gap-3 md:grid-cols-[110px_180px_auto_1fr_auto_auto]">
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
          <label className="mt-6 flex min-h-11 items-center gap-2">
            <input type="checkbox" {...register(`lines.${i}.usable`)} />
            Usable ones will do
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
              Delete line
            </button>
          )}
        </div>
      </div>
    </fieldset>
  );
}
export interface OrderDraft {
  customer: string;
  note: string;
  lines: Line[];
}
