import { useEffect, useState } from 'react';
import type { Shelf } from '@/core/plan/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import type { Send, SessionState } from '@/core/session/index.ts';
import { isUntouched } from '@/core/session/index.ts';
import { call } from '@/ui/api.ts';
import { Dialog } from '@/ui/Dialog.tsx';
import { AlsoShoot } from './AlsoShoot.tsx';
import { AnotherCup } from './AnotherCup.tsx';
import { RunChanges } from './RunChanges.tsx';
import { OvenChange } from './OvenChange.tsx';

interface Props {
  state: SessionState;
  units: ShopUnits;
  onSend: (send: Send) => void;
  onClose: () => void;
  now: number;
}

/**
 * Plans change at the bench. Each change counts from here on; what was shot stays as it was shot.
 */
export function Change({ state, units, onSend, onClose }: Props) {
  const [shelf, setShelf] = useState<Shelf | null>(null);
  useEffect(
    () =>
      void call<Shelf>('GET', '/api/catalogue').then((reply) => reply.ok && setShelf(reply.value)),
    [],
  );
  return (
    <Dialog open onClose={onClose} title="Change the session" wide>
      {[...state.runs.values()].map((run) => (
        <RunChanges
          key={run.key}
          state={state}
          run={run}
          shelf={shelf}
          units={units}
          onSend={onSend}
        />
      ))}
      {shelf && <AlsoShoot {...{ state, shelf, units, onSend }} />}
      {shelf && <AnotherCup {...{ state, shelf, onSend }} />}
      <OvenChange state={state} onSend={onSend} />
      <div className="flex flex-wrap gap-3 border-t border-ink pt-4">
        <button
          type="button"
          className="act min-h-16"
          onClick={() => {
            onSend({ kind: 'brokenOff', payload: { why: '' } });
            onClose();
          }}
        >
          Break off for the night
        </button>
        <button
          type="button"
          className="act min-h-16"
          onClick={() => {
            onSend({ kind: 'finished', payload: {} });
            onClose();
          }}
        >
          {isUntouched(state) ? 'Put it back' : 'Finish here and count'}
        </button>
      </div>
      <p className="hint mt-2">
        Breaking off stops the session’s clock; everything counts as cold when it is taken up again.
        Switch off plates and guns.
        {isUntouched(state) && ' Nothing was done yet: put back, its plan lies ready again.'}
      </p>
    </Dialog>
  );
}
