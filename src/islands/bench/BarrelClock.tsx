import { lastCavity } from '@/core/heat/index.ts';
import { clock, degrees } from '@/core/quantity/index.ts';
import type { HeatAnswer, InjectorState, MouldState, SessionState } from '@/core/session/index.ts';

/** s a push and the move to the next port take, before the shop's own are known (judgement). */
const EACH = 9;

interface Props {
  state: SessionState;
  injector: InjectorState;
  answer: HeatAnswer | null;
  mould: MouldState | null;
  now: number;
}

/** The last cavity one draw reaches, of a mould filled port by port; null of any other. */
function reaches({ state, mould }: Props, seconds: number): number | null {
  if (mould?.mould.feed !== 'each') return null;
  const shot = mould.phase.is === 'filling' ? state.shots.get(mould.shot ?? '') : undefined;
  const filled = shot?.cavities.size ?? 0;
  return filled + lastCavity(seconds, EACH / 2, EACH, mould.mould.cavities.length - filled);
}

/** No clock runs: what is in the injector, and how often it was drawn. */
const Still = ({ injector, drawn }: Pick<Props, 'injector'> & { drawn: string }) => (
  <>
    <p className="truncate font-bold">
      {drawn}, {injector.warmed ? 'warm' : 'cold'}
    </p>
    <p className="hint">
      {injector.draws} {injector.draws === 1 ? 'draw' : 'draws'} tonight
    </p>
  </>
);

/**
 * The clock of a draw: how long the barrels still give a good shot, and of a port-by-port mould how
 * far that reaches.
 */
export function BarrelClock(props: Props) {
  const { state, injector, answer, now } = props;
  const draw = state.draws.get(injector.load?.draw ?? '');
  const barrels = answer?.barrels ?? [];
  if (!draw || barrels.length === 0)
    return <Still {...{ injector }} drawn={draw ? `Draw ${draw.n} in it` : 'Empty'} />;
  const left = Math.min(...barrels.map((barrel) => barrel.good)) - (now - draw.at) / 1000;
  const leaving = barrels.map((barrel) => degrees(barrel.leaving, state.snapshot.units)).join(', ');
  const last = reaches(props, left);
  const good = left > 0;
  return (
    <>
      <p className={`font-bold leading-tight ${good ? '' : 'text-watch'}`}>
        <span className="figure text-xl">{good ? clock(left) : '◇ cold'}</span>{' '}
        {good ? 'still good' : ''}
      </p>
      <p className="hint leading-tight">
        {leaving} leaves it{last !== null ? `; up to cavity ${last}` : ''}
      </p>
    </>
  );
}
