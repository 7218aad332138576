import { useState } from 'react';
import type { CupChoice } from '@/core/plan/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { apartOf, looksSaid } from '@/core/plastic/looks.ts';
import { coldMl } from '@/core/plastic/plastic.ts';
import { Dialog } from '@/ui/Dialog.tsx';
import { type Picked, TubPick } from '@/ui/TubPick.tsx';
import type { Tub } from '@/ui/useTubs.ts';
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
  const from = begins ? `${say(begins.grams, 'mass', units, 0)} of ${begins.of.name}` : 'fresh';
  return (
    <>
      <button
        type="button"
        className="act"
        aria-label={`Begin cup ${letter}, ${choice.recipe.name}, from ${from}`}
        onClick={() => setOpen(true)}
      >
        {from}
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

/** The tubs there are; how much of one goes in. */
function Tubs({ choice, units, set }: Pick<Props, 'choice' | 'units' | 'set'>) {
  const { begins } = choice;
  const [picked, setPicked] = useState<Picked>({
    id: begins?.of.id ?? null,
    grams: begins?.grams ?? null,
  });
  const { grams } = picked;
  const fresh = (
    <button
      type="button"
      className="act"
      aria-pressed={picked.id === null}
      onClick={() => set({ ...choice, begins: null })}
    >
      Fresh plastic alone
    </button>
  );
  return (
    <TubPick {...picked} units={units} instead={fresh} onPick={setPicked}>
      {(tub) => (
        <>
          {grams !== null && (
            <p className="hint">
              That is {say(coldMl({ ...tub.plastic, grams }), 'volume', units)} of plastic, cold.
              The fresh it wants besides follows.
            </p>
          )}
          <ul className="mt-3">
            <li>
              <FarFrom tub={tub} choice={choice} />
            </li>
            {tub.says.map((sentence) => (
              <li key={sentence}>{sentence}</li>
            ))}
          </ul>
          <button
            type="button"
            className="act mt-4"
            disabled={!grams}
            onClick={() => {
              const { id, name, plastic } = tub;
              set({ ...choice, begins: { of: { id, name, plastic }, grams: grams! } });
            }}
          >
            Save
          </button>
        </>
      )}
    </TubPick>
  );
}
