import { useState } from 'react';
import type { BottleIs, Material } from '@/core/material/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import type { Dose, Rung } from '@/core/session/index.ts';
import { BottleSays } from './BottleSays.tsx';
import type { Go } from './doses.ts';
import { Goes } from './Goes.tsx';
import { TypedGo } from './TypedGo.tsx';
import { WeighBottle } from './WeighBottle.tsx';

interface Props {
  rung: Rung;
  /** it on the shelf */
  on: Material | undefined;
  goes: Go[];
  units: ShopUnits;
  /** the shop doses by what the bottle loses */
  weighs: boolean;
  /** g a scale of the bench shows */
  scale: number | null;
  bottle: { is: BottleIs; shake: boolean };
  onAdd: (dose: Pick<Dose, 'amount' | 'dimension'>) => void;
  onRest: () => void;
  onSome: () => void;
  onUndo: () => void;
  onBottle: (material: number, is: BottleIs) => void;
}

/** One thing of a cup's ladder: the ways it goes in, and its bottle. */
export function OneRung({ rung, on, goes, units, weighs, scale, bottle, ...acts }: Props) {
  const [weigh, setWeigh] = useState(weighs);
  return (
    <>
      <Goes
        {...{ rung, goes, units }}
        onGo={acts.onAdd}
        onRest={acts.onRest}
        onSome={acts.onSome}
        onUndo={acts.onUndo}
      />
      <TypedGo
        key={rung.what}
        {...{ rung, units }}
        label={`Another amount of ${rung.what}`}
        act="Put it in"
        onGo={acts.onAdd}
      />
      {rung.dimension === 'drops' &&
        on &&
        (weigh ? (
          <WeighBottle
            key={rung.what}
            of={on}
            units={units}
            scale={scale}
            onDrops={(amount) => acts.onAdd({ amount, dimension: rung.dimension })}
          />
        ) : (
          <button
            type="button"
            className="act mt-2 border-transparent"
            onClick={() => setWeigh(true)}
          >
            Weigh the bottle instead
          </button>
        ))}
      {on?.id && <BottleSays of={on} {...bottle} onNote={(is) => acts.onBottle(on.id!, is)} />}
    </>
  );
}
