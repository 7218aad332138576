import type { Block, Build, Injector } from '@/core/build/index.ts';
import type { Mould } from '@/core/mould/index.ts';
import {
  cavityVolume,
  closedVolume,
  closingAct,
  closingCare,
  LETS_GO,
  LIES,
  lieOf,
  rodVolume,
  SOURCES,
} from '@/core/mould/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { clock, degrees, say, show } from '@/core/quantity/index.ts';
import { baitMass, capacity, hotVolume, pushAndFeed, shotMass } from '@/core/shot/index.ts';
import { wilson } from '@/core/yield/index.ts';

interface Entry<Spec> {
  id: number;
  spec: Spec;
}
/** A figure of a mould's sheet: what, how much, of which unit, and what it is made of. */
type Figure = [name: string, figure: string, unit: string, note: string];

const percent = (share: number): string => `${(100 * share).toFixed(share < 0.995 ? 1 : 0)} %`;

/** How often it comes good, where it was shot. */
function comesGood({ good, shot }: { good: number; shot: number }): Figure[] {
  if (shot === 0) return [];
  const { low, high } = wilson(good, shot);
  const range = `${percent(low)} to ${percent(high)}, ${shot} baits`;
  return [['Comes good', ((100 * good) / shot).toFixed(1), '%', range]];
}

/** What its own record makes of the time a shot is reckoned to cool. */
const ownCool = ({ letCool }: Mould): string =>
  letCool === 1 ? '' : `; by its own record ${letCool} times as long as reckoned`;

/**
 * The figures of a mould: what a shot of it takes and gives.
 * @param heat °C it is shot at
 */
export function figuresOf(
  mould: Mould,
  heat: number,
  units: ShopUnits,
  made: { good: number; shot: number },
): Figure[] {
  const mass = shotMass(mould);
  const baits = baitMass(mass);
  const one = baits / mould.cavities.length;
  const whole = show(hotVolume(baits + mass.feed, heat), 'volume', units, 1);
  const { push, after } = pushAndFeed(mould, heat);
  const fed = show(after, 'volume', units, 1);
  const cavities = mould.cavities.map(cavityVolume);
  const between = [Math.min(...cavities), Math.max(...cavities)]
    .map((ml) => say(ml, 'volume', units, 2))
    .join(' to ');
  const each = say(hotVolume(one, heat), 'volume', units, 2);
  const feed = say(hotVolume(mass.feed, heat), 'volume', units, 1);
  const source = SOURCES[mould.cavities[0]!.source].name;
  return [
    [
      'One shot needs',
      whole.number,
      whole.unit,
      `${mould.cavities.length} × ${each} + runner and sprue ${feed}, at ${degrees(heat, units)}`,
    ],
    [
      'Fed while it sets',
      fed.number,
      fed.unit,
      `in that figure; ${say(push, 'volume', units, 1)} goes in at the push`,
    ],
    [
      'One bait weighs',
      show(one, 'mass', units).number,
      show(0, 'mass', units).unit,
      `${source}; cavities ${between}`,
    ],
    [
      'Open after',
      clock(mould.cool),
      'min',
      `this mould’s own; hold ${mould.hold} s${ownCool(mould)}`,
    ],
    ...comesGood(made),
    [
      'Likes to be',
      show(mould.warmTo, 'temperature', units).number,
      show(0, 'temperature', units).unit,
      'metal, at the first shot',
    ],
  ];
}

/** The windows it proved to like, and what for. */
function ownWindows(
  { window, windows }: Mould,
  builds: readonly Build[],
  units: ShopUnits,
): [name: string, text: string][] {
  const all = [...(window ? [{ ...window, build: null, family: null }] : []), ...windows];
  const said = all.map(({ low, high, build, family }) => {
    const of = [
      build === null
        ? []
        : (builds.find(({ key }) => key === build)?.name ?? 'a build that is gone'),
      family ?? [],
    ].flat();
    return `${degrees(low, units)} to ${degrees(high, units)}${of.length > 0 ? ` for ${of.join(', ')}` : ''}`;
  });
  return said.length > 0 ? [['Shot between', said.join('; ')]] : [];
}

/** What is so of a mould, in words. */
export function factsOf(
  { id, spec }: Entry<Mould>,
  { others, builds }: { others: Entry<Mould>[]; builds: readonly Build[] },
  given: number,
  units: ShopUnits,
): [name: string, text: string][] {
  const goesInto = others
    .filter((other) => other.id !== id && lieOf(other.spec, spec))
    .map((other) => other.spec.name);
  const takes = spec.takes.map((taken) => `${taken.mould}, ${LIES[taken.lies].name}`);
  const rods: [string, string][] = spec.rod
    ? [
        [
          'Core rods',
          `${say(spec.rod.bore, 'length', units)} × ${say(spec.rod.length, 'length', units)}: ` +
            `${say(rodVolume(spec), 'volume', units, 2)} kept open in each${closedSaid(spec, units)}`,
        ],
      ]
    : [];
  return [
    ['Closes with', `${closingAct(spec)}. ${closingCare(spec).join(' ')}`],
    ['Lets go best', LETS_GO[spec.letsGo].name],
    ['Loose parts', spec.loose.join(', ') || 'none'],
    ...ownWindows(spec, builds, units),
    ...rods,
    ['Takes inserts from', takes.join('; ') || 'none'],
    ...(goesInto.length > 0
      ? [['Its inserts go into', goesInto.join(', ')] as [string, string]]
      : []),
    ...(spec.life !== null
      ? [['Life', `${given} of the ${spec.life} shots it is hoped to give`] as [string, string]]
      : []),
  ];
}

/** The block an injector of several barrels shoots through, where the shop has one. */
/** What of each cavity its rods close off, where they do. */
const closedSaid = (spec: Mould, units: ShopUnits): string => {
  const [cavity] = spec.cavities;
  return spec.rod?.closes && cavity
    ? `; ${say(closedVolume(spec, cavity), 'volume', units, 2)} of its tail closed off`
    : '';
};
const blockFor = ({ barrels }: Injector, blocks: Entry<Block>[]): Block | null => {
  const kind = barrels.length === 2 ? 'dual' : 'triple';
  return barrels.length > 1 ? (blocks.find(({ spec }) => spec.kind === kind)?.spec ?? null) : null;
};
/**
 * How a mould goes with each injector: shots a draw, and in words whether it fits.
 * @param heat °C it is shot at
 */
export function fitsOf(
  mould: Mould,
  { injectors, blocks }: { injectors: Entry<Injector>[]; blocks: Entry<Block>[] },
  { heat, purge }: { heat: number; purge: number },
  units: ShopUnits,
) {
  return injectors.map(({ spec: injector }) => {
    const rig = { injector, block: blockFor(injector, blocks), yoked: true };
    const fit = capacity(rig, mould, shotMass(mould), { celsius: heat, purge });
    const short = fit.short.filter((missing) => missing > 0);
    const parts =
      fit.drawsPerShot > 1
        ? `${fit.cavitiesPerDraw} cavities a draw, ${fit.drawsPerShot} draws`
        : 'fits';
    return {
      name: injector.name,
      shots: fit.shotsPerDraw,
      says:
        short.length > 0
          ? `too small by ${short.map((missing) => say(missing, 'volume', units, 1)).join(' and ')}`
          : parts,
    };
  });
}
