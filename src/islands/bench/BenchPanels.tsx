import { Suspense } from 'react';
import type { HeatAnswer, Send, SessionState, SaidStep } from '@/core/session/index.ts';
import type { OnTape } from '@/core/session/onTape.ts';
import { heatNow } from '@/core/session/index.ts';
import { NotCome } from '@/ui/NotCome.tsx';
import { Instruments } from './Instruments.tsx';
import {
  BenchTape,
  Change,
  Colouring,
  CupPanel,
  Keys,
  OtherSteps,
  ReadingPad,
  TrialCard,
  Trouble,
} from './panels.ts';
import type { useDevices } from './useDevices.ts';
import { heard } from './useDevices.ts';

/** What is open over the bench. */
export type Open =
  | { what: 'read'; kind: string; key: string; typed?: string }
  | { what: 'cup'; key: string }
  | { what: 'trial'; mould: string }
  | { what: 'trouble' | 'other' | 'change' | 'keys' | 'add' | 'tape' }
  | null;

interface Props extends Pick<ReturnType<typeof useDevices>, 'devices'> {
  id: number;
  panel: Open;
  /** where it stands on its tape; null until that is known */
  on: OnTape | null;
  state: SessionState;
  answer: HeatAnswer | null;
  step: SaidStep | null;
  now: number;
  deviceWrong: ReturnType<typeof useDevices>['wrong'];
  putDevice: ReturnType<typeof useDevices>['place'];
  /** records, and gives the big key back */
  send: (send: Send) => void;
  /** records, and leaves what is open as it is */
  act: (send: Send) => void;
  undo: () => void;
  setPanel: (open: Open) => void;
  /** closes what is open and gives the big key back */
  leave: () => void;
}
type Of<What> = Extract<NonNullable<Open>, { what: What }>;

/** What a cup is believed to be at, °C: digits typed for it are plain by that. */
const believedOf =
  ({ state, answer, now }: Pick<Props, 'state' | 'answer' | 'now'>) =>
  (key: string): number | null => {
    const cup = state.cups.get(key);
    const since = answer ? Math.max(0, (now - answer.at) / 1000) : 0;
    return cup ? heatNow(cup, answer?.cups[key], since) : null;
  };

const Read = ({ panel, ...rest }: Props & { panel: Of<'read'> }) => (
  <ReadingPad
    state={rest.state}
    start={panel}
    units={rest.state.snapshot.units}
    believed={believedOf(rest)}
    instruments={(target) => (
      <Instruments
        devices={rest.devices}
        session={rest.id}
        target={target}
        units={rest.state.snapshot.units}
        now={rest.now}
        wrong={rest.deviceWrong}
        onPlace={rest.putDevice}
      />
    )}
    // A hand on its way to say that it was all finds the key guarded.
    onSend={(what, plain) => (plain ? rest.act(what) : rest.send(what))}
    onClose={rest.leave}
  />
);

/** What the scales show that stand with a cup, or with nothing. */
const scaleOf = ({ id, devices, now }: Props, key: string) =>
  heard(devices, { kind: 'scale', session: id, now, key });

function Cup({ panel, ...rest }: Props & { panel: Of<'cup'> }) {
  const cup = rest.state.cups.get(panel.key);
  return (
    cup && (
      <CupPanel
        state={rest.state}
        cup={cup}
        units={rest.state.snapshot.units}
        seen={rest.answer?.cups[panel.key]}
        scale={scaleOf({ panel, ...rest }, panel.key)}
        onSend={rest.act}
        onClose={() => rest.setPanel(null)}
      />
    )
  );
}

function Add(props: Props) {
  const { state, step, act, undo, leave } = props;
  return (
    <Colouring
      state={state}
      start={step?.key === 'colour' ? step.target : ''}
      units={state.snapshot.units}
      heatOf={believedOf(props)}
      scale={(key) => scaleOf(props, key)}
      onSend={act}
      onUndo={undo}
      onClose={leave}
    />
  );
}

/** Whatever panel is open. */
export function BenchPanels({ panel, ...rest }: Props) {
  // One that has not come is closed with what waits for it.
  return panel ? (
    <Suspense
      fallback={
        <div className="fixed inset-x-0 top-0 z-30">
          <NotCome onClose={rest.leave} />
        </div>
      }
    >
      <Opened {...rest} panel={panel} />
    </Suspense>
  ) : null;
}

function Opened({ panel, ...rest }: Omit<Props, 'panel'> & { panel: NonNullable<Open> }) {
  const { state, now, send, act, setPanel, leave } = rest;
  const { units } = state.snapshot;
  const close = () => setPanel(null);
  switch (panel.what) {
    case 'read':
      return <Read {...rest} panel={panel} />;
    case 'cup':
      return <Cup {...rest} panel={panel} />;
    case 'trial':
      return <TrialCard {...{ state, units }} mould={panel.mould} onSend={send} onClose={leave} />;
    case 'other':
      return (
        <OtherSteps
          {...{ state, units, now }}
          onSend={send}
          onClose={close}
          onRead={(other) => setPanel({ what: 'read', ...other })}
        />
      );
    case 'trouble':
      return <Trouble {...{ state, units }} onSend={send} onClose={close} />;
    case 'change':
      return <Change {...{ state, units, now }} onSend={act} onClose={close} />;
    case 'add':
      return <Add {...rest} panel={panel} />;
    case 'tape':
      return rest.on && <BenchTape {...{ state, now }} on={rest.on} onSend={act} onClose={leave} />;
    case 'keys':
      return <Keys onClose={close} />;
  }
}
