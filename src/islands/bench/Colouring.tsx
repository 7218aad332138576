import { useEffect, useMemo, useRef, useState } from 'react';
import type { Colour } from '@/core/colour/index.ts';
import { colourWith, hexOf, NEAR } from '@/core/colour/index.ts';
import type { Material } from '@/core/material/index.ts';
import { doseOf, dropsOf, KINDS, PINCH } from '@/core/material/index.ts';
import { spoon } from '@/core/plan/spoon.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { degrees, say } from '@/core/quantity/index.ts';
import type { CupState, Rung, Send, SessionState } from '@/core/session/index.ts';
import { chargeOf, cupMl, drawnStates, mixIn, otherFlake, rungsOf } from '@/core/session/index.ts';
import { airVolume } from '@/core/shot/index.ts';
import { Dialog } from '@/ui/Dialog.tsx';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { Photo } from '../colour/Photo.tsx';
import { useNext } from './useNext.ts';

type Dimension = Rung['dimension'];
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
interface Go {
  label: string;
  amount: number;
  dimension: Dimension;
}

/** Steps one hand puts in, by how a thing is dosed. */
const STEPS: Record<(typeof KINDS)[keyof typeof KINDS]['by'], [number, number, number]> = { drops: [1, 2, 5], spoons: [PINCH, 2 * PINCH, 4 * PINCH], mL: [5, 10, 25] };
const KEYS = ['1', '2', '5'] as const;

const sayAmount = (v: number, d: Dimension, units: ShopUnits): string => (d === 'drops' ? `${Math.round(v * 10) / 10} dr` : d === 'volume' ? (v > 10 ? say(v, 'volume', units) : spoon(v, units)) : say(v, 'mass', units));

/** The goes there are for a rung: its three steps, and the shop's own measures of it. */
function goesOf(rung: Rung, m: Material | undefined, units: ShopUnits): Go[] {
  const dimension: Dimension = rung.dimension;
  const by = m ? KINDS[m.kind].by : dimension === 'drops' ? 'drops' : 'spoons';
  const steps = dimension === 'mass' ? [1, 2, 5] : dimension === 'drops' ? STEPS.drops : STEPS[by === 'drops' ? 'spoons' : by];
  return [
    ...steps.map((amount): Go => ({ label: `+ ${sayAmount(amount, dimension, units)}`, amount, dimension })),
    ...(m?.measures ?? []).map((x): Go => ({ label: `+ ${x.name}`, amount: x.grams / m!.spoon, dimension: 'volume' })),
  ];
}

/** Two flakes to scale beside a ruler as long as a coin is wide. */
function FlakeSizes({ own, other, units }: { own: Material; other: Material; units: ShopUnits }) {
  const hexagon = (cx: number, size: number) => `M${Array.from({ length: 6 }, (_, i) => `${cx + (size / Math.sqrt(3)) * Math.cos((Math.PI * i) / 3)} ${5 + (size / Math.sqrt(3)) * Math.sin((Math.PI * i) / 3)}`).join('L')}Z`;
  return (
    <svg viewBox="-1 0 30 16" style={{ width: '113.4mm', maxWidth: '100%' }} role="img" aria-label={`${own.name} ${own.size} mm beside ${other.name} ${other.size} mm, four times their size, with a ruler of 24 mm`}>
      <path d={hexagon(5, own.size!)} fill={own.tint ?? 'none'} stroke="currentColor" strokeWidth="0.08" /><path d={hexagon(17, other.size!)} fill={other.tint ?? 'none'} stroke="currentColor" strokeWidth="0.08" />
      <text x="5" y="9" fontSize="1.5" textAnchor="middle" fill="currentColor">the mix’s: {say(own.size!, 'length', units)}</text><text x="17" y="9" fontSize="1.5" textAnchor="middle" fill="currentColor">this: {say(other.size!, 'length', units)}</text>
      <path d={`M0 12H24M${Array.from({ length: 25 }, (_, i) => `${i} 12v${i % 5 === 0 ? -1.6 : -0.8}`).join('M')}`} fill="none" stroke="currentColor" strokeWidth="0.1" />
      <text x="12" y="14.6" fontSize="1.5" textAnchor="middle" fill="currentColor">24 mm, a coin’s width, four times as large</text>
    </svg>
  );
}

/** What goes into a cup, with one gloved hand: its ladder, big steps, what is wanting, and what to put in next. */
export function Colouring({ s, start, units, heatOf, scale, onSend, onUndo, onClose }: Props) {
  const cups = [...s.cups.values()].filter((c) => c.charges > 0);
  const [key, setKey] = useState(cups.some((c) => c.key === start) ? start : (cups[0]?.key ?? ''));
  const cup = s.cups.get(key);
  const rows = useRef<HTMLDivElement>(null);
  return (
    <Dialog open onClose={onClose} title="What goes in" wide focus={rows}>
      {cups.length > 1 && <div className="mb-3 flex flex-wrap gap-2" role="group" aria-label="Cup">{cups.map((c) => <button key={c.key} type="button" className={`act min-h-16 ${c.key === key ? 'act-main' : ''}`} aria-pressed={c.key === key} onClick={() => { setKey(c.key); rows.current?.focus(); }}>{c.letter} {c.name}</button>)}</div>}
      {cup && cup.charges > 0 ? <OneCup key={key} {...{ s, cup, units, heatOf, scale, onSend, onUndo, rows }} next={(by) => setKey(cups[(cups.findIndex((c) => c.key === key) + by + cups.length) % cups.length]!.key)} /> : <div ref={rows} tabIndex={-1}><p>Nothing is in any cup yet. Measure the plastisol first.</p></div>}
    </Dialog>
  );
}

function OneCup({ s, cup, units, heatOf, scale, onSend, onUndo, rows, next }: Omit<Props, 'start' | 'onClose'> & { cup: CupState; rows: React.RefObject<HTMLDivElement | null>; next: (by: number) => void }) {
  const { materials, dosing } = s.snapshot.colour;
  const named = (what: string) => materials.find((m) => m.name.toLowerCase() === what.toLowerCase());
  const [extra, setExtra] = useState<Rung[]>([]);
  const [asking, setAsking] = useState<{ own: Material; other: Material } | null>(null);
  const [looks, setLooks] = useState<Colour | null>(null);
  const rungs = rungsOf(cup);
  const all = [...rungs, ...extra.filter((x) => !rungs.some((r) => r.what === x.what))];
  const [at, setAt] = useState(() => Math.max(0, rungs.findIndex((r) => r.still > 0 && r.when !== 'cold')));
  const rung = all[Math.min(at, all.length - 1)];
  const on = rung && named(rung.what);
  const goes = rung ? goesOf(rung, on, units) : [];
  const charge = useMemo(() => chargeOf(cup, materials), [cup, materials]);
  const answer = useNext(charge, looks);
  const celsius = heatOf(cup.key) ?? undefined;
  const add = (what: string, amount: number, dimension: Dimension) => { setLooks(null); onSend({ kind: 'added', payload: { cup: cup.key, what, amount, dimension, from: 'hand', celsius } }); };
  const go = (g: Go | undefined) => g && rung && add(rung.what, g.amount, g.dimension);
  const rest = () => rung && rung.still > 0 && add(rung.what, rung.still, rung.dimension);
  const said = (doses: { key: string; dose: number }[]) => doses.map((d) => { const m = named(d.key)!; return `${KINDS[m.kind].by === 'drops' ? `${Math.round(d.dose)} ${Math.round(d.dose) === 1 ? 'drop' : 'drops'}` : KINDS[m.kind].by === 'mL' ? say(d.dose, 'volume', units) : spoon(d.dose * PINCH, units)} of ${m.name}`; }).join(', ');
  const advised = () => answer?.adding.add.forEach((d) => { const m = named(d.key)!; const drops = KINDS[m.kind].by === 'drops'; add(m.name, drops ? Math.round(d.dose) : d.dose * doseOf(m), drops ? 'drops' : 'volume'); });
  const states = drawnStates(cup, s.draws.values()).filter((x) => x.upTo < cup.trail.length);
  const [upTo, setUpTo] = useState<number | null>(null);
  const [branch, setBranch] = useState('');
  const kept = cup.keptMixes.at(-1);
  const nextVersion = (cup.version ?? 0) + cup.keptMixes.filter((k) => k.as === 'version').length + 1;
  const mix = mixIn(cup, cup.name, materials, upTo ?? undefined);
  const keep = (as: 'version' | 'branch') => {
    if (mix.ladder.length === 0) return;
    onSend({ kind: 'mixKept', payload: { cup: cup.key, as, name: as === 'branch' ? branch.trim() : cup.name, mix: { ...mix, name: as === 'branch' ? branch.trim() : cup.name }, upTo: upTo ?? cup.trail.length } });
    setBranch('');
  };
  const take = (name: string) => {
    const m = named(name);
    if (!m) return;
    const other = otherFlake(cup, m, materials);
    if (other) return setAsking({ own: other, other: m });
    bring(m);
  };
  const bring = (m: Material) => {
    setAsking(null);
    const held = all.findIndex((r) => r.what.toLowerCase() === m.name.toLowerCase());
    if (held >= 0) return setAt(held);
    setExtra([...extra, { what: m.name, dimension: KINDS[m.kind].by === 'drops' ? 'drops' : 'volume', when: null, wanted: 0, inIt: 0, still: 0 }]);
    setAt(all.length);
    rows.current?.focus();
  };
  useEffect(() => {
    const hear = (e: KeyboardEvent) => {
      const el = e.target as HTMLElement;
      if (e.ctrlKey || e.metaKey || e.altKey || el.closest('input, select, textarea')) return;
      const press: Record<string, () => void> = {
        ArrowDown: () => setAt((n) => (n + 1) % all.length), ArrowUp: () => setAt((n) => (n + all.length - 1) % all.length), ArrowRight: () => next(1), ArrowLeft: () => next(-1),
        u: onUndo, k: () => keep('version'), n: advised, ...Object.fromEntries(KEYS.map((k, i) => [k, () => go(goes[i])])),
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
  const [before, setBefore] = useState<number | null>(null);
  const [after, setAfter] = useState<number | null>(null);
  const lost = before !== null && after !== null && on && before > after ? dropsOf(before - after, on) : null;
  const [weigh, setWeigh] = useState(dosing === 'weigh');
  const now = charge && colourWith(charge.shelf.map((o) => ({ pigment: o.pigment, dose: charge.now.get(o.key) ?? 0 })), charge.ml, charge.sight);
  const room = cup.limitMl - cupMl(cup) - (cup.vessel ? Math.min(0, airVolume(cup.vessel)) : 0);
  const shelf = [...materials].filter((m) => KINDS[m.kind].by !== 'mL' || m.kind === 'puck').sort((a, b) => a.name.localeCompare(b.name));
  return (
    <div className="grid gap-x-8 gap-y-5 md:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]" data-colouring>
      <section>
        <div ref={rows} tabIndex={-1} role="group" aria-label="The ladder" className="outline-none">
          {all.length === 0 && <p>Nothing is written down for this mix. Take things from the shelf below.</p>}
          {all.map((r, i) => (
            <button key={`${r.what}${r.dimension}`} type="button" onClick={() => setAt(i)} aria-pressed={r === rung} data-rung={r.what} className={`flex min-h-14 w-full items-center justify-between gap-3 border-b border-rule px-2 text-left ${r === rung ? 'bg-ink text-ground' : ''}`}>
              <span className="min-w-0"><b className="block truncate">{r.what}</b><span className={`block text-sm ${r === rung ? '' : 'text-soft'}`}>{r.wanted > 0 ? `${r.when === 'cold' ? 'cold, ' : r.when === 'last' ? 'last, ' : ''}wants ${sayAmount(r.wanted, r.dimension, units)}` : 'not in the recipe'}{dosing === 'weigh' && r.dimension === 'drops' && named(r.what) ? `, ${(r.wanted * named(r.what)!.drop * named(r.what)!.density).toFixed(2)} g` : ''}</span></span>
              <span className="shrink-0 text-right"><b className="figure block text-xl">{r.inIt > 0 ? sayAmount(r.inIt, r.dimension, units) : '–'}</b><span className={`block text-sm ${r === rung ? '' : 'text-soft'}`}>{r.still > 0 ? `still ${sayAmount(r.still, r.dimension, units)}` : r.wanted > 0 ? 'is in' : ''}</span></span>
            </button>
          ))}
        </div>
        {rung && (
          <div className="mt-3 flex flex-wrap gap-2" role="group" aria-label={`Add ${rung.what}`}>
            {goes.map((g, i) => <button key={g.label} type="button" className="act min-h-16 px-4 text-lg" onClick={() => go(g)}>{g.label} {i < 3 && <kbd className="hint font-mono">{KEYS[i]}</kbd>}</button>)}
            <button type="button" className="act act-main min-h-16 px-4 text-lg" disabled={!(rung.still > 0)} onClick={rest}>{rung.still > 0 ? `All of it: ${sayAmount(rung.still, rung.dimension, units)}` : 'Nothing wanting'}</button>
            <button type="button" className="act min-h-16 px-4" onClick={onUndo}>Undo <kbd className="hint font-mono">U</kbd></button>
          </div>
        )}
        {rung?.dimension === 'drops' && on && (weigh ? (
          <div className="mt-3 grid grid-cols-2 items-end gap-2 sm:grid-cols-3">
            <QuantityField label="The bottle weighed" value={before} dimensions={['mass']} shop={units} max={5000} onChange={setBefore} />
            <QuantityField label="It weighs now" value={after} dimensions={['mass']} shop={units} max={5000} onChange={setAfter} />
            <button type="button" className="act min-h-14" disabled={lost === null} onClick={() => { add(rung.what, Math.round(lost! * 10) / 10, 'drops'); setBefore(after); setAfter(null); }}>{lost === null ? 'Went in' : `${lost.toFixed(1)} dr went in`}</button>
            {scale(cup.key) !== null && <button type="button" className="act" onClick={() => (before === null ? setBefore(scale(cup.key)) : setAfter(scale(cup.key)))}>From the scale: {say(scale(cup.key)!, 'mass', units)}</button>}
          </div>
        ) : <button type="button" className="act mt-2 border-transparent" onClick={() => setWeigh(true)}>Weigh the bottle instead</button>)}
        <label className="field mt-3"><span>Something else from the shelf</span><select className="box" value="" onChange={(e) => take(e.target.value)}><option value="">choose</option>{shelf.map((m) => <option key={m.name} value={m.name}>{m.name}, {KINDS[m.kind].name}</option>)}</select></label>
        {asking && (
          <div className="mt-3 border-y-[1.5px] border-ink py-3" role="alertdialog" aria-label="Another size of flake">
            <p className="font-bold">{asking.other.name} is not the size this mix has. Is it meant?</p>
            <FlakeSizes own={asking.own} other={asking.other} units={units} />
            <p className="mt-2 flex flex-wrap gap-2"><button type="button" className="act min-h-14" onClick={() => bring(asking.other)}>Yes, {asking.other.name}</button><button type="button" className="act act-main min-h-14" onClick={() => bring(asking.own)}>No, {asking.own.name}</button></p>
          </div>
        )}
      </section>
      <section>
        {charge && now && (
          <div data-next>
            <svg viewBox="0 0 240 44" className="block w-full" role="img" aria-label={`It should be ${hexOf(looks ?? now)} now; wanted ${hexOf(charge.target)}`}><path d="M0 0H120V44H0Z" fill={hexOf(looks ?? now)} /><path d="M120 0H240V44H120Z" fill={hexOf(charge.target)} /><path d="M.75 .75H239.25V43.25H.75Z" className="line-art" /></svg>
            <p className="hint flex justify-between"><span>{looks ? 'as it was seen' : 'now, as reckoned'}</span><span>wanted</span></p>
            {answer ? (
              <>
                <p className="mt-1"><span className="figure text-4xl" data-apart>{answer.adding.now.toFixed(1)}</span> apart <span className="text-soft">a keen eye sees 1, most see 2</span></p>
                {answer.adding.add.length > 0 ? (
                  <button type="button" className="act mt-2 min-h-16 w-full justify-start text-left text-lg font-bold" onClick={advised} data-advised>Next: {said(answer.adding.add)}, stir, look again ({answer.adding.after.toFixed(1)} apart) <kbd className="hint font-mono">N</kbd></button>
                ) : <p className="mt-1 font-bold">{answer.adding.now <= NEAR ? 'Near enough: nothing more is wanted.' : 'Nothing of its ladder brings it nearer.'}</p>}
                {answer.thin && <p className="mt-2 font-semibold text-watch">◇ Overdone: {say(answer.thin.clear, 'volume', units)} of clear brings it back to {answer.thin.after.toFixed(1)} apart, a charge of {say(answer.thin.charge, 'volume', units)}. {answer.thin.clear <= room ? 'The cup has room.' : `The cup has room for ${say(Math.max(0, room), 'volume', units)}: pour off first, or take a larger one.`} <button type="button" className="act mt-1" onClick={() => onSend({ kind: 'charged', payload: { cup: cup.key, grams: (answer.thin!.clear * cup.grams) / cupMl(cup), from: 'fresh' } })}>The clear is in</button></p>}
              </>
            ) : <p className="hint mt-1">reckoning…</p>}
            <details className="mt-2"><summary className="flex min-h-11 cursor-pointer items-center">A swatch on the blade, photographed</summary><Photo onColour={setLooks} /></details>
          </div>
        )}
        {!charge && <p className="hint">Nothing of this mix has swatches on the shelf, so its colour is not reckoned. What goes in is kept all the same.</p>}
        <h3 className="mt-4 font-bold">What went in</h3>
        <ol className="max-h-40 overflow-y-auto" tabIndex={0} aria-label="What went in, in order">
          {cup.trail.map((t) => <li key={t.event} className="flex justify-between gap-3 border-b border-rule py-1"><span><span className="figure text-soft">{new Date(t.at).toTimeString().slice(0, 5)}</span> {t.what}{t.celsius !== null && <span className="text-soft">, at {degrees(t.celsius, units)}</span>}</span><b className="figure shrink-0">{sayAmount(t.amount, t.dimension, units)}</b></li>)}
        </ol>
        <h3 className="mt-4 font-bold">Keep what really went in</h3>
        {states.length > 0 && <label className="field"><span>It changed between draws</span><select className="box" value={upTo ?? ''} onChange={(e) => setUpTo(e.target.value ? Number(e.target.value) : null)}><option value="">as it is now</option>{states.map((x) => <option key={x.upTo} value={x.upTo}>as in draw {x.draws.join(', ')}</option>)}</select></label>}
        <button type="button" className="act act-main mt-2 min-h-16 w-full justify-center text-lg" disabled={mix.ladder.length === 0} onClick={() => keep('version')} data-keep>Keep as version {nextVersion} <kbd className="font-mono opacity-80">K</kbd></button>
        <p className="mt-2 flex items-end gap-2"><label className="field min-w-0 flex-1"><span>Or as a branch, by a name of its own</span><input className="box" value={branch} onChange={(e) => setBranch(e.target.value)} /></label><button type="button" className="act min-h-11" disabled={!branch.trim() || mix.ladder.length === 0} onClick={() => keep('branch')}>Keep the branch</button></p>
        {kept && <p className="mt-2" role="status" data-kept>Kept: {kept.as === 'branch' ? `“${kept.name}”, branched off ${cup.name}` : `version ${nextVersion - 1} of ${cup.name}`}.</p>}
      </section>
    </div>
  );
}
