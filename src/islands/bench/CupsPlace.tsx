import {
  apartOf,
  cupGives,
  drawCups,
  volumesSay,
  windowNow,
  type BenchView,
  type HeatAnswer,
  type SessionState,
} from '@/core/session/index.ts';
import type { Open } from './BenchPanels.tsx';
import { CupCaptions, Cups } from './Cups.tsx';
import { Place } from './Place.tsx';
import type { Device } from './useDevices.ts';

interface Props extends Pick<BenchView, 'run' | 'cups' | 'spare'> {
  session: number;
  state: SessionState;
  answer: HeatAnswer | null;
  devices: Device[];
  now: number;
  tall: boolean;
  open: (panel: Open) => void;
}
/** The cups in hand. */
export function CupsPlace({ session, state, run, answer, devices, now, tall, open, ...at }: Props) {
  const cups = [...at.cups, ...at.spare];
  const { units, bench } = state.snapshot;
  const inCups = devices.filter(
    (device) => device.session === session && device.target?.kind === 'cup',
  );
  return (
    <Place
      tall={tall}
      at="cups"
      title="Cups"
      sub={volumesSay(
        cups.map((cup) => cup.vessel?.volume ?? 0),
        units,
      )}
      body={
        run && (
          <Cups
            {...{ cups, answer, units, now }}
            materials={state.snapshot.colour.materials}
            devices={inCups}
            matched={drawCups(state, run)}
            window={windowNow(state, run)}
            tolerance={apartOf(state, run)}
            stale={bench.stale}
            onRead={(key) => open({ what: 'read', kind: 'cup', key })}
            onCup={(key) => open({ what: 'cup', key })}
          />
        )
      }
      foot={
        <CupCaptions
          {...{ cups, answer, units }}
          gives={(cup) => (run ? cupGives(state, run, cup) : null)}
        />
      }
    />
  );
}
