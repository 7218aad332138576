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
  /** how the cup was when it was taken; null = it is no cup of this bench */
  from: TakenFrom | null;
}
/** A cup as it was when something was taken from it. */
export interface TakenFrom {
  mix: number;
  grade: string;
  /** bottles its plastisol may have come out of, by their material's number */
  plastisols: readonly number[];
  /** one of them was damp */
  damp: boolean;
  /** how full it was, of what its vessel may hold; null = it has none */
  level: number | null;
  /** trips through fusion in the mean of what it held */
  heats: number;
}
/** g in a barrel, with the cup it came from. */
interface BarrelContent {
  cup: string;
  layer: string;
  grams: number;
}
/** An injector drawn full: by which draw, what of it is left, and what was shot from it. */
interface InjectorLoad {
  draw: string;
  /** barrel by barrel, in the order of the run's layers */
  contents: BarrelContent[];
  shots: number;
  lastShotAt: number;
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
  /** what it is drawn full of; null: it is empty */
  load: InjectorLoad | null;
  /** cup whose colour last stood in each barrel, as it hangs; null = clean */
  stained: (string | null)[];
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
  load: null,
  stained: injector.barrels.map(() => null),
});

/** What stands in its barrels; nothing where it is empty. */
export const contentsOf = ({ load }: Pick<InjectorState, 'load'>): BarrelContent[] =>
  load?.contents ?? [];
