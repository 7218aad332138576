import type { Job } from '../plan/index.ts';
import { GRADES } from '../material/index.ts';
import type { SessionState } from './state.ts';
import type { CupState } from './state/cup.ts';

type OfJob = { job: Pick<Job, 'drawnFrom'> };

/** Key of the cup a layer of a run is drawn or poured from; empty where it has none. */
export const layerCupKey = ({ job }: OfJob, layer: string): string => job.drawnFrom[layer] ?? '';

/** The cup a layer of a run is drawn or poured from, where it stands on the bench. */
export const layerCup = (
  { cups }: Pick<SessionState, 'cups'>,
  run: OfJob,
  layer: string,
): CupState | undefined => cups.get(layerCupKey(run, layer));

/** g/mL at 20 °C of what a layer is of; of medium plastic where its cup is not known. */
export const layerDensity20 = (
  state: Pick<SessionState, 'cups'>,
  run: OfJob,
  layer: string,
): number => layerCup(state, run, layer)?.density20 ?? GRADES.medium.density20;
