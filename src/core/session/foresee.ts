import type { Belief, Bringing, Forecast, Known, MouldHeat, Oven, OvenUse } from '../heat/index.ts';
import {
  aheadOf,
  CONTACT,
  at,
  barrelCooling,
  barrelGood,
  bringTogether,
  burstOf,
  burstTo,
  cooled,
  HANDS,
  heated,
  heatOf,
  heatToReach,
  opensAt,
  ovenKey,
  ovenPrior,
  reachOf,
  safeBurst,
  scaled,
  windowDown,
  withOven,
  worthWaiting,
  Z80,
} from '../heat/index.ts';
import type { Limits } from '../material/limits.ts';
import { USUAL_LIMITS } from '../material/limits.ts';
import type { ThinPart } from '../plan/index.ts';
import type { Followed, HeatNote, HeatSetup } from './heat.ts';
import { USUAL_SETUP, wideBy } from './heat.ts';

/** What a bench wants foreseen: sent to a worker, so plain data. */
export interface HeatAsk {
  /** of one session the notes of the last asking may be gone on from */
  session: number;
  setup: HeatSetup;
  notes: HeatNote[];
  now: number;
  oven: { id: number; level: number };
  /** every oven that is free, that one first */
  ovens: { id: number; level: number }[];
  /** cups on the bench; `cook` = not yet through fusion; `pot` = to be degassed hot next; `bare` = no stabiliser in it */
  cups: {
    key: string;
    cook: boolean;
    pot: boolean;
    bare: boolean;
    limits: Limits;
    /** read hotter than it can be, or by hand colder: nothing is heated on the strength of it */ again:
      'above' | 'below' | null;
  }[];
  /** cups that must come together for what is drawn or poured next, and whether that is what is wanted now */
  match: {
    cups: string[];
    window: { low: number; high: number };
    apart: number;
    byEye: boolean;
  } | null;
  /** cups to be drawn from next that stand ready on the bench, the window wanted then, and s until that draw; null = not known */
  early: { cups: string[]; window: { low: number; high: number }; next: number } | null;
  /** barrels holding a draw: bore, °C at the draw and of the metal, when */
  barrels: { bore: number; from: number; metal: number; at: number; room: number }[];
  /** moulds at work: their metal's heat and how sure, °C, its own first heat, and what is shot into them */
  moulds: {
    key: string;
    heat: MouldHeat;
    celsius: number;
    sd: number;
    first: number;
    shot: number;
    room: number;
    /** its baits' thinnest part and Pa behind the plastic; null where none is pushed */ push: {
      thin: ThinPart;
      pressure: number;
    } | null;
    /** ln of how much longer its baits want than reckoned */ opens: Known;
    /** baits in it, and s of work that one costs */ baits: number;
    each: number;
  }[];
}
export interface CupForeseen {
  now: Forecast;
  /** K a minute */
  trend: number;
  /** s from now and the range there */
  fan: { s: number; mid: number; low: number; high: number }[];
  /** share of its heat it has left */
  left: number;
  /** s until it falls under the window, or to the heat where air is let go of no more; null = not within an hour */
  cold: number | null;
  /** the hottest its mean is reckoned to have been since it was charged, °C */
  peak: number;
  /** longest safe burst from here, s */
  safe: number;
  /** the burst that brings it through fusion, as far as is safe */
  cook: { seconds: number; after: Forecast } | null;
  /** the burst it shares with another cup that cooks, both through fusion as far as is safe for both */
  pair: { with: string; seconds: number } | null;
  /** what the pot wants of it: a burst to the heat it goes in at, and s until it is too thick to let go of air; null = 0 within an hour */
  pot: { seconds: number; after: Forecast; thick: number | null } | null;
  /** nothing has told of it since it was charged, or since its last burst */
  last: 'reading' | 'burst' | 'charge';
  /** the last reading was left out: too far from what it can be */
  doubted: number | null;
}
/** Heat of a cup as the bench shows it so many s after it was reckoned, and as a draw then records it, °C. */
export const shownHeat = (seen: CupForeseen, since: number): number =>
  Math.max(-40, seen.now.celsius + (seen.trend * since) / 60);

/** ln of s by which a bait gets firm sooner or later than conduction through its thickest section says: touch, ends, corners (judgement). */
const FIRM_SD = 0.22;

export interface MouldForeseen {
  /** s after which it is worth opening; null = never: rest it */
  open: number | null;
  /** s after which the models alone call it firm */
  firm: number | null;
  /** s between which it gets firm, eight times in ten: by the heat of its metal and by what its baits have shown */
  low: number | null;
  high: number | null;
  /** °C in the middle then */
  centre: number;
  /** K the window may come down by now */
  down: number;
  /** mm the plastic runs into the thinnest part of a length, and the shot heat that fills it; null = it fills, or is not pushed */
  short: { reach: number; length: number; heat: number | null } | null;
}
export interface HeatAnswer {
  at: number;
  cups: Record<string, CupForeseen>;
  bring: Bringing | null;
  /** a cup that goes in now so that it is hot when the mould is ready */
  early: {
    cup: string;
    seconds: number;
    oven: { id: number; level: number };
    after: Forecast;
  } | null;
  /** s after the draw for which the barrels still give a good shot; °C that leaves them now */
  barrels: { good: number; leaving: number; stiff: number }[];
  moulds: Record<string, MouldForeseen>;
  /** notes it was made of */
  notes: number;
  readings: number;
}

/** Thinnest section a bait's tail is taken to have, mm (judgement). */
const THIN = 3;
/** s ahead the fan is drawn at. */
const FAN = [30, 60, 120, 180, 240] as const;
/** K over fusion that a cook aims at: through it for certain. */
const COOK_OVER = 4;

/** Heat a cup goes into the pot at, with something to spare, and under which it lets go of air no more, °C (handbook §2 step 8). */
export const POT = { in: 172, least: 160 } as const;
function potOf(
  belief: Belief,
  cup: string,
  use: { oven: string; power: number; level: number },
  fan: CupForeseen['fan'],
  now: number,
  ceiling: number,
): CupForeseen['pot'] {
  const { seconds, after } = burstTo(belief, cup, { ...use, cups: [cup] }, POT.in, ceiling);
  return { seconds, after, thick: fallsUnder(fan, now, POT.least) };
}

/** s two cups may stand in the oven together: the shorter of what each wants, safe for both. */
function pairOf(
  b: Belief,
  cups: string[],
  ask: HeatAsk,
  oven: Oven,
  limits: (cup: string) => Limits,
): number {
  const key = ovenKey(ask.oven.id, ask.oven.level, 2);
  const use = { oven: key, power: oven.watts, level: ask.oven.level, cups };
  const belief = withOven(
    b,
    key,
    ovenPrior(ask.setup.learned, ask.oven.id, oven, ask.oven.level, 2),
  );
  const ceiling = Math.min(...cups.map((cup) => limits(cup).ceiling));
  return Math.min(
    ...cups.map(
      (cup) => burstTo(belief, cup, use, limits(cup).fusion + COOK_OVER, ceiling).seconds,
    ),
  );
}

/** First moment a cup falls under a heat, s, between the marks of its fan; null when it does not. */
function fallsUnder(fan: CupForeseen['fan'], now: number, celsius: number): number | null {
  let [s, mid] = [0, now];
  if (mid <= celsius) return 0;
  for (const f of fan) {
    if (f.mid <= celsius) return s + ((mid - celsius) / Math.max(1e-9, mid - f.mid)) * (f.s - s);
    [s, mid] = [f.s, f.mid];
  }
  return null;
}

/** One cup was read hotter or colder than it can be: it is read again before anything is heated. */
const readAgain = (b: Belief, cups: string[], look: number, way: 'above' | 'below'): Bringing => ({
  bursts: [],
  wait: 0,
  look,
  at: cups.map((c) => heatOf(b, c)),
  sure: 0,
  seconds: HANDS.stir,
  why: `one was read ${way === 'above' ? 'hotter' : 'colder'} than was thought it could be`,
});

type Short = MouldForeseen['short'];
const shorts = new Map<string, Short>();
/** Whether the thinnest part of these baits comes short (M7): asked for every second, so kept by what it hangs on. */
function shortOf(
  { thin, pressure }: { thin: ThinPart; pressure: number },
  shot: number,
  metal: number,
): Short {
  const [from, to] = [Math.round(shot), Math.round(metal)];
  const key = [JSON.stringify(thin), from, to, Math.round(pressure / 1000)].join();
  const held = shorts.get(key);
  if (held !== undefined) return held;
  const reach = reachOf(thin, from, to, pressure, CONTACT, thin.way);
  const made =
    reach >= thin.length
      ? null
      : {
          reach,
          length: thin.length,
          heat: heatToReach(thin, thin.length, to, pressure, CONTACT, thin.way),
        };
  if (shorts.size > 200) shorts.delete(shorts.keys().next().value!);
  shorts.set(key, made);
  return made;
}

/** K that the hottest of a cup may be over a hot window's end, and under the heat where it breaks down (judgements). */
const OVER_WINDOW = 8;
const UNDER_ALARM = 4;
/** The heat a cup is kept under while it is brought into a window: a hot school asks for more than cooking does. */
const shotCeiling = ({ ceiling, alarm }: Limits, high: number): number =>
  Math.max(ceiling, Math.min(alarm - UNDER_ALARM, high + OVER_WINDOW));

/** Every oven that is free, as it is used and as it is known. */
function usesOf(b: Belief, ask: HeatAsk): { uses: OvenUse[]; belief: Belief } {
  let belief = b;
  const uses = ask.ovens.map(({ id, level }) => {
    const known =
      ask.setup.ovens.find((o) => o.id === id) ?? ask.setup.ovens[0] ?? USUAL_SETUP.ovens[0]!;
    const oven = ovenKey(known.id, level, 1);
    belief = withOven(belief, oven, ovenPrior(ask.setup.learned, known.id, known.oven, level, 1));
    return { oven, power: known.oven.watts, level };
  });
  return { uses, belief };
}

/** Where in the window a cup is to be at the draw it is heated early for, as a share of it. */
const EARLY_AIM = 0.6;
/** s of hands that a cup heated early wants: taken out, stirred and looked at, which the next draw waits for. A shorter burst than this is left to the match. */
const EARLY = { lead: 25, out: 15, least: 10, alike: 4 } as const;

/**
 * The coldest cup that would be under the window at the next draw, with the burst that leaves it in the window then: given so
 * late that it just comes out in time, while hands are at the mould.
 */
function earlyOf(
  b: Belief,
  ask: HeatAsk,
  { cups, window, next }: NonNullable<HeatAsk['early']>,
  uses: readonly OvenUse[],
  limits: (cup: string) => Limits,
): HeatAnswer['early'] {
  const use = uses[0];
  const all = cups
    .filter((c) => b.cups.includes(c))
    .map((cup) => ({ cup, then: aheadOf(b, cup, next + EARLY.out + HANDS.draws).celsius }));
  // Of cups about as cold always the same one, so that what is said stands.
  const here = all.find((x) => x.then <= Math.min(...all.map((y) => y.then)) + EARLY.alike);
  // What is over its window is heated for nothing, now or later.
  if (!use || !here || here.then >= window.low || heatOf(b, here.cup).celsius > window.high)
    return null;
  const { cup } = here;
  const safe = safeBurst(b, { ...use, cups: [cup] }, limits(cup).ceiling);
  const aim = window.low + EARLY_AIM * (window.high - window.low);
  const ends = (seconds: number) =>
    heatOf(
      cooled(
        heated(b, { ...use, cups: [cup], seconds }, [cup]),
        Math.max(0, next + EARLY.out + HANDS.draws - seconds),
        [cup],
      ),
      cup,
    ).celsius;
  let [low, high] = [0, safe];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (ends(middle) <= aim) low = middle;
    else high = middle - 1;
  }
  // Later than that it holds up the draw as a match does, which sees to all cups at once.
  if (low < EARLY.least || next > low + EARLY.lead || next + EARLY.out < low) return null;
  return {
    cup,
    seconds: low,
    oven: ask.ovens[0]!,
    after: burstOf(b, cup, { ...use, cups: [cup], seconds: low }),
  };
}

/** What the bench may expect, by all that was noted. @param f the notes followed up to now */
export function foresee(f: Followed, ask: HeatAsk): HeatAnswer {
  const known =
    ask.setup.ovens.find((o) => o.id === ask.oven.id) ??
    ask.setup.ovens[0] ??
    USUAL_SETUP.ovens[0]!;
  const key = ovenKey(known.id, ask.oven.level, 1);
  const belief = withOven(
    scaled(f.belief, wideBy(f, ask.setup.learned)),
    key,
    ovenPrior(ask.setup.learned, known.id, known.oven, ask.oven.level, 1),
  );
  const use = { oven: key, power: known.oven.watts, level: ask.oven.level };
  const { uses, belief: atAll } = usesOf(belief, ask);
  const cups: HeatAnswer['cups'] = {};
  // Two cups that cook can share one oven: more heat reaches plastic in all, but each burst is longer.
  // By hand, against all that is expected, once: a second decides, and until then nothing is heated on the strength of it.
  const readOnce = (cup: string): 'above' | 'below' | null =>
    ask.cups.find((c) => c.key === cup)?.again ??
    (f.doubted[cup] && !f.doubted[cup].device ? 'below' : null);
  const limits = (cup: string): Limits =>
    ask.cups.find((c) => c.key === cup)?.limits ?? USUAL_LIMITS;
  const raw = ask.cups
    .filter((c) => c.cook && !readOnce(c.key) && belief.cups.includes(c.key))
    .slice(0, 2)
    .map((c) => c.key);
  const shared = raw.length === 2 ? pairOf(belief, raw, ask, known.oven, limits) : null;
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
    const fan = FAN.map((s) => {
      const a = aheadOf(belief, cup, s);
      return { s, mid: a.celsius, low: a.low, high: a.high };
    });
    const cooking =
      cook && !again
        ? burstTo(belief, cup, { ...use, cups: [cup] }, fusion + COOK_OVER, ceiling)
        : null;
    cups[cup] = {
      now: here,
      trend: 2 * (fan[0]!.mid - here.celsius),
      fan,
      left: Math.max(0, 1 - (f.spent[cup] ?? 0) * (bare ? 2 : 1)),
      cold: fallsUnder(fan, here.celsius, ask.match?.window.low ?? 160),
      peak: f.peak[cup] ?? here.celsius,
      safe: again ? 0 : (cooking?.safe ?? safeBurst(belief, { ...use, cups: [cup] }, ceiling)),
      cook: cooking && { seconds: cooking.seconds, after: cooking.after },
      pair:
        shared && raw.includes(cup) ? { with: raw.find((c) => c !== cup)!, seconds: shared } : null,
      pot: pot && !again ? potOf(belief, cup, use, fan, here.celsius, ceiling) : null,
      last: f.last[cup] ?? 'charge',
      doubted: f.doubted[cup]?.celsius ?? null,
    };
  }
  const ready =
    ask.match &&
    f.bursts.length === 0 &&
    ask.match.cups.length > 0 &&
    ask.match.cups.every((c) => belief.cups.includes(c));
  const doubted = ask.match?.cups.findIndex((c) => readOnce(c) !== null) ?? -1;
  const bring = !ready
    ? null
    : doubted >= 0
      ? readAgain(belief, ask.match!.cups, doubted, readOnce(ask.match!.cups[doubted]!)!)
      : bringTogether(
          atAll,
          ask.match!.cups,
          uses,
          { ...ask.match!.window, apart: ask.match!.apart },
          ask.match!.byEye,
          HANDS,
          ask.match!.cups.map((c) => shotCeiling(limits(c), ask.match!.window.high)),
        );
  const early = ask.early && doubted < 0 ? earlyOf(atAll, ask, ask.early, uses, limits) : null;
  const barrels = ask.barrels.map((b) => {
    const curve = barrelCooling(
      b.bore,
      b.from,
      b.metal,
      b.room,
      Math.max(120, (ask.now - b.at) / 1000 + 10),
    );
    const gone = Math.max(0, (ask.now - b.at) / 1000);
    return {
      good: barrelGood(curve),
      leaving: at(curve, 'mean', gone),
      stiff: at(curve, 'stiff', gone),
    };
  });
  const moulds = Object.fromEntries(
    ask.moulds.map((m): [string, MouldForeseen] => {
      const here = (celsius: number) =>
        opensAt(m.heat, Math.round(m.shot / 5) * 5, celsius, m.room);
      const { open, centre } = here(m.celsius);
      // Sooner than firm for certain, where a second costs more than the baits it saves.
      const stretch = open === null ? 1 : Math.exp(worthWaiting(open, m.opens, m.baits, m.each));
      // Two doubts, each by itself: the heat of its metal, and how much longer its baits want.
      const edge = (sign: -1 | 1): number | null => {
        const s = here(m.celsius + sign * Z80 * m.sd).open;
        return open === null || s === null
          ? null
          : open *
              Math.exp(
                m.opens.mean +
                  sign *
                    Math.hypot(
                      Math.log(Math.max(1, s) / Math.max(1, open)),
                      Z80 * Math.hypot(m.opens.sd, FIRM_SD),
                    ),
              );
      };
      return [
        m.key,
        {
          open: open === null ? null : open * stretch,
          firm: open,
          centre,
          low: edge(-1),
          high: edge(1),
          down: windowDown(THIN, m.shot, m.first, m.celsius),
          short: m.push && shortOf(m.push, m.shot, m.celsius),
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
    readings: f.readings,
  };
}
