import { density, PLASTISOL } from '../../material/index.ts';
import { rigOf, sourceOf } from '../../plan/index.ts';
import type { StageMass } from '../../shot/index.ts';
import { massShares, shares, stageMass, sum } from '../../shot/index.ts';
import type { RunState, SessionState } from '../state.ts';
import type { MouldState } from '../state/mould.ts';
import type { CupState } from '../state/cup.ts';
import { layerDensity20 } from '../layerCup.ts';

export const rhoOf = (cup: CupState | undefined, celsius: number): number =>
  density(celsius, cup?.density20 ?? PLASTISOL.density20);

/** Density at 20 °C of what a run's barrels hold by their shares, or of its first poured cup. */
export function runRho(state: SessionState, run: RunState): number {
  const rig = rigOf(run);
  const grade = (layer: string) => layerDensity20(state, run, layer);
  if (rig) return sum(shares(rig).map((part, i) => part * grade(run.stage.layers[i]?.key ?? '')));
  const poured = run.stage.pours.filter((pour) => pour.share !== null);
  const all = sum(poured.map((pour) => pour.share!));
  return all > 0
    ? sum(poured.map((pour) => (pour.share! / all) * grade(pour.key)))
    : PLASTISOL.density20;
}

/** Masses of one filling of a mould by a run, g. */
export const massFor = (state: SessionState, run: RunState, mould: MouldState): StageMass =>
  stageMass(run.stage, mould.mould, sourceOf(run.job, run.stage), runRho(state, run));

/**
 * Share of a push each of a run's barrels gives, by mass: its volume's share in plastic of its own
 * density.
 */
export function pushParts(state: SessionState, run: RunState): number[] {
  const rig = rigOf(run);
  return rig
    ? massShares(
        shares(rig),
        run.stage.layers.map((layer) => layerDensity20(state, run, layer.key)),
      )
    : [];
}
