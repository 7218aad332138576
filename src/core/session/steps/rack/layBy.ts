import { insertOf } from '../../../build/inserts/index.ts';
import { layerCup } from '../../layerCup.ts';
import { isSkipped } from '../../skips.ts';
import type { SessionState } from '../../state.ts';
import type { ShotState } from '../../state/shot.ts';
import type { Send } from '../../step.ts';

/** Whether tips of a shot's baits are dipped before they are laid down. */
function isDipped(state: SessionState, shot: ShotState): boolean {
  const run = state.runs.get(shot.job);
  const { finish } = shot.build;
  return (
    Boolean(finish && run && layerCup(state, run, finish.key)) && !isSkipped(state, 'tip', shot)
  );
}

/**
 * Where what left a mould is laid down, once it is counted: baits on the rack, inserts by, oiled.
 * Null where something is done to it before that.
 */
export function layBy(state: SessionState, shot: ShotState): Send | null {
  if (insertOf(shot.stage.makes)) return { kind: 'kept', payload: { shot: shot.id, oiled: true } };
  if (shot.stage.makes !== 'bait' || isDipped(state, shot)) return null;
  return { kind: 'racked', payload: { shot: shot.id } };
}
