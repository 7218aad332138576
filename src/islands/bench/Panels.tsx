import { useState } from 'react';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { GRADES, scaleIngredient } from '@/core/material/index.ts';
import { spoon } from '@/core/plan/spoon.ts';
import type { CupState, Send, SessionState } from '@/core/session/index.ts';
import { anyTime, FAULTS, smokeAt, steps } from '@/core/session/index.ts';
import { Dialog } from '@/ui/Dialog.tsx';
import { QuantityField } from '@/ui/QuantityField.tsx';

interface Panel {
  state: SessionState;
  units: ShopUnits;
  onSend: (send: Send) => void;
  onClose: () => void;
}

/** Any step, now, again or out of order; and the one in hand skipped. */
export function OtherSteps({
  state,
  now,
  onSend,
  onClose,
  onRead,
}: Panel & { now: number; onRead: (target: { kind: string; key: string }) => void }) {
  const all = steps(state, now);
  const free = anyTime(state);
  const places = [...new Set(free.map((other) => other.place))];
  const go = (send: Send) => {
    onSend(send);
    onClose();
  };
  return (
    <Dialog open onClose={onClose} title="Another step" wide>
      <p className="hint mb-2">
        What could come next. Nothing here is locked: the bench only notes the order.
      </p>
      <ul className="mb-6">
        {all.map((step, i) => (
          <li
            key={`${step.key}${step.target}${i}`}
            className="flex flex-wrap items-center justify-between gap-2 border-b border-rule py-2"
          >
            <span className="min-w-0 flex-1">{step.sentence}</span>
            <span className="flex gap-2">
              {step.skip && (
                <button
                  type="button"
                  className="act"
                  onClick={() => go({ kind: 'skipped', payload: step.skip! })}
                >
                  Skip it
                </button>
              )}
              {step.send && (
                <button type="button" className="act" onClick={() => go(step.send!)}>
                  {step.label}
                </button>
              )}
              {step.read && (
                <button type="button" className="act" onClick={() => onRead(step.read!)}>
                  {step.label}
                </button>
              )}
            </span>
          </li>
        ))}
      </ul>
      <h3 className="mb-2 font-bold">At any time</h3>
      <div className="grid gap-3 md:grid-cols-2">
        {places.map((place) => (
          <div key={place} role="group" aria-label={place}>
            <p className="hint">{place}</p>
            <div className="flex flex-wrap gap-2">
              {free
                .filter((other) => other.place === place)
                .map((other) => (
                  <button
                    key={other.label}
                    type="button"
                    className="act"
                    onClick={() => go(other.send)}
                  >
                    {other.label}
                  </button>
                ))}
            </div>
          </div>
        ))}
      </div>
    </Dialog>
  );
}

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
            <a
              href={`/heat?ml=${Math.round(cup.grams / GRADES[cup.grade].density20)}&now=${Math.round(cup.reading?.celsius ?? 150)}&watts=${state.snapshot.heat.ovens.find((oven) => oven.id === state.oven.id)?.oven.watts ?? 900}#burst`}
            >
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

export function Trouble({ state, onSend, onClose }: Panel) {
  const [text, setText] = useState('');
  const [note, setNote] = useState('');
  const moulds = [...state.moulds.values()];
  const [mould, setMould] = useState(moulds[0]?.key ?? '');
  const keepNote = () => {
    onSend({ kind: 'noted', payload: { mould, text: note.trim() } });
    onClose();
  };
  const go = (what: string) => {
    onSend({ kind: 'trouble', payload: { about: '', what } });
    onClose();
  };
  return (
    <Dialog open onClose={onClose} title="Trouble">
      <p className="hint mb-2">
        It is noted with the time. Smoke: stop heating, get it outside, leave. A burn: cool running
        water for 20 minutes, do not peel plastic off skin, seek help.
      </p>
      <div className="mb-4 flex flex-wrap gap-2">
        {[...state.cups.values()]
          .filter((cup) => cup.charges > 0)
          .map((cup) => (
            <button
              key={cup.key}
              type="button"
              className="act min-h-16"
              onClick={() => {
                smokeAt(cup).forEach(onSend);
                onClose();
              }}
            >
              {cup.letter} smokes
            </button>
          ))}
        {['boiled over', 'ran short', 'plug stuck', 'leak at the block', 'dropped'].map((word) => (
          <button key={word} type="button" className="act min-h-16" onClick={() => go(word)}>
            {word}
          </button>
        ))}
      </div>
      <label className="field">
        <span>Or in your own words</span>
        <input
          className="box"
          value={text}
          onChange={(change) => setText(change.target.value)}
          onKeyDown={(press) => press.key === 'Enter' && text.trim() && go(text.trim())}
        />
      </label>
      <button
        type="button"
        className="act act-main mt-3"
        disabled={!text.trim()}
        onClick={() => go(text.trim())}
      >
        Note it
      </button>
      <h3 className="mt-5 font-bold">A note on a mould, shown whenever it is closed</h3>
      <div className="mt-1 grid gap-2 sm:grid-cols-[200px_1fr]">
        <label className="field">
          <span>Mould</span>
          <select
            className="box"
            value={mould}
            onChange={(change) => setMould(change.target.value)}
          >
            {moulds.map((mould) => (
              <option key={mould.key} value={mould.key}>
                {mould.mould.name}
              </option>
            ))}
          </select>
        </label>
        <label className="field">
          <span>Note</span>
          <input
            className="box"
            value={note}
            onChange={(change) => setNote(change.target.value)}
            onKeyDown={(press) => press.key === 'Enter' && note.trim() && keepNote()}
          />
        </label>
      </div>
      <button type="button" className="act mt-2" disabled={!note.trim()} onClick={keepNote}>
        Keep the note
      </button>
      {state.troubles.length > 0 && (
        <ul className="mt-4">
          {[...state.troubles].reverse().map((trouble) => (
            <li key={trouble.event} className="border-t border-rule py-1">
              <span className="figure mr-3">{new Date(trouble.at).toTimeString().slice(0, 5)}</span>
              {trouble.what}
            </li>
          ))}
        </ul>
      )}
      <h3 className="mt-4 font-bold">What usually helps</h3>
      <ul className="text-sm">
        {Object.values(FAULTS).map((fault) => (
          <li key={fault.name}>
            <b>{fault.name}</b>: {fault.remedy}
          </li>
        ))}
      </ul>
    </Dialog>
  );
}

const KEYS: [string, string][] = [
  ['Space, Enter, pedal', 'the big action'],
  ['T', 'a reading'],
  ['A', 'what goes into the cups'],
  ['X', 'trouble'],
  ['U', 'undo the last thing'],
  ['O', 'another step, or skip this one'],
  ['C', 'change the session'],
  ['1–9', 'touch that cavity'],
  ['← →', 'next cavity'],
  ['↑ ↓', 'another mark'],
  ['M', 'mark the cavity in hand'],
  ['?', 'these keys'],
];
export function Keys({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} title="Keys of the bench">
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-2">
        {KEYS.map(([key, what]) => (
          <div key={key} className="contents">
            <dt className="figure">{key}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}
