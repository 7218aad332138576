import { useMemo } from 'react';
import { lookOf, spentIn } from '../../core/colour/look.ts';
import { lightMet } from '../../core/colour/flake.ts';
import { hexOf, deltaE } from '../../core/colour/lab.ts';
import { opacity, throughTo, BACKINGS, type Backing } from '../../core/colour/mixColour.ts';
import { hueTurn } from '../../core/colour/pair.ts';
import { dyesUnder, OFTEN_AT } from '../../core/material/dye.ts';
import { hardness } from '../../core/material/hardness.ts';
import type { Mix } from '../../core/material/schema.ts';
import type { Material } from '../../core/material/shelf.ts';
import type { Scene } from '../../core/picture/scene.ts';
import { say, degrees } from '../../core/quantity/format.ts';
import type { ShopUnits } from '../../core/quantity/units.ts';
import { stationsOf, roundOf } from '../../ui/baitPath.ts';
import { usePicture, imageOf } from './usePicture.ts';

/** mm a wedge is cut to: a fin, a tail, a body, a thick one. */
const WEDGE = [1, 2, 4, 8, 15] as const;
/** mm looked through, and the length of the bait drawn. */
const BODY = 10;
const LENGTH = 95;
/** mm versions are told apart at: a body hides what differs. */
export const THIN = 2;
/**
 * The mix as light goes through it: a bait over light and over dark water, and a wedge from thin to
 * thick.
 */
export function Looks({
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
  const weak = dyesUnder(mix.ladder, materials, OFTEN_AT);
  return (
    <div data-looks data-drawn={drawn ? 'yes' : undefined}>
      <div className="grid gap-4 sm:grid-cols-2">
        {(['light', 'dark'] as const).map((word, i) => (
          <figure key={word}>
            {drawn ? (
              <img
                src={imageOf(drawn.svg[i]!)}
                alt={`A bait of it in ${BACKINGS[word].name}`}
                className="w-full"
              />
            ) : (
              <div className="aspect-4/1 bg-raised" aria-hidden="true" />
            )}
            <figcaption className="hint">
              in {BACKINGS[word].name}, a bait of {say(LENGTH, 'length', units)}
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
          {(Object.keys(BACKINGS) as Backing[]).map((backing) => (
            <tr key={backing}>
              <td>{BACKINGS[backing].name}</td>
              {WEDGE.map((mm) => {
                const hex = hexOf(throughTo(look.withFlake, mm, backing));
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
        {look.flakes.map((flake) => (
          <li key={flake.what}>
            <b className="figure">{Math.round(flake.perMl)}</b> of {flake.what} in a mL
            {flake.perMl > 0
              ? `; ${Math.round(100 * lightMet(flake, BODY))} ` +
                `% of what light meets in ${say(BODY, 'length', units)}`
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
        {weak.map((material) => (
          <li key={material.name} className="font-semibold text-watch">
            ◇ {material.name}: its dye stands {degrees(material.heat, units)}, and bleeds in a cup
            hotter than that. Last of all, at the low end of the window.
          </li>
        ))}
        {look.left.length > 0 && (
          <li className="font-semibold text-watch">
            ◇ Not in this picture:{' '}
            {look.left
              .map((other) => `${other.what} (${other.why.replace(/\.$/, '').toLowerCase()})`)
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
