import { useState } from 'react';
import type { Fault } from '@/core/session/index.ts';
import { FAULTS, remedyOf, smokeAt } from '@/core/session/index.ts';
import { Dialog } from '@/ui/Dialog.tsx';
import type { Panel } from './panel.ts';

export function Trouble({ state, onSend, onClose }: Panel) {
  const [text, setText] = useState('');
  const [note, setNote] = useState('');
  const moulds = [...state.moulds.values()];
  const [mould, setMould] = useState(moulds[0]?.key ?? '');
  const keepNote = () => {
    onSend({ kind: 'noted', payload: { mould, text: note.trim() } });
    onClose();
  };
  const go = (what: string) => {
    onSend({ kind: 'trouble', payload: { about: '', what } });
    onClose();
  };
  return (
    <Dialog open onClose={onClose} title="Trouble">
      <p className="hint mb-2">
        It is noted with the time. Smoke: stop heating, get it outside, leave. A burn: cool running
        water for 20 minutes, do not peel plastic off skin, seek help.
      </p>
      <div className="mb-4 flex flex-wrap gap-2">
        {[...state.cups.values()]
          .filter((cup) => cup.charges > 0)
          .map((cup) => (
            <button
              key={cup.key}
              type="button"
              className="act min-h-16"
              onClick={() => {
                smokeAt(cup).forEach(onSend);
                onClose();
              }}
            >
              {cup.letter} smokes
            </button>
          ))}
        {['boiled over', 'ran short', 'plug stuck', 'leak at the block', 'dropped'].map((word) => (
          <button key={word} type="button" className="act min-h-16" onClick={() => go(word)}>
            {word}
          </button>
        ))}
      </div>
      <label className="field">
        <span>Or in your own words</span>
        <input
          className="box"
          value={text}
          onChange={(change) => setText(change.target.value)}
          onKeyDown={(press) => press.key === 'Enter' && text.trim() && go(text.trim())}
        />
      </label>
      <button
        type="button"
        className="act act-main mt-3"
        disabled={!text.trim()}
        onClick={() => go(text.trim())}
      >
        Note it
      </button>
      <h3 className="mt-5 font-bold">A note on a mould, shown whenever it is closed</h3>
      <div className="mt-1 grid gap-2 sm:grid-cols-[200px_1fr]">
        <label className="field">
          <span>Mould</span>
          <select
            className="box"
            value={mould}
            onChange={(change) => setMould(change.target.value)}
          >
            {moulds.map((mould) => (
              <option key={mould.key} value={mould.key}>
                {mould.mould.name}
              </option>
            ))}
          </select>
        </label>
        <label className="field">
          <span>Note</span>
          <input
            className="box"
            value={note}
            onChange={(change) => setNote(change.target.value)}
            onKeyDown={(press) => press.key === 'Enter' && note.trim() && keepNote()}
          />
        </label>
      </div>
      <button type="button" className="act mt-2" disabled={!note.trim()} onClick={keepNote}>
        Save the note
      </button>
      {state.troubles.length > 0 && (
        <ul className="mt-4">
          {[...state.troubles].reverse().map((trouble) => (
            <li key={trouble.event} className="border-t border-rule py-1">
              <span className="figure mr-3">{new Date(trouble.at).toTimeString().slice(0, 5)}</span>
              {trouble.what}
            </li>
          ))}
        </ul>
      )}
      <h3 className="mt-4 font-bold">What usually helps</h3>
      <ul className="text-sm">
        {(Object.keys(FAULTS) as Fault[]).map((fault) => (
          <li key={fault}>
            <b>{FAULTS[fault].name}</b>: {remedyOf(fault, state.snapshot.units)}
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
