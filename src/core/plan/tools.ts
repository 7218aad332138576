import type { Stage, Build } from '../build/build.ts';
import type { Block, Injector } from '../build/tools.ts';
import { lieOf } from '../mould/mould.ts';
import { fits, ownWindow } from '../mould/window.ts';
import type { Mould } from '../mould/schema.ts';
import { SCHOOLS } from '../schools.ts';
import { capacity } from '../shot/barrels.ts';
import { stageMass } from '../shot/fill.ts';
import { sum } from '../shot/volume.ts';
import { areUnlike, cavityShares, givenBy } from '../yield/apart.ts';
import { learnedShare } from '../yield/share.ts';
import type { DraftDefaults } from './shelf.ts';
import type { Tools } from './input.ts';
import { type Entry, type Shelf, type MouldEntry, inTools } from './shelf.ts';

/** The school for shooting on to an insert (handbook §4), °C: hot, so that the joint takes. */
const ON_INSERT = { low: SCHOOLS.insert.low, high: SCHOOLS.insert.high };
export const byId = <T>(all: Entry<T>[], id: number): T | undefined =>
  all.find((entry) => entry.id === id)?.spec;
/**
 * The smallest injector with the right barrels that fills the mould in one draw; the largest of
 * them when none does.
 */
function fittingInjector(
  shelf: Shelf,
  stage: Stage,
  {
    block,
    mould,
    heat,
    purge,
  }: { block: Entry<Block> | null; mould: Mould | undefined; heat: number; purge: number },
): Entry<Injector> | null {
  const holds = (entry: Entry<Injector>) =>
    entry.spec.barrels.reduce((sum, barrel) => sum + barrel.volume, 0);
  const right = shelf.injectors
    .filter((injector) => injector.spec.barrels.length === stage.layers.length)
    .sort((one, other) => holds(one) - holds(other));
  // What already lies in the cavity is left out here: a larger injector than needed does no harm.
  const fits = (entry: Entry<Injector>) =>
    mould &&
    capacity(
      { injector: entry.spec, block: block?.spec ?? null, yoked: stage.yoked },
      mould,
      stageMass({ ...stage, rods: false }, mould, null),
      { celsius: heat, purge },
    ).shotsPerDraw > 0;
  return right.find(fits) ?? right.at(-1) ?? null;
}
/** Injector and block for a stage as a maker would first reach for them. */
export function rigFor(
  shelf: Shelf,
  stage: Stage,
  mould: Mould | undefined,
  defaults: DraftDefaults,
): Pick<Tools, 'injector' | 'block' | 'order'> {
  if (stage.layers.length === 0) return { injector: null, block: null, order: [] };
  const block = stage.block
    ? (shelf.blocks.find((block) => block.spec.kind === stage.block) ?? null)
    : null;
  const heat = (defaults.window.low + defaults.window.high) / 2;
  const injector = fittingInjector(shelf, stage, {
    block,
    mould,
    heat,
    purge: defaults.settings.purge,
  });
  return {
    injector: injector && { id: injector.id, injector: injector.spec },
    block: block && { id: block.id, block: block.spec },
    order: [],
  };
}
/**
 * A mould whose inserts lie in `into` and that makes what the stage wants: its own, where it has
 * rods.
 */
export function makerFor(
  shelf: Shelf,
  stage: Stage,
  into: MouldEntry | undefined,
): MouldEntry | undefined {
  if (!into) return undefined;
  const makers = shelf.moulds.filter(
    (mould) =>
      lieOf(into.spec, mould.spec) !== null &&
      (mould.spec.makes === stage.makes || mould.id === into.id),
  );
  return makers.find((maker) => !stage.rods || maker.spec.rod) ?? makers[0];
}
/** To so many places: what is kept with a plan is no surer than that. */
const rounded = (value: number, places: number): number => Number(value.toFixed(places));
/**
 * Share of a stage that comes good: as the shop's record has it, where there is one. Of moulds in step
 * it is their cavities' mean, and known as well as the least known of them.
 * @param moulds it is shot in, in step; none = by the guess alone
 */
export function shareOf(
  build: Build,
  stage: Stage,
  moulds: Tools['moulds'],
  { good, record, cavities = [], settings }: DraftDefaults,
): Pick<Tools, 'good' | 'strength' | 'cavities'> {
  const guess = { share: stage.good ?? good, strength: settings.strength };
  if (!record || moulds.length === 0) return { good: guess.share };
  const each = moulds.map(({ id, mould }) => {
    const of = { mould: id, build: build.key, stage: stage.key };
    const learned = learnedShare(guess, record, of, good);
    const numbers = mould.cavities.map((cavity) => cavity.n);
    const shares = cavityShares(learned.share, givenBy(cavities, of), numbers);
    return { shares, strength: learned.strength };
  });
  const shares = each.flatMap((one) => one.shares);
  return {
    good: rounded(sum(shares) / shares.length, 3),
    strength: rounded(Math.min(...each.map(({ strength }) => strength)), 1),
    ...(areUnlike(shares) && { cavities: shares.map((share) => rounded(share, 3)) }),
  };
}
/**
 * Heats a stage is shot between: on to inserts hotter; else what its mould proved to like for that
 * build and colour, for any, or the shop's; and the test shots its mould was to have.
 */
function windowFor(
  build: Build,
  stage: Stage,
  mould: MouldEntry | undefined,
  { window, family = null }: DraftDefaults,
): Pick<Tools, 'window' | 'tries'> {
  if (stage.takes && stage.layers.length > 0) return { window: ON_INSERT, tries: null };
  const of = { build: build.key, family };
  const tries = mould?.spec.tries;
  return {
    window: (mould && ownWindow(mould.spec, of)) ?? window,
    tries: tries && fits(tries, of) ? tries : null,
  };
}
/**
 * Tools for every stage of a build, from the mould its baits come out of: moulds for its inserts
 * that lie in that one, and an injector and block for each stage.
 */
export function toolsFor(
  shelf: Shelf,
  build: Build,
  mould: MouldEntry | undefined,
  defaults: DraftDefaults,
): Tools[] {
  const chosen = new Map<string, MouldEntry | undefined>();
  for (const stage of [...build.stages].reverse()) {
    const takenBy = build.stages.find((other) => other.takes === stage.key);
    chosen.set(stage.key, takenBy ? makerFor(shelf, stage, chosen.get(takenBy.key)) : mould);
  }
  return build.stages.map((stage): Tools => {
    const entry = chosen.get(stage.key);
    const moulds = entry ? [inTools(entry)] : [];
    return {
      moulds,
      ...rigFor(shelf, stage, entry?.spec, defaults),
      ...shareOf(build, stage, moulds, defaults),
      ...windowFor(build, stage, entry, defaults),
      habit: 'push',
      mixedTo: 'puck',
      fromShelf: 0,
    };
  });
}
