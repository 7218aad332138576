import { cored, hasTop, isJudged, jointed, type LineWanted, type Stage } from '../build/build.ts';
import { insertOf } from '../build/inserts/index.ts';
import { degrees, degreesApart } from '../quantity/format.ts';
import type { ShopUnits } from '../quantity/units.ts';

/** What a stage is, as far as its faults go. */
const TRAITS = {
  laminated: hasTop,
  mixed: (stage: Stage) => stage.layers.length > 1,
  judged: isJudged,
  shell: (stage: Stage) => insertOf(stage.makes)?.hollow === true,
  cored,
  jointed,
  poured: (stage: Stage) => stage.pours.length > 0,
} as const;
type Trait = keyof typeof TRAITS;

/** Words, a heat in °C, or so many K from one to another. */
type RemedyPart = string | { heat: number } | { apart: readonly [number, number] };

interface FaultEntry {
  name: string;
  /** what usually helps, in words and amounts: heats are said as the shop reads them */
  remedy: string | readonly RemedyPart[];
  /** stages it can be seen at; left out = any */
  at?: Trait[];
  /** belongs to an earlier stage, though it is seen at this one */
  earlier?: true;
}

/** What can be wrong with a bait, as makers say it, and the usual remedy. */
export const FAULTS = {
  short: { name: 'short', remedy: ['warm the metal, or shoot ', { apart: [5, 10] }, ' hotter'] },
  coreShort: {
    name: 'core missing',
    remedy: 'hold longer on the narrow gates; shoot spares',
    at: ['cored'],
  },
  opaque: {
    name: 'too opaque',
    remedy: 'thin the shell colour',
    at: ['shell', 'cored'],
    earlier: true,
  },
  shellTorn: {
    name: 'shell torn',
    remedy: 'cool it longer, oil the rod',
    at: ['shell', 'cored'],
    earlier: true,
  },
  rodFlash: { name: 'rod flashed', remedy: 'seat the rod, push lighter', at: ['shell'] },
  joint: {
    name: 'joint open',
    remedy: ['body ', { heat: 182 }, ' or more, warm inserts, less oil'],
    at: ['jointed'],
  },
  crooked: {
    name: 'tail crooked',
    remedy: 'tap it down, look for a gap round it',
    at: ['jointed'],
  },
  bare: {
    name: 'no insert',
    remedy: 'load every cavity, or leave it out',
    at: ['jointed', 'cored'],
  },
  smeared: {
    name: 'spot smeared',
    remedy: 'let it skin; a hot shot over a chilled accent',
    at: ['poured'],
  },
  muddied: { name: 'muddied', remedy: 'slower pulses, equal heats', at: ['judged'] },
  dent: { name: 'dent', remedy: 'hold longer and top off twice' },
  bubbles: { name: 'bubbles', remedy: 'degas, keep the cup deeper, draw slower' },
  flash: { name: 'flash', remedy: 'reseat and clamp, lighter push' },
  line: { name: 'line off', remedy: 'match the heats, square the block', at: ['mixed'] },
  bled: { name: 'bled', remedy: 'match the heats', at: ['mixed'] },
  upside: { name: 'upside down', remedy: 'look at TOP before the shot', at: ['laminated'] },
  torn: { name: 'torn', remedy: 'wait longer, open the other side up' },
  gooey: { name: 'gooey', remedy: 'cook again, scrape the edge' },
  yellow: { name: 'yellow', remedy: 'shorter bursts, stabiliser' },
  dirty: { name: 'dirty', remedy: 'a blade for each colour' },
} as const satisfies Record<string, FaultEntry>;
export type Fault = keyof typeof FAULTS;

/** What usually helps against a fault, in the shop's own units. */
export function remedyOf(fault: Fault, units: ShopUnits): string {
  const { remedy }: FaultEntry = FAULTS[fault];
  if (typeof remedy === 'string') return remedy;
  return remedy
    .map((part) => {
      if (typeof part === 'string') return part;
      if ('heat' in part) return degrees(part.heat, units);
      const [from, to] = part.apart.map((kelvin) => degreesApart(kelvin, units));
      return `${from!.replace('°', '')} to ${to!}`;
    })
    .join('');
}

/**
 * Faults a stage can show, its own first.
 * @param line a soft line is no fault where it is wanted
 */
export const faultsOf = (stage: Stage, line?: LineWanted): Fault[] =>
  (Object.keys(FAULTS) as Fault[]).filter((fault) => {
    if (fault === 'bled' && line === 'soft') return false;
    const { at } = FAULTS[fault] as FaultEntry;
    return !at || at.some((text) => TRAITS[text](stage));
  });

/** Name of the stage a fault belongs to, seen at stage `i` of a build. */
export function faultStage(stages: readonly Stage[], i: number, fault: Fault): string {
  const entry: FaultEntry = FAULTS[fault];
  const from =
    entry.earlier && stages[i]?.takes
      ? stages.find((stage) => stage.key === stages[i]!.takes)
      : undefined;
  return (from ?? stages[i])?.name ?? '';
}
