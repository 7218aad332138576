import { seeded } from '../../../src/core/chance.ts';
import { Z80 } from '../../../src/core/quantiles.ts';
import type { Played } from './play.ts';

const sum = (list: readonly number[]): number => list.reduce((sum, value) => sum + value, 0);
const share = (list: readonly boolean[]): number =>
  list.filter(Boolean).length / Math.max(1, list.length);
const round = (x: number, digits = 2): number => Math.round(x * 10 ** digits) / 10 ** digits;

/** One maker's evenings in figures. */
function figures(of: readonly Played[]) {
  const hours = sum(of.map((played) => played.minutes)) / 60;
  const shot = sum(of.map((played) => played.shot));
  const good = sum(of.map((played) => played.good));
  return {
    perHour: good / hours,
    share: good / Math.max(1, shot),
    met: share(of.map((played) => played.good >= played.need)),
    wasted: sum(of.map((played) => played.wasted)) / Math.max(1, good),
    minutes: sum(of.map((played) => played.minutes)) / of.length,
    readings: sum(of.map((played) => played.tally.readings)) / of.length,
    scorches: sum(of.map((played) => played.scorches)) / of.length,
  };
}
type Figures = ReturnType<typeof figures>;

function byShop<T>(all: readonly T[], played: (one: T) => Played): Map<string, T[]> {
  const shops = new Map<string, T[]>();
  for (const one of all) {
    const key = `${played(one).world}/${played(one).shop}`;
    shops.set(key, [...(shops.get(key) ?? []), one]);
  }
  return shops;
}

/** Pairs of evenings, by the shop they were in: shops are what is drawn again. */
function bootstrap(
  pairs: readonly [Played, Played][],
  of: (figures: Figures, other: Figures) => number,
): [number, number] {
  const chance = seeded(7);
  const all = [...byShop(pairs, ([played]) => played).values()];
  const values = Array.from({ length: 400 }, () => {
    const drawn = all.flatMap(() => all[Math.floor(chance() * all.length)]!);
    return of(figures(drawn.map(([played]) => played)), figures(drawn.map(([, played]) => played)));
  }).sort((one, other) => one - other);
  return [round(values[20]!), round(values[379]!)];
}

/** Advised against thumb. */
function against(pairs: readonly [Played, Played][]) {
  const [advised, thumb] = [
    figures(pairs.map(([played]) => played)),
    figures(pairs.map(([, pair]) => pair)),
  ];
  const ratio = (key: keyof Figures) => round(advised[key] / Math.max(1e-9, thumb[key]));
  return {
    evenings: pairs.length,
    'good an hour': ratio('perHour'),
    interval: bootstrap(pairs, (other, each) => other.perHour / each.perHour),
    'share good': `${round(advised.share)} against ${round(thumb.share)}`,
    met: `${round(advised.met)} against ${round(thumb.met)}`,
    wasted: ratio('wasted'),
    minutes: ratio('minutes'),
    readings: ratio('readings'),
    scorches: `${round(advised.scorches)} against ${round(thumb.scorches)}`,
  };
}

/**
 * Share inside, and between which shares nine in ten of other such shops would have it: shops are
 * what is drawn again.
 */
function insideOf(of: readonly Played[], lies: (played: Played) => boolean[]): string {
  const chance = seeded(7);
  const shops = [...byShop(of, (played) => played).values()].map((evenings) =>
    evenings.flatMap(lies),
  );
  const drawn = Array.from({ length: 400 }, () =>
    share(shops.flatMap(() => shops[Math.floor(chance() * shops.length)]!)),
  ).sort((one, other) => one - other);
  return `${round(share(shops.flat()))} (${round(drawn[20]!)} to ${round(drawn[379]!)})`;
}

/** What was said at the bench against what was so. */
export function saidAgainst(of: readonly Played[]) {
  const draws = of.flatMap((played) => played.tally.draws);
  const metal = of.flatMap((played) => played.tally.metal);
  const within = (list: { said: number; sd: number; truth: number }[]) =>
    list.map((other) => Math.abs(other.truth - other.said) <= Z80 * other.sd);
  const firmSaid = (played: Played) =>
    played.tally.opened.flatMap((opened) =>
      opened.firm !== null && opened.firm > 0 && opened.said
        ? [{ ...opened.said, truth: opened.firm }]
        : [],
    );
  const off = (list: { said: number; truth: number }[]) =>
    round(sum(list.map((other) => other.truth - other.said)) / Math.max(1, list.length), 1);
  const opened = of
    .flatMap((played) => played.tally.opened)
    .filter((opened) => opened.firm !== null && opened.firm > 0);
  const firm = of.flatMap(firmSaid);
  const took = of.flatMap((played) => played.took).sort((one, other) => one - other);
  const faults = new Map<string, number>();
  for (const played of of)
    for (const [fault, value] of played.tally.faults)
      faults.set(fault, (faults.get(fault) ?? 0) + value);
  const shot = sum(of.map((played) => played.shot));
  return {
    'heat in its range': insideOf(of, (played) => within(played.tally.draws)),
    'heat true less said': off(draws),
    matched: round(share(of.flatMap((played) => played.tally.matched))),
    'metal in its range': insideOf(of, (played) => within(played.tally.metal)),
    'metal true less said': off(metal),
    'metal at the shot': round(sum(metal.map((said) => said.truth)) / Math.max(1, metal.length), 1),
    'firm in its range': insideOf(of, (played) =>
      firmSaid(played).map((range) => range.truth >= range.low && range.truth <= range.high),
    ),
    'firm over the middle said': round(
      sum(firm.map((range) => range.truth / Math.sqrt(range.low * range.high))) /
        Math.max(1, firm.length),
    ),
    'opened over firm': round(
      sum(opened.map((opened) => opened.stood / opened.firm!)) / Math.max(1, opened.length),
    ),
    'bursts under 195°': round(
      share(of.flatMap((played) => played.hottest.map((celsius) => celsius <= 195))),
      3,
    ),
    'minutes in their range': insideOf(of, (played) => [
      played.minutes >= played.said.low && played.minutes <= played.said.high,
    ]),
    'minutes over the middle said': round(
      sum(of.map((played) => played.minutes / ((played.said.low + played.said.high) / 2))) /
        Math.max(1, of.length),
    ),
    presses: round(sum(of.map((played) => played.tally.presses)) / Math.max(1, of.length), 0),
    faults: Object.fromEntries(
      [...faults]
        .sort((one, other) => other[1] - one[1])
        .map(([key, fault]) => [key, round((100 * fault) / Math.max(1, shot), 1)]),
    ),
    'advice ms, p95': took.length > 0 ? round(took[Math.floor(0.95 * took.length)]!, 1) : 0,
  };
}

export function report(all: readonly Played[], name = 'advised'): Record<string, unknown> {
  const key = (played: Played) => [played.world, played.shop, played.evening, played.way].join();
  const thumbs = new Map(
    all.filter((played) => played.maker === 'thumb').map((played) => [key(played), played]),
  );
  const pairs = all
    .filter((played) => played.maker === 'advised')
    .flatMap((played): [Played, Played][] => {
      const thumb = thumbs.get(key(played));
      return thumb ? [[played, thumb]] : [];
    });
  const by = (of: (played: Played) => string) =>
    Object.fromEntries(
      [...new Set(pairs.map(([played]) => of(played)))].map((key) => [
        key,
        against(pairs.filter(([played]) => of(played) === key)),
      ]),
    );
  const advised = pairs.map(([played]) => played);
  return {
    [name]: against(pairs),
    ways: by((played) => played.way),
    worlds: by((played) => played.world),
    'first evenings': against(pairs.filter(([played]) => played.evening === 1)),
    said: Object.fromEntries([
      ['all', saidAgainst(advised)],
      ...[...new Set(advised.map((played) => played.world))].map((word) => [
        word,
        saidAgainst(advised.filter((played) => played.world === word)),
      ]),
    ]),
    thumb: saidAgainst([...thumbs.values()]),
  };
}
