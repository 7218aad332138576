import { lastCavity } from '@/core/heat/index.ts';
import { clock, degrees } from '@/core/quantity/index.ts';
import type { HeatAnswer, InjectorState, MouldState, SessionState } from '@/core/session/index.ts';

/** s a push and the move to the next port take, before the shop's own are known (judgement). */
const EACH = 9;

/**
 * The clock of a draw: how long the barrels still give a good shot, and of a port-by-port mould how
 * far that reaches.
 */
export function BarrelClock({
  state,
  injector,
  answer,
  mould,
  now,
}: {
  state: SessionState;
  injector: InjectorState;
  answer: HeatAnswer | null;
  mould: MouldState | null;
  now: number;
}) {
  const draw = state.draws.get(injector.draw ?? '');
  const warm = injector.warmed ? 'warm' : 'cold';
  if (!draw || !answer || answer.barrels.length === 0)
    return (
      <>
        <p className="truncate font-bold">
          {draw ? `Draw ${draw.n} in it` : 'Empty'}, {warm}
        </p>
        <p className="hint">
          {injector.draws} {injector.draws === 1 ? 'draw' : 'draws'} tonight
        </p>
      </>
    );
  const good = Math.min(...answer.barrels.map((barrel) => barrel.good));
  const gone = (now - draw.at) / 1000;
  const leaving = answer.barrels
    .map((barrel) => degrees(barrel.leaving, state.snapshot.units))
    .join(', ');
  const filled =
    mould?.phase.is === 'filling' ? (state.shots.get(mould.shot ?? '')?.cavities.size ?? 0) : 0;
  const last =
    mould?.mould.feed === 'each'
      ? filled + lastCavity(good - gone, EACH / 2, EACH, mould.mould.cavities.length - filled)
      : null;
  return (
    <>
      <p className={`font-bold leading-tight ${good > gone ? '' : 'text-watch'}`}>
        <span className="figure text-xl">{good > gone ? clock(good - gone) : '◇ cold'}</span>{' '}
        {good > gone ? 'still good' : ''}
      </p>
      <p className="hint leading-tight">
        {leaving} leaves it{last !== null ? `; up to cavity ${last}` : ''}
      </p>
    </>
  );
}
