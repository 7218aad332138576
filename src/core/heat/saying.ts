import type { Known } from './estimate.ts';
import { Z80 } from './forecast.ts';

/** How a learned thing is named, and its figure turned from how it is kept into how it is read. */
interface Saying {
  name: string;
  what: string;
  unit: string;
  /** from the kept figure to the shown one; rising */
  shown: (x: number) => number;
  places: number;
}
const exp = Math.exp;
const SAYINGS: Record<string, Saying> = {
  air: { name: 'The shop’s air', what: 'how fast cups lose heat, against still air', unit: '×', shown: exp, places: 2 },
  efficiency: { name: 'What it gives', what: 'share of the power on its label that reaches the plastic', unit: '%', shown: (x) => 100 * x, places: 0 },
  dead: { name: 'Until it wakes', what: 'seconds at the start of every burst that give nothing', unit: 's', shown: (x) => x, places: 1 },
  exchange: { name: 'Plastic to glass', what: 'how fast the plastic warms its cup', unit: 'W/K', shown: exp, places: 1 },
  weight: { name: 'Weight of the glass', what: 'against what a cup of its size usually weighs', unit: '×', shown: exp, places: 2 },
  stand: { name: 'Into the bench', what: 'what the cup loses to what it stands on', unit: 'W/K', shown: exp, places: 2 },
};

/** Acts of the hands as makers name them. */
const HANDS_AT: Record<string, string> = { woken: 'Wake the plastisol', warmed: 'Put metal to warm', charged: 'Measure and dose', coloured: 'Colour', closed: 'Close and clamp', topChecked: 'Look at TOP', drawn: 'Draw', shot: 'Shoot', held: 'Let go', toppedOff: 'Top off', emptied: 'Empty the injector', mouldOpened: 'Open', marked: 'Look at each', returned: 'Sprue back', racked: 'Lay on the rack', degassed: 'Degas' };

/** @param key as lessons are kept by */
export const sayingOf = (key: string): Saying => (key.startsWith('hand/') ? { name: HANDS_AT[key.slice(5)] ?? key.slice(5), what: 'each time', unit: 's', shown: (x) => x, places: 0 } : (SAYINGS[key.split('/').pop()!] ?? SAYINGS.air!));

/** A learned figure with the range that eight in ten would lie in, as it is shown. */
export function sayKnown(key: string, { mean, sd }: Known): { middle: number; low: number; high: number; text: string } {
  const { shown, unit, places } = sayingOf(key);
  const [middle, low, high] = [shown(mean), shown(mean - Z80 * sd), shown(mean + Z80 * sd)];
  return { middle, low, high, text: `${middle.toFixed(places)} ${unit}, ${low.toFixed(places)} to ${high.toFixed(places)}` };
}
