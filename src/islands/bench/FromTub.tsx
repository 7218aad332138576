import { useState } from 'react';
import type { ShopUnits } from '@/core/quantity/index.ts';
import type { CupState, Send } from '@/core/session/index.ts';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { TubChoice } from '@/ui/TubChoice.tsx';
import { useTubs } from '@/ui/useTubs.ts';

/** Pucks of a tub, or what was left standing, melted into a cup. */
export function FromTub({
  cup,
  units,
  onSend,
}: {
  cup: CupState;
  units: ShopUnits;
  onSend: (send: Send) => void;
}) {
  const { tubs, wrong } = useTubs();
  const [chosen, setChosen] = useState<number | null>(null);
  const [grams, setGrams] = useState<number | null>(null);
  const tub = tubs?.find(({ id }) => id === chosen);
  return (
    <section className="mt-6" aria-label="From a tub">
      <h3 className="mb-1 font-bold">From a tub</h3>
      {wrong && <p className="hint">{wrong}</p>}
      {tubs?.length === 0 && <p className="hint">No tub holds anything.</p>}
      <div className="flex flex-wrap gap-2" role="group" aria-label="Which tub">
        <TubChoice
          tubs={tubs ?? []}
          chosen={chosen}
          units={units}
          onChoose={({ id, plastic }) => {
            setChosen(id);
            setGrams(Math.round(plastic.grams));
          }}
        />
      </div>
      {tub && (
        <div className="mt-2 grid grid-cols-2 items-end gap-3">
          <QuantityField
            label={`Of ${tub.name}`}
            value={grams}
            dimensions={['mass']}
            min={0.1}
            max={10_000}
            shop={units}
            onChange={setGrams}
          />
          <button
            type="button"
            className="act"
            disabled={!grams}
            onClick={() => {
              onSend({
                kind: 'charged',
                payload: {
                  cup: cup.key,
                  grams: grams!,
                  from: 'remelt',
                  of: { id: tub.id, name: tub.name, plastic: tub.plastic },
                },
              });
              setChosen(null);
            }}
          >
            It is in {cup.letter}
          </button>
        </div>
      )}
    </section>
  );
}
