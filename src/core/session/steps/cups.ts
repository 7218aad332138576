import { GRADES, sameThing } from '../../material/index.ts';
import { degrees, say } from '../../quantity/index.ts';
import { freeOven } from '../guard/cups.ts';
import type { RunState, SessionState } from '../state.ts';
import type { CupState } from '../state/cup.ts';
import type { Step } from '../step.ts';
import { isSkipped, skipOf } from '../skips.ts';
import { cupsInHand } from './cupsInHand.ts';
import { ladderOf, ladderText, addAll } from './ladder.ts';
import { potSays } from './pot.ts';

const additions = (count: number): string => (count === 1 ? '1 addition' : `${count} additions`);

/** What a step makes of each cup: nothing where that one does not want it. */
type OfCup = (state: SessionState, cup: CupState) => Step | null;

const wakeStep: OfCup = (state, cup) =>
  cup.woken || isSkipped(state, 'wake', cup)
    ? null
    : {
        key: 'wake',
        target: cup.key,
        sentence: `Wake the plastisol for ${cup.letter}, roll it a minute`,
        detail: 'The bottom has packed hard. Gently: air and damp make bubbles later.',
        label: 'It is awake',
        send: { kind: 'woken', payload: { cup: cup.key } },
        skip: skipOf('wake', cup),
      };

const doseStep: OfCup = (state, cup) => {
  const grams = cup.plannedCharges[cup.charges] ?? cup.plannedCharges.at(-1) ?? 0;
  if (cup.charges > 0 || grams <= 0) return null;
  const { units } = state.snapshot;
  const { name, density20 } = GRADES[cup.grade];
  const ladder = ladderOf(cup, grams, ['cold']);
  const cold = ladderText(ladder, state);
  const charge = say(grams / density20, 'volume', units);
  return {
    key: 'dose',
    target: cup.key,
    sentence: `Measure ${charge} into ${cup.letter}${cold ? ', dose it cold' : ''}`,
    detail: `${name} plastisol, ${say(grams, 'mass', units, 0)}.${cold ? ` Cold: ${cold}.` : ''}`,
    label: `${cup.letter} is measured`,
    send: { kind: 'charged', payload: { cup: cup.key, grams, from: 'fresh' } },
    then: addAll(cup, ladder),
    caution: 'Water on hot plastic spits; damp additives too.',
  };
};

/** A cup into the vacuum pot, cold or hot. */
const degasStep = (
  cup: CupState,
  step: Pick<Step, 'sentence' | 'detail'>,
  {
    key,
    when,
    hot,
  }: {
    key: 'degasCold' | 'degasBefore' | 'degasAfter';
    when: 'cold' | 'before colour' | 'after colour';
    hot: boolean;
  },
): Step => ({
  key,
  target: cup.key,
  ...step,
  label: 'It is degassed',
  send: { kind: 'degassed', payload: { cup: cup.key, when } },
  skip: skipOf(key, cup),
  caution: `A ${hot ? 'hot cup froths over; a ' : ''}cracked lid implodes. Let air in slowly.`,
});
const degasColdStep: OfCup = (state, cup) =>
  cup.charges > 0 && cup.degas === 'cold' && !cup.degassed && !isSkipped(state, 'degasCold', cup)
    ? degasStep(
        cup,
        { sentence: `Degas ${cup.letter} cold, 3 min or more`, detail: potSays(state, cup) },
        { key: 'degasCold', when: 'cold', hot: false },
      )
    : null;
/** How hot a cup goes into the pot, as it is said. */
const hotInto = (state: SessionState, cup: CupState): string =>
  `Degas ${cup.letter} hot, ${degrees(170, state.snapshot.units)} or more going in`;
const degasBeforeStep: OfCup = (state, cup) => {
  if (cup.degas !== 'before colour' || cup.degassed || isSkipped(state, 'degasBefore', cup))
    return null;
  const detail =
    `${potSays(state, cup)} Below ${degrees(160, state.snapshot.units)} it is too thick to let go ` +
    'of air: take it out and reheat it.';
  return degasStep(
    cup,
    { sentence: hotInto(state, cup), detail },
    { key: 'degasBefore', when: 'before colour', hot: true },
  );
};
const degasAfterStep: OfCup = (state, cup) =>
  cup.degas === 'after colour' &&
  cup.coloured &&
  !cup.degassed &&
  !isSkipped(state, 'degasAfter', cup)
    ? degasStep(
        cup,
        {
          sentence: hotInto(state, cup),
          detail: `${potSays(state, cup)} Stirring afterwards puts bubbles back.`,
        },
        { key: 'degasAfter', when: 'after colour', hot: true },
      )
    : null;

/** A reading that could not be: by hand or above all bounds it is read again before it cooks on. */
function cookSays(state: SessionState, cup: CupState): string {
  const { units } = state.snapshot;
  const { doubt, letter, limits } = cup;
  if (!doubt || (doubt.way !== 'above' && doubt.device))
    return `Cook ${letter} to ${degrees(limits.fusion, units)}, stir, read`;
  const way = doubt.way === 'above' ? 'more' : 'less';
  return `Stir ${letter} and read it again: ${degrees(doubt.celsius, units)} is ${way} than it can be`;
}
const cookStep: OfCup = (state, cup) => {
  if (cup.inOven || cup.charges === 0 || cup.fused || isSkipped(state, 'cook', cup)) return null;
  const { units } = state.snapshot;
  const read = cup.reading
    ? `${cup.letter} was ${degrees(cup.reading.celsius, units)}.`
    : 'From milk through gel to clear.';
  return {
    key: 'cook',
    target: cup.key,
    sentence: cookSays(state, cup),
    detail: `${read} Short bursts; scrape the rim in each time.`,
    label: `Read ${cup.letter}`,
    read: { kind: 'cup', key: cup.key },
    caution:
      `Ventilate. Above ${degrees(cup.limits.ceiling, units)} it yellows; smoke means stop, ` +
      'get it outside, leave. Never use this microwave for food.',
  };
};

const colourStep: OfCup = (state, cup) => {
  if (cup.coloured || isSkipped(state, 'colour', cup)) return null;
  // Just for what went in last: what the cup held before has its colour.
  const charged = cup.trail.findLastIndex(
    (entry) => entry.what === 'plastisol' || entry.what === 'remelt',
  );
  const last = cup.trail[charged]?.amount ?? cup.grams;
  const since = cup.trail.slice(charged + 1);
  const ladder = ladderOf(cup, last, ['gel', 'clear', 'last']);
  const count = cup.ladder.filter((ingredient) => ingredient.when !== 'cold').length;
  return {
    key: 'colour',
    target: cup.key,
    sentence: `Colour ${cup.letter}: ${cup.name}, ${additions(count)}`,
    detail: ladderText(ladder, state) || 'Nothing is written down for this mix.',
    label: `${cup.letter} is coloured`,
    send: { kind: 'coloured', payload: { cup: cup.key } },
    skip: skipOf('colour', cup),
    also: addAll(
      cup,
      ladder.filter((ingredient) => !since.some((entry) => sameThing(entry, ingredient))),
    ),
  };
};

/** What a run's cups still want before they can be matched and drawn from. */
export function cupSteps(state: SessionState, run: RunState): Step[] {
  const cups = cupsInHand(state, run);
  const each = (of: readonly CupState[], ...wants: OfCup[]): Step[] =>
    of.flatMap((cup) => wants.flatMap((want) => want(state, cup) ?? []));
  const fused = cups.filter((cup) => cup.fused && !cup.inOven);
  return [
    ...each(cups, wakeStep),
    ...each(cups, doseStep),
    ...each(cups, degasColdStep),
    // While every oven has a cup in it no other is asked into one.
    ...(freeOven(state) ? each(cups, cookStep) : []),
    ...each(fused, degasBeforeStep, colourStep, degasAfterStep),
  ];
}
