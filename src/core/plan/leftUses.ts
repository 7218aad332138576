import { BUILDS, findBuild } from '../build/index.ts';
import type { Injector } from '../build/index.ts';
import { density } from '../material/index.ts';
import type { Grade } from '../material/index.ts';
import { baitMass, stageMass } from '../shot/index.ts';
import type { WantedPart } from './draft.ts';
import type { MouldEntry, Shelf } from './shelf.ts';

/** Baits that the rest of a cup could become. */
export interface LeftUse {
  bait: string;
  baits: number;
  /** the injector they are shot with; null = poured by hand */
  injector: string | null;
  /** share of the rest that is baits then */
  share: number;
  /** how many of them the order book wants, in this colour */
  asked: number;
  /** the colours it is one of, where others are shot beside it; null = by itself */
  beside: string | null;
}
/** What is left in a cup, g, and of what. */
interface Left {
  /** number of its mix */
  mix: number;
  grams: number;
  density20: number;
  grade: Grade;
  /** °C it is shot at */
  celsius: number;
}

/** Baits the order book wants still, of a bait in a colourway. */
export type Asked = Pick<WantedPart, 'bait' | 'colourway'> & { rest: number };
/** What there is to make of it, and for whom. */
export interface Around {
  shelf: Shelf;
  /** numbers of the moulds of the plan */
  laid: ReadonlySet<number>;
  asked: readonly Asked[];
}

/** Uses that are named. */
const NAMED = 2;
/**
 * Share of the rest that must become baits to be worth it, and what is as good as losing so much of
 * it (judgements): fetching another mould, pouring by hand, baits nobody has asked for.
 */
const WORTH = { least: 0.2, fetched: 0.15, byHand: 0.05, unasked: 0.3 } as const;

/** The smallest injector of one barrel that takes a volume, mL hot. */
const smallest = (injectors: readonly { spec: Injector }[], ml: number): Injector | undefined =>
  injectors
    .map(({ spec }) => spec)
    .filter(({ barrels }) => barrels.length === 1 && barrels[0]!.volume >= ml)
    .sort((one, other) => one.barrels[0]!.volume - other.barrels[0]!.volume)[0];

type OfMould = Pick<LeftUse, 'baits' | 'injector' | 'share'>;
/** What one mould gives of the rest: a whole shot with a small injector, else some by hand. */
function ofMould(left: Left, { spec: mould }: MouldEntry, shelf: Shelf): OfMould | null {
  const mass = stageMass(BUILDS.single.stages[0], mould, null, left.density20);
  const baits = baitMass(mass);
  const hot = density(left.celsius, left.density20);
  const injector = smallest(shelf.injectors, (baits + mass.feed) / hot);
  const needs = injector ? baits + mass.feed + injector.barrels[0]!.heel * hot : Infinity;
  if (needs <= left.grams)
    return { baits: mould.cavities.length, injector: injector!.name, share: baits / left.grams };
  if (mould.feed === 'runner') return null;
  const each = baits / mould.cavities.length;
  const some = Math.min(mould.cavities.length, Math.floor(left.grams / each));
  return some > 0 ? { baits: some, injector: null, share: (some * each) / left.grams } : null;
}

/** Colourways of the shelf by whether a mix is all of them, or one of their colours. */
function waysOf(mix: number, { colourways, builds }: Shelf) {
  const own = builds.map(({ spec }) => spec);
  const found = colourways.flatMap(({ id, spec }) => {
    const build = findBuild(spec.build, own);
    const mixes = Object.values(spec.layers);
    return build?.stages.length === 1 && mixes.includes(mix) ? [{ id, spec, build, mixes }] : [];
  });
  return {
    alone: found.filter(({ mixes }) => mixes.every((one) => one === mix)),
    beside: found.filter(({ mixes }) => mixes.some((one) => one !== mix)),
  };
}

/** What a mould gives by itself of the rest, bait by bait. */
function byItself(left: Left, { shelf, asked }: Around): [LeftUse, number][] {
  const { alone } = waysOf(left.mix, shelf);
  return shelf.baits
    .filter(({ spec }) => spec.grades.includes(left.grade))
    .flatMap(({ id, spec: bait }) =>
      shelf.moulds
        .filter((mould) => bait.mouldIds.includes(mould.id))
        .flatMap((mould): [LeftUse, number][] => {
          const use = ofMould(left, mould, shelf);
          const rest = asked
            .filter((one) => one.bait === id && alone.some((way) => way.id === one.colourway))
            .reduce((sum, one) => sum + one.rest, 0);
          return use
            ? [
                [
                  { bait: bait.name, ...use, asked: Math.min(rest, use.baits), beside: null },
                  mould.id,
                ],
              ]
            : [];
        }),
    );
}

/** One colour of several, of baits that somebody has asked for: the others come from other cups. */
function besideOthers(left: Left, { shelf, asked }: Around): [LeftUse, number][] {
  return waysOf(left.mix, shelf).beside.flatMap(({ id, spec, build, mixes }) =>
    asked
      .filter(({ colourway, rest }) => colourway === id && rest > 0)
      .flatMap(({ bait, rest }): [LeftUse, number][] => {
        const of = shelf.baits.find((one) => one.id === bait)?.spec;
        const mould = shelf.moulds.find((one) => of?.mouldIds.includes(one.id));
        if (!of || !mould || !of.grades.includes(left.grade)) return [];
        const part = mixes.filter((mix) => mix === left.mix).length / mixes.length;
        const mass = stageMass(build.stages[0]!, mould.spec, null, left.density20);
        const each = (part * (baitMass(mass) + mass.feed)) / mould.spec.cavities.length;
        const baits = Math.min(rest, Math.floor(left.grams / each));
        const share = (baits * each) / left.grams;
        const use = { bait: of.name, baits, injector: null, share, asked: baits };
        return baits > 0 ? [[{ ...use, beside: spec.name }, mould.id]] : [];
      }),
  );
}

/**
 * What the rest of a cup can become, by what it is worth and how little it disturbs: what somebody
 * has asked for before what has to find a taker, by how much of it becomes baits; moulds that are
 * laid out already before others, an injector before a hand.
 */
export function leftUses(left: Left, around: Around): LeftUse[] {
  if (left.grams <= 0) return [];
  const ranked = [...byItself(left, around), ...besideOthers(left, around)]
    .map(([use, mould]) => ({
      use,
      // What it disturbs is as good as so much of it lost.
      kept:
        use.share -
        (around.laid.has(mould) ? 0 : WORTH.fetched) -
        (use.injector || use.beside ? 0 : WORTH.byHand),
      unasked: WORTH.unasked * (1 - use.asked / use.baits),
    }))
    .filter(({ kept }) => kept >= WORTH.least)
    .sort((one, other) => other.kept - other.unasked - (one.kept - one.unasked))
    .map(({ use }) => use);
  return ranked
    .filter((use, at) => ranked.findIndex(({ bait }) => bait === use.bait) === at)
    .slice(0, NAMED);
}

/** Those uses in words; nothing where there is none. */
export const leftUsesSaid = (uses: readonly LeftUse[]): string =>
  uses
    .map(({ bait, baits, injector, asked, beside }) => {
      if (beside) return `one colour of ${baits} ${bait}, ${beside}, that are asked for`;
      const how = injector ? ` with ${injector}` : ' by hand';
      return `${baits} ${bait}${how}${asked > 0 ? `, ${asked} of them asked for` : ''}`;
    })
    .join('; or ');
