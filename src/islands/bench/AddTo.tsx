import { useState } from 'react';
import type { Ingredient } from '@/core/material/index.ts';
import { scaleIngredient } from '@/core/material/index.ts';
import { sayIngredient } from '@/core/plan/spoon.ts';
import type { Dimension, ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import type { CupState, Send } from '@/core/session/index.ts';
import { QuantityField } from '@/ui/QuantityField.tsx';

interface Props {
  cup: CupState;
  units: ShopUnits;
  onSend: (send: Send) => void;
}
type Amount = Pick<Ingredient, 'amount' | 'dimension'>;

const added = (
  cup: CupState,
  { what, materialId, amount, dimension }: Amount & { what: string; materialId?: number },
): Send => ({
  kind: 'added',
  payload: { cup: cup.key, what, materialId, amount, dimension, from: 'hand' },
});
const charged = (cup: CupState, grams: number, from: 'fresh' | 'remelt'): Send => ({
  kind: 'charged',
  payload: { cup: cup.key, grams, from },
});

/** What a cup is charged with. */
const CHARGED = [
  { from: 'fresh', name: 'plastisol' },
  { from: 'remelt', name: 'remelt' },
] as const;

/** A press for each rung of its mix, as much as its charge wants. */
function OfItsMix({ cup, units, onSend }: Props) {
  const charge = cup.plannedCharges[Math.max(0, cup.charges - 1)] ?? cup.grams;
  const ml = charge / cup.density20;
  return (
    <div className="mb-3 flex flex-wrap gap-2">
      {cup.ladder.map((ingredient) => {
        const one = scaleIngredient(ingredient, ml);
        return (
          <button
            key={one.what}
            type="button"
            className="act"
            onClick={() => onSend(added(cup, one))}
          >
            + {sayIngredient(one, units)} {one.what}
          </button>
        );
      })}
    </div>
  );
}

/** Anything else, by name; a scale of the bench may say how much. */
function SomethingElse({ cup, units, scale, onSend }: Props & { scale: number | null }) {
  const [what, setWhat] = useState('');
  const [amount, setAmount] = useState<Amount | null>(null);
  const name = what.trim();
  const add = (much: Amount) => {
    onSend(added(cup, { what: name, ...much }));
    setWhat('');
    setAmount(null);
  };
  return (
    <>
      <div className="grid grid-cols-[1fr_140px] gap-2">
        <label className="field">
          <span>Something else</span>
          <input className="box" value={what} onChange={(change) => setWhat(change.target.value)} />
        </label>
        <QuantityField
          label="How much"
          value={amount?.amount ?? null}
          dimensions={['drops', 'volume', 'mass']}
          shop={units}
          onChange={(value, dimension) =>
            setAmount(
              value === null
                ? null
                : { amount: value, dimension: dimension as Amount['dimension'] },
            )
          }
        />
      </div>
      <button
        type="button"
        className="act mt-2"
        disabled={!name || !amount}
        onClick={() => add(amount!)}
      >
        Add it
      </button>
      {scale !== null && scale > 0 && (
        <div className="mt-4" role="group" aria-label="From the scale">
          <p className="hint">
            The scale shows <b className="figure">{say(scale, 'mass', units)}</b>. What went in
            since it was set to nothing:
          </p>
          <p className="flex flex-wrap gap-2">
            {CHARGED.map(({ from, name: of }) => (
              <button
                key={from}
                type="button"
                className="act"
                onClick={() => onSend(charged(cup, scale, from))}
              >
                {of}
              </button>
            ))}
            <button
              type="button"
              className="act"
              disabled={!name}
              onClick={() => add({ amount: scale, dimension: 'mass' })}
            >
              {name || 'something else, named above'}
            </button>
          </p>
        </div>
      )}
    </>
  );
}

/** A figure, and the press that notes it. */
function Noted({
  label,
  of,
  most,
  act,
  units,
  onNote,
}: {
  label: string;
  of: Dimension;
  most: number;
  act: string;
  units: ShopUnits;
  onNote: (figure: number) => void;
}) {
  const [figure, setFigure] = useState<number | null>(null);
  return (
    <div>
      <QuantityField
        label={label}
        value={figure}
        dimensions={[of]}
        shop={units}
        max={most}
        onChange={setFigure}
      />
      <button
        type="button"
        className="act mt-2"
        disabled={!figure}
        onClick={() => {
          onNote(figure!);
          setFigure(null);
        }}
      >
        {act}
      </button>
    </div>
  );
}

/** What may go into a cup now, and a burst that was given. */
export function AddTo({ cup, units, scale, onSend }: Props & { scale: number | null }) {
  return (
    <>
      <h3 className="mb-1 font-bold">Add to it</h3>
      <OfItsMix {...{ cup, units, onSend }} />
      <SomethingElse {...{ cup, units, scale, onSend }} />
      <div className="mt-4 grid grid-cols-2 gap-3">
        <Noted
          label="More plastisol"
          of="volume"
          most={4000}
          act="It is in"
          units={units}
          onNote={(ml) => onSend(charged(cup, ml * cup.density20, 'fresh'))}
        />
        <Noted
          label="Heated for"
          of="time"
          most={3600}
          act="Note the burst"
          units={units}
          onNote={(seconds) => onSend({ kind: 'heated', payload: { cup: cup.key, seconds } })}
        />
      </div>
    </>
  );
}
