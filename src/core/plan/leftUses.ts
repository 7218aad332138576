import { BUILDS } from '../build/index.ts';
import type { Injector } from '../build/index.ts';
import { density } from '../material/index.ts';
import type { Grade } from '../material/index.ts';
import { baitMass, stageMass } from '../shot/index.ts';
import type { MouldEntry, Shelf } from './shelf.ts';

/** Baits that the rest of a cup could become. */
export interface LeftUse {
  bait: string;
  baits: number;
  /** the injector they are shot with; null = poured by hand */
  injector: string | null;
  /** share of the rest that is baits then */
  share: number;
}
/** What is left in a cup, g, and of what. */
interface Left {
  grams: number;
  density20: number;
  grade: Grade;
  /** °C it is shot at */
  celsius: number;
}

/** Uses that are named. */
const NAMED = 2;
/** Share of the rest that must become baits to be worth it, and that fetching another mould costs (judgements). */
const WORTH = { least: 0.2, fetched: 0.15, byHand: 0.05 } as const;

/** The smallest injector of one barrel that takes a volume, mL hot. */
const smallest = (injectors: readonly { spec: Injector }[], ml: number): Injector | undefined =>
  injectors
    .map(({ spec }) => spec)
    .filter(({ barrels }) => barrels.length === 1 && barrels[0]!.volume >= ml)
    .sort((one, other) => one.barrels[0]!.volume - other.barrels[0]!.volume)[0];

/** What one mould gives of the rest: a whole shot with a small injector, else some by hand. */
function ofMould(left: Left, bait: string, { spec: mould }: MouldEntry, shelf: Shelf): LeftUse[] {
  const mass = stageMass(BUILDS.single.stages[0], mould, null, left.density20);
  const baits = baitMass(mass);
  const hot = density(left.celsius, left.density20);
  const injector = smallest(shelf.injectors, (baits + mass.feed) / hot);
  const needs = injector ? baits + mass.feed + injector.barrels[0]!.heel * hot : Infinity;
  if (needs <= left.grams)
    return [
      {
        bait,
        baits: mould.cavities.length,
        injector: injector!.name,
        share: baits / left.grams,
      },
    ];
  if (mould.feed === 'runner') return [];
  const each = baits / mould.cavities.length;
  const some = Math.min(mould.cavities.length, Math.floor(left.grams / each));
  return some > 0 ? [{ bait, baits: some, injector: null, share: (some * each) / left.grams }] : [];
}

/**
 * What the rest of a cup can become, by how much of it becomes baits and how little it disturbs:
 * moulds that are laid out already before others, an injector before a hand.
 * @param laid numbers of the moulds of the plan
 */
export function leftUses(left: Left, shelf: Shelf, laid: ReadonlySet<number>): LeftUse[] {
  if (left.grams <= 0) return [];
  const worth = new Map<LeftUse, number>();
  for (const { spec: bait } of shelf.baits.filter(({ spec }) => spec.grades.includes(left.grade)))
    for (const mould of shelf.moulds.filter(({ id }) => bait.mouldIds.includes(id))) {
      const fetched = laid.has(mould.id) ? 0 : WORTH.fetched;
      for (const use of ofMould(left, bait.name, mould, shelf))
        worth.set(use, use.share - fetched - (use.injector ? 0 : WORTH.byHand));
    }
  const ranked = [...worth]
    .filter(([, much]) => much >= WORTH.least)
    .sort(([, one], [, other]) => other - one)
    .map(([use]) => use);
  return ranked
    .filter((use, at) => ranked.findIndex(({ bait }) => bait === use.bait) === at)
    .slice(0, NAMED);
}

/** Those uses in words; nothing where there is none. */
export const leftUsesSaid = (uses: readonly LeftUse[]): string =>
  uses
    .map(
      ({ bait, baits, injector }) =>
        `${baits} ${bait}${injector ? ` with ${injector}` : ' by hand'}`,
    )
    .join(', or ');
