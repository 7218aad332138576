import type { ReactNode } from 'react';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { QuantityField } from './QuantityField.tsx';
import { TubDrawing } from './TubDrawing.tsx';
import { type Tub, useTubs } from './useTubs.ts';

/** A tub, and how many g of it. */
export interface Picked {
  id: number | null;
  grams: number | null;
}
interface Props extends Picked {
  units: ShopUnits;
  /** what may be chosen in place of a tub */
  instead?: ReactNode;
  /** what is told of the tub that is chosen, and done with so much of it */
  children: (tub: Tub) => ReactNode;
  onPick: (picked: Picked) => void;
}

/** A tub, drawn as full as it is. */
function TubButton({
  tub,
  units,
  ...of
}: {
  tub: Tub;
  units: ShopUnits;
  pressed: boolean;
  onPress: () => void;
}) {
  const { name, kind, mix, plastic } = tub;
  const called = `${name}, ${say(plastic.grams, 'mass', units, 0)}`;
  return (
    <button
      type="button"
      className="act h-auto flex-col py-2"
      aria-label={called}
      aria-pressed={of.pressed}
      onClick={of.onPress}
    >
      <TubDrawing kind={kind} colour={mix.colour} grams={plastic.grams} label={called} />
      <span>{called}</span>
    </button>
  );
}

/** The tubs there are, in their colours, to choose one from, and how much of it. */
export function TubPick({ id, grams, units, instead, children, onPick }: Props) {
  const { tubs, wrong } = useTubs();
  const chosen = tubs?.find((tub) => tub.id === id);
  return (
    <>
      {wrong && <p className="hint">{wrong}</p>}
      {tubs?.length === 0 && <p className="hint">No tub holds anything.</p>}
      <div className="flex flex-wrap gap-2" role="group" aria-label="Which tub">
        {instead}
        {tubs?.map((tub) => (
          <TubButton
            key={tub.id}
            tub={tub}
            units={units}
            pressed={tub.id === id}
            onPress={() => onPick({ id: tub.id, grams: Math.round(tub.plastic.grams) })}
          />
        ))}
      </div>
      {chosen && (
        <>
          <QuantityField
            label={`Of ${chosen.name}`}
            value={grams}
            dimensions={['mass']}
            min={0.1}
            max={10_000}
            shop={units}
            onChange={(value) => onPick({ id, grams: value })}
          />
          {children(chosen)}
        </>
      )}
    </>
  );
}
