import { useState } from 'react';
import { wattsByWater } from '@/core/starter/tools.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { FigureField } from '@/ui/FigureField.tsx';
import { Wrong } from '@/ui/Wrong.tsx';

interface Props {
  units: ShopUnits;
  take: (watts: number) => void;
}
/** W, to steps an oven is told in. */
const STEP = 10;

/** An oven measured by what it does to water: the label says what it would do to a litre. */
export function ByWater({ units, take }: Props) {
  const [timed, setTimed] = useState({ ml: 1000, seconds: 60, from: 15, to: 26 });
  const set = (part: Partial<typeof timed>) => setTimed({ ...timed, ...part });
  const warmed = timed.to > timed.from;
  const watts = warmed ? Math.round(wattsByWater(timed, timed) / STEP) * STEP : null;
  return (
    <details>
      <summary className="flex min-h-11 cursor-pointer items-center">
        No label? Time some water
      </summary>
      <div className="grid gap-3 border-l-[1.5px] border-ink pl-4 sm:grid-cols-2">
        <FigureField
          label="Water"
          value={timed.ml}
          of="volume"
          units={units}
          min={100}
          max={3000}
          onChange={(ml) => set({ ml })}
        />
        <FigureField
          label="Heated for"
          value={timed.seconds}
          of="time"
          units={units}
          min={10}
          max={600}
          onChange={(seconds) => set({ seconds })}
        />
        <FigureField
          label="Stirred, it was"
          value={timed.from}
          of="temperature"
          units={units}
          min={0}
          max={60}
          onChange={(from) => set({ from })}
        />
        <FigureField
          label="Stirred, it is now"
          value={timed.to}
          of="temperature"
          units={units}
          min={1}
          max={95}
          onChange={(to) => set({ to })}
        />
        {watts === null ? (
          <Wrong>It must be warmer afterwards.</Wrong>
        ) : (
          <button
            type="button"
            className="act justify-self-start"
            disabled={watts < 100 || watts > 3000}
            onClick={() => take(watts)}
          >
            Take {watts} W
          </button>
        )}
        <p className="hint self-center">A litre tells most: a cup takes up less of it.</p>
      </div>
    </details>
  );
}
