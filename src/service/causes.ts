import type { CausesAsked, CausesTold, ShotSeen, Today } from '@/core/causes/index.ts';
import type { YieldCut } from '@/core/yield/index.ts';
import { ownWindow } from '@/core/mould/index.ts';
import { pareto } from '@/core/yield/index.ts';
import type { Shop } from '@/core/shop.ts';
import { leftInBook } from '@/store/orderLines.ts';
import { readShop } from '@/store/shop.ts';
import type { ShotUnder } from '@/store/yields.ts';
import { NOT_SAID, shotsUnder, testsOf } from '@/store/yields.ts';
import type { Entry } from './catalogue.ts';
import { findEntry, lists } from './catalogue.ts';
import { foundCut } from './yieldCut.ts';
import type { Result } from './result.ts';
import { ok, problem, versionOf } from './result.ts';
import { Thread } from './thread.ts';

/** Newest shots of a cut that are looked into, and faults that are. */
const NEWEST = 700;
const FAULTS = 4;
/** ms it may take to work out. */
const PATIENCE = 25_000;
/** Answers kept, each until another shot of its cut is marked. */
const KEPT = 40;
/** Days in which a mould is expected to be shot as much as it lately was. */
const AHEAD = 90;

const working = new Thread<CausesAsked, CausesTold>('causes', PATIENCE);
const kept = new Map<string, CausesTold>();

/** The most frequent faults of some shots. */
function faultsOf(shots: readonly ShotSeen[]): string[] {
  const counts = shots.flatMap(({ faults }) =>
    faults.flatMap((fault) =>
      fault === null || fault === NOT_SAID ? [] : [{ fault, cavity: 0, count: 1 }],
    ),
  );
  return pareto(counts, null)
    .slice(0, FAULTS)
    .map(({ fault }) => fault);
}

/**
 * What stands today for a mould and what is shot in it: the middle of its window, its metal, its
 * hold, how long it cools, and whether its sprue is looked at again.
 */
function todayOf(
  { id, spec }: Entry<'moulds'>,
  { build = null, family = null }: { build?: string | null; family?: string | null },
  { window, bench }: Shop,
): { today: Today; window: { low: number; high: number }; mayLook: boolean } {
  const own = ownWindow(spec, { build, family }) ?? window;
  const never = bench.habits.filter(
    ({ step, when, mould, build: of }) =>
      step === 'secondLook' &&
      when === 'never' &&
      (mould === null || mould === id) &&
      (of === null || of === build),
  );
  const mayLook = !bench.never.includes('secondLook') && never.every(({ mould }) => mould !== null);
  return {
    today: {
      heat: (own.low + own.high) / 2,
      ...{ metal: spec.warmTo, held: spec.hold, cooled: Math.log(spec.letCool) },
      looked: mayLook && never.length === 0 ? 1 : 0,
    },
    window: own,
    mayLook,
  };
}

/** Baits of a mould that are still to be shot: what the book wants, and as much as was shot lately. */
async function leftOf(mould: number, shots: readonly ShotUnder[]): Promise<number> {
  const { baits } = await lists('baits');
  const own = new Set(baits.filter(({ spec }) => spec.mouldIds[0] === mould).map(({ id }) => id));
  const since = Date.now() - AHEAD * 86_400_000;
  const lately = shots
    .filter(({ at }) => at.getTime() > since)
    .reduce((sum, { cavities }) => sum + cavities.length, 0);
  return (await leftInBook([...own])) + lately;
}

/**
 * What goes with each fault of a cut, how its mould's settings do, and what is worth trying next.
 * @param signal of who asks: calls it off
 */
export async function causes(asked: YieldCut, signal?: AbortSignal) {
  const cut = await foundCut(asked);
  const shots = await shotsUnder(cut, NEWEST);
  const entry = cut.mould ? await findEntry('moulds', cut.mould) : null;
  const shop = await readShop();
  const today = entry && todayOf(entry, cut, shop);
  const left = entry ? await leftOf(entry.id, shots) : 0;
  const question: CausesAsked = {
    shots: shots.map(({ session, mould, conditions, cavities, faults }) => ({
      session,
      mould,
      conditions,
      cavities,
      faults,
    })),
    faults: faultsOf(shots),
    mould: today && entry && { today: today.today, baits: entry.spec.cavities.length, left },
  };
  const name = versionOf(question);
  const told = kept.get(name) ?? (await working.ask(question, signal));
  if (typeof told === 'string') return UNTOLD;
  kept.delete(name);
  kept.set(name, told);
  if (kept.size > KEPT) kept.delete(kept.keys().next().value!);
  return ok({
    ...told,
    shots: shots.length,
    left,
    today: today ?? null,
    shop: entry && { spec: shop, version: versionOf(shop) },
    mould: entry && { id: entry.id, spec: entry.spec, version: versionOf(entry.spec) },
    tests: entry ? await testsOf(entry.id) : [],
  });
}
const UNTOLD: Result<never> = problem(
  503,
  'late',
  'That takes too long to work out. Cut it down to one mould, or one build.',
);
