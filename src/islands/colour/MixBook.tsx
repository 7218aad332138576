import { useMemo, useState } from 'react';
import {
  BACKINGS,
  deltaE,
  FACING,
  hexOf,
  hueTurn,
  lightOf,
  lookOf,
  opacity,
  refusal,
  spentIn,
  throughTo,
} from '@/core/colour/index.ts';
import type { Backing } from '@/core/colour/index.ts';
import type { Ingredient, Kin, Material, Mix } from '@/core/material/index.ts';
import {
  dyesUnder,
  hardness,
  OFTEN_AT,
  RECIPE_CUP,
  scaleMix,
  SHAPES,
  WHEN,
} from '@/core/material/index.ts';
import { roundOf, stationsOf } from '@/core/mould/shape.ts';
import type { Scene } from '@/core/picture/index.ts';
import { spoon } from '@/core/plan/spoon.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { degrees, say } from '@/core/quantity/index.ts';
import { useSave } from '@/ui/useSave.tsx';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { imageOf, usePicture } from './usePicture.ts';

export interface Version {
  n: number;
  at: string;
  spec: Mix;
  /** session and cup it was kept from at the bench */
  session: number | null;
  cup: string | null;
  /** what was shot of the cup just so */
  baits: { bait: string; colourway: string; shot: number; good: number }[];
}
interface PictureNote {
  id: number;
  n: number;
  at: string;
  what: string;
}
interface Use {
  session: number;
  name: string;
  at: string;
  letter: string;
  version: number | null;
  shot: number;
  good: number;
}
interface Props {
  id: number;
  /** of the mix as it is kept */
  version: string;
  versions: Version[];
  materials: Material[];
  units: ShopUnits;
  pictures: PictureNote[];
  family: Kin[];
  uses: Use[];
}

/** mm a wedge is cut to: a fin, a tail, a body, a thick one. */
const WEDGE = [1, 2, 4, 8, 15] as const;
/** mm looked through, and the length of the bait drawn. */
const BODY = 10;
const LENGTH = 95;
/** mm versions are told apart at: a body hides what differs. */
const THIN = 2;

const amount = (v: number, d: Ingredient['dimension'], units: ShopUnits): string =>
  d === 'drops' ? `${Math.round(v)} dr` : d === 'volume' ? spoon(v, units) : say(v, 'mass', units);

/** The mix as light goes through it: a bait over light and over dark water, and a wedge from thin to thick. */
function Looks({
  mix,
  materials,
  units,
  seed,
}: {
  mix: Mix;
  materials: Material[];
  units: ShopUnits;
  seed: number;
}) {
  const look = useMemo(() => lookOf(mix, materials), [mix, materials]);
  const scene = useMemo(
    (): Scene => ({
      stations: stationsOf('eel'),
      round: roundOf('eel'),
      length: LENGTH,
      seed,
      layers: [{ name: mix.name, place: 'whole', look }],
    }),
    [look, mix.name, seed],
  );
  const drawn = usePicture(scene, [
    { view: 'side', over: 'light', cut: 0.5 },
    { view: 'side', over: 'dark', cut: 0.5 },
  ]);
  const hides = opacity(look.withFlake, BODY);
  const bare = throughTo(look.medium, BODY, 'card');
  const flaked = throughTo(look.withFlake, BODY, 'card');
  const turn = hueTurn(bare, flaked);
  const spent = spentIn(mix, materials);
  const weak = dyesUnder(
    mix.ladder.map((i) => i.what),
    materials,
    OFTEN_AT,
  );
  return (
    <div data-looks data-drawn={drawn ? 'yes' : undefined}>
      <div className="grid gap-4 sm:grid-cols-2">
        {(['light', 'dark'] as const).map((w, i) => (
          <figure key={w}>
            {drawn ? (
              <img
                src={imageOf(drawn.svg[i]!)}
                alt={`A bait of it in ${BACKINGS[w].name}`}
                className="w-full"
              />
            ) : (
              <div className="aspect-4/1 bg-raised" aria-hidden="true" />
            )}
            <figcaption className="hint">
              in {BACKINGS[w].name}, a bait of {say(LENGTH, 'length', units)}
            </figcaption>
          </figure>
        ))}
      </div>
      <table className="mt-3 w-full max-w-xl">
        <thead>
          <tr>
            <th>Through</th>
            {WEDGE.map((mm) => (
              <th key={mm} className="num">
                {say(mm, 'length', units)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {(Object.keys(BACKINGS) as Backing[]).map((b) => (
            <tr key={b}>
              <td>{BACKINGS[b].name}</td>
              {WEDGE.map((mm) => {
                const hex = hexOf(throughTo(look.withFlake, mm, b));
                return (
                  <td key={mm} className="p-0">
                    <svg
                      viewBox="0 0 40 22"
                      className="block h-9 w-full"
                      preserveAspectRatio="none"
                      role="img"
                      aria-label={hex}
                    >
                      <path d="M0 0H40V22H0Z" fill={hex} />
                    </svg>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <ul className="mt-2 grid gap-1">
        <li>
          At {say(BODY, 'length', units)} it hides{' '}
          <b className="figure">{Math.round(100 * hides)} %</b> of what is behind it.{' '}
          <span className="text-soft">
            {hides > 0.9
              ? 'A core would not be seen through it.'
              : hides < 0.5
                ? 'A core shows through it well.'
                : 'A core shows through it dimly.'}
          </span>
        </li>
        {look.flakes.map((f) => (
          <li key={f.what}>
            <b className="figure">{Math.round(f.perMl)}</b> of {f.what} in a mL
            {f.perMl > 0
              ? `; ${Math.round(100 * (1 - Math.exp(-((f.perMl / 1000) * FACING * SHAPES[f.shape].area(f.size) * BODY))))} % of what light meets in ${say(BODY, 'length', units)}`
              : ''}
            .
          </li>
        ))}
        {look.flakes.length > 0 && (
          <li>
            Its flake makes the colour{' '}
            {Math.abs(flaked.l - bare.l) < 1
              ? 'no darker'
              : flaked.l < bare.l
                ? `${(bare.l - flaked.l).toFixed(0)} darker`
                : `${(flaked.l - bare.l).toFixed(0)} lighter`}
            {turn ? `, and turns it ${turn}` : ''} ({deltaE(bare, flaked).toFixed(1)} apart from it
            without).
          </li>
        )}
        <li>
          It comes out at <b className="figure">{Math.round(hardness(mix))}</b> on the hardness
          scale, 0 jelly to 100 boot sole.
        </li>
        {spent !== null && (
          <li className={spent > 0.6 ? 'font-semibold text-watch' : ''}>
            Its remelt brings {Math.round(100 * spent)} % of its heat already spent
            {spent > 0.6 ? ': dark colours, and one short cook' : ''}.
          </li>
        )}
        {weak.map((m) => (
          <li key={m.name} className="font-semibold text-watch">
            ◇ {m.name}: its dye stands {degrees(m.heat, units)}, and bleeds in a cup hotter than
            that. Last of all, at the low end of the window.
          </li>
        ))}
        {look.left.length > 0 && (
          <li className="font-semibold text-watch">
            ◇ Not in this picture:{' '}
            {look.left
              .map((l) => `${l.what} (${l.why.replace(/\.$/, '').toLowerCase()})`)
              .join('; ')}
            .
          </li>
        )}
        {(look.glow ?? look.shift) && (
          <li className="hint">
            Glow and colour-shift are drawn for looks; they are not reckoned.
          </li>
        )}
      </ul>
    </div>
  );
}

/** Pictures of a version: a swatch on the blade, baits in the shade outdoors. */
function Pictures({ id, n, start }: { id: number; n: number; start: PictureNote[] }) {
  const [held, setHeld] = useState(start);
  const [what, setWhat] = useState('bait, in the shade outdoors');
  const [wrong, setWrong] = useState('');
  const send = async (file: File | undefined) => {
    if (!file) return;
    const no = refusal(file);
    if (no) return setWrong(no);
    const reply = await fetch(`/api/mixes/${id}/pictures?n=${n}&what=${encodeURIComponent(what)}`, {
      method: 'POST',
      headers: { 'content-type': file.type || 'image/jpeg' },
      body: file,
    })
      .then(async (r) => ({ ok: r.ok, body: (await r.json()) as { id: number; detail?: string } }))
      .catch(() => ({
        ok: false,
        body: { id: 0, detail: 'The shop’s machine did not answer. Nothing was lost; try again.' },
      }));
    setWrong(reply.ok ? '' : (reply.body.detail ?? 'That did not work.'));
    if (reply.ok) setHeld([{ id: reply.body.id, n, what, at: new Date().toISOString() }, ...held]);
  };
  const own = held.filter((p) => p.n === n);
  return (
    <section aria-label="Pictures" className="mt-6">
      <h2>Pictures of version {n}</h2>
      {own.length > 0 && (
        <ul className="mt-2 flex flex-wrap gap-3">
          {own.map((p) => (
            <li key={p.id}>
              <figure>
                <a href={`/api/pictures/${p.id}`}>
                  <img
                    src={`/api/pictures/${p.id}`}
                    alt={`${p.what}, ${p.at.slice(0, 10)}`}
                    className="h-40 border border-ink"
                  />
                </a>
                <figcaption className="hint">
                  {p.what}, {p.at.slice(0, 10)}
                </figcaption>
              </figure>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-2 grid max-w-xl gap-3 sm:grid-cols-2">
        <label className="field">
          <span>It shows</span>
          <select className="box" value={what} onChange={(e) => setWhat(e.target.value)}>
            {['bait, in the shade outdoors', 'swatch on the blade', 'drizzle on paper'].map((w) => (
              <option key={w}>{w}</option>
            ))}
          </select>
        </label>
        <label className="field">
          <span>{own.length === 0 ? 'None yet. Take it in the shade outdoors' : 'Another'}</span>
          <input
            type="file"
            accept="image/*"
            className="box py-2"
            onChange={(e) => void send(e.target.files?.[0])}
          />
        </label>
      </div>
      {wrong && (
        <p className="wrong" role="alert">
          {wrong}
        </p>
      )}
    </section>
  );
}

/** A mix's family: every branch under what it came off. */
function Family({ kin, id }: { kin: Kin[]; id: number }) {
  const under = (parent: number | null): React.ReactNode => {
    const own = kin.filter((k) => k.parent_id === parent);
    return (
      own.length > 0 && (
        <ul className={parent === null ? '' : 'ml-5 border-l-[1.5px] border-ink pl-4'}>
          {own.map((k) => (
            <li key={k.id}>
              <span className="flex min-h-11 items-center gap-3">
                <svg viewBox="0 0 30 20" width="30" height="20" aria-hidden="true">
                  <path d="M0 0H30V20H0Z" fill={k.colour} />
                </svg>
                {k.id === id ? <b>{k.name}</b> : <a href={`/colours/mixes/${k.id}`}>{k.name}</a>}
                {k.parent_n !== null && <span className="text-soft">off version {k.parent_n}</span>}
                {k.picture !== null && (
                  <img
                    src={`/api/pictures/${k.picture}`}
                    alt={`${k.name}, its newest picture`}
                    className="h-11 border border-ink"
                  />
                )}
              </span>
              {under(k.id)}
            </li>
          ))}
        </ul>
      )
    );
  };
  return (
    <section aria-label="Family" className="mt-6" data-family>
      <h2>Its family</h2>
      {under(null)}
    </section>
  );
}

/** One mix: what is in it for any charge, how it looks, and every version of it, two side by side. */
export default function MixBook({
  id,
  version,
  versions: start,
  materials,
  units,
  pictures,
  family,
  uses,
}: Props) {
  const [versions, setVersions] = useState(start);
  const [shown, setShown] = useState(start[0]!.n);
  const [other, setOther] = useState<number | null>(null);
  const [ml, setMl] = useState(Math.round(RECIPE_CUP));
  const [wrong, setWrong] = useState('');
  const one = versions.find((v) => v.n === shown)!;
  const two = versions.find((v) => v.n === other);
  const { save, asking } = useSave(version);
  const again = async () => {
    const reply = await save('PUT', `/api/catalogue/mixes/${id}`, one.spec);
    if (!reply.ok) return setWrong(reply.message);
    const n = versions[0]!.n + 1;
    setVersions([
      { n, at: new Date().toISOString(), spec: one.spec, session: null, cup: null, baits: [] },
      ...versions,
    ]);
    setShown(n);
  };
  const ladder = (v: Version, beside: Version | undefined) => (
    <ol>
      {scaleMix(v.spec, ml).map((i) => {
        const was = beside && scaleMix(beside.spec, ml).find((x) => x.what === i.what);
        const changed =
          beside &&
          (!was ||
            amount(was.amount, was.dimension, units) !== amount(i.amount, i.dimension, units));
        return (
          <li key={i.what} className="flex justify-between gap-3 border-b border-rule py-1">
            <span>
              {changed && '◇ '}
              {i.what}
              <span className="block text-sm text-soft">
                {WHEN[i.when]}
                {Math.abs(i.off) > 0.02
                  ? `, ${i.exact.toFixed(1)} dr exactly: ${i.off > 0 ? '+' : '−'}${Math.abs(Math.round(100 * i.off))} %`
                  : ''}
              </span>
            </span>
            <b className="figure">{amount(i.amount, i.dimension, units)}</b>
          </li>
        );
      })}
      {beside?.spec.ladder
        .filter((x) => !v.spec.ladder.some((i) => i.what === x.what))
        .map((x) => (
          <li
            key={x.what}
            className="flex justify-between gap-3 border-b border-rule py-1 text-soft"
          >
            <span>◇ {x.what}</span>
            <span>not in it</span>
          </li>
        ))}
    </ol>
  );
  return (
    <>
      {asking}
      {wrong && (
        <p className="wrong" role="alert">
          {wrong}
        </p>
      )}
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <Looks mix={one.spec} materials={materials} units={units} seed={id} />
        <section aria-label="What goes in">
          <div className="max-w-48">
            <QuantityField
              label="For a charge of"
              value={ml}
              dimensions={['volume']}
              shop={units}
              min={5}
              max={5000}
              onChange={(v) => v !== null && setMl(v)}
            />
          </div>
          <h2 className="mt-3">Version {one.n}</h2>
          {ladder(one, two)}
          {two && (
            <>
              <h2 className="mt-4">Version {two.n}</h2>
              {ladder(two, one)}
            </>
          )}
        </section>
      </div>
      <section aria-label="Versions" className="mt-8 border-t-[1.5px] border-ink pt-3">
        <h2>Every version</h2>
        <table className="mt-1">
          <thead>
            <tr>
              <th>Version</th>
              <th>Kept</th>
              <th>Through {say(THIN, 'length', units)}, on white</th>
              <th>
                <span className="sr-only">Do</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {versions.map((v) => (
              <tr key={v.n} data-version={v.n}>
                <td className="figure">{v.n}</td>
                <td>
                  {v.at.slice(0, 10)}
                  {v.session && (
                    <>
                      {' '}
                      <a href={`/sessions/${v.session}`}>from cup {v.cup}</a>
                    </>
                  )}
                  {v.baits.map((b) => (
                    <span key={b.bait + b.colourway} className="block text-sm text-soft">
                      {b.shot} {b.bait}, {b.good} good: {b.colourway}
                    </span>
                  ))}
                </td>
                <td>
                  <svg
                    viewBox="0 0 60 24"
                    width="60"
                    height="24"
                    role="img"
                    aria-label={`Version ${v.n}`}
                  >
                    <path
                      d="M0 0H60V24H0Z"
                      fill={hexOf(throughTo(lightOf(v.spec, materials).medium, THIN, 'card'))}
                    />
                    <path d="M.75 .75H59.25V23.25H.75Z" className="line-art" />
                  </svg>
                </td>
                <td className="py-1">
                  <div className="flex flex-wrap gap-2">
                    <button
                      type="button"
                      className={`act ${shown === v.n ? 'act-main' : ''}`}
                      aria-pressed={shown === v.n}
                      onClick={() => setShown(v.n)}
                    >
                      Show it
                    </button>
                    <button
                      type="button"
                      className={`act ${other === v.n ? 'act-main' : ''}`}
                      aria-pressed={other === v.n}
                      onClick={() => setOther(other === v.n ? null : v.n)}
                    >
                      Beside it
                    </button>
                  </div>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {one.n !== versions[0]!.n && (
          <button type="button" className="act act-main mt-3" onClick={() => void again()}>
            Mix version {one.n} from now on
          </button>
        )}
      </section>
      {family.length > 1 && <Family kin={family} id={id} />}
      <section aria-label="Shot from it" className="mt-6">
        <h2>Shot from it</h2>
        {uses.length === 0 ? (
          <p className="text-soft">No evening has begun from it yet.</p>
        ) : (
          <table className="mt-1">
            <thead>
              <tr>
                <th>Evening</th>
                <th>Cup</th>
                <th>Began from</th>
                <th className="num">Baits</th>
                <th className="num">Good</th>
              </tr>
            </thead>
            <tbody>
              {uses.map((u) => (
                <tr key={u.session}>
                  <td>
                    <a href={`/sessions/${u.session}`}>{u.name}</a>{' '}
                    <span className="text-soft">{u.at.slice(0, 10)}</span>
                  </td>
                  <td>{u.letter}</td>
                  <td>{u.version === null ? 'a mix changed since' : `version ${u.version}`}</td>
                  <td className="num figure">{u.shot}</td>
                  <td className="num figure">{u.good}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
      <Pictures key={shown} id={id} n={shown} start={pictures} />
    </>
  );
}
