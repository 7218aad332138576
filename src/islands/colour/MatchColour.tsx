import { useState } from 'react';
import type { Choice, Colour, Recipe } from '@/core/colour/index.ts';
import {
  asMix,
  colourOfHex,
  hexOf,
  lightOf,
  readColour,
  shelved,
  SIGHT,
  throughTo,
} from '@/core/colour/index.ts';
import type { Material, Mix } from '@/core/material/index.ts';
import { KINDS } from '@/core/material/index.ts';
import { PINCH } from '@/core/material/index.ts';
import { spoon } from '@/core/plan/spoon.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { call } from '@/ui/api.ts';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { Photo } from './Photo.tsx';
import { remeltOf } from './remelt.ts';
import { useRecipes } from './useRecipes.ts';

interface Shelf {
  id: number;
  spec: Material;
}
const WHY: Record<Choice['why'], string> = {
  nearest: 'Nearest',
  fewer: 'Fewer things in it',
  cheaper: 'Costs less',
  another: 'Another way',
};
/** How far off a colour is, as an eye has it (judgement, after common use of CIEDE2000). */
const says = (off: number): string =>
  off < 1
    ? 'not to be told apart'
    : off < 2
      ? 'to be told side by side'
      : off < 5
        ? 'near, but another colour'
        : 'out of reach of this shelf';

/** One way of making the colour: how it looks beside what is wanted, and what goes in. */
function Way({
  choice,
  target,
  shelf,
  units,
  into,
  keep,
}: {
  /** remelt it goes into, mL */ into: { name: string; ml: number } | null;
  choice: Choice;
  target: Colour;
  shelf: Shelf[];
  units: ShopUnits;
  /** keeps it as a mix; a sentence where it could not be */ keep: (
    name: string,
    doses: Recipe['doses'],
  ) => Promise<string | null>;
}) {
  const [name, setName] = useState('');
  const [wrong, setWrong] = useState('');
  const { recipe } = choice;
  return (
    <li className="border-t-[1.5px] border-ink py-3" data-choice={choice.why}>
      <h3 className="font-bold">{WHY[choice.why]}</h3>
      <svg
        viewBox="0 0 240 56"
        className="mt-1 block w-full max-w-96"
        role="img"
        aria-label={`Wanted ${hexOf(target)}, made ${hexOf(recipe.colour)}`}
      >
        <path d="M0 0H120V56H0Z" fill={hexOf(target)} />
        <path d="M120 0H240V56H120Z" fill={hexOf(recipe.colour)} />
        <path d="M.75 .75H239.25V55.25H.75Z" className="line-art" />
      </svg>
      <p className="hint flex justify-between max-w-96">
        <span>wanted</span>
        <span>made</span>
      </p>
      <p>
        <span className="figure text-3xl" data-off>
          {recipe.off.toFixed(1)}
        </span>{' '}
        <span className="text-soft">ΔE 2000: {says(recipe.off)}</span>
      </p>
      <ol className="mt-1 max-w-96">
        {into && (
          <li className="flex justify-between border-b border-rule py-1">
            <span>{into.name}, remelted</span>
            <b className="figure">{say(into.ml, 'volume', units)}</b>
          </li>
        )}
        {recipe.doses.map((d) => {
          const { spec } = shelf.find((m) => String(m.id) === d.key)!;
          return (
            <li key={d.key} className="flex justify-between border-b border-rule py-1">
              <span>{spec.name}</span>
              <b className="figure">
                {KINDS[spec.kind].by === 'drops'
                  ? `${d.dose} dr`
                  : KINDS[spec.kind].by === 'mL'
                    ? say(d.dose, 'volume', units)
                    : spoon(d.dose * PINCH, units)}
              </b>
            </li>
          );
        })}
      </ol>
      <form
        className="mt-2 flex max-w-96 items-end gap-2"
        onSubmit={async (e) => {
          e.preventDefault();
          setWrong((await keep(name.trim(), recipe.doses)) ?? '');
        }}
      >
        <label className="field min-w-0 flex-1">
          <span>Keep it as a mix called</span>
          <input className="box" value={name} onChange={(e) => setName(e.target.value)} />
        </label>
        <button type="submit" className="act" disabled={!name.trim()}>
          Keep
        </button>
      </form>
      {wrong && (
        <p className="wrong" role="alert">
          {wrong}
        </p>
      )}
      {recipe.cost > 0 && <p className="hint">costs {recipe.cost.toFixed(2)} a charge</p>}
    </li>
  );
}

/** A wanted colour, and the ways to it with what stands on the shelf: whole drops and real spoons. */
export default function MatchColour({
  materials,
  mixes,
  from,
  units,
}: {
  materials: Shelf[];
  mixes: { id: number; spec: Mix }[];
  /** mix whose colour is wanted first */ from: number | null;
  units: ShopUnits;
}) {
  const ofMix = (id: number | null): Colour | null => {
    const m = mixes.find((x) => x.id === id);
    return m
      ? throughTo(
          lightOf(
            m.spec,
            materials.map((x) => x.spec),
          ).medium,
          SIGHT.thickness,
          'card',
        )
      : null;
  };
  const [target, setTarget] = useState<Colour>(() => ofMix(from) ?? colourOfHex('#6f7c3c')!);
  const [typed, setTyped] = useState('');
  const [puck, setPuck] = useState<{ id: number; ml: number } | null>(null);
  const [ml, setMl] = useState(237);
  const [thickness, setThickness] = useState<number>(SIGHT.thickness);
  const [without, setWithout] = useState<number[]>([]);
  const { answer, busy, ask, stop } = useRecipes();
  const colouring = materials.filter((m) => KINDS[m.spec.kind].colours);
  const ready = colouring.map((m) => ({ ...m, as: shelved(String(m.id), m.spec, ml) }));
  const usable = ready.flatMap((m) =>
    m.as.ok && !without.includes(m.id) && m.id !== puck?.id ? [m.as.one] : [],
  );
  const held = puck && materials.find((m) => m.id === puck.id);
  const remelt = held
    ? remeltOf(
        held.spec,
        puck!.ml,
        ml,
        materials.map((m) => m.spec),
        units,
      )
    : null;
  const [shown, setShown] = useState<Colour | null>(null);
  const look = () => {
    setShown(target);
    ask(usable, target, ml, { ...SIGHT, thickness, base: remelt?.base ?? SIGHT.base });
  };
  const keep = async (name: string, doses: Recipe['doses']): Promise<string | null> => {
    const all = materials.map((m) => m.spec);
    const of = doses.map((d) => ({
      material: materials.find((m) => String(m.id) === d.key)!.spec,
      dose: d.dose,
    }));
    const reply = await call<{ id: number }>(
      'POST',
      '/api/catalogue/mixes',
      asMix(name, 'medium', held ? [{ material: held.spec, dose: puck!.ml }, ...of] : of, ml, all),
    );
    if (!reply.ok) return reply.message;
    location.assign(`/colours/mixes/${reply.value.id}`);
    return null;
  };
  const read = typed ? readColour(typed) : null;
  const take = (c: Colour) => {
    setTarget(c);
    setTyped('');
  };
  return (
    <div className="grid gap-8 lg:grid-cols-[340px_minmax(0,1fr)]">
      <div className="grid content-start gap-4">
        <div>
          <div
            className="h-24 border border-ink"
            style={{ background: hexOf(target) }}
            role="img"
            aria-label={`The colour wanted, ${hexOf(target)}`}
            data-target={hexOf(target)}
          />
          <p className="hint">
            L {target.l.toFixed(0)}, a {target.a.toFixed(0)}, b {target.b.toFixed(0)}
          </p>
        </div>
        <label className="field">
          <span>Pick it</span>
          <input
            type="color"
            className="box p-1"
            value={hexOf(target)}
            onChange={(e) => take(colourOfHex(e.target.value)!)}
          />
        </label>
        <label className="field">
          <span>Or write it: #6b7f2a, or L a b</span>
          <input
            className="box"
            value={typed}
            onChange={(e) => {
              setTyped(e.target.value);
              const c = readColour(e.target.value);
              if (c) setTarget(c);
            }}
            aria-invalid={typed !== '' && !read ? true : undefined}
          />
          {typed !== '' && !read && (
            <span className="wrong">
              Six figures of a hex, or three numbers: L from 0 to 100, a and b from −128 to 128. The
              colour before is kept.
            </span>
          )}
        </label>
        <label className="field">
          <span>Or the colour of a mix</span>
          <select
            className="box"
            value=""
            onChange={(e) => {
              const c = ofMix(Number(e.target.value));
              if (c) take(c);
            }}
          >
            <option value="">choose</option>
            {mixes.map((m) => (
              <option key={m.id} value={m.id}>
                {m.spec.name}
              </option>
            ))}
          </select>
        </label>
        <Photo onColour={take} />
        <div className="grid grid-cols-2 gap-3">
          <QuantityField
            label="Charge"
            value={ml}
            dimensions={['volume']}
            shop={units}
            min={10}
            max={4000}
            onChange={(v) => v !== null && setMl(v)}
          />
          <QuantityField
            label="Seen through"
            value={thickness}
            dimensions={['length']}
            shop={units}
            min={0.2}
            max={60}
            onChange={(v) => v !== null && setThickness(v)}
          />
        </div>
        <div>
          <label className="field">
            <span>Into</span>
            <select
              className="box"
              value={puck?.id ?? ''}
              onChange={(e) =>
                setPuck(
                  e.target.value ? { id: Number(e.target.value), ml: Math.round(ml / 2) } : null,
                )
              }
            >
              <option value="">clear plastisol</option>
              {materials
                .filter((m) => m.spec.kind === 'puck')
                .map((m) => (
                  <option key={m.id} value={m.id}>
                    {m.spec.name}, remelted
                  </option>
                ))}
            </select>
          </label>
          {puck && (
            <div className="mt-2">
              <QuantityField
                label="Of it in the charge"
                value={puck.ml}
                dimensions={['volume']}
                shop={units}
                min={1}
                max={ml}
                onChange={(v) => v !== null && setPuck({ ...puck, ml: v })}
              />
            </div>
          )}
          {remelt && (
            <ul className="mt-2 grid gap-1 text-sm" data-remelt>
              {remelt.says.map((x) => (
                <li key={x}>{x}</li>
              ))}
            </ul>
          )}
        </div>
        <details>
          <summary className="flex min-h-11 cursor-pointer items-center font-bold">
            From the shelf: {usable.length} of {colouring.length}
          </summary>
          {ready.map((m) => (
            <label key={m.id} className="flex min-h-11 items-center gap-2 border-b border-rule">
              <input
                type="checkbox"
                className="size-5"
                disabled={!m.as.ok}
                checked={m.as.ok && !without.includes(m.id)}
                onChange={(e) =>
                  setWithout(
                    e.target.checked ? without.filter((x) => x !== m.id) : [...without, m.id],
                  )
                }
              />
              <span>
                {m.spec.name}
                {!m.as.ok && <span className="hint block">{m.as.message}</span>}
              </span>
            </label>
          ))}
        </details>
        {busy ? (
          <button type="button" className="act" onClick={stop}>
            Stop looking
          </button>
        ) : (
          <button
            type="button"
            className="act act-main"
            onClick={look}
            disabled={usable.length === 0}
          >
            Find the doses
          </button>
        )}
      </div>
      <div aria-live="polite" data-busy={busy}>
        {busy && <p className="text-xl">Trying what the shelf can do…</p>}
        {!busy && !answer && (
          <p className="text-soft max-w-prose">
            Choose a colour and look: the nearest recipe in whole drops and real spoons comes here,
            with others that have fewer things in them or cost less. It is judged as a bait so
            thick, on white, in daylight.
          </p>
        )}
        {!busy && answer && shown && (
          <>
            {answer.choices[0] && answer.choices[0].recipe.off >= 5 && (
              <p className="mb-2 font-semibold text-watch">
                ◇ This shelf does not reach it. The nearest is below; a{' '}
                {answer.choices[0].recipe.colour.l < shown.l ? 'lighter' : 'stronger'} colouring
                would be wanted.
              </p>
            )}
            <ul className="grid gap-x-10 gap-y-2 md:grid-cols-2">
              {answer.choices.map((c, i) => (
                <Way
                  key={i}
                  choice={c}
                  target={shown}
                  shelf={materials}
                  units={units}
                  into={held ? { name: held.spec.name, ml: puck!.ml } : null}
                  keep={keep}
                />
              ))}
            </ul>
          </>
        )}
      </div>
    </div>
  );
}
