import { degrees, degreesApart } from '../quantity/format.ts';
import type { ShopUnits } from '../quantity/units.ts';
import type { ConditionKey, ConditionUnit } from '../yield/conditions.ts';
import { CONDITIONS } from '../yield/conditions.ts';
import { ENOUGH } from './enough.ts';
import type { Untold } from './conditionsUsed.ts';
import type { GoesWith, Why } from './why.ts';

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
const sayAt = (key: ConditionKey, figure: number, units: ShopUnits): string =>
  SAID[CONDITIONS[key].unit](figure, units);

const ofHundred = (share: number): string =>
  share > 0 && share < 0.095 ? (100 * share).toFixed(1) : String(Math.round(100 * share));
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
/** Names in a row: “a, b and c”. */
const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

const wordsOf = ({ key, more }: Pick<GoesWith, 'key' | 'more'>): string =>
  more ? CONDITIONS[key].more : CONDITIONS[key].less;
/** What a condition that goes with a fault is called: “Colder metal”. */
export const headOf = (found: Pick<GoesWith, 'key' | 'more'>): string => capital(wordsOf(found));

/** Times as many, beyond which nobody counts. */
const MANY = 20;
/** How many times as many, with its range: “2.9 times as many (2.1 to 3.8)”. */
function sayTimes({ least, middle, most }: GoesWith['times']): string {
  if (middle > MANY) return `more than ${Math.floor(Math.min(MANY, least))} times as many`;
  const to = most > MANY ? 'more' : most.toFixed(1);
  return `${middle.toFixed(1)} times as many (${least.toFixed(1)} to ${to})`;
}

/**
 * What goes with a fault, in sentences: how many there are at either end, and what it may be
 * instead.
 */
export function sayWith(found: GoesWith, units: ShopUnits): string[] {
  const { key, better, worse, shareBetter, shareWorse, times, together } = found;
  const said = [
    `${ofHundred(shareWorse)} of 100 ${sayAt(key, worse, units)}, ` +
      `${ofHundred(shareBetter)} ${sayAt(key, better, units)}: ${sayTimes(times)}.`,
  ];
  if (together.length > 0)
    said.push(
      `It went together with ${listed(together.map((other) => CONDITIONS[other].name))}: ` +
        'which of them it is, these shots cannot tell.',
    );
  return said;
}

/** What is suspected and no more, in a sentence; null where nothing is. */
export function saySuspected({ with: found }: Extract<Why, { is: 'told' }>): string | null {
  const names = found
    .filter(({ sure }) => sure === 'suspected')
    .map((one) => `${wordsOf(one)}, ${sayTimes(one.times)}`);
  return names.length > 0
    ? `◇ Suspected, and no more: ${names.join('; ')}. So clear a sign comes by chance too; more shots would tell.`
    : null;
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

/** Of which faults there is not enough yet, and how much is. @param few by what each is called */
export function sayTooFew(few: readonly { fault: string; hits: number }[], shots: number): string {
  const { shots: from, hits } = ENOUGH;
  const seen = listed(few.map(({ fault, hits: count }) => `${count} of ${fault}`));
  return (
    `Not enough yet: ${seen} in ${shots} shots. From ${from} shots with ${hits} of it ` +
    'something can be told.'
  );
}
