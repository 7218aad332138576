import { seeded } from '../../../src/core/chance.ts';
import { Z80 } from '../../../src/core/heat/index.ts';
import type { Played } from './play.ts';

const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);
const share = (list: readonly boolean[]): number =>
  list.filter(Boolean).length / Math.max(1, list.length);
const round = (x: number, digits = 2): number => Math.round(x * 10 ** digits) / 10 ** digits;

/** One maker's evenings in figures. */
function figures(of: readonly Played[]) {
  const hours = sum(of.map((p) => p.minutes)) / 60;
  const shot = sum(of.map((p) => p.shot));
  const good = sum(of.map((p) => p.good));
  return {
    perHour: good / hours,
    share: good / Math.max(1, shot),
    met: share(of.map((p) => p.good >= p.need)),
    wasted: sum(of.map((p) => p.wasted)) / Math.max(1, good),
    minutes: sum(of.map((p) => p.minutes)) / of.length,
    readings: sum(of.map((p) => p.tally.readings)) / of.length,
    scorches: sum(of.map((p) => p.scorches)) / of.length,
  };
}
type Figures = ReturnType<typeof figures>;

/** Pairs of evenings, by the shop they were in: shops are what is drawn again. */
function bootstrap(
  pairs: readonly [Played, Played][],
  of: (a: Figures, b: Figures) => number,
): [number, number] {
  const chance = seeded(7);
  const shops = new Map<string, [Played, Played][]>();
  for (const pair of pairs) {
    const key = `${pair[0].world}/${pair[0].shop}`;
    shops.set(key, [...(shops.get(key) ?? []), pair]);
  }
  const all = [...shops.values()];
  const values = Array.from({ length: 400 }, () => {
    const drawn = all.flatMap(() => all[Math.floor(chance() * all.length)]!);
    return of(figures(drawn.map(([a]) => a)), figures(drawn.map(([, b]) => b)));
  }).sort((a, b) => a - b);
  return [round(values[20]!), round(values[379]!)];
}

/** Advised against thumb. */
function against(pairs: readonly [Played, Played][]) {
  const [advised, thumb] = [figures(pairs.map(([a]) => a)), figures(pairs.map(([, b]) => b))];
  const ratio = (key: keyof Figures) => round(advised[key] / Math.max(1e-9, thumb[key]));
  return {
    evenings: pairs.length,
    'good an hour': ratio('perHour'),
    interval: bootstrap(pairs, (a, b) => a.perHour / b.perHour),
    'share good': `${round(advised.share)} against ${round(thumb.share)}`,
    met: `${round(advised.met)} against ${round(thumb.met)}`,
    wasted: ratio('wasted'),
    minutes: ratio('minutes'),
    readings: ratio('readings'),
    scorches: `${round(advised.scorches)} against ${round(thumb.scorches)}`,
  };
}

/** What was said at the bench against what was so. */
export function saidAgainst(of: readonly Played[]) {
  const draws = of.flatMap((p) => p.tally.draws);
  const metal = of.flatMap((p) => p.tally.metal);
  const inside = (list: { said: number; sd: number; truth: number }[]) =>
    round(share(list.map((d) => Math.abs(d.truth - d.said) <= Z80 * d.sd)));
  const off = (list: { said: number; truth: number }[]) =>
    round(sum(list.map((d) => d.truth - d.said)) / Math.max(1, list.length), 1);
  const opened = of.flatMap((p) => p.tally.opened).filter((o) => o.firm !== null && o.firm > 0);
  const firm = opened.flatMap((o) => (o.said ? [{ ...o.said, truth: o.firm! }] : []));
  const took = of.flatMap((p) => p.took).sort((a, b) => a - b);
  const faults = new Map<string, number>();
  for (const p of of)
    for (const [fault, n] of p.tally.faults) faults.set(fault, (faults.get(fault) ?? 0) + n);
  const shot = sum(of.map((p) => p.shot));
  return {
    'heat in its range': inside(draws),
    'heat true less said': off(draws),
    matched: round(share(of.flatMap((p) => p.tally.matched))),
    'metal in its range': inside(metal),
    'metal true less said': off(metal),
    'metal at the shot': round(sum(metal.map((m) => m.truth)) / Math.max(1, metal.length), 1),
    'firm in its range': round(share(firm.map((f) => f.truth >= f.low && f.truth <= f.high))),
    'firm over the middle said': round(
      sum(firm.map((f) => f.truth / Math.sqrt(f.low * f.high))) / Math.max(1, firm.length),
    ),
    'opened over firm': round(
      sum(opened.map((o) => o.stood / o.firm!)) / Math.max(1, opened.length),
    ),
    'bursts under 195°': round(share(of.flatMap((p) => p.hottest.map((h) => h <= 195))), 3),
    'minutes in their range': round(
      share(of.map((p) => p.minutes >= p.said.low && p.minutes <= p.said.high)),
    ),
    'minutes over the middle said': round(
      sum(of.map((p) => p.minutes / ((p.said.low + p.said.high) / 2))) / Math.max(1, of.length),
    ),
    presses: round(sum(of.map((p) => p.tally.presses)) / Math.max(1, of.length), 0),
    faults: Object.fromEntries(
      [...faults]
        .sort((a, b) => b[1] - a[1])
        .map(([f, n]) => [f, round((100 * n) / Math.max(1, shot), 1)]),
    ),
    'advice ms, p95': took.length > 0 ? round(took[Math.floor(0.95 * took.length)]!, 1) : 0,
  };
}

export function report(all: readonly Played[], name = 'advised'): Record<string, unknown> {
  const key = (p: Played) => [p.world, p.shop, p.evening, p.way].join();
  const thumbs = new Map(all.filter((p) => p.maker === 'thumb').map((p) => [key(p), p]));
  const pairs = all
    .filter((p) => p.maker === 'advised')
    .flatMap((p): [Played, Played][] => {
      const b = thumbs.get(key(p));
      return b ? [[p, b]] : [];
    });
  const by = (of: (p: Played) => string) =>
    Object.fromEntries(
      [...new Set(pairs.map(([a]) => of(a)))].map((k) => [
        k,
        against(pairs.filter(([a]) => of(a) === k)),
      ]),
    );
  const advised = pairs.map(([a]) => a);
  return {
    [name]: against(pairs),
    ways: by((p) => p.way),
    worlds: by((p) => p.world),
    'first evenings': against(pairs.filter(([a]) => a.evening === 1)),
    said: Object.fromEntries([
      ['all', saidAgainst(advised)],
      ...[...new Set(advised.map((p) => p.world))].map((w) => [
        w,
        saidAgainst(advised.filter((p) => p.world === w)),
      ]),
    ]),
    thumb: saidAgainst([...thumbs.values()]),
  };
}
