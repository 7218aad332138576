import { useState } from 'react';
import type { Colour, Recipe } from '@/core/colour/index.ts';
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
import type { Mix } from '@/core/material/index.ts';
import { KINDS } from '@/core/material/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { call } from '@/ui/api.ts';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { Photo } from './Photo.tsx';
import { remeltOf } from './remelt.ts';
import { useRecipes } from './useRecipes.ts';
import type { Shelf } from './WayOffered.tsx';
import { Way } from './WayOffered.tsx';

/**
 * A wanted colour, and the ways to it with what stands on the shelf: whole drops and real spoons.
 */
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
    const entry = mixes.find((mix) => mix.id === id);
    return entry
      ? throughTo(
          lightOf(
            entry.spec,
            materials.map((material) => material.spec),
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
  const colouring = materials.filter((material) => KINDS[material.spec.kind].colours);
  const ready = colouring.map((shelf) => ({
    ...shelf,
    as: shelved(String(shelf.id), shelf.spec, ml),
  }));
  const usable = ready.flatMap((entry) =>
    entry.as.ok && !without.includes(entry.id) && entry.id !== puck?.id ? [entry.as.one] : [],
  );
  const held = puck && materials.find((material) => material.id === puck.id);
  const remelt = held
    ? remeltOf(held.spec, {
        puckMl: puck!.ml,
        ml,
        materials: materials.map((material) => material.spec),
        units,
      })
    : null;
  const [shown, setShown] = useState<Colour | null>(null);
  const look = () => {
    setShown(target);
    ask(usable, target, ml, { ...SIGHT, thickness, base: remelt?.base ?? SIGHT.base });
  };
  const keep = async (name: string, doses: Recipe['doses']): Promise<string | null> => {
    const all = materials.map((material) => material.spec);
    const of = doses.map((dose) => ({
      material: materials.find((material) => String(material.id) === dose.key)!.spec,
      dose: dose.dose,
    }));
    const reply = await call<{ id: number }>(
      'POST',
      '/api/catalogue/mixes',
      asMix(name, 'medium', {
        doses: held ? [{ material: held.spec, dose: puck!.ml }, ...of] : of,
        ml,
        materials: all,
      }),
    );
    if (!reply.ok) return reply.message;
    location.assign(`/colours/mixes/${reply.value.id}`);
    return null;
  };
  const read = typed ? readColour(typed) : null;
  const take = (colour: Colour) => {
    setTarget(colour);
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
            onChange={(change) => take(colourOfHex(change.target.value)!)}
          />
        </label>
        <label className="field">
          <span>Or write it: #6b7f2a, or L a b</span>
          <input
            className="box"
            value={typed}
            onChange={(change) => {
              setTyped(change.target.value);
              const colour = readColour(change.target.value);
              if (colour) setTarget(colour);
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
            onChange={(change) => {
              const colour = ofMix(Number(change.target.value));
              if (colour) take(colour);
            }}
          >
            <option value="">choose</option>
            {mixes.map((mix) => (
              <option key={mix.id} value={mix.id}>
                {mix.spec.name}
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
            onChange={(value) => value !== null && setMl(value)}
          />
          <QuantityField
            label="Seen through"
            value={thickness}
            dimensions={['length']}
            shop={units}
            min={0.2}
            max={60}
            onChange={(value) => value !== null && setThickness(value)}
          />
        </div>
        <div>
          <label className="field">
            <span>Into</span>
            <select
              className="box"
              value={puck?.id ?? ''}
              onChange={(change) =>
                setPuck(
                  change.target.value
                    ? { id: Number(change.target.value), ml: Math.round(ml / 2) }
                    : null,
                )
              }
            >
              <option value="">clear plastisol</option>
              {materials
                .filter((material) => material.spec.kind === 'puck')
                .map((material) => (
                  <option key={material.id} value={material.id}>
                    {material.spec.name}, remelted
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
                onChange={(value) => value !== null && setPuck({ ...puck, ml: value })}
              />
            </div>
          )}
          {remelt && (
            <ul className="mt-2 grid gap-1 text-sm" data-remelt>
              {remelt.says.map((saying) => (
                <li key={saying}>{saying}</li>
              ))}
            </ul>
          )}
        </div>
        <details>
          <summary className="flex min-h-11 cursor-pointer items-center font-bold">
            From the shelf: {usable.length} of {colouring.length}
          </summary>
          {ready.map((entry) => (
            <label key={entry.id} className="flex min-h-11 items-center gap-2 border-b border-rule">
              <input
                type="checkbox"
                className="size-5"
                disabled={!entry.as.ok}
                checked={entry.as.ok && !without.includes(entry.id)}
                onChange={(change) =>
                  setWithout(
                    change.target.checked
                      ? without.filter((x) => x !== entry.id)
                      : [...without, entry.id],
                  )
                }
              />
              <span>
                {entry.spec.name}
                {!entry.as.ok && <span className="hint block">{entry.as.message}</span>}
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
              {answer.choices.map((choice, i) => (
                <Way
                  key={i}
                  choice={choice}
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
