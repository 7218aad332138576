import { hexOf, lightOf, throughTo } from '@/core/colour/index.ts';
import type { Material, Mix } from '@/core/material/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { THIN } from './MixLooks.tsx';
import { sayDated } from '@/ui/days.ts';

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
interface Props {
  versions: Version[];
  materials: Material[];
  units: ShopUnits;
  shown: number;
  /** the one shown beside it */
  beside: number | null;
  onShow: (version: number) => void;
  onBeside: (version: number | null) => void;
}

/** Every version of a mix, the newest first, with what was shot of it. */
export function MixVersions({ versions, ...rest }: Props) {
  return (
    <table className="mt-1">
      <thead>
        <tr>
          <th>Version</th>
          <th>Saved</th>
          <th>Through {say(THIN, 'length', rest.units)}, on white</th>
          <th>
            <span className="sr-only">Do</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {versions.map((version) => (
          <Row key={version.n} {...{ version, ...rest }} />
        ))}
      </tbody>
    </table>
  );
}

function Row({
  version,
  materials,
  shown,
  beside,
  onShow,
  onBeside,
}: Omit<Props, 'versions'> & { version: Version }) {
  const { n: number, at, spec, session, cup, baits } = version;
  return (
    <tr data-version={number}>
      <td className="figure">{number}</td>
      <td>
        {sayDated(at)}
        {session && (
          <>
            {' '}
            <a href={`/sessions/${session}`}>from cup {cup}</a>
          </>
        )}
        {baits.map((bait) => (
          <span key={bait.bait + bait.colourway} className="block text-sm text-soft">
            {bait.shot} {bait.bait}, {bait.good} good: {bait.colourway}
          </span>
        ))}
      </td>
      <td>
        <svg viewBox="0 0 60 24" width="60" height="24" role="img" aria-label={`Version ${number}`}>
          <path
            d="M0 0H60V24H0Z"
            fill={hexOf(throughTo(lightOf(spec, materials).medium, THIN, 'card'))}
          />
          <path d="M.75 .75H59.25V23.25H.75Z" className="line-art" />
        </svg>
      </td>
      <td className="py-1">
        <div className="flex flex-wrap gap-2">
          <Pressed is={shown === number} label="Show it" onPress={() => onShow(number)} />
          <Pressed
            is={beside === number}
            label="Beside it"
            onPress={() => onBeside(beside === number ? null : number)}
          />
        </div>
      </td>
    </tr>
  );
}

const Pressed = ({ is, label, onPress }: { is: boolean; label: string; onPress: () => void }) => (
  <button
    type="button"
    className={`act ${is ? 'act-main' : ''}`}
    aria-pressed={is}
    onClick={onPress}
  >
    {label}
  </button>
);
