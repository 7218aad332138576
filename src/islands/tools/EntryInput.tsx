import { builtIns, findBuild } from '../../core/build/builtIns.ts';
import { layersOf } from '../../core/build/build.ts';
import { place } from '../../core/build/place.ts';
import { INGREDIENT_OF } from '../../core/material/ingredientOf.ts';
import { sayFlake } from '../../core/quantity/format.ts';
import { Bait } from '../../ui/Bait.tsx';
import { dress } from '../../ui/dress.ts';
import { QuantityField } from '../../ui/QuantityField.tsx';
import { Shelved, ByPhoto, Twenty } from './EntryShelf.tsx';
import type { Field } from './forms.ts';
import type { Values, Context } from './EntryContext.tsx';

export function Input({
  field,
  value,
  set,
  all,
  context,
  wrong,
}: {
  field: Field;
  value: unknown;
  set: (part: Values) => void;
  all: Values;
  context: Context;
  wrong?: string;
}) {
  const put = (value: unknown) => set({ [field.key]: value });
  const bad = wrong && (
    <span className="wrong" role="alert">
      {wrong}
    </span>
  );
  switch (field.kind) {
    case 'text':
      return (
        <label className="field">
          <span>{field.label}</span>
          <input
            className="box"
            value={String(value ?? '')}
            onChange={(change) => put(change.target.value)}
            aria-invalid={wrong ? true : undefined}
          />
          {bad}
        </label>
      );
    case 'material':
      return (
        <Shelved
          label={field.label}
          value={String(value ?? '')}
          materials={context.materials ?? []}
          take={(name, other) =>
            set({ [field.key]: name, ...(other ? { kind: INGREDIENT_OF[other.kind] } : {}) })
          }
          bad={bad}
        />
      );
    case 'colour':
      if (value === null && field.optional)
        return (
          <div className="field">
            <span>{field.label}</span>
            <button type="button" className="act" onClick={() => put('#b8b4a8')}>
              Give its colour
            </button>
          </div>
        );
      return (
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
    case 'quantity':
      return (
        <div>
          <QuantityField
            label={field.label}
            value={value as number}
            dimensions={[field.dimension]}
            min={field.min}
            max={field.max}
            shop={context.units}
            onChange={(value) => (value !== null || field.optional) && put(value)}
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
    case 'amount': {
      const dimension = all.dimension as 'drops' | 'volume' | 'mass';
      const order = [
        dimension,
        ...(['drops', 'volume', 'mass'] as const).filter((day) => day !== dimension),
      ] as ['drops' | 'volume' | 'mass', ...('drops' | 'volume' | 'mass')[]];
      return (
        <QuantityField
          label={field.label}
          value={value as number}
          dimensions={order}
          shop={context.units}
          onChange={(value, day) => value !== null && set({ amount: value, dimension: day })}
          error={wrong}
        />
      );
    }
    case 'choice':
      return (
        <label className="field">
          <span>{field.label}</span>
          <select
            className="box"
            value={String(value ?? '')}
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
    case 'many': {
      const held = value as string[];
      return (
        <fieldset className="sm:col-span-2">
          <legend className="text-sm text-soft">{field.label}</legend>
          {field.choices.map(([key, name]) => (
            <label key={key} className="mr-5 inline-flex min-h-11 items-center gap-2">
              <input
                type="checkbox"
                className="size-5"
                checked={held.includes(key)}
                onChange={(change) =>
                  put(change.target.checked ? [...held, key] : held.filter((text) => text !== key))
                }
              />
              {name}
            </label>
          ))}
          {bad}
        </fieldset>
      );
    }
    case 'twenty':
      return (
        <Twenty label={field.label} density={Number(all.density)} units={context.units} set={put} />
      );
    case 'ids': {
      const held = value as number[];
      return (
        <fieldset className="sm:col-span-2">
          <legend className="text-sm text-soft">{field.label}</legend>
          {context.moulds.map((mould) => (
            <label key={mould.id} className="mr-5 inline-flex min-h-11 items-center gap-2">
              <input
                type="checkbox"
                className="size-5"
                checked={held.includes(mould.id)}
                onChange={(change) =>
                  put(
                    change.target.checked
                      ? [...held, mould.id]
                      : held.filter((x) => x !== mould.id),
                  )
                }
              />
              {mould.name}
            </label>
          ))}
        </fieldset>
      );
    }
    case 'build':
      return (
        <label className="field">
          <span>{field.label}</span>
          <select
            className="box"
            value={String(value)}
            onChange={(change) => put(change.target.value)}
          >
            {[...builtIns(), ...(context.builds ?? [])].map((build) => (
              <option key={build.key} value={build.key}>
                {build.name}
              </option>
            ))}
          </select>
        </label>
      );
    case 'layers': {
      const held = value as Record<string, number | null>;
      const build = findBuild(String(all.build), context.builds);
      if (!build) return <p className="wrong">Its build is gone. Choose another.</p>;
      const layers = layersOf(build);
      const says = (layer: (typeof layers)[number]) => {
        const { over } = place(layer.place);
        return `${layer.name}${over === 'both' ? '' : `, over ${over}`}`;
      };
      return (
        <>
          {layers.map((layer) => (
            <label key={layer.key} className="field">
              <span>{says(layer)}</span>
              <select
                className="box"
                value={held[layer.key] ?? ''}
                onChange={(change) =>
                  put(
                    Object.fromEntries(
                      layers.map((other) => [
                        other.key,
                        other.key === layer.key
                          ? Number(change.target.value) || null
                          : (held[other.key] ?? null),
                      ]),
                    ),
                  )
                }
              >
                <option value="">no mix yet</option>
                {context.mixes.map((mix) => (
                  <option key={mix.id} value={mix.id}>
                    {mix.name}
                  </option>
                ))}
              </select>
            </label>
          ))}
          <div className="sm:col-span-2">
            <Bait
              outline="eel"
              width={420}
              layers={dress(
                build,
                (layer) => context.mixes.find((mix) => mix.id === held[layer.key])?.colour ?? null,
              )}
              label={`${build.name} in these mixes`}
            />
          </div>
        </>
      );
    }
    case 'rows': {
      const held = value as Values[];
      return (
        <fieldset className="sm:col-span-2">
          <legend className="font-bold">{field.label}</legend>
          {held.map((row, i) => (
            <div
              key={i}
              className="grid items-start gap-3 border-b border-rule py-2"
              style={{ gridTemplateColumns: `repeat(auto-fit, minmax(110px, 1fr))` }}
            >
              {field.fields.map((field) => (
                <Input
                  key={field.key}
                  field={field}
                  value={row[field.key]}
                  all={row}
                  context={context}
                  set={(part) =>
                    put(held.map((values, k) => (k === i ? { ...values, ...part } : values)))
                  }
                />
              ))}
              {(held.length > 1 || field.none) && (
                <button
                  type="button"
                  className="act mt-6"
                  aria-label={`Take ${field.one} ${i + 1} out`}
                  onClick={() => put(held.filter((_, k) => k !== i))}
                >
                  Take out
                </button>
              )}
            </div>
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
  }
}
