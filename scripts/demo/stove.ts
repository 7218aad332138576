import { bringTogether, ovenKey, ovenPrior, withOven } from '../../src/core/heat/index.ts';
import { PLASTISOL } from '../../src/core/material/index.ts';
import type { AnyEvent, Send, SessionState } from '../../src/core/session/index.ts';
import { follower } from '../../src/core/session/index.ts';
import { normal } from '../../src/core/chance.ts';
import { burst, hiddenBench, hiddenCup, hiddenOven, pour, read, stir, TRUE_OVENS, wait } from '../../src/device/hidden.ts';

/** Heat of what goes back into a cup, by the act, °C. */
const BACK: Record<string, number> = { returned: 45, emptied: 140 };

/**
 * Cups and oven of a rehearsed evening, on a hidden bench: what is read in the log is what a thermometer would have
 * shown. The maker cooks by habit and brings cups together as the bench advises.
 */
export function stoveOf(s: SessionState, startAt: number, chance: () => number, now: () => number, spend: (seconds: number) => void, send: (what: Send) => void) {
  const bench = hiddenBench(chance);
  const followed = follower(s.snapshot.heat);
  const { ovens } = s.snapshot.heat;
  for (const { id, oven } of ovens) bench.ovens.set(String(id), { ...hiddenOven(bench, oven.watts), ...TRUE_OVENS[id] });
  let at = startAt;
  const catchUp = () => {
    if (now() > at) wait(bench, (now() - at) / 1000);
    at = Math.max(at, now());
  };
  const watts = () => (ovens.find((o) => o.id === s.oven.id) ?? ovens[0]!).oven.watts * s.oven.level;
  /** how slow this oven turns out against the rule of thumb: a hand learns it in a few bursts */
  let pace = 1;
  /** s a practised hand would give, to bring a cup to a heat */
  const guess = (cup: string, celsius: number) => {
    const c = bench.cups.get(cup)!;
    return 2.5 + ((celsius - (s.cups.get(cup)!.reading?.celsius ?? bench.room)) * c.grams * 2.2 * pace) / (0.5 * watts());
  };
  const look = (cup: string) => {
    spend(Math.max(5, normal(chance, 9, 2)));
    catchUp();
    stir(bench.cups.get(cup)!);
    send({ kind: 'reading', payload: { target: { kind: 'cup', key: cup }, celsius: Math.round(read(bench, cup)), stage: null, from: 'typed' } });
  };
  const give = (cup: string, seconds: number) => {
    spend(5);
    catchUp();
    send({ kind: 'heated', payload: { cup, seconds, begun: true, oven: s.oven.id, level: s.oven.level } });
    burst(bench, String(s.oven.id), s.oven.level, [cup], seconds);
    at += seconds * 1000;
    spend(seconds + 10);
    catchUp();
    stir(bench.cups.get(cup)!);
    send({ kind: 'stirred', payload: { cup } });
  };
  return {
    /** °C of the shop that evening */
    room: bench.room,
    /** What an act did to the cups. */
    heard(e: AnyEvent) {
      catchUp();
      for (const c of s.cups.values()) {
        const there = bench.cups.get(c.key);
        if (!there && c.grams > 0) bench.cups.set(c.key, hiddenCup(bench, c.grams, c.vessel?.bore ?? 85, c.vessel?.volume ?? 500));
        else if (there && Math.abs(there.grams - c.grams) > 1e-6 && c.grams > 1) pour(there, c.grams - there.grams, BACK[e.kind] ?? bench.room);
      }
    },
    /** One burst towards fusion, and a look. */
    cook(cup: string) {
      const before = s.cups.get(cup)!.reading?.celsius ?? bench.room;
      const wanted = 0.85 * (PLASTISOL.fusion + 4 - before);
      give(cup, Math.round(Math.max(8, Math.min(150, guess(cup, before + wanted)))));
      look(cup);
      const got = s.cups.get(cup)!.reading!.celsius - before;
      if (wanted > 4) pace *= Math.min(1.5, Math.max(0.7, wanted / Math.max(1, got)));
    },
    /** One round: look at each, give what is advised, look again. */
    match(cups: string[], window: { low: number; high: number }) {
      for (const cup of cups) look(cup);
      const heat = (cup: string) => s.cups.get(cup)!.reading!.celsius;
      const gap = Math.max(...cups.map(heat)) - Math.min(...cups.map(heat));
      const fine = gap <= s.snapshot.bench.tolerance && cups.every((c) => heat(c) >= window.low && heat(c) <= window.high);
      if (fine) return;
      // What the bench advises is done, wait and all; a cup it wants looked at is looked at.
      const { belief } = followed(s.heat, now());
      const key = ovenKey(s.oven.id, s.oven.level, 1);
      const known = ovens.find((o) => o.id === s.oven.id) ?? ovens[0]!;
      const use = { oven: key, power: known.oven.watts, level: s.oven.level };
      const { bursts, wait: left } = bringTogether(withOven(belief, key, ovenPrior(s.snapshot.heat.learned, known.id, known.oven, s.oven.level, 1)), cups, use, { ...window, apart: s.snapshot.bench.tolerance });
      for (const { cup, seconds } of bursts) give(cups[cup]!, seconds);
      if (bursts.length === 0) return spend(Math.max(8, left));
      spend(Math.max(0, left - 9 * cups.length));
      for (const cup of cups) look(cup);
    },
  };
}
