import { degrees, degreesApart } from '../quantity/format.ts';
import type { ShopUnits } from '../quantity/units.ts';
import type { ConditionKey, ConditionUnit } from '../yield/conditions.ts';
import { CONDITIONS } from '../yield/conditions.ts';
import type { GoesWith, Untold, Why } from './why.ts';

/** A figure of a condition in words, unit by unit. */
const SAID: Record<ConditionUnit, (figure: number, units: ShopUnits) => string> = {
  heat: (figure, units) => `at ${degrees(figure, units)}`,
  apart: (figure, units) => `at ${degreesApart(figure, units)}`,
  seconds: (figure) => `at ${Math.round(figure)} s`,
  share: (figure) => `at ${Math.round(100 * figure)} %`,
  count: (figure) => `at ${Number(figure.toFixed(1))}`,
  yes: (figure) => (figure >= 0.5 ? 'with it' : 'without it'),
  times: (figure) => `at ${Math.exp(figure).toFixed(2)} times what was said`,
};
/** A condition at a figure, in words: “at 31 °C”. */
export const sayAt = (key: ConditionKey, figure: number, units: ShopUnits): string =>
  SAID[CONDITIONS[key].unit](figure, units);

const ofHundred = (share: number): string =>
  share > 0 && share < 0.095 ? (100 * share).toFixed(1) : String(Math.round(100 * share));
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
/** Names in a row: “a, b and c”. */
const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** What a condition that goes with a fault is called: “colder metal”. */
export const headOf = ({ key, more }: Pick<GoesWith, 'key' | 'more'>): string =>
  capital(more ? CONDITIONS[key].more : CONDITIONS[key].less);

/**
 * What goes with a fault, in sentences: how many there are at either end, and what it may be
 * instead.
 * @param fault as makers say it
 */
export function sayWith(found: GoesWith, fault: string, units: ShopUnits): string[] {
  const { key, better, worse, shareBetter, shareWorse, times, together, sure } = found;
  const said = [
    `${ofHundred(shareWorse)} of 100 ${fault} ${sayAt(key, worse, units)}, ` +
      `${ofHundred(shareBetter)} ${sayAt(key, better, units)}: ` +
      `${times.middle.toFixed(1)} times as many (${times.least.toFixed(1)} to ${times.most.toFixed(1)}).`,
  ];
  if (sure === 'suspected')
    said.push('A suspicion: so clear a sign comes by chance too. More shots would tell.');
  if (together.length > 0)
    said.push(
      `It went together with ${listed(together.map((other) => CONDITIONS[other].name))}: ` +
        'which of them it is, these shots cannot tell.',
    );
  return said;
}

const UNTOLD: Record<Untold, string> = {
  'no sign': 'No sign of',
  'hardly varied': 'Hardly varied, so nothing is known of',
  'not known': 'Too seldom noted',
};
/** What a fault does not go with, or nobody can say, in sentences. */
export function sayNot({ not }: Extract<Why, { is: 'told' }>): string[] {
  return (Object.keys(UNTOLD) as Untold[]).flatMap((why) => {
    const names = not.filter((one) => one.why === why).map(({ key }) => CONDITIONS[key].name);
    return names.length > 0 ? [`${UNTOLD[why]}: ${listed(names)}.`] : [];
  });
}

/** Spread, log-odds, from which things are said to differ by themselves (judgement). */
const DIFFER = 0.5;
/** What differs by itself beyond what was looked at, in a sentence; null where nothing does. */
export function sayDiffers({ spreads }: Extract<Why, { is: 'told' }>): string | null {
  const names = (Object.keys(spreads) as (keyof typeof spreads)[]).filter(
    (key) => spreads[key] > DIFFER,
  );
  return names.length > 0
    ? `${capital(listed(names))} differ by more than all of this explains.`
    : null;
}

/** That there is not enough yet, and how much is. */
export const sayTooFew = ({ shots, hits, wanted }: Extract<Why, { is: 'too few' }>): string =>
  `Not enough yet: ${shots} shots and ${hits} of it. From ${wanted.shots} shots with ` +
  `${wanted.hits} of it something can be told.`;
