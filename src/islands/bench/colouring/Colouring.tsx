import { useEffect, useMemo, useRef, useState } from 'react';
import type { Colour } from '@/core/colour/index.ts';
import type { Material } from '@/core/material/index.ts';
import { doseOf, KINDS } from '@/core/material/index.ts';
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
  s: SessionState;
  start: string;
  units: ShopUnits;
  /** °C a cup is reckoned at now */
  heatOf: (key: string) => number | null;
  scale: (key: string) => number | null;
  onSend: (send: Send) => void;
  onUndo: () => void;
  onClose: () => void;
}

/** What goes into a cup, with one gloved hand: its ladder, big steps, what is wanting, and what to put in next. */
export function Colouring({ s, start, units, heatOf, scale, onSend, onUndo, onClose }: Props) {
  const cups = [...s.cups.values()].filter((c) => c.charges > 0);
  const [key, setKey] = useState(cups.some((c) => c.key === start) ? start : (cups[0]?.key ?? ''));
  const cup = s.cups.get(key);
  const rows = useRef<HTMLDivElement>(null);
  return (
    <Dialog open onClose={onClose} title="What goes in" wide focus={rows}>
      {cups.length > 1 && (
        <div className="mb-3 flex flex-wrap gap-2" role="group" aria-label="Cup">
          {cups.map((c) => (
            <button
              key={c.key}
              type="button"
              className={`act min-h-16 ${c.key === key ? 'act-main' : ''}`}
              aria-pressed={c.key === key}
              onClick={() => {
                setKey(c.key);
                rows.current?.focus();
              }}
            >
              {c.letter} {c.name}
            </button>
          ))}
        </div>
      )}
      {cup && cup.charges > 0 ? (
        <OneCup
          key={key}
          {...{ s, cup, units, heatOf, scale, onSend, onUndo, rows }}
          next={(by) =>
            setKey(
              cups[(cups.findIndex((c) => c.key === key) + by + cups.length) % cups.length]!.key,
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
      className={`flex min-h-14 w-full items-center justify-between gap-3 border-b border-rule px-2 text-left ${chosen ? 'bg-ink text-ground' : ''}`}
    >
      <span className="min-w-0">
        <b className="block truncate">{rung.what}</b>
        <span className={`block text-sm ${soft}`}>
          {rung.wanted > 0
            ? `${rung.when === 'cold' ? 'cold, ' : rung.when === 'last' ? 'last, ' : ''}wants ${sayAmount(rung.wanted, rung.dimension, units)}`
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
  s,
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
  const { materials, dosing } = s.snapshot.colour;
  const named = (what: string) =>
    materials.find((m) => m.name.toLowerCase() === what.toLowerCase());
  const [extra, setExtra] = useState<Rung[]>([]);
  const [asking, setAsking] = useState<{ own: Material; other: Material } | null>(null);
  const [looks, setLooks] = useState<Colour | null>(null);
  const [upTo, setUpTo] = useState<number | null>(null);
  const [weigh, setWeigh] = useState(dosing === 'weigh');
  const rungs = rungsOf(cup, s.snapshot.colour.materials);
  const all = [...rungs, ...extra.filter((x) => !rungs.some((r) => r.what === x.what))];
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      rungs.findIndex((r) => r.still > 0 && r.when !== 'cold'),
    ),
  );
  const rung = all[Math.min(at, all.length - 1)];
  const on = rung && named(rung.what);
  const goes = rung ? goesOf(rung, on, units) : [];
  const [wanted, setWanted] = useState<Colour | null>(null);
  const charge = useMemo(() => {
    const own = chargeOf(cup, materials);
    return own && wanted ? { ...own, target: wanted } : own;
  }, [cup, materials, wanted]);
  const answer = useNext(charge, looks);
  const add = (what: string, amount: number, dimension: Dimension) => {
    setLooks(null);
    onSend({
      kind: 'added',
      payload: {
        cup: cup.key,
        what,
        amount,
        dimension,
        from: 'hand',
        celsius: heatOf(cup.key) ?? undefined,
      },
    });
  };
  const go = (g: Go | undefined) => g && rung && add(rung.what, g.amount, g.dimension);
  const rest = () => rung && rung.still > 0 && add(rung.what, rung.still, rung.dimension);
  const advised = () =>
    answer?.adding.add.forEach((d) => {
      const m = named(d.key)!;
      const drops = KINDS[m.kind].by === 'drops';
      add(m.name, drops ? Math.round(d.dose) : d.dose * doseOf(m), drops ? 'drops' : 'volume');
    });
  const nextVersion =
    (cup.version ?? 0) + cup.keptMixes.filter((k) => k.as === 'version').length + 1;
  const mix = mixIn(cup, cup.name, materials, upTo ?? undefined);
  const keep = (as: 'version' | 'branch', name: string) =>
    mix.ladder.length > 0 &&
    onSend({
      kind: 'mixKept',
      payload: { cup: cup.key, as, name, mix: { ...mix, name }, upTo: upTo ?? cup.trail.length },
    });
  const bring = (m: Material) => {
    setAsking(null);
    rows.current?.focus();
    const held = all.findIndex((r) => r.what.toLowerCase() === m.name.toLowerCase());
    if (held >= 0) return setAt(held);
    setExtra([
      ...extra,
      {
        what: m.name,
        dimension: KINDS[m.kind].by === 'drops' ? 'drops' : 'volume',
        when: null,
        wanted: 0,
        inIt: 0,
        still: 0,
      },
    ]);
    setAt(all.length);
  };
  const take = (name: string) => {
    const m = named(name);
    if (!m) return;
    const own = otherFlake(cup, m, materials);
    if (own) setAsking({ own, other: m });
    else bring(m);
  };
  useEffect(() => {
    const hear = (e: KeyboardEvent) => {
      const el = e.target as HTMLElement;
      if (e.ctrlKey || e.metaKey || e.altKey || el.closest('input, select, textarea')) return;
      const press: Record<string, () => void> = {
        ArrowDown: () => setAt((n) => (n + 1) % all.length),
        ArrowUp: () => setAt((n) => (n + all.length - 1) % all.length),
        ArrowRight: () => next(1),
        ArrowLeft: () => next(-1),
        u: onUndo,
        k: () => keep('version', cup.name),
        n: advised,
        ...Object.fromEntries(KEYS.map((k, i) => [k, () => go(goes[i])])),
      };
      if ((e.key === ' ' || e.key === 'Enter') && !el.closest('button, a')) press[e.key] = rest;
      const act = press[e.key.length === 1 ? e.key.toLowerCase() : e.key];
      if (!act || e.repeat) return;
      e.preventDefault();
      act();
    };
    addEventListener('keydown', hear);
    return () => removeEventListener('keydown', hear);
  });
  const shelf = materials
    .filter((m) => KINDS[m.kind].by !== 'mL' || m.kind === 'puck')
    .sort((a, b) => a.name.localeCompare(b.name));
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
          {all.map((r, i) => {
            const m = named(r.what);
            return (
              <Row
                key={`${r.what}${r.dimension}`}
                rung={r}
                chosen={r === rung}
                weighed={
                  dosing === 'weigh' && r.dimension === 'drops' && m
                    ? r.wanted * m.drop * m.density
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
            {goes.map((g, i) => (
              <button
                key={g.label}
                type="button"
                className="act min-h-16 px-4 text-lg"
                onClick={() => go(g)}
              >
                {g.label} {i < KEYS.length && <kbd className="hint font-mono">{KEYS[i]}</kbd>}
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
              onDrops={(n) => add(rung.what, n, 'drops')}
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
          <select className="box" value="" onChange={(e) => take(e.target.value)}>
            <option value="">choose</option>
            {shelf.map((m) => (
              <option key={m.name} value={m.name}>
                {m.name}, {KINDS[m.kind].name}
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
          {cup.trail.map((t) => (
            <li key={t.event} className="flex justify-between gap-3 border-b border-rule py-1">
              <span>
                <span className="figure text-soft">
                  {new Date(t.at).toTimeString().slice(0, 5)}
                </span>{' '}
                {t.what}
                {t.celsius !== null && (
                  <span className="text-soft">, at {degrees(t.celsius, units)}</span>
                )}
              </span>
              <b className="figure shrink-0">{sayAmount(t.amount, t.dimension, units)}</b>
            </li>
          ))}
        </ol>
        <KeepMix
          {...{ cup, mix, upTo, nextVersion }}
          states={drawnStates(cup, s.draws.values()).filter((x) => x.upTo < cup.trail.length)}
          onUpTo={setUpTo}
          onKeep={keep}
        />
      </section>
    </div>
  );
}
