import { useState } from 'react';
import { type ShopUnits } from '@/core/quantity/index.ts';
import type {
  CupForecast,
  CupState,
  HowMuch,
  PartKey,
  Send,
  SessionState,
  WayOutKey,
} from '@/core/session/index.ts';
import { PARTS, pourOff, tubNameOf, WAYS_OUT } from '@/core/session/index.ts';
import { QuantityField } from '@/ui/QuantityField.tsx';

interface Props {
  state: SessionState;
  cup: CupState;
  seen: CupForecast | undefined;
  units: ShopUnits;
  onSend: (send: Send) => void;
}

/** How much of a cup goes: a part of it by eye, or what a scale says. */
function Much({
  much,
  units,
  put,
}: {
  much: HowMuch;
  units: ShopUnits;
  put: (much: HowMuch) => void;
}) {
  const weighed = 'weighed' in much ? much : null;
  return (
    <>
      <div className="flex flex-wrap gap-2" role="group" aria-label="How much of it">
        {(Object.keys(PARTS) as PartKey[]).map((part) => (
          <button
            key={part}
            type="button"
            className="act"
            aria-pressed={'part' in much && much.part === part}
            onClick={() => put({ part })}
          >
            {PARTS[part].name}
          </button>
        ))}
      </div>
      <div className="mt-2 grid grid-cols-2 items-end gap-3">
        <QuantityField
          label="Or weighed"
          value={weighed?.weighed ?? null}
          dimensions={['mass']}
          min={0.1}
          max={10_000}
          shop={units}
          onChange={(grams) =>
            put(grams === null ? { part: 'all' } : { weighed: grams, all: weighed?.all ?? true })
          }
        />
        {weighed && (
          <label className="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              checked={weighed.all}
              onChange={({ target }) => put({ ...weighed, all: target.checked })}
            />
            the cup is empty now
          </label>
        )}
      </div>
    </>
  );
}

/** Plastic that leaves a cup without being drawn: how much, and where it goes. */
export function PourOff({ state, cup, seen, units, onSend }: Props) {
  const [much, setMuch] = useState<HowMuch>({ part: 'all' });
  const others = [...state.cups.values()].filter((other) => other.key !== cup.key);
  const off = (way: WayOutKey, into?: string) => {
    onSend(pourOff(state, cup, { way, much, into }, seen));
    setMuch({ part: 'all' });
  };
  if (cup.charges === 0) return null;
  return (
    <section className="mt-6" aria-label={`Pour off ${cup.letter}`}>
      <h3 className="mb-1 font-bold">Pour off</h3>
      <Much {...{ much, units }} put={setMuch} />
      <div className="mt-3 flex flex-wrap gap-2" role="group" aria-label="Where it goes">
        {others.map((other) => (
          <button
            key={other.key}
            type="button"
            className="act"
            onClick={() => off('cup', other.key)}
          >
            {WAYS_OUT.cup.label} {other.letter}
          </button>
        ))}
        {(Object.keys(WAYS_OUT) as WayOutKey[])
          .filter((way) => !WAYS_OUT[way].intoCup)
          .map((way) => (
            <button key={way} type="button" className="act" onClick={() => off(way)}>
              {WAYS_OUT[way].label}
              {way === 'puck' && `: ${tubNameOf(state, cup)}`}
            </button>
          ))}
      </div>
    </section>
  );
}
