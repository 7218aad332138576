import { useState, type RefObject } from 'react';
import type { Colour } from '@/core/colour/index.ts';
import type { Material, Named } from '@/core/material/index.ts';
import { KINDS, materialOf, naming, sameThing } from '@/core/material/index.ts';
import { UNNAMED } from '@/core/plan/unnamed.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import type { CupState, Dose, Rung, Send, SessionState } from '@/core/session/index.ts';
import {
  addedByHand,
  chargeOf,
  countedOut,
  cupMl,
  drawnStates,
  mixIn,
  mixKept,
  newRung,
  nextVersionOf,
  otherFlake,
  rungsOf,
  some,
  wantsShaking,
  weighedAfter,
} from '@/core/session/index.ts';
import { Combobox } from '@/ui/Combobox.tsx';
import type { Go } from './doses.ts';
import { goesOf, KEYS } from './doses.ts';
import { KeepMix } from './KeepMix.tsx';
import { NextGo } from './NextGo.tsx';
import { OneRung } from './OneRung.tsx';
import { OtherSize } from './OtherSize.tsx';
import { RungRow } from './RungRow.tsx';
import { useCupKeys } from './useCupKeys.ts';
import { useNewColourway } from './useNewColourway.ts';
import { useNext } from './useNext.ts';
import { WentIn } from './WentIn.tsx';

/** The bench a cup is coloured on, and what can be done there. */
export interface CupActs {
  state: SessionState;
  units: ShopUnits;
  /** °C a cup is reckoned at now */
  heatOf: (key: string) => number | null;
  scale: (key: string) => number | null;
  onSend: (send: Send) => void;
  onUndo: () => void;
}
interface Props extends CupActs {
  cup: CupState;
  rows: RefObject<HTMLDivElement | null>;
  next: (by: number) => void;
}

/** One cup: its ladder, what to put in next, and what went in. */
export function OneCup({ state, cup, units, heatOf, scale, onSend, onUndo, rows, next }: Props) {
  const { materials, dosing } = state.snapshot.colour;
  const named = (thing: Named) => materialOf(thing, materials);
  const [extra, setExtra] = useState<Rung[]>([]);
  const [asking, setAsking] = useState<{ own: Material; other: Material } | null>(null);
  const [looks, setLooks] = useState<Colour | null>(null);
  const [upTo, setUpTo] = useState<number | null>(null);
  const rungs = rungsOf(cup, state.snapshot.colour.materials);
  const all = [...rungs, ...extra.filter((rung) => !rungs.some((other) => sameThing(other, rung)))];
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      rungs.findIndex((rung) => rung.still > 0 && rung.when !== 'cold'),
    ),
  );
  const rung = all[Math.min(at, all.length - 1)];
  const on = rung && named(rung);
  const goes = rung ? goesOf(rung, on, units) : [];
  const [wanted, setWanted] = useState<Colour | null>(null);
  const own = chargeOf(cup, materials);
  const charge = own && wanted ? { ...own, target: wanted } : own;
  const answer = useNext(charge, looks);
  const add = (dose: Dose, counted: 'hand' | 'guess' = 'hand') => {
    setLooks(null);
    onSend(addedByHand(cup, dose, heatOf(cup.key), counted));
  };
  const go = (go: Go | undefined) => go && rung && add({ ...rung, ...go });
  const rest = () => rung && rung.still > 0 && add({ ...rung, amount: rung.still });
  const addSome = () => rung && add(some(rung), 'guess');
  const advised = () =>
    answer?.adding.add.forEach((dose) => add(countedOut(named({ what: dose.key })!, dose.dose)));
  const mix = mixIn(cup, cup.name, materials, upTo ?? undefined);
  const keep = (as: 'version' | 'branch', name: string) => {
    const kept = mixKept(cup, mix, { as, name, upTo });
    if (kept) onSend(kept);
  };
  const colourway = useNewColourway({ state, cup, upTo: upTo ?? cup.trail.length, onSend });
  const bring = (material: Material) => {
    setAsking(null);
    rows.current?.focus();
    const held = all.findIndex((rung) => sameThing(rung, naming(material)));
    if (held >= 0) return setAt(held);
    setExtra([...extra, newRung(material)]);
    setAt(all.length);
  };
  const take = (name: string) => {
    const material = named({ what: name });
    if (!material) return;
    const own = otherFlake(cup, material, materials);
    if (own) setAsking({ own, other: material });
    else bring(material);
  };
  useCupKeys({
    ArrowDown: () => setAt((was) => (was + 1) % all.length),
    ArrowUp: () => setAt((was) => (was + all.length - 1) % all.length),
    ArrowRight: () => next(1),
    ArrowLeft: () => next(-1),
    u: onUndo,
    k: () => cup.mix !== UNNAMED && keep('version', cup.name),
    n: advised,
    8: addSome,
    ...Object.fromEntries(KEYS.map((key, i) => [key, () => go(goes[i])])),
    ' ': rest,
    Enter: rest,
  });
  const shelf = materials
    .filter((material) => KINDS[material.kind].by !== 'mL' || material.kind === 'puck')
    .sort((one, other) => one.name.localeCompare(other.name))
    .map(({ name, kind }) => ({ value: name, name: `${name}, ${KINDS[kind].name}` }));
  return (
    <div
      className="grid gap-x-8 gap-y-5 md:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]"
      data-colouring
    >
      <section>
        <div ref={rows} tabIndex={-1} role="group" aria-label="The ladder" className="outline-none">
          {all.length === 0 && (
            <p>Nothing is written down for this mix. Take things from the shelf below.</p>
          )}
          {all.map((other, i) => {
            const material = named(other);
            return (
              <RungRow
                key={`${other.what}${other.dimension}`}
                rung={other}
                chosen={other === rung}
                weighed={
                  dosing === 'weigh' && other.dimension === 'drops' && material
                    ? other.wanted * material.drop * material.density
                    : null
                }
                units={units}
                onChoose={() => setAt(i)}
              />
            );
          })}
        </div>
        {rung && (
          <OneRung
            {...{ rung, on, goes, units, onUndo }}
            weighs={dosing === 'weigh'}
            scale={scale(cup.key)}
            bottle={{
              is: state.bottles.get(on?.id ?? 0) ?? 'well',
              shake: !!on && wantsShaking(state.cups.values(), on),
            }}
            onAdd={(dose) => add({ ...rung, ...dose })}
            onRest={rest}
            onSome={addSome}
            onBottle={(material, is) => onSend({ kind: 'bottleNoted', payload: { material, is } })}
          />
        )}
        <Combobox
          className="mt-3"
          label="Something else from the shelf"
          list="materials"
          value=""
          options={shelf}
          onChange={take}
        />
        {asking && <OtherSize asking={asking} units={units} onTake={bring} />}
      </section>
      <section>
        {charge ? (
          <NextGo
            {...{ state, cup, charge, answer, looks, units, named, wanted }}
            onLooks={setLooks}
            onWanted={setWanted}
            onAdvised={advised}
            onClear={(ml) =>
              onSend({
                kind: 'charged',
                payload: { cup: cup.key, grams: (ml * cup.grams) / cupMl(cup), from: 'fresh' },
              })
            }
          />
        ) : (
          <p className="hint">
            Nothing of this mix has swatches on the shelf, so its colour is not reckoned. What goes
            in is kept all the same.
          </p>
        )}
        <WentIn
          cup={cup}
          units={units}
          onWeighed={(entry, dose) => onSend(weighedAfter(cup, entry, dose))}
        />
        <KeepMix
          {...{ cup, mix, upTo }}
          nextVersion={nextVersionOf(cup)}
          states={drawnStates(cup, state.draws.values()).filter(
            (drawnState) => drawnState.upTo < cup.trail.length,
          )}
          onUpTo={setUpTo}
          onKeep={keep}
          colourway={colourway}
        />
      </section>
    </div>
  );
}
