import { builtIns } from '../../../core/build/builtIns.ts';
import { INGREDIENT_OF } from '../../../core/material/ingredientOf.ts';
import { sayFlake } from '../../../core/quantity/format.ts';
import { QuantityField } from '../../../ui/QuantityField.tsx';
import { ByPhoto, Shelved, Twenty } from '../EntryShelf.tsx';
import type { InputProps } from './input.ts';

/** What a field of words holds; nothing typed yet is no words. */
const wordsOf = (value: unknown): string => (typeof value === 'string' ? value : '');

export const TextInput = ({ field, value, put, wrong, bad }: InputProps<'text'>) => (
  <label className="field">
    <span>{field.label}</span>
    <input
      className="box"
      value={wordsOf(value)}
      onChange={(change) => put(change.target.value)}
      aria-invalid={wrong ? true : undefined}
    />
    {bad}
  </label>
);

export const MaterialInput = ({ field, value, set, context, bad }: InputProps<'material'>) => (
  <Shelved
    label={field.label}
    value={wordsOf(value)}
    materials={context.materials ?? []}
    take={(name, other) =>
      set({ [field.key]: name, ...(other ? { kind: INGREDIENT_OF[other.kind] } : {}) })
    }
    bad={bad}
  />
);

export const PlastisolInput = ({ field, value, put, context }: InputProps<'plastisol'>) => (
  <label className="field">
    <span>{field.label}</span>
    <select
      className="box"
      value={typeof value === 'number' ? value : ''}
      onChange={({ target }) => put(target.value === '' ? undefined : Number(target.value))}
    >
      <option value="">any of its grade</option>
      {(context.materials ?? [])
        .filter(({ kind }) => kind === 'plastisol')
        .map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
    </select>
  </label>
);

/** What a colour is until its own is given. */
const NO_COLOUR_YET = '#b8b4a8';
export const ColourInput = ({ field, value, put }: InputProps<'colour'>) =>
  value === null && field.optional ? (
    <div className="field">
      <span>{field.label}</span>
      <button type="button" className="act" onClick={() => put(NO_COLOUR_YET)}>
        Give its colour
      </button>
    </div>
  ) : (
    <div>
      <label className="field">
        <span>{field.label}</span>
        <input
          type="color"
          className="box p-1"
          value={String(value)}
          onChange={(change) => put(change.target.value)}
        />
      </label>
      {field.photo && <ByPhoto onHex={put} />}
    </div>
  );

export const QuantityInput = ({ field, value, put, context, wrong }: InputProps<'quantity'>) => (
  <div>
    <QuantityField
      label={field.label}
      value={value as number}
      dimensions={[field.dimension]}
      min={field.range?.min}
      max={field.range?.max}
      shop={context.units}
      onChange={(figure) => (figure !== null || field.optional) && put(figure)}
      error={wrong}
    />
    {field.flake && typeof value === 'number' && (
      <p className="hint">{sayFlake(value, context.units)}</p>
    )}
    {field.doubt && typeof value === 'number' && value > field.doubt.over && (
      <p className="font-semibold text-watch" role="status">
        ◇ {field.doubt.says}
      </p>
    )}
  </div>
);

const AMOUNTS = ['drops', 'volume', 'mass'] as const;
type AmountOf = (typeof AMOUNTS)[number];
/** An amount by drops, by spoon or by weight: a bare number is what it was in. */
export const AmountInput = ({ field, value, set, all, context, wrong }: InputProps<'amount'>) => {
  const first = all.dimension as AmountOf;
  return (
    <QuantityField
      label={field.label}
      value={value as number}
      dimensions={[first, ...AMOUNTS.filter((other) => other !== first)]}
      shop={context.units}
      onChange={(amount, dimension) => amount !== null && set({ amount, dimension })}
      error={wrong}
    />
  );
};

export const ChoiceInput = ({ field, value, put }: InputProps<'choice'>) => (
  <label className="field">
    <span>{field.label}</span>
    <select
      className="box"
      value={wordsOf(value)}
      onChange={(change) =>
        put(field.empty && change.target.value === '' ? null : change.target.value)
      }
    >
      {field.choices.map(([key, name]) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </select>
  </label>
);

export const BuildInput = ({ field, value, put, context }: InputProps<'build'>) => (
  <label className="field">
    <span>{field.label}</span>
    <select className="box" value={String(value)} onChange={(change) => put(change.target.value)}>
      {[...builtIns(), ...(context.builds ?? [])].map((build) => (
        <option key={build.key} value={build.key}>
          {build.name}
        </option>
      ))}
    </select>
  </label>
);

export const TwentyInput = ({ field, put, all, context }: InputProps<'twenty'>) => (
  <Twenty label={field.label} density={Number(all.density)} units={context.units} set={put} />
);
