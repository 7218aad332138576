import { GRADES, sameThing } from '../../material/index.ts';
import { degrees, say } from '../../quantity/index.ts';
import { freeOven } from '../guard/cups.ts';
import type { RunState, SessionState } from '../state.ts';
import type { CupState } from '../state/cup.ts';
import type { Step } from '../step.ts';
import { cupsInHand } from './cupsInHand.ts';
import { ladderOf, ladderText, addAll } from './ladder.ts';
import { potSays } from './pot.ts';

/**
 * What the gauge of the pot says of the cup in it: how far it has risen, and whether to let air in.
 * @param inHg as read
 */
const additions = (count: number): string => (count === 1 ? '1 addition' : `${count} additions`);

/** What a run's cups still want before they can be matched and drawn from. */
export function cupSteps(state: SessionState, run: RunState): Step[] {
  const { units } = state.snapshot;
  const out: Step[] = [];
  const cups = cupsInHand(state, run);
  const skipped = (key: string, cup: CupState) => state.skips.has(`${key}:${cup.key}`);
  for (const cup of cups) {
    if (!cup.woken && !skipped('wake', cup))
      out.push({
        key: 'wake',
        target: cup.key,
        sentence: `Wake the plastisol for ${cup.letter}, roll it a minute`,
        detail: 'The bottom has packed hard. Gently: air and damp make bubbles later.',
        label: 'It is awake',
        send: { kind: 'woken', payload: { cup: cup.key } },
      });
  }
  for (const cup of cups) {
    const grams = cup.plannedCharges[cup.charges] ?? cup.plannedCharges.at(-1) ?? 0;
    if (cup.charges === 0 && grams > 0 && !skipped('dose', cup)) {
      const ml = grams / GRADES[cup.grade].density20;
      const ladder = ladderOf(cup, grams, ['cold']);
      const cold = ladderText(ladder, state);
      out.push({
        key: 'dose',
        target: cup.key,
        sentence: `Measure ${say(ml, 'volume', units)} into ${cup.letter}${cold ? ', dose it cold' : ''}`,
        detail:
          `${GRADES[cup.grade].name} plastisol, ` +
          `${say(grams, 'mass', units, 0)}.${cold ? ` Cold: ${cold}.` : ''}`,
        label: `${cup.letter} is measured`,
        send: { kind: 'charged', payload: { cup: cup.key, grams, from: 'fresh' } },
        then: addAll(cup, ladder),
        caution: 'Water on hot plastic spits; damp additives too.',
      });
    }
  }
  for (const cup of cups.filter((cup) => cup.charges > 0)) {
    const before = cup.degas === 'cold' && !cup.degassed && !skipped('degasCold', cup);
    if (before)
      out.push({
        key: 'degasCold',
        target: cup.key,
        sentence: `Degas ${cup.letter} cold, 3 min or more`,
        detail: potSays(state, cup),
        label: 'It is degassed',
        send: { kind: 'degassed', payload: { cup: cup.key, when: 'cold' } },
        caution: 'A cracked lid implodes. Let air in slowly.',
      });
  }
  // While every oven has a cup in it no other is asked into one.
  const oven = freeOven(state);
  for (const cup of cups.filter(
    (cup) => oven && !cup.inOven && cup.charges > 0 && !cup.fused && !skipped('cook', cup),
  )) {
    const read = cup.reading
      ? `${cup.letter} was ${degrees(cup.reading.celsius, units)}.`
      : 'From milk through gel to clear.';
    out.push({
      key: 'cook',
      target: cup.key,
      sentence:
        cup.doubt && (cup.doubt.way === 'above' || !cup.doubt.device)
          ? `Stir ${cup.letter} and read it again: ${degrees(cup.doubt.celsius, units)} is ` +
            `${cup.doubt.way === 'above' ? 'more' : 'less'} than it can be`
          : `Cook ${cup.letter} to ${degrees(cup.limits.fusion, units)}, stir, read`,
      detail: `${read} Short bursts; scrape the rim in each time.`,
      label: `Read ${cup.letter}`,
      read: { kind: 'cup', key: cup.key },
      caution:
        `Ventilate. Above ${degrees(cup.limits.ceiling, units)} it yellows; smoke means stop, ` +
        'get it outside, leave. Never use this microwave for food.',
    });
  }
  for (const cup of cups.filter((cup) => cup.fused && !cup.inOven)) {
    if (cup.degas === 'before colour' && !cup.degassed && !skipped('degasBefore', cup))
      out.push({
        key: 'degasBefore',
        target: cup.key,
        sentence: `Degas ${cup.letter} hot, ${degrees(170, units)} or more going in`,
        detail:
          `${potSays(state, cup)} Below ${degrees(160, units)} it is too thick to let go of ` +
          'air: take it out and reheat it.',
        label: 'It is degassed',
        send: { kind: 'degassed', payload: { cup: cup.key, when: 'before colour' } },
        caution: 'A hot cup froths over; a cracked lid implodes. Let air in slowly.',
      });
    if (!cup.coloured && !skipped('colour', cup)) {
      // Just for what went in last: what the cup held before has its colour.
      const charged = cup.trail.findLastIndex(
        (entry) => entry.what === 'plastisol' || entry.what === 'remelt',
      );
      const last = cup.trail[charged]?.amount ?? cup.grams;
      const since = cup.trail.slice(charged + 1);
      const ladder = ladderOf(cup, last, ['gel', 'clear', 'last']);
      out.push({
        key: 'colour',
        target: cup.key,
        sentence:
          `Colour ${cup.letter}: ${cup.name}, ` +
          `${additions(cup.ladder.filter((ingredient) => ingredient.when !== 'cold').length)}`,
        detail: ladderText(ladder, state) || 'Nothing is written down for this mix.',
        label: `${cup.letter} is coloured`,
        send: { kind: 'coloured', payload: { cup: cup.key } },
        also: addAll(
          cup,
          ladder.filter((ingredient) => !since.some((entry) => sameThing(entry, ingredient))),
        ),
      });
    }
    if (
      cup.degas === 'after colour' &&
      cup.coloured &&
      !cup.degassed &&
      !skipped('degasAfter', cup)
    )
      out.push({
        key: 'degasAfter',
        target: cup.key,
        sentence: `Degas ${cup.letter} hot, ${degrees(170, units)} or more going in`,
        detail: `${potSays(state, cup)} Stirring afterwards puts bubbles back.`,
        label: 'It is degassed',
        send: { kind: 'degassed', payload: { cup: cup.key, when: 'after colour' } },
        caution: 'A hot cup froths over; a cracked lid implodes. Let air in slowly.',
      });
  }
  return out.map((step) => ({ ...step, skip: { step: step.key, target: step.target } }));
}

/**
 * Cups in the oven: waited for while the time runs, and the first thing for the hands once it is
 * up.
 */
export function ovenSteps(state: SessionState, now: number): { out: Step[]; heating: Step[] } {
  const inside = [...state.cups.values()].filter((cup) => cup.inOven);
  const caution = 'Hot glass: gloves. What is not stirred in at the edge scorches.';
  return {
    out: inside
      .filter((cup) => cup.inOven!.until <= now)
      .map((cup): Step => ({
        key: 'stir',
        target: cup.key,
        sentence: `${cup.letter} is done: out, stir, scrape the rim in, read`,
        detail: 'Ten slow turns: the edge is hotter than the middle until it is stirred in.',
        label: `Read ${cup.letter}`,
        read: { kind: 'cup', key: cup.key },
        others: [
          {
            label: `${cup.letter} is stirred, not read`,
            send: { kind: 'stirred', payload: { cup: cup.key } },
          },
        ],
        caution,
      })),
    heating: inside
      .filter((cup) => cup.inOven!.until > now)
      .map((cup): Step => ({
        key: 'heating',
        target: cup.key,
        sentence: `${cup.letter} heats`,
        detail: 'Nothing for the hands until it is done.',
        label: `${cup.letter} comes out now`,
        until: cup.inOven!.until,
        send: { kind: 'stirred', payload: { cup: cup.key } },
      })),
  };
}
