import { useState } from 'react';
import type { Shelf } from '@/core/plan/index.ts';
import { UNNAMED, withUnnamed } from '@/core/plan/index.ts';
import type { Send, SessionState } from '@/core/session/index.ts';
import { takeCup } from '@/core/session/index.ts';
import { Combobox } from '@/ui/Combobox.tsx';
import { entryOptions, Select } from '@/ui/Select.tsx';

interface Props {
  state: SessionState;
  shelf: Shelf;
  onSend: (send: Send) => void;
}
/** Another cup on the bench, with nothing to shoot from it yet: what goes in says what it is. */
export function AnotherCup({ state, shelf, onSend }: Props) {
  const [vessel, setVessel] = useState(String(shelf.vessels[0]?.id ?? ''));
  const [mix, setMix] = useState(String(UNNAMED));
  const { mixes } = withUnnamed(shelf, 'medium');
  const send = takeCup(state, { vessel: Number(vessel), mix: Number(mix) }, shelf);
  return (
    <section className="border-t border-ink py-3" aria-label="Another cup">
      <h3 className="font-bold">Another cup</h3>
      <div className="mt-2 grid items-end gap-3 md:grid-cols-[1fr_1fr_auto]">
        <Select
          label="Vessel"
          value={vessel}
          options={entryOptions(shelf.vessels)}
          onChange={setVessel}
        />
        <Combobox
          label="Meant for"
          list="mixes"
          value={mix}
          options={entryOptions(mixes)}
          onChange={setMix}
        />
        <button
          type="button"
          className="act min-h-16"
          disabled={!send}
          onClick={() => send && onSend(send)}
        >
          Stand it there
        </button>
      </div>
    </section>
  );
}
