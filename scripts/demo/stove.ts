import {
  planMatch,
  burstTo,
  HANDS,
  heatOf,
  ovenKey,
  ovenPrior,
  withOven,
} from '../../src/core/heat/index.ts';
import type { AnyEvent, Send, SessionState } from '../../src/core/session/index.ts';
import { follower } from '../../src/core/session/index.ts';
import { normal } from '../../src/core/chance.ts';
import {
  burst,
  hiddenBench,
  hiddenCup,
  hiddenOven,
  pour,
  read,
  stir,
  TRUE_OVENS,
} from '../../src/device/hidden.ts';
import { stirredHeat } from '../../src/device/hiddenBench.ts';
import { wait } from '../../src/device/hiddenHeat.ts';

/** Heat of what goes back into a cup, by the act, °C. */
const BACK: Record<string, number> = { returned: 45, emptied: 140 };

/**
 * Cups and oven of a rehearsed evening, on a hidden bench: what is read in the log is what a
 * thermometer would have shown. The maker cooks and brings cups together as the bench advises.
 */
export function stoveOf(
  state: SessionState,
  {
    startAt,
    chance,
    now,
    spend,
    send,
    room,
  }: {
    startAt: number;
    chance: () => number;
    now: () => number;
    spend: (seconds: number) => void;
    send: (what: Send) => void;
    /** °C of the shop; left out = as chance has it */
    room?: number;
  },
) {
  const bench = hiddenBench(chance);
  if (room !== undefined) bench.room = room;
  const followed = follower(state.snapshot.heat);
  const { ovens } = state.snapshot.heat;
  for (const { id, oven } of ovens)
    bench.ovens.set(String(id), { ...hiddenOven(bench, oven.watts), ...TRUE_OVENS[id] });
  let at = startAt;
  /** s at fusion that each charge has truly had, by cup and charge: what an eye sees run clear */
  const fused = new Map<string, number>();
  const chargeOf = (cup: string): string => `${cup}/${state.cups.get(cup)!.charges}`;
  const catchUp = () => {
    if (now() > at) wait(bench, (now() - at) / 1000);
    at = Math.max(at, now());
  };
  const known = () => ovens.find((oven) => oven.id === state.oven.id) ?? ovens[0]!;
  /** What the bench believes now, of the oven in use too. */
  const believed = () => {
    const key = ovenKey(state.oven.id, state.oven.level, 1);
    const { belief } = followed(state.heat, now());
    return {
      belief: withOven(
        belief,
        key,
        ovenPrior(state.snapshot.heat.learned, {
          id: known().id,
          oven: known().oven,
          level: state.oven.level,
          cups: 1,
        }),
      ),
      use: { oven: key, power: known().oven.watts, level: state.oven.level },
    };
  };
  const look = (cup: string) => {
    spend(Math.max(5, normal(chance, 9, 2)));
    catchUp();
    stir(bench.cups.get(cup)!);
    send({
      kind: 'reading',
      payload: {
        target: { kind: 'cup', key: cup },
        celsius: Math.round(read(bench, cup)),
        stage: null,
        from: 'typed',
      },
    });
  };
  const give = (cup: string, seconds: number) => {
    spend(5);
    catchUp();
    send({
      kind: 'heated',
      payload: { cup, seconds, begun: true, oven: state.oven.id, level: state.oven.level },
    });
    burst(bench, { oven: String(state.oven.id), level: state.oven.level, cups: [cup], seconds });
    at += seconds * 1000;
    spend(seconds);
    const { fusion } = state.cups.get(cup)!.limits;
    for (let second = 0; second < STIRRED_IN; second++) {
      const over = stirredHeat(bench.cups.get(cup)!) - fusion;
      const before = fused.get(chargeOf(cup)) ?? 0;
      fused.set(chargeOf(cup), before + Math.exp(over / FUSES));
      spend(1);
      catchUp();
    }
    stir(bench.cups.get(cup)!);
    send({ kind: 'stirred', payload: { cup } });
  };
  return {
    /** °C of the shop that evening */
    room: bench.room,
    /** What an act did to the cups. */
    heard(event: AnyEvent) {
      catchUp();
      for (const cup of state.cups.values()) {
        const there = bench.cups.get(cup.key);
        if (!there && cup.grams > 0)
          bench.cups.set(
            cup.key,
            hiddenCup(bench, cup.grams, {
              bore: cup.vessel?.bore ?? 85,
              volume: cup.vessel?.volume ?? 500,
            }),
          );
        else if (there && Math.abs(there.grams - cup.grams) > 1e-6 && cup.grams > 1)
          pour(there, cup.grams - there.grams, BACK[event.kind] ?? bench.room);
      }
    },
    /** The burst towards fusion that the bench advises, and a look. */
    cook(cup: string) {
      const { belief, use } = believed();
      const { fusion, ceiling } = state.cups.get(cup)!.limits;
      const { seconds } = burstTo(
        belief,
        cup,
        { ...use, cups: [cup] },
        { celsius: fusion + 4, ceiling },
      );
      if (seconds >= HANDS.least) give(cup, seconds);
      look(cup);
      // A small cup is through fusion and cold again before it is read: it ran clear off the blade,
      // and a hand calls it that.
      const clear = (fused.get(chargeOf(cup)) ?? 0) >= CLEAR;
      if (clear && state.cups.get(cup)!.reading!.celsius < fusion)
        send({
          kind: 'reading',
          payload: {
            target: { kind: 'cup', key: cup },
            celsius: null,
            stage: 'clear',
            from: 'eye',
          },
        });
    },
    /**
     * Cups brought together as the bench advises: its bursts, its wait, a look at the cup it names,
     * until it says to draw. Answers with the heats it then reckons, or null where it never came to
     * that.
     */
    match(
      cups: string[],
      window: { low: number; high: number },
    ): Map<string, { celsius: number; sd: number }> | null {
      for (let round = 0; round < ROUNDS; round++) {
        const { belief, use } = believed();
        const bring = planMatch(belief, cups, {
          uses: [use],
          wanted: { ...window, apart: state.snapshot.bench.tolerance },
          byEye: false,
          hands: HANDS,
          ceilings: cups.map((cup) => state.cups.get(cup)!.limits.ceiling),
        });
        for (const { cup, seconds } of bring.bursts) give(cups[cup]!, seconds);
        spend(bring.wait);
        catchUp();
        if (bring.look === null) {
          const then = believed().belief;
          return new Map(
            cups.map((cup) => {
              const forecast = heatOf(then, cup);
              return [
                cup,
                {
                  celsius: Math.round(forecast.celsius * 10) / 10,
                  sd: Math.round(forecast.sd * 100) / 100,
                },
              ] as const;
            }),
          );
        }
        look(cups[bring.look]!);
      }
      return null;
    },
  };
}
/** s from the oven to the end of the stir. */
const STIRRED_IN = 10;
/**
 * Plastic runs clear after so many s at fusion, or longer under it: e times as long for so many K.
 */
const CLEAR = 6;
const FUSES = 8;
/** Looks after which a hand gives up and draws as it is. */
const ROUNDS = 8;
