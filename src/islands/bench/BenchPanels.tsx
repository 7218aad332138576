import { Suspense } from 'react';
import type { HeatAnswer, Send, SessionState, Step } from '@/core/session/index.ts';
import { Instruments } from './Instruments.tsx';
import { heatNow } from './CupFigure.tsx';
import { Change, Colouring, CupPanel, Keys, OtherSteps, TrialCard, Trouble } from './panels.ts';
import { ReadingPad } from './ReadingPad.tsx';
import type { useDevices } from './useDevices.ts';
import { heard } from './useDevices.ts';

/** What is open over the bench. */
export type Open =
  | { what: 'read'; kind: string; key: string }
  | { what: 'cup'; key: string }
  | { what: 'trial'; mould: string }
  | { what: 'trouble' | 'other' | 'change' | 'keys' | 'add' }
  | null;

interface Props extends Pick<ReturnType<typeof useDevices>, 'devices'> {
  id: number;
  panel: Open;
  state: SessionState;
  answer: HeatAnswer | null;
  step: Step | null;
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
/** Whatever panel is open. */
export function BenchPanels({
  id,
  panel,
  state,
  answer,
  step,
  now,
  devices,
  deviceWrong,
  putDevice,
  send,
  act,
  undo,
  setPanel,
  leave,
}: Props) {
  const { units } = state.snapshot;
  return (
    <Suspense>
      {panel?.what === 'read' && (
        <ReadingPad
          state={state}
          start={panel}
          units={units}
          instruments={(target) => (
            <Instruments
              devices={devices}
              session={id}
              target={target}
              units={units}
              now={now}
              wrong={deviceWrong}
              onPlace={putDevice}
            />
          )}
          onSend={send}
          onClose={leave}
        />
      )}
      {panel?.what === 'cup' && state.cups.has(panel.key) && (
        <CupPanel
          state={state}
          cup={state.cups.get(panel.key)!}
          units={units}
          scale={heard(devices, { kind: 'scale', session: id, now, key: panel.key })}
          onSend={act}
          onClose={() => setPanel(null)}
        />
      )}
      {panel?.what === 'trial' && (
        <TrialCard state={state} mould={panel.mould} units={units} onSend={send} onClose={leave} />
      )}
      {panel?.what === 'other' && (
        <OtherSteps
          state={state}
          units={units}
          now={now}
          onSend={send}
          onClose={() => setPanel(null)}
          onRead={(other) => setPanel({ what: 'read', ...other })}
        />
      )}
      {panel?.what === 'trouble' && (
        <Trouble state={state} units={units} onSend={send} onClose={() => setPanel(null)} />
      )}
      {panel?.what === 'change' && (
        <Change state={state} units={units} now={now} onSend={act} onClose={() => setPanel(null)} />
      )}
      {panel?.what === 'add' && (
        <Colouring
          state={state}
          start={step?.key === 'colour' ? step.target : ''}
          units={units}
          heatOf={(key) => {
            const cup = state.cups.get(key);
            return cup
              ? heatNow(cup, answer?.cups[key], answer ? Math.max(0, (now - answer.at) / 1000) : 0)
              : null;
          }}
          scale={(key) => heard(devices, { kind: 'scale', session: id, now, key })}
          onSend={act}
          onUndo={undo}
          onClose={leave}
        />
      )}
      {panel?.what === 'keys' && <Keys onClose={() => setPanel(null)} />}
    </Suspense>
  );
}
