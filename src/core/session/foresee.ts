import {
  aheadOf,
  at,
  barrelCooling,
  barrelGood,
  planMatch,
  burstTo,
  HANDS,
  heatOf,
  opensAt,
  ovenKey,
  ovenPrior,
  safeBurst,
  widened,
  windowDown,
  withOven,
  worthWaiting,
  Z80,
} from '../heat/index.ts';
import type { Limits } from '../material/limits.ts';
import { USUAL_LIMITS } from '../material/limits.ts';
import { type Followed, spreadScale } from './follow/followed.ts';
import { USUAL_SETUP } from './heatNotes.ts';
import type { HeatAnswer, HeatAsk, MouldForecast } from './foresee/types.ts';
import { pairOf, COOK_OVER, fallsUnder, potOf, readAgain } from './foresee/cups.ts';
import { usesOf, shotCeiling, earlyOf } from './foresee/early.ts';
import { shortOf } from './foresee/short.ts';

/**
 * ln of s by which a bait gets firm sooner or later than conduction through its thickest section
 * says: touch, ends, corners (judgement).
 */
const FIRM_SD = 0.22;

/** Thinnest section a bait's tail is taken to have, mm (judgement). */
const THIN = 3;
/** s ahead the fan is drawn at. */
const FAN = [30, 60, 120, 180, 240] as const;
/**
 * What the bench may expect, by all that was noted.
 * @param followed the notes followed up to now
 */
export function forecastBench(followed: Followed, ask: HeatAsk): HeatAnswer {
  const known =
    ask.setup.ovens.find((oven) => oven.id === ask.oven.id) ??
    ask.setup.ovens[0] ??
    USUAL_SETUP.ovens[0]!;
  const key = ovenKey(known.id, ask.oven.level, 1);
  const belief = withOven(
    widened(followed.belief, spreadScale(followed, ask.setup.learned)),
    key,
    ovenPrior(ask.setup.learned, {
      id: known.id,
      oven: known.oven,
      level: ask.oven.level,
      cups: 1,
    }),
  );
  const use = { oven: key, power: known.oven.watts, level: ask.oven.level };
  const { uses, belief: atAll } = usesOf(belief, ask);
  const cups: HeatAnswer['cups'] = {};
  // Two cups that cook can share one oven: more heat reaches plastic in all, but each burst is
  // longer. By hand, against all that is expected, once: a second decides, and until then nothing
  // is heated on the strength of it.
  const readOnce = (cup: string): 'above' | 'below' | null =>
    ask.cups.find((other) => other.key === cup)?.again ??
    (followed.doubted[cup] && !followed.doubted[cup].device ? 'below' : null);
  const limits = (cup: string): Limits =>
    ask.cups.find((other) => other.key === cup)?.limits ?? USUAL_LIMITS;
  const raw = ask.cups
    .filter((cup) => cup.cook && !readOnce(cup.key) && belief.cups.includes(cup.key))
    .slice(0, 2)
    .map((cup) => cup.key);
  const shared = raw.length === 2 ? pairOf(belief, raw, { ask, oven: known.oven, limits }) : null;
  for (const {
    key: cup,
    cook,
    pot,
    bare,
    limits: { fusion, ceiling },
  } of ask.cups) {
    if (!belief.cups.includes(cup)) continue;
    const again = readOnce(cup);
    const here = heatOf(belief, cup);
    const fan = FAN.map((seconds) => {
      const forecast = aheadOf(belief, cup, seconds);
      return { s: seconds, mid: forecast.celsius, low: forecast.low, high: forecast.high };
    });
    const cooking =
      cook && !again
        ? burstTo(belief, cup, { ...use, cups: [cup] }, { celsius: fusion + COOK_OVER, ceiling })
        : null;
    cups[cup] = {
      now: here,
      trend: 2 * (fan[0]!.mid - here.celsius),
      fan,
      left: Math.max(0, 1 - (followed.spent[cup] ?? 0) * (bare ? 2 : 1)),
      cold: fallsUnder(fan, here.celsius, ask.match?.window.low ?? 160),
      peak: followed.peak[cup] ?? here.celsius,
      safe: again ? 0 : (cooking?.safe ?? safeBurst(belief, { ...use, cups: [cup] }, ceiling)),
      cook: cooking && { seconds: cooking.seconds, after: cooking.after },
      pair:
        shared && raw.includes(cup)
          ? { with: raw.find((letter) => letter !== cup)!, seconds: shared }
          : null,
      pot: pot && !again ? potOf(belief, cup, { use, fan, now: here.celsius, ceiling }) : null,
      last: followed.last[cup] ?? 'charge',
      doubted: followed.doubted[cup]?.celsius ?? null,
    };
  }
  const ready =
    ask.match &&
    followed.bursts.length === 0 &&
    ask.match.cups.length > 0 &&
    ask.match.cups.every((cup) => belief.cups.includes(cup));
  const doubted = ask.match?.cups.findIndex((cup) => readOnce(cup) !== null) ?? -1;
  const bring = !ready
    ? null
    : doubted >= 0
      ? readAgain(belief, ask.match!.cups, doubted, readOnce(ask.match!.cups[doubted]!)!)
      : planMatch(atAll, ask.match!.cups, {
          uses,
          wanted: { ...ask.match!.window, apart: ask.match!.apart },
          byEye: ask.match!.byEye,
          hands: HANDS,
          ceilings: ask.match!.cups.map((cup) => shotCeiling(limits(cup), ask.match!.window.high)),
        });
  const early = ask.early && doubted < 0 ? earlyOf(atAll, ask, ask.early, { uses, limits }) : null;
  const barrels = ask.barrels.map((barrel) => {
    const curve = barrelCooling(barrel.bore, {
      from: barrel.from,
      metal: barrel.metal,
      room: barrel.room,
      until: Math.max(120, (ask.now - barrel.at) / 1000 + 10),
    });
    const gone = Math.max(0, (ask.now - barrel.at) / 1000);
    return {
      good: barrelGood(curve),
      leaving: at(curve, 'mean', gone),
      stiff: at(curve, 'stiff', gone),
    };
  });
  const moulds = Object.fromEntries(
    ask.moulds.map((mould): [string, MouldForecast] => {
      const here = (celsius: number) =>
        opensAt(mould.heat, Math.round(mould.shot / 5) * 5, celsius, mould.room);
      const { open, centre } = here(mould.celsius);
      // Sooner than firm for certain, where a second costs more than the baits it saves.
      const stretch =
        open === null ? 1 : Math.exp(worthWaiting(open, mould.opens, mould.baits, mould.each));
      // Two doubts, each by itself: the heat of its metal, and how much longer its baits want.
      const edge = (sign: -1 | 1): number | null => {
        const seconds = here(mould.celsius + sign * Z80 * mould.sd).open;
        return open === null || seconds === null
          ? null
          : open *
              Math.exp(
                mould.opens.mean +
                  sign *
                    Math.hypot(
                      Math.log(Math.max(1, seconds) / Math.max(1, open)),
                      Z80 * Math.hypot(mould.opens.sd, FIRM_SD),
                    ),
              );
      };
      return [
        mould.key,
        {
          open: open === null ? null : open * stretch,
          firm: open,
          centre,
          low: edge(-1),
          high: edge(1),
          down: windowDown(THIN, mould.shot, mould.first, mould.celsius),
          short: mould.push && shortOf(mould.push, mould.shot, mould.celsius),
        },
      ];
    }),
  );
  return {
    at: ask.now,
    cups,
    bring,
    early,
    barrels,
    moulds,
    notes: ask.notes.length,
    readings: followed.readings,
  };
}
