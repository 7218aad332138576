import type { Injector, Block } from '../../build/tools.ts';
import type { Runs } from '../../material/viscosity.ts';
import type { Apart } from '../apart.ts';

/**
 * A layer on its way into a bait: how much, from which cup, how hot, and how far the cup's trail
 * had come.
 */

export interface Portion {
  layer: string;
  cup: string;
  ml: number;
  grams: number;
  celsius: number | null;
  runs: Runs;
  trail: number;
  /** how far the cup's plastic was from its mix then */
  apart: Apart;
}
export interface InjectorState {
  key: string;
  injector: Injector;
  block: Block | null;
  blockKey: string | null;
  warmed: boolean;
  /** °C of its barrels when last reckoned, and when */
  metal: { celsius: number; at: number };
  draws: number;
  draw: string | null;
  /** g in each barrel, with the cup each came from, in the order of the run's layers */
  contents: { cup: string; layer: string; grams: number }[];
  /** cup whose colour last stood in each barrel, as it hangs; null = clean */
  stained: (string | null)[];
  shotsSinceEmpty: number;
  lastShotAt: number;
}
export const newInjector = (
  id: number,
  injector: Injector,
  block: { id: number; block: Block } | null,
): InjectorState => ({
  key: String(id),
  injector,
  block: block?.block ?? null,
  blockKey: block ? String(block.id) : null,
  warmed: false,
  metal: { celsius: 20, at: 0 },
  draws: 0,
  draw: null,
  contents: [],
  stained: injector.barrels.map(() => null),
  shotsSinceEmpty: 0,
  lastShotAt: 0,
});
