import { useMemo, useState } from 'react';
import type { Build } from '@/core/build/index.ts';
import { layersOf } from '@/core/build/index.ts';
import { lookOf } from '@/core/colour/index.ts';
import type { Material } from '@/core/material/index.ts';
import { RECIPE_CUP } from '@/core/material/index.ts';
import type { Asked, Figure } from '@/core/picture/index.ts';
import { layersTold, lineTold, sceneOf } from '@/core/picture/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { FigureField } from '@/ui/FigureField.tsx';
import { FloatFor } from './FloatFor.tsx';
import type { NamedMix } from './PairFor.tsx';
import { PairFor } from './PairFor.tsx';
import { usePicture } from './usePicture.ts';
import { WayLayers } from './WayLayers.tsx';
import { WayPictures } from './WayPictures.tsx';
import { WayTold } from './WayTold.tsx';
import { ChargeField } from './ChargeField.tsx';

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

type Look = ReturnType<typeof lookOf>;
/** What is in the mixes and not in the picture, with why; each once. */
const leftOut = (looks: Iterable<Look>): string[] => [
  ...new Set(
    [...looks].flatMap((look) =>
      look.left.map(({ what, why }) => `${what} (${why.replace(/\.$/, '').toLowerCase()})`),
    ),
  ),
];

/** The pictures of a bait that are drawn, in the order they are shown. */
const pictures = (cut: number): Asked[] => [
  { view: 'side', over: 'light', cut },
  { view: 'side', over: 'dark', cut },
  { view: 'above', over: 'light', cut },
  { view: 'below', over: 'light', cut },
  { view: 'section', over: 'card', cut },
];

/** A back that can be given a larger or smaller share than the belly. */
const isParted = (build: Build): boolean => {
  const places = layersOf(build).map((layer) => layer.place);
  return places.includes('back') && places.includes('belly');
};

/** The scene a colourway makes on a bait, and what is told of it. */
function useScene(
  { id, build, mixes, materials }: Props,
  figure: Figure | undefined,
  line: number,
) {
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
  const told = useMemo(() => (scene ? layersTold(scene) : []), [scene]);
  const lies = useMemo(() => scene && lineTold(scene), [scene]);
  return { looks, scene, told, lies };
}

/** Which bait it is on, how its colours are parted, and how much of each is made. */
function Chosen({
  figures,
  shape,
  line,
  ml,
  units,
  set,
}: Pick<Props, 'figures' | 'units'> & {
  shape: string;
  /** the back's share; null where nothing is parted */
  line: number | null;
  ml: number;
  set: { shape: (key: string) => void; line: (share: number) => void; ml: (ml: number) => void };
}) {
  return (
    <div className="flex flex-wrap items-end gap-3 no-print">
      <label className="field min-w-48 flex-1">
        <span>On</span>
        <select className="box" value={shape} onChange={(change) => set.shape(change.target.value)}>
          {figures.map((figure) => (
            <option key={figure.key} value={figure.key}>
              {figure.name}
            </option>
          ))}
        </select>
      </label>
      {line !== null && (
        <div className="w-32">
          <FigureField
            label="Back’s share"
            value={line}
            of="share"
            units={units}
            min={0.1}
            max={0.9}
            onChange={set.line}
          />
        </div>
      )}
      <div className="w-40">
        <ChargeField ml={ml} units={units} onChange={set.ml} />
      </div>
    </div>
  );
}

/** A colourway taken elsewhere: as a picture, a card, or its recipe. */
const Files = ({ id, shape }: { id: number; shape: string }) => (
  <p className="mt-4 flex flex-wrap gap-2 no-print">
    <a className="act" href={`/api/ways/${id}/bait.png?bait=${shape}`} download>
      Picture, PNG
    </a>
    <a className="act" href={`/api/ways/${id}/bait.svg?bait=${shape}`} download>
      Picture, SVG
    </a>
    <a className="act" href={`/colours/ways/${id}/card?bait=${shape}`}>
      Colour card
    </a>
    <a className="act" href={`/api/colours/export?way=${id}`} download>
      Recipe, JSON
    </a>
  </p>
);

/**
 * A colourway on a bait: pictured from its numbers, with what went into it and what it will be
 * like.
 */
export default function WayBook(props: Props) {
  const { id, build, mixes, all, materials, figures, start, units } = props;
  const [shape, setShape] = useState(
    (figures.find((figure) => figure.key === start) ?? figures[0])?.key ?? '',
  );
  const [cut, setCut] = useState(0.4);
  const [ml, setMl] = useState(Math.round(RECIPE_CUP));
  const [line, setLine] = useState(0.5);
  const figure = figures.find(({ key }) => key === shape);
  const { looks, scene, told, lies } = useScene(props, figure, line);
  const drawn = usePicture(scene, pictures(cut));
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
  // A scene's layers are drawn in another order than they are made.
  const specs = scene.layers.map(
    ({ name }) => mixes[layers.find((layer) => layer.name === name)!.key]!.spec,
  );
  return (
    <div data-way data-drawn={drawn ? 'yes' : undefined}>
      <div className="grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,3fr)_minmax(0,2.6fr)]">
        <WayPictures {...{ figure, cut, units }} svgs={drawn?.svg} onCut={setCut} />
        <section aria-label="What goes in">
          <Chosen
            {...{ figures, shape, ml, units }}
            line={isParted(build) ? line : null}
            set={{ shape: setShape, line: setLine, ml: setMl }}
          />
          <WayLayers {...{ layers, mixes, ml, units }} />
          <WayTold
            {...{ scene, told, lies, specs, figure, units }}
            left={leftOut(looks.values())}
          />
          <Files {...{ id, shape }} />
        </section>
      </div>
      <FloatFor {...{ told, scene, materials, units }} layers={specs} />
      <PairFor
        own={layers.map((layer) => ({
          name: mixes[layer.key]!.spec.name,
          look: looks.get(layer.key)!,
        }))}
        {...{ all, materials, units }}
      />
    </div>
  );
}
