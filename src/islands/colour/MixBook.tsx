import { useState } from 'react';
import { BACKINGS, hexOf, lightOf, opacity, throughTo } from '@/core/colour/index.ts';
import type { Backing } from '@/core/colour/index.ts';
import type { Ingredient, Material, Mix } from '@/core/material/index.ts';
import { RECIPE_CUP, scaleMix, WHEN } from '@/core/material/index.ts';
import { spoon } from '@/core/plan/spoon.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { call } from '@/ui/api.ts';
import { Bait } from '@/ui/Bait.tsx';
import { QuantityField } from '@/ui/QuantityField.tsx';

export interface Version {
  n: number;
  at: string;
  spec: Mix;
}
interface Props {
  id: number;
  versions: Version[];
  materials: Material[];
  units: ShopUnits;
}

/** mm a wedge is cut to: a fin, a tail, a body, a thick one. */
const WEDGE = [1, 2, 4, 8, 15] as const;
/** mm the bait is drawn at. */
const BODY = 10;
/** mm versions are told apart at: a body hides what differs. */
const THIN = 2;

const amount = (v: number, d: Ingredient['dimension'], units: ShopUnits): string => (d === 'drops' ? `${Math.round(v)} dr` : d === 'volume' ? spoon(v, units) : say(v, 'mass', units));

/** The mix as light goes through it: a bait over light and over dark water, and a wedge from thin to thick. */
function Looks({ mix, materials, units }: { mix: Mix; materials: Material[]; units: ShopUnits }) {
  const { medium, left } = lightOf(mix, materials);
  const hides = opacity(medium, BODY);
  return (
    <div data-looks>
      <div className="grid gap-4 sm:grid-cols-2">
        {(['light', 'dark'] as const).map((w) => <figure key={w}><div className="border border-ink p-3" style={{ background: hexOf({ l: w === 'light' ? 76 : 24, a: -3, b: w === 'light' ? 2 : -1 }) }}><Bait outline="eel" width={300} layers={[{ place: 'whole', colour: hexOf(throughTo(medium, BODY, w)) }]} label={`In ${BACKINGS[w].name}`} /></div><figcaption className="hint">in {BACKINGS[w].name}, {say(BODY, 'length', units)} through</figcaption></figure>)}
      </div>
      <table className="mt-3 w-full max-w-xl">
        <thead><tr><th>Through</th>{WEDGE.map((mm) => <th key={mm} className="num">{say(mm, 'length', units)}</th>)}</tr></thead>
        <tbody>{(Object.keys(BACKINGS) as Backing[]).map((b) => <tr key={b}><td>{BACKINGS[b].name}</td>{WEDGE.map((mm) => { const hex = hexOf(throughTo(medium, mm, b)); return <td key={mm} className="p-0"><svg viewBox="0 0 40 22" className="block h-9 w-full" preserveAspectRatio="none" role="img" aria-label={hex}><path d="M0 0H40V22H0Z" fill={hex} /></svg></td>; })}</tr>)}</tbody>
      </table>
      <p className="mt-1">At {say(BODY, 'length', units)} it hides <b className="figure">{Math.round(100 * hides)} %</b> of what is behind it. <span className="text-soft">{hides > 0.9 ? 'A core would not be seen through it.' : hides < 0.5 ? 'A core shows through it well.' : 'A core shows through it dimly.'}</span></p>
      {left.length > 0 && <p className="mt-1 font-semibold text-watch">◇ Not in this picture: {left.map((l) => `${l.what} (${l.why.replace(/\.$/, '').toLowerCase()})`).join('; ')}.</p>}
      <p className="hint">Reckoned from the swatches of what is in it; flake and sheen are not in it yet.</p>
    </div>
  );
}

/** One mix: what is in it for any charge, how it looks, and every version of it, two side by side. */
export default function MixBook({ id, versions: start, materials, units }: Props) {
  const [versions, setVersions] = useState(start);
  const [shown, setShown] = useState(start[0]!.n);
  const [other, setOther] = useState<number | null>(null);
  const [ml, setMl] = useState(Math.round(RECIPE_CUP));
  const [wrong, setWrong] = useState('');
  const one = versions.find((v) => v.n === shown)!;
  const two = versions.find((v) => v.n === other);
  const again = async () => {
    const reply = await call('PUT', `/api/catalogue/mixes/${id}`, one.spec);
    if (!reply.ok) return setWrong(reply.message);
    const n = versions[0]!.n + 1;
    setVersions([{ n, at: new Date().toISOString(), spec: one.spec }, ...versions]);
    setShown(n);
  };
  const ladder = (v: Version, beside: Version | undefined) => (
    <ol>
      {scaleMix(v.spec, ml).map((i) => {
        const was = beside && scaleMix(beside.spec, ml).find((x) => x.what === i.what);
        const changed = beside && (!was || amount(was.amount, was.dimension, units) !== amount(i.amount, i.dimension, units));
        return (
          <li key={i.what} className="flex justify-between gap-3 border-b border-rule py-1"><span>{changed && '◇ '}{i.what}<span className="block text-sm text-soft">{WHEN[i.when]}{Math.abs(i.off) > 0.02 ? `, ${i.exact.toFixed(1)} dr exactly: ${i.off > 0 ? '+' : '−'}${Math.abs(Math.round(100 * i.off))} %` : ''}</span></span><b className="figure">{amount(i.amount, i.dimension, units)}</b></li>
        );
      })}
      {beside?.spec.ladder.filter((x) => !v.spec.ladder.some((i) => i.what === x.what)).map((x) => <li key={x.what} className="flex justify-between gap-3 border-b border-rule py-1 text-soft"><span>◇ {x.what}</span><span>not in it</span></li>)}
    </ol>
  );
  return (
    <>
      {wrong && <p className="wrong" role="alert">{wrong}</p>}
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <Looks mix={one.spec} materials={materials} units={units} />
        <section aria-label="What goes in">
          <div className="max-w-48"><QuantityField label="For a charge of" value={ml} dimensions={['volume']} shop={units} min={5} max={5000} onChange={(v) => v !== null && setMl(v)} /></div>
          <h2 className="mt-3">Version {one.n}</h2>
          {ladder(one, two)}
          {two && <><h2 className="mt-4">Version {two.n}</h2>{ladder(two, one)}</>}
        </section>
      </div>
      <section aria-label="Versions" className="mt-8 border-t-[1.5px] border-ink pt-3">
        <h2>Every version</h2>
        <table className="mt-1">
          <thead><tr><th>Version</th><th>Kept</th><th>Through {say(THIN, 'length', units)}, on white</th><th><span className="sr-only">Do</span></th></tr></thead>
          <tbody>{versions.map((v) => (
            <tr key={v.n} data-version={v.n}>
              <td className="figure">{v.n}</td><td>{v.at.slice(0, 10)}</td>
              <td><svg viewBox="0 0 60 24" width="60" height="24" role="img" aria-label={`Version ${v.n}`}><path d="M0 0H60V24H0Z" fill={hexOf(throughTo(lightOf(v.spec, materials).medium, THIN, 'card'))} /><path d="M.75 .75H59.25V23.25H.75Z" className="line-art" /></svg></td>
              <td className="flex flex-wrap gap-2 py-1"><button type="button" className={`act ${shown === v.n ? 'act-main' : ''}`} aria-pressed={shown === v.n} onClick={() => setShown(v.n)}>Show it</button><button type="button" className={`act ${other === v.n ? 'act-main' : ''}`} aria-pressed={other === v.n} onClick={() => setOther(other === v.n ? null : v.n)}>Beside it</button></td>
            </tr>
          ))}</tbody>
        </table>
        {one.n !== versions[0]!.n && <button type="button" className="act act-main mt-3" onClick={() => void again()}>Mix version {one.n} from now on</button>}
      </section>
    </>
  );
}
