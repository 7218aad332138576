import type { Estimate } from './meanAndSpread.ts';
import type { ShopUnits } from '../quantity/index.ts';
import { show } from '../quantity/index.ts';
import { CAST_AS, isCastAs } from './castAs.ts';
import { Z80 } from '../quantiles.ts';

/** How a learned thing is named, and its figure turned from how it is kept into how it is read. */
interface Label {
  name: string;
  what: string;
  unit: string;
  /** a heat: shown as the shop reads heats */
  heat?: true;
  /** it only tells how the forecasts did: nothing goes by it */
  told?: true;
  /** so many degrees between two heats */
  apart?: true;
  /** watts for each degree between two things: degrees of the shop */
  perDegree?: true;
  /** from the kept figure to the shown one; rising */
  shown: (x: number) => number;
  places: number;
}
const exp = Math.exp;
const same = (x: number) => x;
const LABELS: Record<string, Label> = {
  air: {
    name: 'The shop’s air',
    what: 'how fast cups lose heat, against still air',
    unit: '×',
    shown: exp,
    places: 2,
  },
  calibration: {
    name: 'Its ranges',
    what: 'how wide they turn out, against how wide they are reckoned',
    unit: '×',
    shown: same,
    places: 2,
  },
  metal: {
    name: 'Ranges of metal',
    what: 'how wide they turn out, against how wide they are reckoned',
    unit: '×',
    shown: same,
    places: 2,
  },
  inside: {
    name: 'Inside its range',
    what: 'of 100 readings that were foreseen; 80 is right',
    told: true,
    unit: 'of 100',
    shown: (x) => 100 * Math.min(1, Math.max(0, x)),
    places: 0,
  },
  cold: {
    name: 'Half come short',
    what: 'with its metal so far under its own heat',
    unit: '',
    apart: true,
    shown: same,
    places: 0,
  },
  efficiency: {
    name: 'What it gives',
    what: 'share of the power on its label that reaches the plastic',
    unit: '%',
    shown: (x) => 100 * x,
    places: 0,
  },
  dead: {
    name: 'Until it wakes',
    what: 'seconds at the start of every burst that give nothing',
    unit: 's',
    shown: same,
    places: 1,
  },
  uneven: {
    name: 'Its hottest',
    what: 'how far the hottest of a cup runs ahead until it is stirred, against the usual',
    unit: '×',
    shown: exp,
    places: 2,
  },
  exchange: {
    name: 'Plastic to glass',
    what: 'how fast the plastic warms its cup',
    unit: 'W',
    perDegree: true,
    shown: exp,
    places: 1,
  },
  weight: {
    name: 'Weight of the glass',
    what: 'against what a cup of its size usually weighs',
    unit: '×',
    shown: exp,
    places: 2,
  },
  loss: {
    name: 'Loses its heat',
    what: 'how fast, against a mould like it on a wooden bench',
    unit: '×',
    shown: exp,
    places: 2,
  },
  opens: {
    name: 'Opens after',
    what: 'the time reckoned for its baits, times this',
    unit: '×',
    shown: exp,
    places: 2,
  },
  joint: {
    name: 'A joint takes',
    what: 'where body and insert meet, at even odds',
    unit: '',
    heat: true,
    shown: same,
    places: 0,
  },
  bleed: {
    name: 'A line bleeds',
    what: 'how far apart, in what is allowed between cups, at even odds',
    unit: '×',
    shown: same,
    places: 1,
  },
  probe: {
    name: 'It lags',
    what: 'seconds until it is two thirds of the way to what it stands in',
    unit: 's',
    shown: same,
    places: 1,
  },
  stand: {
    name: 'Into the bench',
    what: 'what the cup loses to what it stands on',
    unit: 'W',
    perDegree: true,
    shown: exp,
    places: 2,
  },
};

/** Acts of the hands as makers name them. */
const HANDS_AT: Record<string, string> = {
  woken: 'Wake the plastisol',
  warmed: 'Put metal to warm',
  charged: 'Measure and dose',
  coloured: 'Colour',
  closed: 'Close and clamp',
  topChecked: 'Look at TOP',
  drawn: 'Draw',
  shot: 'Shoot',
  held: 'Let go',
  toppedOff: 'Top off',
  emptied: 'Empty the injector',
  mouldOpened: 'Open',
  marked: 'Look at each',
  returned: 'Sprue back',
  racked: 'Lay on the rack',
  degassed: 'Degas',
  inserted: 'Lay an insert in',
  loaded: 'Lay inserts in, until each was counted',
  kept: 'Lay inserts by',
  cleaned: 'Clean the injector',
  seenTo: 'See to a cup: in, out, stirred, read',
};

/** By what is learned; of a mould's opening, with what lay in its cavities. */
function labelAs(parts: string[]): Label {
  const label = LABELS[parts.at(-1)!] ?? LABELS.air!;
  const cast = parts.at(-2);
  return isCastAs(cast) && cast !== 'whole'
    ? { ...label, name: `${label.name}, ${CAST_AS[cast].says}` }
    : label;
}

/** @param key as lessons are kept by */
export const labelOf = (key: string): Label =>
  key.startsWith('hand/')
    ? {
        name: HANDS_AT[key.slice(5)] ?? key.slice(5),
        what: 'each time',
        unit: 's',
        shown: same,
        places: 0,
      }
    : key.startsWith('probe/')
      ? LABELS.probe!
      : labelAs(key.split('/'));

/** A learned figure with the range that eight in ten would lie in, as it is shown. */
export function sayKnown(
  key: string,
  { mean, sd }: Estimate,
  units: ShopUnits,
): { middle: number; low: number; high: number; unit: string; text: string } {
  const { shown, places, heat, apart, perDegree, ...rest } = labelOf(key);
  const degree = show(0, 'temperature', units).unit;
  const unit = heat || apart ? degree : perDegree ? `${rest.unit}/${degree}` : rest.unit;
  const each = units.temperature !== 'F' ? 1 : perDegree ? 5 / 9 : apart ? 9 / 5 : 1;
  const at = (x: number) =>
    heat ? Number(show(x, 'temperature', units, 3).number) : each * shown(x);
  const [middle, low, high] = [at(mean), at(mean - Z80 * sd), at(mean + Z80 * sd)];
  return {
    middle,
    low,
    high,
    unit,
    text: `${middle.toFixed(places)} ${unit}, ${low.toFixed(places)} to ${high.toFixed(places)}`,
  };
}
