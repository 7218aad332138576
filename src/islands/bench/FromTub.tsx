import { useState } from 'react';
import type { ShopUnits } from '@/core/quantity/index.ts';
import type { CupState, Send } from '@/core/session/index.ts';
import { type Picked, TubPick } from '@/ui/TubPick.tsx';

const NOTHING: Picked = { id: null, grams: null };

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
  const [picked, setPicked] = useState(NOTHING);
  return (
    <section className="mt-6" aria-label="From a tub">
      <h3 className="mb-1 font-bold">From a tub</h3>
      <TubPick {...picked} units={units} onPick={setPicked}>
        {({ id, name, plastic }) => (
          <button
            type="button"
            className="act mt-2"
            disabled={!picked.grams}
            onClick={() => {
              const of = { id, name, plastic };
              const payload = { cup: cup.key, grams: picked.grams!, from: 'remelt' as const, of };
              onSend({ kind: 'charged', payload });
              setPicked(NOTHING);
            }}
          >
            It is in {cup.letter}
          </button>
        )}
      </TubPick>
    </section>
  );
}
