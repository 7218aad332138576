import { type Puck, Into, FromShelf } from './MatchMeans.tsx';
import { useState } from 'react';
import type { Colour, Recipe } from '@/core/colour/index.ts';
import { asMix, colourOfHex, lightOf, shelved, SIGHT, throughTo } from '@/core/colour/index.ts';
import type { Mix } from '@/core/material/index.ts';
import { KINDS } from '@/core/material/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { call } from '@/ui/api.ts';
import { FigureField } from '@/ui/FigureField.tsx';
import { ColourWanted } from './ColourWanted.tsx';
import { RecipesFound } from './RecipesFound.tsx';
import { remeltOf } from './remelt.ts';
import { useRecipes } from './useRecipes.ts';
import type { Shelf } from './WayOffered.tsx';

interface Props {
  materials: Shelf[];
  mixes: { id: number; spec: Mix }[];
  /** mix whose colour is wanted first */
  from: number | null;
  units: ShopUnits;
}
/** A colour nobody asked for yet. */
const ANY = '#6f7c3c';
/** mL of a US cup: the charge a recipe is for until another is said. */
const CHARGE = 237;

const colourOf = (mix: Mix, materials: Shelf[]): Colour =>
  throughTo(
    lightOf(
      mix,
      materials.map((material) => material.spec),
    ).medium,
    SIGHT.thickness,
    'card',
  );

/** What the colour is looked for in: the charge, the plastic it goes into, and the shelf. */
function useMeans({ materials, units }: Props) {
  const [puck, setPuck] = useState<Puck | null>(null);
  const [ml, setMl] = useState(CHARGE);
  const [without, setWithout] = useState<number[]>([]);
  const specs = materials.map((material) => material.spec);
  const ready = materials
    .filter(({ spec }) => KINDS[spec.kind].colours)
    .map((shelf) => ({ ...shelf, as: shelved(String(shelf.id), shelf.spec, ml) }));
  const usable = ready.flatMap(({ id, as }) =>
    as.ok && !without.includes(id) && id !== puck?.id ? [as.one] : [],
  );
  const held = puck && materials.find(({ id }) => id === puck.id);
  const into = held ? { spec: held.spec, ml: puck.ml } : null;
  const remelt = into
    ? remeltOf(into.spec, { puckMl: into.ml, ml, materials: specs, units })
    : null;
  return { puck, setPuck, ml, setMl, without, setWithout, specs, ready, usable, into, remelt };
}

/**
 * A wanted colour, and the ways to it with what stands on the shelf: whole drops and real spoons.
 */
export default function MatchColour(props: Props) {
  const { materials, mixes, from, units } = props;
  const colourOfMix = (id: number | null): Colour | null => {
    const entry = mixes.find((mix) => mix.id === id);
    return entry ? colourOf(entry.spec, materials) : null;
  };
  const [target, setTarget] = useState(() => colourOfMix(from) ?? colourOfHex(ANY)!);
  const [wanted, setWanted] = useState<Colour | null>(null);
  const [thickness, setThickness] = useState<number>(SIGHT.thickness);
  const means = useMeans(props);
  const { puck, setPuck, ml, setMl, without, setWithout, specs, ready, usable, into, remelt } =
    means;
  const { answer, busy, ask, stop } = useRecipes();
  const look = () => {
    setWanted(target);
    ask(usable, target, ml, { ...SIGHT, thickness, base: remelt?.base ?? SIGHT.base });
  };
  const keep = async (name: string, found: Recipe['doses']): Promise<string | null> => {
    const doses = [
      ...(into ? [{ material: into.spec, dose: into.ml }] : []),
      ...found.map(({ key, dose }) => ({
        material: materials.find(({ id }) => String(id) === key)!.spec,
        dose,
      })),
    ];
    const mix = asMix(name, 'medium', { doses, ml, materials: specs });
    const reply = await call<{ id: number }>('POST', '/api/catalogue/mixes', mix);
    if (!reply.ok) return reply.message;
    location.assign(`/colours/mixes/${reply.value.id}`);
    return null;
  };
  return (
    <div className="grid gap-8 lg:grid-cols-[340px_minmax(0,1fr)]">
      <div className="grid content-start gap-4">
        <ColourWanted {...{ target, mixes, colourOfMix }} onColour={setTarget} />
        <div className="grid grid-cols-2 gap-3">
          <FigureField
            label="Charge"
            value={ml}
            of="volume"
            units={units}
            min={10}
            max={4000}
            onChange={setMl}
          />
          <FigureField
            label="Seen through"
            value={thickness}
            of="length"
            units={units}
            min={0.2}
            max={60}
            onChange={setThickness}
          />
        </div>
        <Into
          pucks={materials.filter(({ spec }) => spec.kind === 'puck')}
          {...{ puck, setPuck, remelt, ml, units }}
        />
        <FromShelf {...{ ready, without, setWithout }} usable={usable.length} />
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
      <RecipesFound
        {...{ answer, busy, wanted }}
        offer={{
          shelf: materials,
          units,
          into: into && { name: into.spec.name, ml: into.ml },
          keep,
        }}
      />
    </div>
  );
}
