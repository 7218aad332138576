import { useState } from 'react';
import type { RecipeChoice } from '../../core/colour/choose.ts';
import { type Colour, hexOf } from '../../core/colour/lab.ts';
import type { Recipe } from '../../core/colour/recipe.ts';
import { KINDS, PINCH } from '../../core/material/kinds.ts';
import { spoon } from '../../core/plan/spoon.ts';
import { say } from '../../core/quantity/format.ts';
import type { ShopUnits } from '../../core/quantity/units.ts';
import type { Material } from '../../core/material/shelf.ts';
import { Wrong } from '@/ui/Wrong.tsx';

const WHY: Record<RecipeChoice['why'], string> = {
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
export function Way({
  choice,
  target,
  shelf,
  units,
  into,
  keep,
}: {
  /** remelt it goes into, mL */ into: { name: string; ml: number } | null;
  choice: RecipeChoice;
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
        {recipe.doses.map((dose) => {
          const { spec } = shelf.find((shelf) => String(shelf.id) === dose.key)!;
          return (
            <li key={dose.key} className="flex justify-between border-b border-rule py-1">
              <span>{spec.name}</span>
              <b className="figure">
                {KINDS[spec.kind].by === 'drops'
                  ? `${dose.dose} dr`
                  : KINDS[spec.kind].by === 'mL'
                    ? say(dose.dose, 'volume', units)
                    : spoon(dose.dose * PINCH, units)}
              </b>
            </li>
          );
        })}
      </ol>
      <form
        className="mt-2 flex max-w-96 items-end gap-2"
        onSubmit={(submit) => {
          submit.preventDefault();
          void keep(name.trim(), recipe.doses).then((why) => setWrong(why ?? ''));
        }}
      >
        <label className="field min-w-0 flex-1">
          <span>Save it as a mix called</span>
          <input className="box" value={name} onChange={(change) => setName(change.target.value)} />
        </label>
        <button type="submit" className="act" disabled={!name.trim()}>
          Save
        </button>
      </form>
      <Wrong>{wrong}</Wrong>
      {recipe.cost > 0 && <p className="hint">costs {recipe.cost.toFixed(2)} a charge</p>}
    </li>
  );
}
export interface Shelf {
  id: number;
  spec: Material;
}
