import { estimateOf, vesselOf } from '../core/heat/index.ts';
import type {
  AnyEvent,
  BenchEvent,
  CupState,
  SessionState,
  Snapshot,
} from '../core/session/index.ts';
import { apply, fold, follower } from '../core/session/index.ts';
import { normal, seeded } from '../core/chance.ts';
import type { HiddenBench } from './hiddenBench.ts';
import { begin, hiddenBench, hiddenCup, hiddenOven, pour, stir, TRUE_OVENS } from './hidden.ts';
import { stirredHeat } from './hiddenBench.ts';
import { pass } from './hiddenHeat.ts';

/** Heat of what goes back into a cup, by the act, °C. */
const BACK: Record<string, number> = { returned: 45, emptied: 140 };

/**
 * A bench that answers a session as a real one would: its cups heat, cool and are read, by physics
 * nobody was told.
 */
export interface StandIn {
  state: SessionState;
  hidden: HiddenBench;
  /** an act at the bench */
  heard: (event: AnyEvent) => void;
  /** time goes on, to a moment of the bench's clock, ms */
  to: (at: number) => void;
  /**
   * what a probe in a cup shows now, °C; null while the cup is in the oven and the probe on the
   * bench
   */
  probe: (cup: string) => number | null;
}

/** What is taken of a cup's glass where nobody has said. */
const glassOf = ({ vessel }: CupState) => ({
  bore: vesselOf(vessel).bore,
  volume: vesselOf(vessel).volume,
});
/**
 * The cup an act stirs; null where it stirs none: a probe that stands in a cup says nothing of
 * anybody stirring it.
 */
function stirredIn(event: AnyEvent): string | null {
  if (event.kind === 'stirred') return event.payload.cup;
  return event.kind === 'reading' && event.payload.from !== 'device'
    ? event.payload.target.key
    : null;
}

/** @param seed of the hidden constants; the same seed is the same bench */
export function standIn(snapshot: Snapshot, events: AnyEvent[], seed: number, at: number): StandIn {
  const chance = seeded(seed);
  const state = fold(snapshot, events);
  const hidden = hiddenBench(chance, state.roomCelsius ?? undefined);
  for (const { id, oven } of snapshot.heat.ovens)
    hidden.ovens.set(String(id), { ...hiddenOven(hidden, oven.watts), ...TRUE_OVENS[id] });
  const probes = new Map<string, number>();
  let now = at;
  /** bursts under way, by oven */
  const heating = new Map<
    string,
    { watts: (cup: string, into: number) => number; cups: string[]; from: number; until: number }
  >();
  const burstOf = (cup: string) => [...heating.values()].find((other) => other.cups.includes(cup));
  const takenOut = (cup: string) => {
    for (const [oven, value] of heating) if (value.cups.includes(cup)) heating.delete(oven);
  };
  // A session taken up in the middle goes on from what is believed of it.
  const { belief } = follower(snapshot.heat)(state.heat, at);
  for (const cup of state.cups.values())
    if (cup.grams > 1)
      hidden.cups.set(
        cup.key,
        hiddenCup(hidden, cup.grams, {
          ...glassOf(cup),
          celsius: belief.cups.includes(cup.key)
            ? estimateOf(belief, { of: 'plastic', cup: cup.key }).mean
            : hidden.room,
        }),
      );
  /** What was put into a cup, taken out of it or given back is so here too. */
  const fill = (cup: CupState, event: AnyEvent) => {
    if (cup.grams <= 1) return;
    const there = hidden.cups.get(cup.key);
    const from = event.kind === 'pouredOff' ? hidden.cups.get(event.payload.cup) : undefined;
    const celsius = from ? stirredHeat(from) : (BACK[event.kind] ?? hidden.room);
    if (!there)
      hidden.cups.set(
        cup.key,
        hiddenCup(hidden, cup.grams, { ...glassOf(cup), ...(from ? { celsius } : {}) }),
      );
    else if (Math.abs(there.grams - cup.grams) > 1e-6)
      pour(there, cup.grams - there.grams, celsius);
  };
  /** A burst begins, of one cup or of several together. */
  const putIn = (burst: BenchEvent<'heated'>['payload'], from: number) => {
    const cups = [burst.cup, ...(burst.together ?? [])].filter((cup) => hidden.cups.has(cup));
    const oven = String(burst.oven ?? state.oven.id);
    if (cups.length === 0 || !hidden.ovens.has(oven)) return;
    const watts = begin(hidden, oven, burst.level ?? state.oven.level, cups);
    heating.set(oven, { watts, cups, from, until: from + burst.seconds * 1000 });
  };

  const step = (seconds: number) => {
    pass(hidden, seconds, (cup, gone) => {
      const burst = burstOf(cup);
      return burst ? burst.watts(cup, (now - burst.from) / 1000 + gone) : 0;
    });
    for (const [key, cup] of hidden.cups) {
      const lies = burstOf(key) ? hidden.room + 15 : stirredHeat(cup);
      const was = probes.get(key) ?? hidden.room;
      probes.set(key, lies + (was - lies) * Math.exp(-seconds / hidden.probe.lag));
    }
    now += seconds * 1000;
  };
  const to = (until: number) => {
    for (const [oven, value] of [...heating].sort(
      ([, value], [, other]) => value.until - other.until,
    )) {
      if (value.until > until) break;
      step(Math.max(0, (value.until - now) / 1000));
      value.cups.forEach((cup) => stir(hidden.cups.get(cup)!));
      heating.delete(oven);
    }
    if (until > now) step((until - now) / 1000);
  };
  return {
    state,
    hidden,
    to,
    heard(event) {
      to(event.at);
      apply(state, event);
      for (const cup of state.cups.values()) fill(cup, event);
      if (event.kind === 'heated' && event.payload.begun) putIn(event.payload, event.at);
      const cup = stirredIn(event);
      if (cup === null) return;
      takenOut(cup);
      if (hidden.cups.has(cup)) stir(hidden.cups.get(cup)!);
    },
    probe: (cup) =>
      burstOf(cup) || !hidden.cups.has(cup)
        ? null
        : Math.round(
            ((probes.get(cup) ?? hidden.room) +
              hidden.probe.offset +
              normal(chance, 0, hidden.probe.noise / 2)) *
              10,
          ) / 10,
  };
}
