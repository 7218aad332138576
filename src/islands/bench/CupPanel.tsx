import { useState } from 'react';
import { say } from '@/core/quantity/index.ts';
import { GRADES, scaleIngredient } from '@/core/material/index.ts';
import { spoon } from '@/core/plan/spoon.ts';
import type { CupState, SessionState } from '@/core/session/index.ts';
import { Dialog } from '@/ui/Dialog.tsx';
import { QuantityField } from '@/ui/QuantityField.tsx';
import type { Panel } from './panel.ts';

/** What the Heat page is asked of a burst on a cup. */
const burstOn = (state: SessionState, cup: CupState): Record<string, string> => ({
  ml: String(Math.round(cup.grams / GRADES[cup.grade].density20)),
  now: String(Math.round(cup.reading?.celsius ?? 150)),
  watts: String(
    state.snapshot.heat.ovens.find((oven) => oven.id === state.oven.id)?.oven.watts ?? 900,
  ),
});

/** What is in a cup, in the order it went in, and what may go in now. */
export function CupPanel({
  state,
  cup,
  units,
  scale,
  onSend,
  onClose,
}: Panel & { cup: CupState; /** g a scale of the bench shows now */ scale: number | null }) {
  const [what, setWhat] = useState('');
  const [amount, setAmount] = useState<{
    value: number;
    dimension: 'drops' | 'volume' | 'mass';
  } | null>(null);
  const [fresh, setFresh] = useState<number | null>(null);
  const [seconds, setSeconds] = useState<number | null>(null);
  const ml =
    (cup.plannedCharges[Math.max(0, cup.charges - 1)] ?? cup.grams) / GRADES[cup.grade].density20;
  const sayAmount = (value: number, dimension: string) =>
    dimension === 'drops'
      ? `${Math.round(value)} dr`
      : dimension === 'volume'
        ? spoon(value, units)
        : say(value, 'mass', units);
  const draws = [...state.draws.values()].filter((draw) =>
    draw.barrels.some((barrel) => barrel.cup === cup.key),
  );
  return (
    <Dialog open onClose={onClose} title={`${cup.letter} ${cup.name}`} wide>
      <div className="grid gap-6 md:grid-cols-2">
        <section>
          <h3 className="mb-1 font-bold">What went in</h3>
          {cup.trail.length === 0 && (
            <p className="hint">Nothing yet. Measure the plastisol first.</p>
          )}
          <ol>
            {cup.trail.map((entry, i) => {
              const after = draws.filter(
                (draw) => draw.barrels.find((barrel) => barrel.cup === cup.key)!.trail === i + 1,
              );
              return (
                <li key={entry.event}>
                  <p className="flex justify-between gap-3 border-b border-rule py-1">
                    <span>{entry.what}</span>
                    <b className="figure">{sayAmount(entry.amount, entry.dimension)}</b>
                  </p>
                  {after.length > 0 && (
                    <p className="hint py-1">
                      drawn so: {after.map((draw) => `draw ${draw.n}`).join(', ')}
                    </p>
                  )}
                </li>
              );
            })}
          </ol>
        </section>
        <section>
          <h3 className="mb-1 font-bold">Add to it</h3>
          <div className="mb-3 flex flex-wrap gap-2">
            {cup.ladder.map((ingredient) => {
              const one = scaleIngredient(ingredient, ml);
              return (
                <button
                  key={ingredient.what}
                  type="button"
                  className="act"
                  onClick={() =>
                    onSend({
                      kind: 'added',
                      payload: {
                        cup: cup.key,
                        what: one.what,
                        materialId: one.materialId,
                        amount: one.amount,
                        dimension: one.dimension,
                        from: 'hand',
                      },
                    })
                  }
                >
                  + {sayAmount(one.amount, one.dimension)} {one.what}
                </button>
              );
            })}
          </div>
          <div className="grid grid-cols-[1fr_140px] gap-2">
            <label className="field">
              <span>Something else</span>
              <input
                className="box"
                value={what}
                onChange={(change) => setWhat(change.target.value)}
              />
            </label>
            <QuantityField
              label="How much"
              value={amount?.value ?? null}
              dimensions={['drops', 'volume', 'mass']}
              shop={units}
              onChange={(value, day) =>
                setAmount(value === null ? null : { value, dimension: day as 'drops' })
              }
            />
          </div>
          <button
            type="button"
            className="act mt-2"
            disabled={!what.trim() || !amount}
            onClick={() => {
              onSend({
                kind: 'added',
                payload: {
                  cup: cup.key,
                  what: what.trim(),
                  amount: amount!.value,
                  dimension: amount!.dimension,
                  from: 'hand',
                },
              });
              setWhat('');
              setAmount(null);
            }}
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
                <button
                  type="button"
                  className="act"
                  onClick={() =>
                    onSend({
                      kind: 'charged',
                      payload: { cup: cup.key, grams: scale, from: 'fresh' },
                    })
                  }
                >
                  plastisol
                </button>
                <button
                  type="button"
                  className="act"
                  onClick={() =>
                    onSend({
                      kind: 'charged',
                      payload: { cup: cup.key, grams: scale, from: 'remelt' },
                    })
                  }
                >
                  remelt
                </button>
                <button
                  type="button"
                  className="act"
                  disabled={!what.trim()}
                  onClick={() => {
                    onSend({
                      kind: 'added',
                      payload: {
                        cup: cup.key,
                        what: what.trim(),
                        amount: scale,
                        dimension: 'mass',
                        from: 'hand',
                      },
                    });
                    setWhat('');
                  }}
                >
                  {what.trim() || 'something else, named above'}
                </button>
              </p>
            </div>
          )}
          <div className="mt-4 grid grid-cols-2 gap-3">
            <div>
              <QuantityField
                label="More plastisol"
                value={fresh}
                dimensions={['volume']}
                shop={units}
                max={4000}
                onChange={setFresh}
              />
              <button
                type="button"
                className="act mt-2"
                disabled={!fresh}
                onClick={() => {
                  onSend({
                    kind: 'charged',
                    payload: {
                      cup: cup.key,
                      grams: fresh! * GRADES[cup.grade].density20,
                      from: 'fresh',
                    },
                  });
                  setFresh(null);
                }}
              >
                It is in
              </button>
            </div>
            <div>
              <QuantityField
                label="Heated for"
                value={seconds}
                dimensions={['time']}
                shop={units}
                max={3600}
                onChange={setSeconds}
              />
              <button
                type="button"
                className="act mt-2"
                disabled={!seconds}
                onClick={() => {
                  onSend({ kind: 'heated', payload: { cup: cup.key, seconds: seconds! } });
                  setSeconds(null);
                }}
              >
                Note the burst
              </button>
            </div>
          </div>
          <p className="mt-4">
            <a href={`/heat?${new URLSearchParams(burstOn(state, cup)).toString()}#burst`}>
              What would happen if: a burst on this cup
            </a>
          </p>
          <p className="hint mt-4">
            Damp additives spit in hot plastic. Powders want far more stirring than pigment.
          </p>
        </section>
      </div>
    </Dialog>
  );
}
