import type { ReactNode } from 'react';
import type { Context, Values } from './EntryContext.tsx';
import type { Field } from './forms/field.ts';
import type { InputProps } from './inputs/input.ts';
import { FillWeighed, PlainInWater } from './inputs/Density.tsx';
import { LayersInput } from './inputs/LayersInput.tsx';
import {
  AmountInput,
  BuildInput,
  ChoiceInput,
  ColourInput,
  MaterialInput,
  PlastisolInput,
  QuantityInput,
  TextInput,
  TwentyInput,
} from './inputs/simple.tsx';
import { IdsInput, ManyInput } from './inputs/Ticks.tsx';

/** One row of several: its fields, and out with it. */
function Row({
  field,
  row,
  index,
  alone,
  put,
  remove,
  context,
}: {
  field: InputProps<'rows'>['field'];
  row: Values;
  index: number;
  /** it is the only one, and there must be one */
  alone: boolean;
  put: (row: Values) => void;
  remove: () => void;
  context: Context;
}) {
  return (
    <div
      className="grid items-start gap-3 border-b border-rule py-2"
      style={{ gridTemplateColumns: `repeat(auto-fit, minmax(110px, 1fr))` }}
    >
      {field.fields.map((inner) => (
        <Input
          key={inner.key}
          field={inner}
          value={row[inner.key]}
          all={row}
          context={context}
          set={(part) => put({ ...row, ...part })}
        />
      ))}
      {!alone && (
        <button
          type="button"
          className="act mt-6"
          aria-label={`Take out ${field.one} ${index + 1}`}
          onClick={remove}
        >
          Take out
        </button>
      )}
    </div>
  );
}

function RowsInput({ field, value, put, context, bad }: InputProps<'rows'>) {
  const held = value as Values[];
  return (
    <fieldset className="sm:col-span-2">
      <legend className="font-bold">{field.label}</legend>
      {held.map((row, index) => (
        <Row
          key={index}
          {...{ field, row, index, context }}
          alone={held.length === 1 && !field.none}
          put={(changed) => put(held.map((other, k) => (k === index ? changed : other)))}
          remove={() => put(held.filter((_, k) => k !== index))}
        />
      ))}
      {held.length < field.most && (
        <button
          type="button"
          className="act mt-2"
          onClick={() => put([...held, { ...field.blank }])}
        >
          {held.length > 0 ? 'Another' : 'Add a'} {field.one}
        </button>
      )}
      {bad}
    </fieldset>
  );
}

/** Each kind of field and how it is typed in. */
const INPUTS: { [Kind in Field['kind']]: (props: InputProps<Kind>) => ReactNode } = {
  text: TextInput,
  material: MaterialInput,
  colour: ColourInput,
  quantity: QuantityInput,
  amount: AmountInput,
  choice: ChoiceInput,
  many: ManyInput,
  twenty: TwentyInput,
  plastisol: PlastisolInput,
  fillWeighed: FillWeighed,
  plainInWater: PlainInWater,
  ids: IdsInput,
  build: BuildInput,
  layers: LayersInput,
  rows: RowsInput,
};

/** One field of an entry, by its kind. */
export function Input({ field, wrong, ...rest }: Omit<InputProps, 'put' | 'bad'>) {
  const Kind = INPUTS[field.kind] as (props: InputProps) => ReactNode;
  const bad = wrong && (
    <span className="wrong" role="alert">
      {wrong}
    </span>
  );
  return (
    <Kind {...{ field, wrong, bad, ...rest }} put={(value) => rest.set({ [field.key]: value })} />
  );
}
