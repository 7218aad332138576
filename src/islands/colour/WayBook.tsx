import { useMemo, useState } from 'react';
import type { Build } from '@/core/build/index.ts';
import { layersOf } from '@/core/build/index.ts';
import { lookOf } from '@/core/colour/index.ts';
import type { Ingredient, Material } from '@/core/material/index.ts';
import { hardness, RECIPE_CUP, softenerFor, scaleMix, WHEN } from '@/core/material/index.ts';
import type { Asked, Figure } from '@/core/picture/index.ts';
import { coreTold, layersTold, lineTold, sceneOf, VIEWS } from '@/core/picture/index.ts';
import { spoon } from '@/core/plan/spoon.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { degreesApart, say } from '@/core/quantity/index.ts';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { FloatFor } from './FloatFor.tsx';
import type { NamedMix } from './PairFor.tsx';
import { PairFor } from './PairFor.tsx';
import { imageOf, usePicture } from './usePicture.ts';

interface Props {
  id: number;
  build: Build;
  mixes: Record<string, NamedMix>;
  all: NamedMix[];
  materials: Material[];
  figures: (Figure & {
    key: string;
    name: string;
    hardness: { low: number; high: number } | null;
  })[];
  start: string;
  units: ShopUnits;
}

const amount = (value: number, day: Ingredient['dimension'], units: ShopUnits): string =>
  day === 'drops'
    ? `${Math.round(value)} dr`
    : day === 'volume'
      ? value > 10
        ? say(value, 'volume', units)
        : spoon(value, units)
      : say(value, 'mass', units);
const percent = (share: number): string => `${Math.round(100 * share)} %`;

const READS_SO = {
  well: 'reads well through',
  dimly: 'shows only dimly through',
  not: 'is not seen through',
} as const;

/** From which dose of its shell both shell colours can be told beside the core. */
const toldFrom = (least: number | null, most: number): string =>
  least === null
    ? ''
    : least <= most
      ? `; from ${least.toFixed(2)} times both shell colours can still be told`
      : '; at no dose can core and both shell colours be told';

/**
 * A colourway on a bait: pictured from its numbers, with what went into it and what it will be
 * like.
 */
export default function WayBook({
  id,
  build,
  mixes,
  all,
  materials,
  figures,
  start,
  units,
}: Props) {
  const [key, setKey] = useState(
    figures.some((figure) => figure.key === start) ? start : (figures[0]?.key ?? ''),
  );
  const [cut, setCut] = useState(0.4);
  const [ml, setMl] = useState(Math.round(RECIPE_CUP));
  const [line, setLine] = useState(0.5);
  const figure = figures.find((figure) => figure.key === key);
  const parted =
    layersOf(build).some((layer) => layer.place === 'back') &&
    layersOf(build).some((layer) => layer.place === 'belly');
  const looks = useMemo(
    () => new Map(Object.entries(mixes).map(([key, mix]) => [key, lookOf(mix.spec, materials)])),
    [mixes, materials],
  );
  const scene = useMemo(
    () =>
      figure
        ? sceneOf(figure, build, (layer) => looks.get(layer.key) ?? null, { seed: id, line })
        : null,
    [figure, build, looks, id, line],
  );
  const asked: Asked[] = [
    { view: 'side', over: 'light', cut },
    { view: 'side', over: 'dark', cut },
    { view: 'above', over: 'light', cut },
    { view: 'below', over: 'light', cut },
    { view: 'section', over: 'card', cut },
  ];
  const drawn = usePicture(scene, asked);
  const told = useMemo(() => (scene ? layersTold(scene) : []), [scene]);
  const lies = useMemo(() => scene && lineTold(scene), [scene]);
  const core = useMemo(() => scene && coreTold(scene), [scene]);
  if (!figure || !scene)
    return (
      <p>
        No bait to put it on yet. <a href="/entry/baits/new">Add a bait</a> first.
      </p>
    );
  if (scene.layers.length === 0)
    return (
      <p>
        None of its layers has a mix yet. <a href={`/entry/colourways/${id}`}>Choose them</a>, and
        it is drawn here.
      </p>
    );
  const layers = layersOf(build).filter((layer) => mixes[layer.key]);
  const left = [
    ...new Set(
      [...looks.values()].flatMap((look) =>
        look.left.map((other) => `${other.what} (${other.why.replace(/\.$/, '').toLowerCase()})`),
      ),
    ),
  ];
  const image = (i: number, label: string, className = 'w-full') =>
    drawn?.svg[i] ? (
      <img src={imageOf(drawn.svg[i]!)} alt={label} className={className} />
    ) : (
      <div className="aspect-4/1 bg-raised" aria-hidden="true" />
    );
  const file = (ext: 'svg' | 'png') => `/api/ways/${id}/bait.${ext}?bait=${key}`;
  return (
    <div data-way data-drawn={drawn ? 'yes' : undefined}>
      <div className="grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,3fr)_minmax(0,2.6fr)]">
        <section aria-label="The bait" className="lg:border-r-[1.5px] lg:border-ink lg:pr-8">
          <figure>
            {image(0, `${figure.name} over light water`)}
            <figcaption className="hint">over light, clear water</figcaption>
          </figure>
          <figure className="mt-2">
            {image(1, `${figure.name} over dark water`)}
            <figcaption className="hint">over dark, stained water</figcaption>
          </figure>
          <svg viewBox="-24 0 1048 46" className="mt-1 block w-full" aria-hidden="true">
            <path d="M0 12H1000M0 4V20M1000 4V20" className="line-art" style={{ strokeWidth: 2 }} />
            <text x="500" y="40" textAnchor="middle" fontSize="26" fill="currentColor">
              {say(figure.length, 'length', units)}
            </text>
          </svg>
          <div className="mt-2 grid grid-cols-[1fr_1fr_130px] items-end gap-3">
            <figure>
              {image(2, `${figure.name} from above`)}
              <figcaption className="hint">{VIEWS.above}</figcaption>
            </figure>
            <figure>
              {image(3, `${figure.name} from below`)}
              <figcaption className="hint">{VIEWS.below}</figcaption>
            </figure>
            <figure>
              {image(4, `${figure.name} in section`, 'mx-auto max-h-28')}
              <label className="hint block">
                <span className="sr-only">Cut at</span>
                <input
                  type="range"
                  min="0.06"
                  max="0.96"
                  step="0.02"
                  value={cut}
                  onChange={(change) => setCut(Number(change.target.value))}
                  className="w-full"
                  aria-label="Where it is cut"
                />
                cut at {say(cut * figure.length, 'length', units)}
              </label>
            </figure>
          </div>
        </section>
        <section aria-label="What goes in">
          <div className="flex flex-wrap items-end gap-3 no-print">
            <label className="field min-w-48 flex-1">
              <span>On</span>
              <select
                className="box"
                value={key}
                onChange={(change) => setKey(change.target.value)}
              >
                {figures.map((figure) => (
                  <option key={figure.key} value={figure.key}>
                    {figure.name}
                  </option>
                ))}
              </select>
            </label>
            {parted && (
              <div className="w-32">
                <QuantityField
                  label="Back’s share"
                  value={line}
                  dimensions={['share']}
                  shop={units}
                  min={0.1}
                  max={0.9}
                  onChange={(value) => value !== null && setLine(value)}
                />
              </div>
            )}
            <div className="w-40">
              <QuantityField
                label="For a charge of"
                value={ml}
                dimensions={['volume']}
                shop={units}
                min={5}
                max={5000}
                onChange={(value) => value !== null && setMl(value)}
              />
            </div>
          </div>
          <div className="mt-3 grid gap-x-6 gap-y-5 sm:grid-cols-2">
            {layers.map((layer) => {
              const namedMix = mixes[layer.key]!;
              return (
                <div key={layer.key}>
                  <svg
                    viewBox="0 0 100 8"
                    className="block h-6 w-full"
                    preserveAspectRatio="none"
                    aria-hidden="true"
                  >
                    <path d="M0 0H100V8H0Z" fill={namedMix.spec.colour} />
                  </svg>
                  <h3 className="mt-1 font-bold">
                    {layer.name}: <a href={`/colours/mixes/${namedMix.id}`}>{namedMix.spec.name}</a>
                  </h3>
                  <ol>
                    {scaleMix(namedMix.spec, ml).map((scaled) => (
                      <li
                        key={scaled.what}
                        className="flex justify-between gap-2 border-b border-rule py-1 text-sm"
                      >
                        <span>
                          {scaled.what}
                          <span className="block text-soft">{WHEN[scaled.when]}</span>
                        </span>
                        <b className="figure">{amount(scaled.amount, scaled.dimension, units)}</b>
                      </li>
                    ))}
                  </ol>
                </div>
              );
            })}
          </div>
          <ul className="mt-5 grid gap-1" data-told>
            {lies && (
              <li>
                Near the port the line sits at {percent(lies.even)} with equal heats;{' '}
                {degreesApart(4, units)} hotter below moves it to {percent(lies.moved)}. Along the
                bait it is the back’s share of the push.
              </li>
            )}
            <li>
              {told
                .map((layerTold) => `${layerTold.name} hides ${percent(layerTold.hides)}`)
                .join(', ')}{' '}
              of what is behind it.
            </li>
            {told.flatMap((layerTold) =>
              layerTold.flakes.map((flake) => (
                <li key={`${layerTold.name}${flake.what}`}>
                  <b className="figure">{Math.round(flake.mean)}</b> of {flake.what} in the{' '}
                  {layerTold.name.toLowerCase()} of a bait, {flake.low} to {flake.high} in{' '}
                  {percent(flake.held)} of them;{' '}
                  {flake.thin < 0.5 ? 'as good as none' : Math.round(flake.thin)} in its thinnest
                  tenth. They cover {percent(flake.cover)} of its side
                  {flake.kept_out > 0.005
                    ? `; ${percent(flake.kept_out)} of it is too thin for them`
                    : ''}
                  .
                </li>
              )),
            )}
            {core && (
              <li>
                The core{' '}
                {core.through
                  .map(
                    (told) =>
                      `${READS_SO[told.says]} ${say(core.front, 'length', units)} of ` +
                      `${told.shell.toLowerCase()} (${told.reads.toFixed(0)} apart)`,
                  )
                  .join(', and ')}
                .{' '}
                {core.most === null
                  ? 'No dose of its shell lets it read.'
                  : core.most >= 2.9
                    ? 'It would with three times the shell’s dose.'
                    : `It reads up to ${core.most.toFixed(2)} times the shell’s ` +
                      `dose${toldFrom(core.least, core.most)}.`}
              </li>
            )}
            <li>
              {told
                .map(
                  (layerTold, i) =>
                    `${layerTold.name} comes out at ${Math.round(hardness(layerMix(i).spec))}`,
                )
                .join(', ')}{' '}
              on the hardness scale, 0 jelly to 100 boot sole.
              {figure.hardness
                ? ` ${figure.name} wants ${figure.hardness.low} to ${figure.hardness.high}.`
                : ''}
            </li>
            {figure.hardness &&
              told
                .map((layerTold, i) => ({
                  name: layerTold.name,
                  spec: layerMix(i).spec,
                  at: hardness(layerMix(i).spec),
                }))
                .filter(
                  (other) => other.at < figure.hardness!.low || other.at > figure.hardness!.high,
                )
                .map((other) => (
                  <li key={other.name} className="font-semibold text-watch">
                    ◇ {other.name} is too{' '}
                    {other.at > figure.hardness!.high
                      ? `hard: ${say(softenerFor(other.spec, figure.hardness!.high), 'volume', units, 1)} of ` +
                        `softener in a US cup brings it to ${figure.hardness!.high}`
                      : 'soft: leave softener out, or take a harder grade'}
                    .
                  </li>
                ))}
            {left.length > 0 && (
              <li className="font-semibold text-watch">
                ◇ Not in this picture: {left.join('; ')}.
              </li>
            )}
          </ul>
          <p className="mt-4 flex flex-wrap gap-2 no-print">
            <a className="act" href={file('png')} download>
              Picture, PNG
            </a>
            <a className="act" href={file('svg')} download>
              Picture, SVG
            </a>
            <a className="act" href={`/colours/ways/${id}/card?bait=${key}`}>
              Colour card
            </a>
            <a className="act" href={`/api/colours/export?way=${id}`} download>
              Recipe, JSON
            </a>
          </p>
        </section>
      </div>
      <FloatFor
        told={told}
        layers={scene.layers.map((_, i) => layerMix(i).spec)}
        scene={scene}
        materials={materials}
        units={units}
      />
      <PairFor
        own={layers.map((layer) => ({
          name: mixes[layer.key]!.spec.name,
          look: looks.get(layer.key)!,
        }))}
        all={all}
        materials={materials}
        units={units}
      />
    </div>
  );
  /** The mix of the scene's i-th layer: it is drawn in another order than it is made. */
  function layerMix(i: number): NamedMix {
    const name = scene!.layers[i]!.name;
    return mixes[layers.find((layer) => layer.name === name)!.key]!;
  }
}
