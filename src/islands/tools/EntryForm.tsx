import { lazy, Suspense, useId, useState } from 'react';
import type { Build } from '@/core/build/index.ts';
import { builtIns, findBuild, layersOf, place } from '@/core/build/index.ts';
import { Bait } from '@/ui/Bait.tsx';
import { dress } from '@/ui/dress.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { sayFlake } from '@/core/quantity/index.ts';
import { useSave } from '@/ui/useSave.tsx';
import { dropOf } from '@/core/material/hardness.ts';
import { INGREDIENT_OF } from '@/core/material/ingredientOf.ts';
import type { MaterialKind } from '@/core/material/kinds.ts';
import { KINDS } from '@/core/material/kinds.ts';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { unreadIn } from '@/ui/unread.ts';
import type { Field } from './forms.ts';
import { FORMS } from './forms.ts';

// Only few lists have colours to photograph.
const FromPhoto = lazy(async () => ({
  default: (await import('../colour/FromPhoto.tsx')).FromPhoto,
}));

type Values = Record<string, unknown>;
interface Choice {
  id: number;
  name: string;
}
interface Context {
  units: ShopUnits;
  moulds: Choice[];
  mixes: (Choice & { colour?: string })[];
  /** what stands on the shelf */
  materials?: (Choice & { kind: MaterialKind })[];
  /** builds composed in the shop */
  builds?: Build[];
}

function Input({
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
  const put = (v: unknown) => set({ [field.key]: v });
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
            onChange={(e) => put(e.target.value)}
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
          take={(name, m) =>
            set({ [field.key]: name, ...(m ? { kind: INGREDIENT_OF[m.kind] } : {}) })
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
              onChange={(e) => put(e.target.value)}
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
            onChange={(v) => (v !== null || field.optional) && put(v)}
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
        ...(['drops', 'volume', 'mass'] as const).filter((d) => d !== dimension),
      ] as ['drops' | 'volume' | 'mass', ...('drops' | 'volume' | 'mass')[]];
      return (
        <QuantityField
          label={field.label}
          value={value as number}
          dimensions={order}
          shop={context.units}
          onChange={(v, d) => v !== null && set({ amount: v, dimension: d })}
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
            onChange={(e) => put(field.empty && e.target.value === '' ? null : e.target.value)}
          >
            {field.choices.map(([k, name]) => (
              <option key={k} value={k}>
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
          {field.choices.map(([k, name]) => (
            <label key={k} className="mr-5 inline-flex min-h-11 items-center gap-2">
              <input
                type="checkbox"
                className="size-5"
                checked={held.includes(k)}
                onChange={(e) => put(e.target.checked ? [...held, k] : held.filter((x) => x !== k))}
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
          {context.moulds.map((m) => (
            <label key={m.id} className="mr-5 inline-flex min-h-11 items-center gap-2">
              <input
                type="checkbox"
                className="size-5"
                checked={held.includes(m.id)}
                onChange={(e) =>
                  put(e.target.checked ? [...held, m.id] : held.filter((x) => x !== m.id))
                }
              />
              {m.name}
            </label>
          ))}
        </fieldset>
      );
    }
    case 'build':
      return (
        <label className="field">
          <span>{field.label}</span>
          <select className="box" value={String(value)} onChange={(e) => put(e.target.value)}>
            {[...builtIns(), ...(context.builds ?? [])].map((b) => (
              <option key={b.key} value={b.key}>
                {b.name}
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
      const says = (l: (typeof layers)[number]) => {
        const { over } = place(l.place);
        return `${l.name}${over === 'both' ? '' : `, over ${over}`}`;
      };
      return (
        <>
          {layers.map((l) => (
            <label key={l.key} className="field">
              <span>{says(l)}</span>
              <select
                className="box"
                value={held[l.key] ?? ''}
                onChange={(e) =>
                  put(
                    Object.fromEntries(
                      layers.map((x) => [
                        x.key,
                        x.key === l.key ? Number(e.target.value) || null : (held[x.key] ?? null),
                      ]),
                    ),
                  )
                }
              >
                <option value="">no mix yet</option>
                {context.mixes.map((m) => (
                  <option key={m.id} value={m.id}>
                    {m.name}
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
                (l) => context.mixes.find((m) => m.id === held[l.key])?.colour ?? null,
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
              {field.fields.map((f) => (
                <Input
                  key={f.key}
                  field={f}
                  value={row[f.key]}
                  all={row}
                  context={context}
                  set={(part) => put(held.map((r, k) => (k === i ? { ...r, ...part } : r)))}
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

/** An ingredient by its name on the shelf; a name nobody knows is asked about, and kept as it is typed. */
function Shelved({
  label,
  value,
  materials,
  take,
  bad,
}: {
  label: string;
  value: string;
  materials: NonNullable<Context['materials']>;
  take: (name: string, m?: { kind: MaterialKind }) => void;
  bad: React.ReactNode;
}) {
  const id = useId();
  const known = materials.find((m) => m.name.toLowerCase() === value.trim().toLowerCase());
  return (
    <div>
      <label className="field">
        <span>{label}</span>
        <input
          className="box"
          list={id}
          value={value}
          onChange={(e) =>
            take(
              e.target.value,
              materials.find((m) => m.name.toLowerCase() === e.target.value.trim().toLowerCase()),
            )
          }
          autoComplete="off"
        />
      </label>
      <datalist id={id}>
        {materials.map((m) => (
          <option key={m.id} value={m.name}>
            {KINDS[m.kind].name}
          </option>
        ))}
      </datalist>
      {value.trim() !== '' && !known && (
        <p className="hint" role="status">
          “{value.trim()}” is not on the shelf.{' '}
          <a href="/entry/materials/new" target="_blank">
            New material?
          </a>
        </p>
      )}
      {bad}
    </div>
  );
}

/** A photograph to take a colour from, once it is asked for. */
function ByPhoto({ onHex }: { onHex: (hex: string) => void }) {
  const [open, setOpen] = useState(false);
  return open ? (
    <Suspense fallback={<p className="hint">…</p>}>
      <FromPhoto onHex={onHex} />
    </Suspense>
  ) : (
    <button type="button" className="act mt-1 border-transparent" onClick={() => setOpen(true)}>
      From a photograph
    </button>
  );
}

/** Twenty drops on a scale give one drop's size. */
function Twenty({
  label,
  density,
  units,
  set,
}: {
  label: string;
  density: number;
  units: ShopUnits;
  set: (ml: number) => void;
}) {
  const [grams, setGrams] = useState<number | null>(null);
  return (
    <QuantityField
      label={`${label}: they weigh`}
      value={grams}
      dimensions={['mass']}
      min={0.05}
      max={12}
      shop={units}
      onChange={(g) => {
        setGrams(g);
        if (g !== null && density > 0) set(Number(dropOf(g, density).toFixed(4)));
      }}
    />
  );
}

/** One form for every list of the shop: its fields are data. */
export default function EntryForm({
  list,
  id,
  version,
  values,
  ...context
}: Context & { list: string; id?: number; version?: string; values: Values | null }) {
  const form = FORMS[list]!;
  const [held, setHeld] = useState<Values>(values ?? form.blank);
  const [wrong, setWrong] = useState<{ message: string; field?: string } | null>(null);
  const { save, asking } = useSave(version);
  const keep = async (fields: HTMLFormElement) => {
    const unread = unreadIn(fields);
    if (unread) return setWrong({ message: unread });
    const reply = await save(
      id ? 'PUT' : 'POST',
      `/api/catalogue/${list}${id ? `/${id}` : ''}`,
      held,
    );
    if (reply.ok) location.assign(form.back);
    else setWrong({ message: reply.message, field: reply.field });
  };
  const known = form.fields.some((f) => f.key === wrong?.field?.split('.')[0]);
  return (
    <form
      className="grid max-w-3xl gap-4 sm:grid-cols-2"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        void keep(e.currentTarget);
      }}
    >
      {form.fields
        .filter((f) => !f.only || f.only.of.includes(String(held[f.only.key])))
        .map((f) => (
          <Input
            key={`${f.key}${f.kind}`}
            field={f}
            value={held[f.key]}
            all={held}
            context={context}
            set={(part) => setHeld({ ...held, ...part })}
            wrong={wrong?.field?.split('.')[0] === f.key ? wrong.message : undefined}
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
          Keep this {form.one}
        </button>
        <a className="act border-transparent" href={form.back}>
          Leave it
        </a>
      </p>
    </form>
  );
}
