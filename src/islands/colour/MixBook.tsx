import { useState } from 'react';
import { hexOf, lightOf, throughTo } from '@/core/colour/index.ts';
import type { Kin, Material, Mix } from '@/core/material/index.ts';
import { RECIPE_CUP, scaleMix, WHEN } from '@/core/material/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { useSave } from '@/ui/useSave.tsx';
import { FigureField } from '@/ui/FigureField.tsx';
import { amount, Looks, THIN } from './MixLooks.tsx';
import { Pictures, type PictureNote } from './MixPictures.tsx';
import { Family } from './MixFamily.tsx';

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

/**
 * One mix: what is in it for any charge, how it looks, and every version of it, two side by side.
 */
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
  const one = versions.find((version) => version.n === shown)!;
  const two = versions.find((version) => version.n === other);
  const { save, asking } = useSave(version);
  const again = async () => {
    const reply = await save('PUT', `/api/catalogue/mixes/${id}`, one.spec);
    if (!reply.ok) return setWrong(reply.message);
    const count = versions[0]!.n + 1;
    setVersions([
      {
        n: count,
        at: new Date().toISOString(),
        spec: one.spec,
        session: null,
        cup: null,
        baits: [],
      },
      ...versions,
    ]);
    setShown(count);
  };
  const ladder = (version: Version, beside: Version | undefined) => (
    <ol>
      {scaleMix(version.spec, ml).map((scaled) => {
        const was = beside && scaleMix(beside.spec, ml).find((other) => other.what === scaled.what);
        const changed =
          beside &&
          (!was ||
            amount(was.amount, was.dimension, units) !==
              amount(scaled.amount, scaled.dimension, units));
        return (
          <li key={scaled.what} className="flex justify-between gap-3 border-b border-rule py-1">
            <span>
              {changed && '◇ '}
              {scaled.what}
              <span className="block text-sm text-soft">
                {WHEN[scaled.when]}
                {Math.abs(scaled.off) > 0.02
                  ? `, ${scaled.exact.toFixed(1)} dr exactly: ` +
                    `${scaled.off > 0 ? '+' : '−'}${Math.abs(Math.round(100 * scaled.off))} %`
                  : ''}
              </span>
            </span>
            <b className="figure">{amount(scaled.amount, scaled.dimension, units)}</b>
          </li>
        );
      })}
      {beside?.spec.ladder
        .filter(
          (ingredient) => !version.spec.ladder.some((other) => other.what === ingredient.what),
        )
        .map((ingredient) => (
          <li
            key={ingredient.what}
            className="flex justify-between gap-3 border-b border-rule py-1 text-soft"
          >
            <span>◇ {ingredient.what}</span>
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
            <FigureField
              label="For a charge of"
              value={ml}
              of="volume"
              units={units}
              min={5}
              max={5000}
              onChange={setMl}
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
              <th>Saved</th>
              <th>Through {say(THIN, 'length', units)}, on white</th>
              <th>
                <span className="sr-only">Do</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {versions.map((version) => (
              <tr key={version.n} data-version={version.n}>
                <td className="figure">{version.n}</td>
                <td>
                  {version.at.slice(0, 10)}
                  {version.session && (
                    <>
                      {' '}
                      <a href={`/sessions/${version.session}`}>from cup {version.cup}</a>
                    </>
                  )}
                  {version.baits.map((bait) => (
                    <span key={bait.bait + bait.colourway} className="block text-sm text-soft">
                      {bait.shot} {bait.bait}, {bait.good} good: {bait.colourway}
                    </span>
                  ))}
                </td>
                <td>
                  <svg
                    viewBox="0 0 60 24"
                    width="60"
                    height="24"
                    role="img"
                    aria-label={`Version ${version.n}`}
                  >
                    <path
                      d="M0 0H60V24H0Z"
                      fill={hexOf(throughTo(lightOf(version.spec, materials).medium, THIN, 'card'))}
                    />
                    <path d="M.75 .75H59.25V23.25H.75Z" className="line-art" />
                  </svg>
                </td>
                <td className="py-1">
                  <div className="flex flex-wrap gap-2">
                    <button
                      type="button"
                      className={`act ${shown === version.n ? 'act-main' : ''}`}
                      aria-pressed={shown === version.n}
                      onClick={() => setShown(version.n)}
                    >
                      Show it
                    </button>
                    <button
                      type="button"
                      className={`act ${other === version.n ? 'act-main' : ''}`}
                      aria-pressed={other === version.n}
                      onClick={() => setOther(other === version.n ? null : version.n)}
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
          <p className="text-soft">No session has begun from it yet.</p>
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
              {uses.map((use) => (
                <tr key={use.session}>
                  <td>
                    <a href={`/sessions/${use.session}`}>{use.name}</a>{' '}
                    <span className="text-soft">{use.at.slice(0, 10)}</span>
                  </td>
                  <td>{use.letter}</td>
                  <td>{use.version === null ? 'a mix changed since' : `version ${use.version}`}</td>
                  <td className="num figure">{use.shot}</td>
                  <td className="num figure">{use.good}</td>
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
