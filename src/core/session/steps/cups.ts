import type { Ingredient } from '../../material/index.ts';
import { density, GRADES, scaleIngredient } from '../../material/index.ts';
import { spoon } from '../../plan/spoon.ts';
import { deepestGauge, froth, gaugeFor } from '../../heat/index.ts';
import { degrees, say } from '../../quantity/index.ts';
import { airG } from '../charges.ts';
import { cupsOf, freeOven } from '../guard.ts';
import type { CupState, RunState, SessionState } from '../state.ts';
import type { Send, Step } from '../step.ts';
import type { Turn } from './work.ts';
import { drawVolumes } from './work.ts';

/** Ingredients of a cup's recipe for these moments, scaled to a charge. */
const ladderOf = (c: CupState, grams: number, when: Ingredient['when'][]): Ingredient[] =>
  c.ladder
    .filter((i) => when.includes(i.when))
    .map((i) => scaleIngredient(i, grams / GRADES[c.grade].density20));

const ladderText = (ladder: Ingredient[], s: SessionState): string =>
  ladder
    .map(
      (i) =>
        `${i.what} ${i.dimension === 'drops' ? `${i.amount} dr` : i.dimension === 'volume' ? spoon(i.amount, s.snapshot.units) : say(i.amount, 'mass', s.snapshot.units)}`,
    )
    .join(', ');

const addAll = (c: CupState, ladder: Ingredient[]): Send[] =>
  ladder.map((i) => ({
    kind: 'added',
    payload: { cup: c.key, what: i.what, amount: i.amount, dimension: i.dimension, from: 'recipe' },
  }));

/** inHg a pot is usually drawn to. */
const DRAWN_TO = 29;

/** How full a cup is, as a share of its brim. */
const fullOf = (c: CupState): number =>
  c.grams /
  density(c.fused ? 165 : 20, GRADES[c.grade].density20) /
  Math.max(1, c.vessel?.volume ?? 500);

/** What the pot can do here, and whether this cup stays in it (M10): the gauge, how far it rises, the cups that go in together. */
function potSays(s: SessionState, c: CupState): string {
  const { units } = s.snapshot;
  const metres = s.snapshot.heat.altitude ?? 0;
  const deepest = deepestGauge(metres);
  const gauge = Math.min(DRAWN_TO, deepest - 0.5);
  const rises = froth(gauge, metres);
  const full = fullOf(c);
  const fits = full * rises <= 1;
  const small = (c.vessel?.volume ?? 500) <= SMALL;
  return `The gauge reads ${deepest.toFixed(1)} inHg at most here. At ${gauge.toFixed(1)} it rises to ${rises.toFixed(1)} times: ${Math.round(full * 100)} % full, ${fits ? 'it stays in the cup' : `it would boil over, so stop at ${gaugeFor(full, metres).toFixed(1)}`}. ${small ? 'Two small cups go in together.' : 'One cup this size at a time.'} Swirl to break the froth; when it climbs, let air in and start again. Cup limit ${say(c.limitMl, 'volume', units)}.`;
}

/** What the gauge of the pot says of the cup in it: how far it has risen, and whether to let air in. @param inHg as read */
const additions = (n: number): string => (n === 1 ? '1 addition' : `${n} additions`);

export function gaugeSays(s: SessionState, c: CupState, inHg: number): string {
  const full = fullOf(c);
  const rises = froth(inHg, s.snapshot.heat.altitude ?? 0);
  return `The gauge reads ${inHg.toFixed(1)} inHg: it stands about ${rises.toFixed(1)} times as high, ${full * rises > 1 ? 'over the brim by now: let air in' : `${Math.round(full * rises * 100)} % of the cup`}.`;
}

/** Cups up to so many mL go into the pot two at a time. */
const SMALL = 300;

/** Cups a run works from, with the one its baits' tips are dipped in. */
export function cupsInHand(s: SessionState, run: RunState): CupState[] {
  const tip =
    run.stage.makes === 'bait'
      ? s.cups.get(String(run.job.layers[run.job.build.finish?.key ?? '']))
      : undefined;
  return [...new Set([...cupsOf(s, run), ...(tip ? [tip] : [])])];
}

/** What a run's cups still want before they can be matched and drawn from. */
export function cupSteps(s: SessionState, run: RunState): Step[] {
  const { units } = s.snapshot;
  const out: Step[] = [];
  const cups = cupsInHand(s, run);
  const skipped = (key: string, c: CupState) => s.skips.has(`${key}:${c.key}`);
  for (const c of cups) {
    if (!c.woken && !skipped('wake', c))
      out.push({
        key: 'wake',
        target: c.key,
        sentence: `Wake the plastisol for ${c.letter}, roll it a minute`,
        detail: 'The bottom has packed hard. Gently: air and damp make bubbles later.',
        label: 'It is awake',
        send: { kind: 'woken', payload: { cup: c.key } },
      });
  }
  for (const c of cups) {
    const grams = c.plannedCharges[c.charges] ?? c.plannedCharges.at(-1) ?? 0;
    if (c.charges === 0 && grams > 0 && !skipped('dose', c)) {
      const ml = grams / GRADES[c.grade].density20;
      const ladder = ladderOf(c, grams, ['cold']);
      const cold = ladderText(ladder, s);
      out.push({
        key: 'dose',
        target: c.key,
        sentence: `Measure ${say(ml, 'volume', units)} into ${c.letter}${cold ? ', dose it cold' : ''}`,
        detail: `${GRADES[c.grade].name} plastisol, ${say(grams, 'mass', units, 0)}.${cold ? ` Cold: ${cold}.` : ''}`,
        label: `${c.letter} is measured`,
        send: { kind: 'charged', payload: { cup: c.key, grams, from: 'fresh' } },
        then: addAll(c, ladder),
        caution: 'Water on hot plastic spits; damp additives too.',
      });
    }
  }
  for (const c of cups.filter((x) => x.charges > 0)) {
    const before = c.degas === 'cold' && !c.degassed && !skipped('degasCold', c);
    if (before)
      out.push({
        key: 'degasCold',
        target: c.key,
        sentence: `Degas ${c.letter} cold, 3 min or more`,
        detail: potSays(s, c),
        label: 'It is degassed',
        send: { kind: 'degassed', payload: { cup: c.key, when: 'cold' } },
        caution: 'A cracked lid implodes. Let air in slowly.',
      });
  }
  // While every oven has a cup in it no other is asked into one.
  const oven = freeOven(s);
  for (const c of cups.filter(
    (x) => oven && !x.inOven && x.charges > 0 && !x.fused && !skipped('cook', x),
  )) {
    const read = c.reading
      ? `${c.letter} was ${degrees(c.reading.celsius, units)}.`
      : 'From milk through gel to clear.';
    out.push({
      key: 'cook',
      target: c.key,
      sentence:
        c.doubt && (c.doubt.way === 'above' || !c.doubt.device)
          ? `Stir ${c.letter} and read it again: ${degrees(c.doubt.celsius, units)} is ${c.doubt.way === 'above' ? 'more' : 'less'} than it can be`
          : `Cook ${c.letter} to ${degrees(c.limits.fusion, units)}, stir, read`,
      detail: `${read} Short bursts; scrape the rim in each time.`,
      label: `Read ${c.letter}`,
      read: { kind: 'cup', key: c.key },
      caution: `Ventilate. Above ${degrees(c.limits.ceiling, units)} it yellows; smoke means stop, get it outside, leave. Never use this microwave for food.`,
    });
  }
  for (const c of cups.filter((x) => x.fused && !x.inOven)) {
    if (c.degas === 'before colour' && !c.degassed && !skipped('degasBefore', c))
      out.push({
        key: 'degasBefore',
        target: c.key,
        sentence: `Degas ${c.letter} hot, ${degrees(170, units)} or more going in`,
        detail: `${potSays(s, c)} Below ${degrees(160, units)} it is too thick to let go of air: take it out and reheat it.`,
        label: 'It is degassed',
        send: { kind: 'degassed', payload: { cup: c.key, when: 'before colour' } },
        caution: 'A hot cup froths over; a cracked lid implodes. Let air in slowly.',
      });
    if (!c.coloured && !skipped('colour', c)) {
      // Just for what went in last: what the cup held before has its colour.
      const charged = c.trail.findLastIndex((t) => t.what === 'plastisol' || t.what === 'remelt');
      const last = c.trail[charged]?.amount ?? c.grams;
      const since = c.trail.slice(charged + 1);
      const ladder = ladderOf(c, last, ['gel', 'clear', 'last']);
      out.push({
        key: 'colour',
        target: c.key,
        sentence: `Colour ${c.letter}: ${c.name}, ${additions(c.ladder.filter((i) => i.when !== 'cold').length)}`,
        detail: ladderText(ladder, s) || 'Nothing is written down for this mix.',
        label: `${c.letter} is coloured`,
        send: { kind: 'coloured', payload: { cup: c.key } },
        also: addAll(
          c,
          ladder.filter((i) => !since.some((t) => t.what === i.what)),
        ),
      });
    }
    if (c.degas === 'after colour' && c.coloured && !c.degassed && !skipped('degasAfter', c))
      out.push({
        key: 'degasAfter',
        target: c.key,
        sentence: `Degas ${c.letter} hot, ${degrees(170, units)} or more going in`,
        detail: `${potSays(s, c)} Stirring afterwards puts bubbles back.`,
        label: 'It is degassed',
        send: { kind: 'degassed', payload: { cup: c.key, when: 'after colour' } },
        caution: 'A hot cup froths over; a cracked lid implodes. Let air in slowly.',
      });
  }
  return out.map((step) => ({ ...step, skip: { step: step.key, target: step.target } }));
}

/** Cups in the oven: waited for while the time runs, and the first thing for the hands once it is up. */
export function ovenSteps(s: SessionState, now: number): { out: Step[]; heating: Step[] } {
  const inside = [...s.cups.values()].filter((c) => c.inOven);
  const caution = 'Hot glass: gloves. What is not stirred in at the edge scorches.';
  return {
    out: inside
      .filter((c) => c.inOven!.until <= now)
      .map((c): Step => ({
        key: 'stir',
        target: c.key,
        sentence: `${c.letter} is done: out, stir, scrape the rim in, read`,
        detail: 'Ten slow turns: the edge is hotter than the middle until it is stirred in.',
        label: `Read ${c.letter}`,
        read: { kind: 'cup', key: c.key },
        others: [
          {
            label: `${c.letter} is stirred, not read`,
            send: { kind: 'stirred', payload: { cup: c.key } },
          },
        ],
        caution,
      })),
    heating: inside
      .filter((c) => c.inOven!.until > now)
      .map((c): Step => ({
        key: 'heating',
        target: c.key,
        sentence: `${c.letter} heats`,
        detail: 'Nothing for the hands until it is done.',
        label: `${c.letter} comes out now`,
        until: c.inOven!.until,
        send: { kind: 'stirred', payload: { cup: c.key } },
      })),
  };
}

/** g by which a cup may stand under its air line before it is said: a spoon's worth. */
const HARDLY = 3;

/**
 * A cup whose planned charge is due, or that cannot serve the next draw without taking air, or the next pour, wants
 * plastic.
 */
export function recharge(
  s: SessionState,
  turn: Turn,
  pours: { cup: string; grams: number }[],
): Step[] {
  const { units } = s.snapshot;
  const { window } = turn.run.tools;
  const middle = (window.low + window.high) / 2;
  const wanted = new Map<string, number>();
  const drawn = new Set<string>();
  for (const { cup, ml } of drawVolumes(s, turn)) {
    const c = s.cups.get(cup);
    drawn.add(cup);
    if (c)
      wanted.set(cup, (wanted.get(cup) ?? 0) + ml * density(middle, GRADES[c.grade].density20));
  }
  for (const { cup, grams } of pours) wanted.set(cup, (wanted.get(cup) ?? 0) + grams);
  return [...wanted].flatMap(([cup, need]): Step[] => {
    const c = s.cups.get(cup);
    if (!c || c.charges === 0 || s.skips.has(`recharge${c.charges}:${c.key}`)) return [];
    const air = drawn.has(cup) ? airG(c, middle) : 0;
    const planned = c.plannedCharges[c.charges];
    const due =
      planned !== undefined && s.draws.size + 1 >= (c.plannedBefore[c.charges] ?? Infinity);
    const short = need + air - c.grams;
    if (!due && short <= Math.max(HARDLY, 0.001 * need)) return [];
    const cold = GRADES[c.grade].density20;
    const step = s.snapshot.input.settings.step * cold;
    const room = Math.max(
      0,
      c.limitMl * density(Math.max(c.limits.fusion, middle), cold) - c.grams,
    );
    const asked = due ? Math.max(planned, short) : (planned ?? Math.ceil(short / step) * step);
    const grams = Math.max(1, room > 0 ? Math.min(asked, room) : asked);
    // Stabiliser and softener go into the new plastic while it is cold, not into the hot cup.
    const ladder = ladderOf(c, grams, ['cold']);
    const dosed = ladderText(ladder, s);
    return [
      {
        key: 'dose',
        target: c.key,
        sentence:
          due && short <= 0
            ? `${c.letter} gets its next charge: add ${say(grams / cold, 'volume', units)}`
            : c.grams < need
              ? `${c.letter} will run short: add ${say(grams / cold, 'volume', units)}`
              : `${c.letter} would draw air: add ${say(grams / cold, 'volume', units)}`,
        detail: `It holds ${say(Math.max(0, c.grams) / cold, 'volume', units)}; the next wants ${say(need / cold, 'volume', units)}${air > 0 ? ` and ${say(air / cold, 'volume', units)} left over the nozzle` : ''}. ${dosed ? `Into the new plastic first, cold: ${dosed}. ` : ''}Cook it in.`,
        label: `It is in ${c.letter}`,
        send: { kind: 'charged', payload: { cup: c.key, grams, from: 'fresh' } },
        then: addAll(c, ladder),
        skip: { step: `recharge${c.charges}`, target: c.key },
      },
    ];
  });
}
