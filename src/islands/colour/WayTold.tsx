import { hardness, softenerFor, type Mix } from '@/core/material/index.ts';
import type { layersTold, lineTold, Scene } from '@/core/picture/index.ts';
import { coreTold } from '@/core/picture/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { degreesApart, say } from '@/core/quantity/index.ts';

type LayerTold = ReturnType<typeof layersTold>[number];
type CoreTold = NonNullable<ReturnType<typeof coreTold>>;

const percent = (share: number): string => `${Math.round(100 * share)} %`;

const READS_SO = {
  well: 'reads well through',
  dimly: 'shows only dimly through',
  not: 'is not seen through',
} as const;
/** Times the shell's dose a core is tried up to: more is not looked at. */
const MOST_TRIED = 2.9;

/** From which dose of its shell both shell colours can be told beside the core. */
function toldFrom(least: number | null, most: number): string {
  if (least === null) return '';
  return least <= most
    ? `; from ${least.toFixed(2)} times both shell colours can still be told`
    : '; at no dose can core and both shell colours be told';
}
/** Up to which dose of its shell the core is seen. */
function readsUpTo({ most, least }: CoreTold): string {
  if (most === null) return 'No dose of its shell lets it read.';
  if (most >= MOST_TRIED) return 'It would with three times the shell’s dose.';
  return `It reads up to ${most.toFixed(2)} times the shell’s dose${toldFrom(least, most)}.`;
}
function CoreSays({ core, units }: { core: CoreTold; units: ShopUnits }) {
  const through = core.through.map(
    (told) =>
      `${READS_SO[told.says]} ${say(core.front, 'length', units)} of ` +
      `${told.shell.toLowerCase()} (${told.reads.toFixed(0)} apart)`,
  );
  return <li>{`The core ${through.join(', and ')}. ${readsUpTo(core)}`}</li>;
}

/** How many flakes of a kind a bait has, and how much of its side they cover. */
function FlakeSays({ layer, flake }: { layer: string; flake: LayerTold['flakes'][number] }) {
  const thin = flake.thin < 0.5 ? 'as good as none' : Math.round(flake.thin);
  const keptOut =
    flake.kept_out > 0.005 ? `; ${percent(flake.kept_out)} of it is too thin for them` : '';
  return (
    <li>
      <b className="figure">{Math.round(flake.mean)}</b>
      {` of ${flake.what} in the ${layer.toLowerCase()} of a bait, ${flake.low} to ${flake.high} ` +
        `in ${percent(flake.held)} of them; ${thin} in its thinnest tenth. ` +
        `They cover ${percent(flake.cover)} of its side${keptOut}.`}
    </li>
  );
}

interface Wanted {
  low: number;
  high: number;
}
/** What is done about a mix that is harder or softer than its bait is wanted. */
function misses(spec: Mix, wanted: Wanted, units: ShopUnits): string | null {
  const at = hardness(spec);
  if (at < wanted.low) return 'soft: leave softener out, or take a harder grade';
  if (at <= wanted.high) return null;
  const softener = say(softenerFor(spec, wanted.high), 'volume', units, 1);
  return `hard: ${softener} of softener in a US cup brings it to ${wanted.high}`;
}
/** How hard each layer comes out, and whether its bait is wanted so. */
function HardnessSays({
  layers,
  figure,
  units,
}: {
  layers: { name: string; spec: Mix }[];
  figure: { name: string; hardness: Wanted | null };
  units: ShopUnits;
}) {
  const { name, hardness: wanted } = figure;
  const each = layers.map(
    (layer) => `${layer.name} comes out at ${Math.round(hardness(layer.spec))}`,
  );
  return (
    <>
      <li>
        {each.join(', ')} on the hardness scale, 0 jelly to 100 boot sole.
        {wanted ? ` ${name} wants ${wanted.low} to ${wanted.high}.` : ''}
      </li>
      {layers.map((layer) => {
        const wrong = wanted && misses(layer.spec, wanted, units);
        return (
          wrong && (
            <li key={layer.name} className="font-semibold text-watch">
              ◇ {layer.name} is too {wrong}.
            </li>
          )
        );
      })}
    </>
  );
}

interface Props {
  scene: Scene;
  told: LayerTold[];
  lies: ReturnType<typeof lineTold> | null;
  /** the mix of each layer told of, in order */
  specs: Mix[];
  figure: { name: string; hardness: Wanted | null };
  /** what is in the mixes and not in the picture, with why */
  left: string[];
  units: ShopUnits;
}
/** What a colourway will be like on a bait, in words. */
export function WayTold({ scene, told, lies, specs, figure, left, units }: Props) {
  const core = coreTold(scene);
  const hides = told.map((layer) => `${layer.name} hides ${percent(layer.hides)}`);
  return (
    <ul className="mt-5 grid gap-1" data-told>
      {lies && (
        <li>
          Near the port the line sits at {percent(lies.even)} with equal heats;{' '}
          {degreesApart(4, units)} hotter below moves it to {percent(lies.moved)}. Along the bait it
          is the back’s share of the push.
        </li>
      )}
      <li>{hides.join(', ')} of what is behind it.</li>
      {told.flatMap((layer) =>
        layer.flakes.map((flake) => (
          <FlakeSays key={`${layer.name}${flake.what}`} layer={layer.name} flake={flake} />
        )),
      )}
      {core && <CoreSays core={core} units={units} />}
      <HardnessSays
        layers={told.map(({ name }, i) => ({ name, spec: specs[i]! }))}
        {...{ figure, units }}
      />
      {left.length > 0 && (
        <li className="font-semibold text-watch">◇ Not in this picture: {left.join('; ')}.</li>
      )}
    </ul>
  );
}
