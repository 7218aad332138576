import { useState } from 'react';
import type { Kin, Material } from '@/core/material/index.ts';
import { RECIPE_CUP } from '@/core/material/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { useSave } from '@/ui/useSave.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import { MixLadder } from './MixLadder.tsx';
import { Looks } from './MixLooks.tsx';
import { MixVersions, type Version } from './MixVersions.tsx';
import { Pictures, type PictureNote } from './MixPictures.tsx';
import { Family } from './MixFamily.tsx';
import { ChargeField } from './ChargeField.tsx';
import { sayDated } from '@/ui/days.ts';

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
  return (
    <>
      {asking}
      <Wrong>{wrong}</Wrong>
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <Looks mix={one.spec} materials={materials} units={units} seed={id} />
        <section aria-label="What goes in">
          <div className="max-w-48">
            <ChargeField ml={ml} units={units} onChange={setMl} />
          </div>
          <h2 className="mt-3">Version {one.n}</h2>
          <MixLadder mix={one.spec} beside={two?.spec} ml={ml} units={units} />
          {two && (
            <>
              <h2 className="mt-4">Version {two.n}</h2>
              <MixLadder mix={two.spec} beside={one.spec} ml={ml} units={units} />
            </>
          )}
        </section>
      </div>
      <section aria-label="Versions" className="mt-8 border-t-[1.5px] border-ink pt-3">
        <h2>Every version</h2>
        <MixVersions
          {...{ versions, materials, units, shown }}
          beside={other}
          onShow={setShown}
          onBeside={setOther}
        />
        {one.n !== versions[0]!.n && (
          <button type="button" className="act act-main mt-3" onClick={() => void again()}>
            Mix version {one.n} from now on
          </button>
        )}
      </section>
      {family.length > 1 && <Family kin={family} id={id} />}
      <ShotFromIt uses={uses} />
      <Pictures key={shown} id={id} n={shown} start={pictures} />
    </>
  );
}

/** Sessions whose cups began from it, and what came of them. */
const ShotFromIt = ({ uses }: Pick<Props, 'uses'>) => (
  <section aria-label="Shot from it" className="mt-6">
    <h2>Shot from it</h2>
    {uses.length === 0 ? (
      <p className="text-soft">No session has begun from it yet.</p>
    ) : (
      <table className="mt-1">
        <thead>
          <tr>
            <th>Session</th>
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
                <span className="text-soft">{sayDated(use.at)}</span>
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
);
