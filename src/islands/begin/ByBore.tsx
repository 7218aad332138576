import { useState } from 'react';
import { barrelHolds } from '@/core/starter/tools.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { FigureField } from '@/ui/FigureField.tsx';

interface Props {
  units: ShopUnits;
  take: (ml: number) => void;
}

/** What a barrel holds, from its bore and how far its plunger goes. */
export function ByBore({ units, take }: Props) {
  const [bore, setBore] = useState(32);
  const [stroke, setStroke] = useState(150);
  const ml = Math.round(barrelHolds(bore, stroke) * 10) / 10;
  return (
    <details>
      <summary className="flex min-h-11 cursor-pointer items-center">
        Not known? Measure the barrel
      </summary>
      <div className="grid gap-3 border-l-[1.5px] border-ink pl-4 sm:grid-cols-2">
        <FigureField
          label="Bore"
          value={bore}
          of="length"
          units={units}
          min={5}
          max={120}
          onChange={setBore}
        />
        <FigureField
          label="The plunger goes"
          value={stroke}
          of="length"
          units={units}
          min={10}
          max={400}
          onChange={setStroke}
        />
        <button type="button" className="act justify-self-start" onClick={() => take(ml)}>
          Take {say(ml, 'volume', units)}
        </button>
        <p className="hint self-center">Or fill it with water and weigh that: a gram is a mL.</p>
      </div>
    </details>
  );
}
