import { useState } from 'react';
import type { CupChoice } from '@/core/plan/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { apartOf, looksSaid } from '@/core/plastic/looks.ts';
import { coldMl } from '@/core/plastic/plastic.ts';
import { Dialog } from '@/ui/Dialog.tsx';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { TubChoice } from '@/ui/TubChoice.tsx';
import type { Tub } from '@/ui/useTubs.ts';
import { useTubs } from '@/ui/useTubs.ts';
import { Verdict } from '@/ui/Verdict.tsx';

interface Props {
  choice: CupChoice;
  /** tells it from another cup of its mix */
  letter: string;
  units: ShopUnits;
  set: (choice: CupChoice) => void;
}

/** What a cup is begun from: fresh plastic, or pucks of a tub and what fresh it wants besides. */
export function BegunFrom({ choice, letter, units, set }: Props) {
  const [open, setOpen] = useState(false);
  const { begins } = choice;
  const called = `Begin cup ${letter}, ${choice.recipe.name}, from`;
  return (
    <>
      <button type="button" className="act" aria-label={called} onClick={() => setOpen(true)}>
        {begins ? `${say(begins.grams, 'mass', units, 0)} of ${begins.of.name}` : 'fresh'}
      </button>
      <Dialog open={open} title={`Cup ${letter} is begun from`} onClose={() => setOpen(false)}>
        <Tubs
          choice={choice}
          units={units}
          set={(next) => {
            set(next);
            setOpen(false);
          }}
        />
      </Dialog>
    </>
  );
}

/** ΔE from which pucks bring a cup visibly off its mix (judgement). */
const FAR = 8;
/** How far a tub is from what the cup is to become. */
function FarFrom({ tub, choice }: { tub: Tub; choice: CupChoice }) {
  const apart = apartOf(looksSaid(tub.mix.colour), looksSaid(choice.recipe.colour));
  if (apart === null) return null;
  const said = `As both are drawn it is ${apart.toFixed(0)} apart from ${choice.recipe.name}.`;
  return apart > FAR ? <Verdict verdict="watch">{said}</Verdict> : <>{said}</>;
}

/** The tubs there are, in their colours; how much of one goes in. */
function Tubs({ choice, units, set }: Pick<Props, 'choice' | 'units' | 'set'>) {
  const { tubs, wrong } = useTubs();
  const [chosen, setChosen] = useState(choice.begins?.of.id ?? null);
  const [grams, setGrams] = useState<number | null>(choice.begins?.grams ?? null);
  const tub = tubs?.find(({ id }) => id === chosen);
  return (
    <>
      {wrong && <p className="hint">{wrong}</p>}
      {tubs?.length === 0 && <p className="hint">No tub holds anything.</p>}
      <div className="flex flex-wrap gap-2" role="group" aria-label="Which tub">
        <button
          type="button"
          className="act"
          aria-pressed={chosen === null}
          onClick={() => setChosen(null)}
        >
          Fresh plastic alone
        </button>
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
        <>
          <ul className="mt-3">
            <li>
              <FarFrom tub={tub} choice={choice} />
            </li>
            {tub.says.map((sentence) => (
              <li key={sentence}>{sentence}</li>
            ))}
          </ul>
          <QuantityField
            label={`Of ${tub.name}`}
            value={grams}
            dimensions={['mass']}
            min={0.1}
            max={10_000}
            shop={units}
            onChange={setGrams}
          />
          {grams !== null && (
            <p className="hint">
              That is {say(coldMl({ ...tub.plastic, grams }), 'volume', units)} of plastic, cold.
              The fresh it wants besides follows.
            </p>
          )}
        </>
      )}
      <button
        type="button"
        className="act mt-4"
        disabled={tub !== undefined && !grams}
        onClick={() => {
          const of = tub && { id: tub.id, name: tub.name, plastic: tub.plastic };
          set({ ...choice, begins: of && grams ? { of, grams } : null });
        }}
      >
        Save
      </button>
    </>
  );
}
