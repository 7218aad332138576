import type { Bringing, Forecast } from '../heat/index.ts';
import { bleedChance, lineOf } from '../colour/index.ts';
import {
  bleedPrior,
  bodyHeatFor,
  HANDS,
  handsFree,
  JOINT,
  jointPrior,
  pressureOf,
  PUSH,
  waitsBefore,
} from '../heat/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import { clock, degrees, degreesApart, say } from '../quantity/index.ts';
import type { HeatAnswer, HeatAsk } from './foresee.ts';
import { POT, shownHeat } from './foresee.ts';
import type { Warning } from './guard.ts';
import {
  apartOf,
  drawWarnings,
  freeOven,
  freeOvens,
  heatCups,
  mouldDrawWarnings,
  windowNow,
} from './guard.ts';
import type { HeatNote } from './heat.ts';
import { barrelHeat, mouldHeat, roomOf, shotHeatOf } from './handle/heat.ts';
import { jointed } from '../build/index.ts';
import { castAs, heatOfMould, rigOf, thinOfMould } from '../plan/index.ts';
import { shares } from '../shot/index.ts';
import { nextDraw } from './nextDraw.ts';
import type { CupState, RunState, SessionState } from './state.ts';
import type { Send, Step } from './step.ts';
import { and, baitTakes, freeMould, matchSkip, runInHand } from './steps/index.ts';
import { opensTonight } from './teach.ts';

/** A way of bringing cups together that is being carried out. */
export interface HeatPlan {
  bring: Bringing;
  /** cups by their place in it */
  cups: string[];
  /** bench clock ms it was made at */
  at: number;
  /** the ovens its bursts were reckoned for, by their place in it: none other gives them */
  ovens: { id: number; level: number }[];
}

/** What is to be foreseen at a bench now. */
export function heatAsk(
  s: SessionState,
  session: number,
  run: RunState | null,
  now: number,
  all: readonly Step[] = [],
): HeatAsk {
  const matched = run ? heatCups(s, run) : [];
  // Tonight nobody has had an instrument in a cup.
  const byEye = !s.heat.some((n) => n.kind === 'reading' && !n.eye);
  const injector = run && s.injectors.get(String(run.tools.injector?.id));
  const draw = injector?.draw ? s.draws.get(injector.draw) : undefined;
  return {
    session,
    setup: s.snapshot.heat,
    notes: s.heat,
    now,
    oven: freeOven(s) ?? s.oven,
    ovens: freeOvens(s),
    cups: [...s.cups.values()]
      .filter((c) => c.charges > 0)
      .map((c) => ({
        key: c.key,
        cook: !c.fused && !c.inOven,
        pot:
          c.fused &&
          !c.degassed &&
          (c.degas === 'before colour' || (c.degas === 'after colour' && c.coloured)),
        bare: !c.ladder.some((i) => i.kind === 'stabiliser'),
        limits: c.limits,
        again: c.doubt && (c.doubt.way === 'above' || !c.doubt.device) ? c.doubt.way : null,
      })),
    match:
      run && matched.every((c) => c.fused)
        ? { cups: matched.map((c) => c.key), ...wantedNow(s, run, matched), byEye }
        : null,
    early: earlyAsk(s, run, matched, all, now),
    barrels:
      draw && injector
        ? draw.barrels.map((b, i) => ({
            bore: injector.injector.barrels[run.tools.order[i] ?? i]?.bore ?? 30,
            from: b.celsius ?? 163,
            metal: Math.max(roomOf(s), barrelHeat(s, injector, draw.at)),
            at: draw.at,
            room: roomOf(s),
          }))
        : [],
    moulds: [...s.moulds.values()]
      .filter((m) => m.shot !== null || run?.tools.moulds.some((x) => String(x.id) === m.key))
      .map((m) => {
        const shot = s.shots.get(m.shot ?? '');
        const under = run ? (run.tools.window.low + run.tools.window.high) / 2 : 163;
        // A shot standing in it went in when the metal was as it was then.
        return {
          key: m.key,
          heat: heatOfMould(m.mould, castAs(shot?.stage ?? run?.stage)),
          ...mouldHeat(s, m, m.phase === 'holding' || m.phase === 'cooling' ? m.since : now),
          first: m.mould.warmTo,
          shot: shot ? shotHeatOf(s, shot) : under,
          room: roomOf(s),
          push: injector
            ? {
                thin: thinOfMould(m.mould),
                pressure: pressureOf(
                  PUSH.newtons,
                  injector.injector.barrels.map((b) => b.bore),
                ),
              }
            : null,
          opens: opensTonight(s, m),
          baits: m.mould.cavities.length,
          each: baitTakes(s, now),
        };
      }),
  };
}

/** Looks at a cup after which what is wanted of it is let go of a little with each more, K (judgements): nobody reads for ever. */
const PATIENCE = { looks: 3, each: 2, most: 12 } as const;
/** Window and gap that are asked of cups now: hotter where baits came short, wider the more often they have been looked at for one draw. */
function wantedNow(
  s: SessionState,
  run: RunState,
  cups: CupState[],
): { window: { low: number; high: number }; apart: number } {
  const { low, high } = windowNow(s, run);
  const drawn = s.heat.findLastIndex((n) => n.kind === 'drawn');
  const looks = s.heat
    .slice(drawn + 1)
    .filter(
      (n) =>
        n.kind === 'reading' &&
        n.celsius > low - PATIENCE.most &&
        cups.some((c) => c.key === n.cup),
    ).length;
  const slack = Math.min(
    PATIENCE.most,
    PATIENCE.each * Math.max(0, looks - PATIENCE.looks * Math.max(1, cups.length)),
  );
  return {
    window: { low: low - slack, high },
    apart: run.stage.layers.length > 1 ? apartOf(s, run) + slack / 2 : 30,
  };
}

/** Cups that stand ready for the next draw, where it is known when that will be and an oven is free. */
function earlyAsk(
  s: SessionState,
  run: RunState | null,
  matched: CupState[],
  all: readonly Step[],
  now: number,
): HeatAsk['early'] {
  const next = run && freeOven(s) ? nextDraw(s, all, now) : null;
  // Once for each draw: a mould that takes longer than was thought is not waited for by heating again and again.
  const drawn = s.heat.findLastIndex((n) => n.kind === 'drawn');
  const had = new Set(s.heat.slice(drawn + 1).flatMap((n) => (n.kind === 'burst' ? n.cups : [])));
  const ready = matched.filter(
    (c) =>
      c.fused &&
      c.coloured &&
      !c.inOven &&
      c.charges > 0 &&
      c.doubt === null &&
      (drawn < 0 || !had.has(c.key)),
  );
  return run && next !== null && next > 0 && ready.length > 0
    ? { cups: ready.map((c) => c.key), window: wantedNow(s, run, matched).window, next }
    : null;
}

/** A hand is so many seconds out with a burst, and no more: beyond it was another burst than the plan's (judgement). */
const HAND = 2;

/**
 * Bursts given since a plan was made, of its cups; null when something else has happened that a plan does not outlive: a
 * burst of another length or in another oven, one cut short, or anything that is none.
 */
function given(plan: HeatPlan, notes: readonly HeatNote[]): number | null {
  let n = 0;
  const ends = new Map<string, number>();
  for (const note of notes) {
    if (note.at <= plan.at) continue;
    if (note.kind === 'burst') {
      const next = plan.bring.bursts[n];
      const planned =
        next &&
        note.cups.length === 1 &&
        note.cups[0] === plan.cups[next.cup] &&
        note.oven === plan.ovens[next.oven]?.id &&
        Math.abs(note.seconds - next.seconds) <= HAND;
      if (!planned) return null;
      ends.set(note.cups[0]!, note.ended ? note.at : note.at + note.seconds * 1000);
      n += 1;
    } else if (note.kind !== 'out') return null;
    else if (note.at < (ends.get(note.cup) ?? -Infinity) - HAND * 1000) return null;
  }
  return n;
}

/** s after its plan was made at which each burst is to begin, and the wait after the last ends. */
const begins = (plan: HeatPlan): number[] => [
  ...plan.bring.bursts.map((b) => b.at),
  handsFree(plan.bring.bursts, HANDS) + plan.bring.wait,
];

/** A plan nobody has begun is made afresh after so long, one that lags behind by so much, and one whose last burst was given so much sooner or later than planned, s. */
const AGES = 4;
const LAGS = 12;
const DRIFTS = 8;

/** A plan nobody has begun stands so long against one that begins otherwise, s: what was said is not taken back for a second's gain. */
const STANDS = 25;
/** Whether two plans ask the same of a hand next. A draw that was said stands no longer than cups stay hot. */
const beginsAlike = (a: HeatPlan, b: HeatPlan): boolean => {
  const [x, y] = [a.bring.bursts[0], b.bring.bursts[0]];
  if (!x || !y) return true;
  return x.cup === y.cup && a.ovens[x.oven]?.id === b.ovens[y.oven]?.id;
};

/** The plan to go by: the one in hand while it holds, else the newest answer. */
export function keepPlan(
  held: HeatPlan | null,
  ask: HeatAsk,
  answer: HeatAnswer | null,
  now: number,
): HeatPlan | null {
  const fresh =
    answer?.bring && ask.match
      ? { bring: answer.bring, cups: ask.match.cups, at: answer.at, ovens: ask.ovens }
      : null;
  if (!held || !ask.match || held.cups.join() !== ask.match.cups.join()) return fresh;
  const done = given(held, ask.notes);
  if (done === null) return fresh ?? (answer && answer.at <= held.at ? held : null);
  const late = (now - held.at) / 1000 - begins(held)[done]!;
  const heating = ask.notes.findLast((n) => n.kind === 'burst');
  const busy = heating?.kind === 'burst' && now < heating.at + heating.seconds * 1000;
  const drift = done > 0 && heating ? (heating.at - held.at) / 1000 - begins(held)[done - 1]! : 0;
  if (
    !busy &&
    fresh &&
    fresh.at > held.at &&
    (done === 0
      ? (now - held.at) / 1000 > (beginsAlike(held, fresh) ? AGES : STANDS)
      : late > LAGS || Math.abs(drift) > DRIFTS)
  )
    return fresh;
  return held;
}

/** s still to be waited before the next burst of a plan: its cup is over the window till then, or in another's way. */
const waitsFor = (plan: HeatPlan, done: number, now: number): number =>
  (plan.at - now) / 1000 + plan.bring.bursts[done]!.at - HANDS.change;
/** Less than this is no wait, s. */
const AT_ONCE = 3;

const letter = (s: SessionState, key: string | undefined): string =>
  s.cups.get(key ?? '')?.letter ?? '?';
const give = (
  s: SessionState,
  cup: string,
  seconds: number,
  together?: string,
  oven: { id: number; level: number } = freeOven(s) ?? s.oven,
): Send => {
  return {
    kind: 'heated',
    payload: {
      cup,
      seconds,
      begun: true,
      oven: oven.id,
      level: oven.level,
      ...(together ? { together: [together] } : {}),
    },
  };
};
/** Which oven a burst is for, where there is another. */
const inWhich = (s: SessionState, oven = freeOven(s) ?? s.oven): string =>
  s.snapshot.heat.ovens.length > 1
    ? (s.snapshot.heat.ovens.find((o) => o.id === oven.id)?.oven.name ?? 'the oven')
    : 'the oven';
/** Heats as a maker says them: A 164°, B 163° ± 2° */
function heats(s: SessionState, cups: string[], at: Forecast[], units: ShopUnits): string {
  const widest = Math.max(...at.map((f) => f.high - f.low)) / 2;
  return `${cups.map((c, i) => `${letter(s, c)} ${degrees(at[i]!.celsius, units)}`).join(', ')}\u00a0±\u00a0${degreesApart(Math.max(1, widest), units)}`;
}

const capital = (said: string): string => said.charAt(0).toUpperCase() + said.slice(1);

/** The next bursts of a plan in a sentence: “B 14 s, stir; A 6 s, stir; draw in 1:20 — A 164°, B 163° ± 2°”. */
function planSentence(
  s: SessionState,
  plan: HeatPlan,
  done: number,
  now: number,
  units: ShopUnits,
): string {
  const { bring, cups } = plan;
  // An oven is named where there is another, with its first burst and wherever it changes.
  const several = s.snapshot.heat.ovens.length > 1;
  const waits = (k: number): number =>
    k === done ? waitsFor(plan, done, now) : waitsBefore(bring.bursts, k, HANDS);
  const wait = (k: number): string => (waits(k) > AT_ONCE ? `wait ${clock(waits(k))}; ` : '');
  const bursts = bring.bursts
    .slice(done)
    .map(
      (b, i, all) =>
        `${wait(done + i)}${letter(s, cups[b.cup])} ${b.seconds} s${several && b.oven !== all[i - 1]?.oven ? ` in ${inWhich(s, plan.ovens[b.oven])}` : ''}, stir`,
    );
  const left = Math.max(0, (plan.at - now) / 1000 + begins(plan).at(-1)!);
  const end =
    bring.look === null ? `draw in ${clock(left)}` : `read ${letter(s, cups[bring.look])}`;
  return `${[...bursts, end].join('; ')} — ${heats(s, cups, bring.at, units)}`;
}

function cookStep(s: SessionState, step: Step, answer: HeatAnswer, units: ShopUnits): Step {
  const c = answer.cups[step.target];
  const cup = s.cups.get(step.target);
  if (c && !c.cook && cup && c.doubted !== null && cup.doubt === null)
    return {
      ...step,
      sentence: `Stir ${cup.letter} and read it again: ${degrees(c.doubted, units)} is less than was expected`,
    };
  if (!c?.cook || !cup || c.last === 'burst' || c.cook.seconds < HANDS.least) return step;
  const { seconds, after } = c.cook;
  // A small cup is through fusion and cold again before it is read: then an eye says it, as makers do.
  if (c.last === 'reading' && c.peak >= cup.limits.fusion) {
    return {
      ...step,
      sentence: `${cup.letter} has been at ${degrees(c.peak, units)}: does it run clear off the blade?`,
      label: `${cup.letter} runs clear`,
      read: undefined,
      send: {
        kind: 'reading',
        payload: {
          target: { kind: 'cup', key: cup.key },
          celsius: null,
          stage: 'clear',
          from: 'eye',
        },
      },
      others: [
        {
          label: `Not yet: ${cup.letter} is in, ${clock(seconds)}`,
          send: give(s, cup.key, seconds),
        },
      ],
      detail: `It is about ${degrees(c.now.celsius, units)} now: so little cools while it is stirred and read. No grain, no haze: it is through.`,
    };
  }
  const other = c.pair && c.pair.seconds >= HANDS.least ? s.cups.get(c.pair.with) : undefined;
  const safe =
    after.celsius < cup.limits.fusion - 5
      ? ` No longer: with what is known of this oven, more is not safe.`
      : '';
  return {
    ...step,
    sentence: `${cup.letter} ${clock(seconds)} in ${inWhich(s)}, then stir and read`,
    label: `${cup.letter} is in`,
    read: undefined,
    send: give(s, cup.key, seconds),
    others: other
      ? [
          {
            label: `${cup.letter} and ${other.letter} in together: ${clock(c.pair!.seconds)}`,
            send: give(s, cup.key, c.pair!.seconds, other.key),
          },
        ]
      : undefined,
    detail: `${cup.letter} is about ${degrees(c.now.celsius, units)}; after it ${degrees(after.low, units)} to ${degrees(after.high, units)}.${safe}`,
  };
}

/** A cup for the pot: too cool and it is reheated first; hot enough and it is said how long it stays so. */
function potStep(s: SessionState, step: Step, answer: HeatAnswer, units: ShopUnits): Step {
  const c = answer.cups[step.target];
  const cup = s.cups.get(step.target);
  if (!c?.pot || !cup) return step;
  const { seconds, after, thick } = c.pot;
  const reheat = seconds >= HANDS.least ? give(s, cup.key, seconds) : null;
  const was = `${cup.letter} is about ${degrees(c.now.celsius, units)}`;
  if (c.now.celsius < POT.least + 3 && reheat) {
    return {
      ...step,
      sentence: `${cup.letter} is too thick for the pot: ${clock(seconds)} in ${inWhich(s)}, stir, then degas`,
      detail: `${was}; after it ${degrees(after.low, units)} to ${degrees(after.high, units)}. ${step.detail}`,
      label: `${cup.letter} is in`,
      send: reheat,
      others: [{ label: 'It is degassed as it is', send: step.send! }],
    };
  }
  const left = thick === null ? '' : ` ${clock(thick)} until it is too thick.`;
  return {
    ...step,
    detail: `${was}.${left} ${step.detail}`,
    others: reheat
      ? [{ label: `It will not let go: out, ${clock(seconds)} in the oven`, send: reheat }]
      : undefined,
  };
}

/** Steps a cup may be put in before: nothing of them is under pressure, cools in a barrel, or is in hand (a mould being marked or laden keeps the key). */
const EARLY_BEFORE: ReadonlySet<Step['key']> = new Set([
  'cool',
  'open',
  'sprue',
  'rack',
  'close',
  'top',
  'readRoom',
  'readMould',
  'warmMould',
  'warmInjector',
  'clean',
  'colour',
  'heating',
  'secondLook',
]);

function earlyStep(
  s: SessionState,
  step: Step,
  early: NonNullable<HeatAnswer['early']>,
  units: ShopUnits,
): Step {
  const c = s.cups.get(early.cup)!;
  return {
    key: 'match',
    target: step.target,
    sentence: `${c.letter} ${clock(early.seconds)} in ${inWhich(s, early.oven)}: hot when the mould is ready`,
    detail: `It would be cold by then. After it ${degrees(early.after.low, units)} to ${degrees(early.after.high, units)}; meanwhile: ${step.sentence.charAt(0).toLowerCase()}${step.sentence.slice(1)}.`,
    label: `${c.letter} is in: ${clock(early.seconds)}`,
    send: give(s, c.key, early.seconds, undefined, early.oven),
    others: step.send ? [{ label: step.label, send: step.send }] : [],
  };
}

/** Out and stirred; what it is then is known well enough. */
function stirOnly(
  s: SessionState,
  step: Step,
  plan: HeatPlan,
  done: number,
  now: number,
  units: ShopUnits,
): Step {
  const c = letter(s, step.target);
  return {
    ...step,
    sentence: `${c} out, stir, scrape the rim in`,
    detail: capital(planSentence(s, plan, done, now, units)),
    label: `${c} is stirred`,
    read: undefined,
    send: { kind: 'stirred', payload: { cup: step.target } },
    others: [],
  };
}

/** The next cup of a plan goes into its oven. */
function goesIn(
  s: SessionState,
  step: Step,
  plan: HeatPlan,
  done: number,
  now: number,
  units: ShopUnits,
): Step {
  const next = plan.bring.bursts[done]!;
  const cup = plan.cups[next.cup]!;
  return {
    ...step,
    key: 'match',
    sentence: capital(planSentence(s, plan, done, now, units)),
    detail: `Change over ${HANDS.change} s, stir ${HANDS.stir} s.`,
    label: `${letter(s, cup)} is in: ${next.seconds} s`,
    read: undefined,
    send: give(s, cup, next.seconds, undefined, plan.ovens[next.oven]),
    until: undefined,
    others: [],
  };
}

function matchStep(
  s: SessionState,
  step: Step,
  plan: HeatPlan,
  done: number,
  draw: Step | undefined,
  answer: HeatAnswer,
  now: number,
  units: ShopUnits,
): Step {
  const { bring, cups } = plan;
  const window = ` ${/The window is [^.]*\./.exec(step.detail)?.[0] ?? ''}`;
  const next = bring.bursts[done];
  const why = bring.why ? ` For now ${bring.why}.` : '';
  const sure =
    bring.sure > 0
      ? ` ${Math.min(99, Math.round(bring.sure * 100))} in 100 that they are together then.`
      : '';
  if (next) {
    const cup = cups[next.cup]!;
    const waits = waitsFor(plan, done, now);
    return {
      ...step,
      key: 'match',
      sentence: capital(planSentence(s, plan, done, now, units)),
      detail: `Change over ${HANDS.change} s, stir ${HANDS.stir} s.${sure}${why}${window}`,
      label: `${letter(s, cup)} is in: ${next.seconds} s`,
      read: undefined,
      send: give(s, cup, next.seconds, undefined, plan.ovens[next.oven]),
      until: waits > AT_ONCE ? now + 1000 * waits : undefined,
    };
  }
  const ends = plan.at + begins(plan).at(-1)! * 1000;
  if (bring.look !== null) {
    const cup = cups[bring.look]!;
    return {
      ...step,
      key: 'match',
      sentence:
        ends > now + 1000
          ? `Wait ${clock((ends - now) / 1000)}, then stir and read ${letter(s, cup)}`
          : `Stir and read ${letter(s, cup)}`,
      detail: `${heats(s, cups, bring.at, units)}. It is not known well enough to draw on.${why}${window}`,
      label: `Read ${letter(s, cup)}`,
      read: { kind: 'cup', key: cup },
      send: undefined,
      until: ends > now ? ends : undefined,
    };
  }
  if (!draw) return step;
  const told = drawTold(s, draw, answer, now);
  // Its wait is not over: what is warned of is of a draw made now all the same.
  if (ends > now)
    return {
      ...told,
      warnings: told.warnings?.map((w) => `Drawn now: ${w}`),
      key: 'match',
      sentence: `Draw in ${clock((ends - now) / 1000)} — ${heats(s, cups, bring.at, units)}`,
      label: 'Draw it now',
      skip: step.skip,
      until: ends,
    };
  return {
    ...told,
    detail: `${heats(s, cups, bring.at, units)}.${sure}${flowSays(s, bring.at)} Push out the air until every colour runs.`,
  };
}

/** A push into a mould: which part comes short at this heat, and the heat that would fill it. */
function shootStep(step: Step, answer: HeatAnswer, units: ShopUnits): Step {
  const short = answer.moulds[step.target]?.short;
  if (!short) return step;
  const fills =
    short.heat === null
      ? 'no heat under the ceiling fills it: warm the mould'
      : `${degrees(short.heat, units)} would fill it`;
  return {
    ...step,
    warnings: [
      ...(step.warnings ?? []),
      `With mould and plastic as they are the thin end stops after ${say(short.reach, 'length', units)} of ${say(short.length, 'length', units)}; ${fills}.`,
    ],
  };
}

/** Pressure let go: from here it cools, for as long as is reckoned for this bait, this mould and this heat. */
function holdStep(step: Step, answer: HeatAnswer, units: ShopUnits): Step {
  const m = answer.moulds[step.target];
  if (!m) return step;
  if (m.open === null)
    return {
      ...step,
      warnings: [
        ...(step.warnings ?? []),
        'The mould is so warm that this will hardly get firm: rest it after this shot.',
      ],
    };
  const cool = Math.round(m.open);
  const firm =
    m.low !== null && m.high !== null && m.high - m.low > 4
      ? `, firm between ${clock(m.low)} and ${clock(m.high)}`
      : '';
  const detail = `${step.detail} Then it opens in ${clock(cool)}${firm}, ${degrees(m.centre, units)} in the middle.`;
  if (step.send?.kind === 'held')
    return {
      ...step,
      detail,
      send: {
        kind: 'held',
        payload: { ...step.send.payload, cool, firm: Math.round(m.firm ?? cool) },
      },
    };
  if (step.send?.kind === 'toppedOff')
    return {
      ...step,
      detail,
      send: {
        kind: 'toppedOff',
        payload: { ...step.send.payload, cool, firm: Math.round(m.firm ?? cool) },
      },
    };
  return step;
}

/** Powder or flake in a cup crosses the line. */
const cupsPowdered = (cups: CupState[]): boolean =>
  cups.some((c) => c.ladder.some((i) => i.kind === 'powder' || i.kind === 'flake'));

/** What the heats at the draw mean for the colour line and for a joint on inserts. */
function flowSays(s: SessionState, at: Forecast[]): string {
  const run = runInHand(s);
  const {
    units,
    heat: { learned },
  } = s.snapshot;
  if (!run) return '';
  const rig = rigOf(run);
  const share = rig && rig.yoked ? shares(rig) : [];
  const streams = at.map((f, i) => ({
    share: share[i] ?? 1 / at.length,
    celsius: f.celsius,
    runs: heatCups(s, run)[i]?.runs ?? 'alike',
  }));
  const lines =
    streams.length === run.stage.layers.length && streams.length > 1 && run.stage.yoked
      ? lineOf(streams).map((x) => `${Math.round(100 * x)} %`)
      : [];
  const bled =
    lines.length > 0
      ? Math.max(
          1,
          Math.round(
            100 *
              bleedChance(
                streams,
                s.snapshot.bench.tolerance,
                cupsPowdered(heatCups(s, run)),
                bleedPrior(learned).mean,
              ),
          ),
        )
      : 0;
  const line =
    lines.length > 0
      ? ` ${lines.length > 1 ? 'Lines' : 'Line'} at ${and(lines)}, bled ${bled} in 100${run.job.colourway.line === 'soft' ? ', as is wanted' : ''}.`
      : '';
  const room = roomOf(s);
  const wants = (insert: number) => bodyHeatFor(insert, JOINT.sound, jointPrior(learned).mean);
  const joint = jointed(run.stage)
    ? ` On inserts at ${degrees(room, units)} the body wants ${degrees(wants(room), units)}; warmed to ${degrees(40, units)}, ${degrees(wants(40), units)}.`
    : '';
  return line + joint;
}

/** What the mould that is to be filled wants said before plastic is drawn for it. */
function closedFor(s: SessionState, run: RunState): Warning[] {
  const turn = freeMould(s, run);
  return turn ? mouldDrawWarnings(s, turn.m, turn.run) : [];
}

const tenth = (x: number): number => Math.round(x * 10) / 10;
/** Heat of a cup as the bench shows it now, with its spread; null where nothing is reckoned of it. */
function heatShown(
  answer: HeatAnswer,
  cup: string,
  now: number,
): { celsius: number; sd: number } | null {
  const seen = answer.cups[cup];
  return seen
    ? {
        celsius: tenth(shownHeat(seen, Math.max(0, (now - answer.at) / 1000))),
        sd: Math.round(seen.now.sd * 100) / 100,
      }
    : null;
}

/** A pour, recorded at the heat its cup shows. */
function pourStep(step: Step, answer: HeatAnswer, now: number): Step {
  if (step.send?.kind !== 'poured') return step;
  const at = heatShown(answer, step.send.payload.cup, now);
  return at
    ? { ...step, send: { kind: 'poured', payload: { ...step.send.payload, celsius: at.celsius } } }
    : step;
}

/** K by which what is drawn is off its cup's heat in the middle of the draw: barrels are filled one after another, slower or quicker (judgement). */
const DRAWN_SD = 1.0;

/** A draw, recorded at the heats its cups have while it is made; what readings alone would have warned of falls away. */
function drawTold(s: SessionState, draw: Step, answer: HeatAnswer, now: number): Step {
  if (draw.send?.kind !== 'drawn') return draw;
  const at = new Map(
    draw.send.payload.barrels.flatMap(({ cup }) => {
      const f = heatShown(answer, cup, now + 1000 * HANDS.draws);
      return f
        ? [[cup, { ...f, sd: Math.round(100 * Math.hypot(f.sd, DRAWN_SD)) / 100 }] as const]
        : [];
    }),
  );
  const barrels = draw.send.payload.barrels.map((b) => ({ ...b, ...at.get(b.cup) }));
  const run = s.runs.get(draw.send.payload.job);
  const told = at;
  const doubts = [...at.keys()].flatMap((c) => {
    const d = answer.cups[c]?.doubted ?? null;
    return d === null
      ? []
      : [
          `${letter(s, c)} was read at ${degrees(d, s.snapshot.units)}, which does not fit: read it again.`,
        ];
  });
  return {
    ...draw,
    send: { kind: 'drawn', payload: { ...draw.send.payload, barrels } },
    warnings: [
      ...doubts,
      ...(run
        ? [...drawWarnings(s, run, now, undefined, told), ...closedFor(s, run)].map(
            (w) => w.sentence,
          )
        : []),
    ],
  };
}

/**
 * What comes next, with what is foreseen of heat worked into it: the steps' own order stands, the advice says
 * how many seconds, which cup, when, and how sure.
 * @param all every step, the most pressing first
 */
export function advise(
  s: SessionState,
  all: Step[],
  answer: HeatAnswer | null,
  plan: HeatPlan | null,
  notes: readonly HeatNote[],
  now: number,
): Step | null {
  const step = all[0] ?? null;
  const { units } = s.snapshot;
  if (!step || !answer) return step;
  const done = plan ? given(plan, notes) : null;
  // A cup goes in while hands are at the mould, so that it is hot when that is ready.
  // A match that is being carried out is not broken into; one that is only reckoned is for when the mould is ready.
  if (
    answer.early &&
    EARLY_BEFORE.has(step.key) &&
    !s.cups.get(answer.early.cup)?.inOven &&
    (!done || step.key !== 'heating')
  )
    return earlyStep(s, step, answer.early, units);
  // While one cup heats the next goes into another oven, where the plan has it so.
  if (step.key === 'heating' && plan && done !== null && done > 0) {
    const next = plan.bring.bursts[done];
    const oven = next && plan.ovens[next.oven];
    const busy = oven && [...s.cups.values()].some((c) => c.inOven?.oven === oven.id);
    if (next && oven && !busy && waitsFor(plan, done, now) <= AT_ONCE)
      return goesIn(s, step, plan, done, now, units);
  }
  // What the oven holds comes out before anything else goes in.
  if (step.key === 'match' && [...s.cups.values()].some((c) => c.inOven))
    return all.find((x) => x.key === 'heating' || x.key === 'stir') ?? step;
  if (step.key === 'hold' || step.key === 'topOff') return holdStep(step, answer, units);
  if (step.key === 'shoot') return shootStep(step, answer, units);
  if (step.key === 'degasBefore' || step.key === 'degasAfter')
    return potStep(s, step, answer, units);
  if (step.key === 'cook') return cookStep(s, step, answer, units);
  if (step.key === 'stir' && plan && done !== null && done > 0) {
    const cup = s.cups.get(step.target)!;
    const stirred = { kind: 'stirred' as const, payload: { cup: cup.key } };
    const next = plan.bring.bursts[done];
    const stands =
      next &&
      [...s.cups.values()].some(
        (c) => c.key !== cup.key && c.inOven?.oven === plan.ovens[next.oven]?.id,
      );
    if (next && !stands && waitsFor(plan, done, now) <= HANDS.stir + AT_ONCE)
      return {
        ...step,
        sentence: `${cup.letter} out, stir; then ${planSentence(s, plan, done, now, units)}`,
        label: `${letter(s, plan.cups[next.cup])} is in: ${next.seconds} s`,
        read: undefined,
        also: [stirred],
        send: give(s, plan.cups[next.cup]!, next.seconds, undefined, plan.ovens[next.oven]),
      };
    if (plan.bring.look === null || plan.cups[plan.bring.look] !== cup.key)
      return stirOnly(s, step, plan, done, now, units);
  }
  // Put in early, and as sure to be in the window as after any match: it is stirred, and a look is offered.
  if (
    step.key === 'stir' &&
    plan &&
    done === 0 &&
    plan.cups.includes(step.target) &&
    plan.bring.bursts.length === 0 &&
    plan.bring.look === null &&
    plan.bring.sure > 0
  ) {
    return stirOnly(s, step, plan, done, now, units);
  }
  if (step.key === 'match' && plan && done !== null)
    return matchStep(
      s,
      step,
      plan,
      done,
      all.find((x) => x.key === 'draw'),
      answer,
      now,
      units,
    );
  // Read one after the other and alike, but the first has cooled since: what is believed counts, not what was read.
  const run = runInHand(s);
  const skip = step.key === 'draw' && run ? matchSkip(s, run) : null;
  if (skip && plan && done !== null && plan.bring.bursts.length > done)
    return matchStep(
      s,
      { ...step, skip, warnings: undefined, caution: undefined },
      plan,
      done,
      step,
      answer,
      now,
      units,
    );
  // Read and found together: the draw is reckoned at what they are now.
  if (
    step.key === 'draw' &&
    plan &&
    done !== null &&
    plan.bring.bursts.length === 0 &&
    plan.cups.every((c) => answer.cups[c])
  ) {
    const at = plan.cups.map((c) => answer.cups[c]!.now);
    return { ...drawTold(s, step, answer, now), detail: `${step.detail}${flowSays(s, at)}` };
  }
  if (step.key === 'draw') return drawTold(s, step, answer, now);
  if (step.key === 'pour') return pourStep(step, answer, now);
  return step;
}
