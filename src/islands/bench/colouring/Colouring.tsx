import { useEffect, useMemo, useRef, useState } from 'react';
import type { Colour } from '@/core/colour/index.ts';
import type { Material, Named } from '@/core/material/index.ts';
import { doseOf, KINDS, materialOf, naming, sameThing } from '@/core/material/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { degrees } from '@/core/quantity/index.ts';
import type { CupState, Rung, Send, SessionState } from '@/core/session/index.ts';
import { chargeOf, cupMl, drawnStates, mixIn, otherFlake, rungsOf } from '@/core/session/index.ts';
import { Dialog } from '@/ui/Dialog.tsx';
import type { Dimension, Go } from './doses.ts';
import { goesOf, KEYS, sayAmount } from './doses.ts';
import { FlakeSizes } from './FlakeSizes.tsx';
import { KeepMix } from './KeepMix.tsx';
import { NextGo } from './NextGo.tsx';
import { useNext } from './useNext.ts';
import { WeighBottle } from './WeighBottle.tsx';

interface Props {
  state: SessionState;
  start: string;
  units: ShopUnits;
  /** °C a cup is reckoned at now */
  heatOf: (key: string) => number | null;
  scale: (key: string) => number | null;
  onSend: (send: Send) => void;
  onUndo: () => void;
  onClose: () => void;
}

/**
 * What goes into a cup, with one gloved hand: its ladder, big steps, what is wanting, and what to
 * put in next.
 */
export function Colouring({ state, start, units, heatOf, scale, onSend, onUndo, onClose }: Props) {
  const cups = [...state.cups.values()].filter((cup) => cup.charges > 0);
  const [key, setKey] = useState(
    cups.some((cup) => cup.key === start) ? start : (cups[0]?.key ?? ''),
  );
  const cup = state.cups.get(key);
  const rows = useRef<HTMLDivElement>(null);
  return (
    <Dialog open onClose={onClose} title="What goes in" wide focus={rows}>
      {cups.length > 1 && (
        <div className="mb-3 flex flex-wrap gap-2" role="group" aria-label="Cup">
          {cups.map((cup) => (
            <button
              key={cup.key}
              type="button"
              className={`act min-h-16 ${cup.key === key ? 'act-main' : ''}`}
              aria-pressed={cup.key === key}
              onClick={() => {
                setKey(cup.key);
                rows.current?.focus();
              }}
            >
              {cup.letter} {cup.name}
            </button>
          ))}
        </div>
      )}
      {cup && cup.charges > 0 ? (
        <OneCup
          key={key}
          {...{ state, cup, units, heatOf, scale, onSend, onUndo, rows }}
          next={(by) =>
            setKey(
              cups[(cups.findIndex((cup) => cup.key === key) + by + cups.length) % cups.length]!
                .key,
            )
          }
        />
      ) : (
        <div ref={rows} tabIndex={-1}>
          <p>Nothing is in any cup yet. Measure the plastisol first.</p>
        </div>
      )}
    </Dialog>
  );
}

/** Times what is wanted from which more than is wanted is told of (judgement). */
const OVER = 1.5;

/** One thing of the ladder: what is wanted, what is in. */
function Row({
  rung,
  chosen,
  weighed,
  units,
  onChoose,
}: {
  rung: Rung;
  chosen: boolean;
  /** g its drops weigh, where the shop weighs */ weighed: number | null;
  units: ShopUnits;
  onChoose: () => void;
}) {
  const soft = chosen ? '' : 'text-soft';
  // Rounding, and what comes round from the moulds, is not called over.
  const over = rung.wanted > 0 && rung.inIt > OVER * rung.wanted ? rung.inIt - rung.wanted : 0;
  return (
    <button
      type="button"
      onClick={onChoose}
      aria-pressed={chosen}
      data-rung={rung.what}
      className={
        'flex min-h-14 w-full items-center justify-between gap-3 border-b border-rule px-2 ' +
        `text-left ${chosen ? 'bg-ink text-ground' : ''}`
      }
    >
      <span className="min-w-0">
        <b className="block truncate">{rung.what}</b>
        <span className={`block text-sm ${soft}`}>
          {rung.wanted > 0
            ? `${rung.when === 'cold' ? 'cold, ' : rung.when === 'last' ? 'last, ' : ''}wants ` +
              `${sayAmount(rung.wanted, rung.dimension, units)}`
            : 'not in the recipe'}
          {weighed === null ? '' : `, ${weighed.toFixed(2)} g`}
        </span>
      </span>
      <span className="shrink-0 text-right">
        <b className="figure block text-xl">
          {rung.inIt > 0 ? sayAmount(rung.inIt, rung.dimension, units) : '–'}
        </b>
        <span className={`block text-sm ${soft}`}>
          {rung.still > 0
            ? `still ${sayAmount(rung.still, rung.dimension, units)}`
            : over > 0
              ? `${sayAmount(over, rung.dimension, units)} over`
              : rung.wanted > 0
                ? 'is in'
                : ''}
        </span>
      </span>
    </button>
  );
}

function OneCup({
  state,
  cup,
  units,
  heatOf,
  scale,
  onSend,
  onUndo,
  rows,
  next,
}: Omit<Props, 'start' | 'onClose'> & {
  cup: CupState;
  rows: React.RefObject<HTMLDivElement | null>;
  next: (by: number) => void;
}) {
  const { materials, dosing } = state.snapshot.colour;
  const named = (thing: Named) => materialOf(thing, materials);
  const [extra, setExtra] = useState<Rung[]>([]);
  const [asking, setAsking] = useState<{ own: Material; other: Material } | null>(null);
  const [looks, setLooks] = useState<Colour | null>(null);
  const [upTo, setUpTo] = useState<number | null>(null);
  const [weigh, setWeigh] = useState(dosing === 'weigh');
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
  const charge = useMemo(() => {
    const own = chargeOf(cup, materials);
    return own && wanted ? { ...own, target: wanted } : own;
  }, [cup, materials, wanted]);
  const answer = useNext(charge, looks);
  const add = ({ what, materialId }: Named, amount: number, dimension: Dimension) => {
    setLooks(null);
    onSend({
      kind: 'added',
      payload: {
        cup: cup.key,
        what,
        materialId,
        amount,
        dimension,
        from: 'hand',
        celsius: heatOf(cup.key) ?? undefined,
      },
    });
  };
  const go = (go: Go | undefined) => go && rung && add(rung, go.amount, go.dimension);
  const rest = () => rung && rung.still > 0 && add(rung, rung.still, rung.dimension);
  const advised = () =>
    answer?.adding.add.forEach((dose) => {
      const material = named({ what: dose.key })!;
      const drops = KINDS[material.kind].by === 'drops';
      add(
        naming(material),
        drops ? Math.round(dose.dose) : dose.dose * doseOf(material),
        drops ? 'drops' : 'volume',
      );
    });
  const nextVersion =
    (cup.version ?? 0) + cup.keptMixes.filter((keptMix) => keptMix.as === 'version').length + 1;
  const mix = mixIn(cup, cup.name, materials, upTo ?? undefined);
  const keep = (as: 'version' | 'branch', name: string) =>
    mix.ladder.length > 0 &&
    onSend({
      kind: 'mixKept',
      payload: { cup: cup.key, as, name, mix: { ...mix, name }, upTo: upTo ?? cup.trail.length },
    });
  const bring = (material: Material) => {
    setAsking(null);
    rows.current?.focus();
    const held = all.findIndex((rung) => sameThing(rung, naming(material)));
    if (held >= 0) return setAt(held);
    setExtra([
      ...extra,
      {
        ...naming(material),
        dimension: KINDS[material.kind].by === 'drops' ? 'drops' : 'volume',
        when: null,
        wanted: 0,
        inIt: 0,
        still: 0,
      },
    ]);
    setAt(all.length);
  };
  const take = (name: string) => {
    const material = named({ what: name });
    if (!material) return;
    const own = otherFlake(cup, material, materials);
    if (own) setAsking({ own, other: material });
    else bring(material);
  };
  useEffect(() => {
    const hear = (event: KeyboardEvent) => {
      const el = event.target as HTMLElement;
      if (event.ctrlKey || event.metaKey || event.altKey || el.closest('input, select, textarea'))
        return;
      const press: Record<string, () => void> = {
        ArrowDown: () => setAt((was) => (was + 1) % all.length),
        ArrowUp: () => setAt((was) => (was + all.length - 1) % all.length),
        ArrowRight: () => next(1),
        ArrowLeft: () => next(-1),
        u: onUndo,
        k: () => keep('version', cup.name),
        n: advised,
        ...Object.fromEntries(KEYS.map((key, i) => [key, () => go(goes[i])])),
      };
      if ((event.key === ' ' || event.key === 'Enter') && !el.closest('button, a'))
        press[event.key] = rest;
      const act = press[event.key.length === 1 ? event.key.toLowerCase() : event.key];
      if (!act || event.repeat) return;
      event.preventDefault();
      act();
    };
    addEventListener('keydown', hear);
    return () => removeEventListener('keydown', hear);
  });
  const shelf = materials
    .filter((material) => KINDS[material.kind].by !== 'mL' || material.kind === 'puck')
    .sort((one, other) => one.name.localeCompare(other.name));
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
              <Row
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
          <div className="mt-3 flex flex-wrap gap-2" role="group" aria-label={`Add ${rung.what}`}>
            {goes.map((way, i) => (
              <button
                key={way.label}
                type="button"
                className="act min-h-16 px-4 text-lg"
                onClick={() => go(way)}
              >
                {way.label} {i < KEYS.length && <kbd className="hint font-mono">{KEYS[i]}</kbd>}
              </button>
            ))}
            <button
              type="button"
              className="act act-main min-h-16 px-4 text-lg"
              disabled={!(rung.still > 0)}
              onClick={rest}
            >
              {rung.still > 0
                ? `All of it: ${sayAmount(rung.still, rung.dimension, units)}`
                : 'Nothing wanting'}
            </button>
            <button type="button" className="act min-h-16 px-4" onClick={onUndo}>
              Undo <kbd className="hint font-mono">U</kbd>
            </button>
          </div>
        )}
        {rung?.dimension === 'drops' &&
          on &&
          (weigh ? (
            <WeighBottle
              key={rung.what}
              of={on}
              units={units}
              scale={scale(cup.key)}
              onDrops={(count) => add(rung, count, 'drops')}
            />
          ) : (
            <button
              type="button"
              className="act mt-2 border-transparent"
              onClick={() => setWeigh(true)}
            >
              Weigh the bottle instead
            </button>
          ))}
        <label className="field mt-3">
          <span>Something else from the shelf</span>
          <select className="box" value="" onChange={(change) => take(change.target.value)}>
            <option value="">choose</option>
            {shelf.map((material) => (
              <option key={material.name} value={material.name}>
                {material.name}, {KINDS[material.kind].name}
              </option>
            ))}
          </select>
        </label>
        {asking && (
          <div
            className="mt-3 border-y-[1.5px] border-ink py-3"
            role="alertdialog"
            aria-label="Another size of flake"
          >
            <p className="font-bold">
              {asking.other.name} is not the size this mix has. Is it meant?
            </p>
            <FlakeSizes own={asking.own} other={asking.other} units={units} />
            <p className="mt-2 flex flex-wrap gap-2">
              <button type="button" className="act min-h-14" onClick={() => bring(asking.other)}>
                Yes, {asking.other.name}
              </button>
              <button
                type="button"
                className="act act-main min-h-14"
                onClick={() => bring(asking.own)}
              >
                No, {asking.own.name}
              </button>
            </p>
          </div>
        )}
      </section>
      <section>
        {charge ? (
          <NextGo
            {...{ cup, charge, answer, looks, units, named, wanted }}
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
        <h3 className="mt-4 font-bold">What went in</h3>
        <ol className="max-h-40 overflow-y-auto" tabIndex={0} aria-label="What went in, in order">
          {cup.trail.map((entry) => (
            <li key={entry.event} className="flex justify-between gap-3 border-b border-rule py-1">
              <span>
                <span className="figure text-soft">
                  {new Date(entry.at).toTimeString().slice(0, 5)}
                </span>{' '}
                {entry.what}
                {entry.celsius !== null && (
                  <span className="text-soft">, at {degrees(entry.celsius, units)}</span>
                )}
              </span>
              <b className="figure shrink-0">{sayAmount(entry.amount, entry.dimension, units)}</b>
            </li>
          ))}
        </ol>
        <KeepMix
          {...{ cup, mix, upTo, nextVersion }}
          states={drawnStates(cup, state.draws.values()).filter(
            (drawnState) => drawnState.upTo < cup.trail.length,
          )}
          onUpTo={setUpTo}
          onKeep={keep}
        />
      </section>
    </div>
  );
}
