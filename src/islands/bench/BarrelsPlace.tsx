import {
  unpoured,
  volumesSay,
  type BenchView,
  type HeatAnswer,
  type SessionState,
  type SaidStep,
} from '@/core/session/index.ts';
import { BarrelClock } from './BarrelClock.tsx';
import { Barrels } from './Barrels.tsx';
import { ByHand } from './ByHand.tsx';
import { Place } from './Place.tsx';

interface Props extends Pick<BenchView, 'run' | 'injector' | 'turn'> {
  state: SessionState;
  answer: HeatAnswer | null;
  step: SaidStep | null;
  now: number;
  tall: boolean;
  onMain: () => void;
}
/** What plastic is pushed with: the barrels of an injector, or a hand and a cup. */
export function BarrelsPlace({ injector, ...rest }: Props) {
  return injector ? <WithInjector {...{ injector, ...rest }} /> : <WithHands {...rest} />;
}

function WithInjector({
  state,
  run,
  injector,
  turn,
  answer,
  step,
  now,
  tall,
  onMain,
}: Props & { injector: NonNullable<Props['injector']> }) {
  const mould = turn?.mould ?? null;
  return (
    <Place
      tall={tall}
      at="barrels"
      title="Barrels"
      sub={volumesSay(
        injector.injector.barrels.map((barrel) => barrel.volume),
        state.snapshot.units,
      )}
      body={
        run && (
          <Barrels
            {...{ injector, mould }}
            run={turn?.run ?? run}
            cups={state.cups}
            pulse={step?.key === 'shoot' ? step.pulse : undefined}
            onTop={() => step?.key === 'top' && onMain()}
          />
        )
      }
      foot={<BarrelClock {...{ state, injector, answer, mould, now }} />}
    />
  );
}

const WithHands = ({ state, run, turn, tall }: Omit<Props, 'injector'>) => (
  <Place
    tall={tall}
    at="barrels"
    title="By hand"
    sub="from the cup"
    body={
      run && (
        <ByHand
          run={run}
          cups={state.cups}
          next={turn ? (unpoured(run, turn.mould)[0]?.key ?? null) : null}
        />
      )
    }
    foot={undefined}
  />
);
