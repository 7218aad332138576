import { useState } from 'react';
import { Select } from '@/ui/Select.tsx';

/** A shot of a finished session as it may be put right. */
export interface DoneShot {
  id: string;
  n: number;
  bait: string;
  colour: string;
  asked: boolean;
  willDo: boolean;
  cavities: number[];
  good: number;
  usable: number;
  second: number;
}
export type Act = { kind: string; payload: object };
function Number_({
  label,
  value,
  most,
  set,
}: {
  label: string;
  value: number;
  most: number;
  set: (count: number) => void;
}) {
  return (
    <label className="field">
      <span>{label}</span>
      <input
        className="box figure"
        type="number"
        inputMode="numeric"
        min={0}
        max={most}
        value={value}
        onChange={(change) =>
          set(Math.max(0, Math.min(most, Math.round(Number(change.target.value) || 0))))
        }
      />
    </label>
  );
}
/**
 * One shot: counted again, one cavity marked anew, baits lost, named, or taken for the line after
 * all.
 */
export function Shot({
  shot,
  colourways,
  faults,
  send,
}: Pick<Props, 'colourways' | 'faults'> & { shot: DoneShot; send: (act: Act) => void }) {
  const [count, setCount] = useState({ good: shot.good, usable: shot.usable, second: shot.second });
  const [lost, setLost] = useState({ good: 0, usable: 0 });
  const [mark, setMark] = useState({ cavity: shot.cavities[0] ?? 1, grade: 'usable', fault: '' });
  const [why, setWhy] = useState('');
  const said = why.trim().length > 0;
  const too = count.good + count.usable + count.second > shot.cavities.length;
  return (
    <div className="grid gap-3 border-b border-rule py-3" data-right={shot.id}>
      <label className="field">
        <span>Why it is put right</span>
        <input
          className="box"
          value={why}
          onChange={(change) => setWhy(change.target.value)}
          placeholder="counted on the rack; tray dropped"
        />
      </label>
      <div className="grid grid-cols-[1fr_1fr_1fr_auto] items-end gap-3">
        <Number_
          label="Good"
          value={count.good}
          most={shot.cavities.length}
          set={(good) => setCount({ ...count, good })}
        />
        <Number_
          label="Usable"
          value={count.usable}
          most={shot.cavities.length}
          set={(usable) => setCount({ ...count, usable })}
        />
        <Number_
          label="Seconds"
          value={count.second}
          most={shot.cavities.length}
          set={(second) => setCount({ ...count, second })}
        />
        <button
          type="button"
          className="act"
          disabled={!said || too}
          onClick={() => send({ kind: 'recounted', payload: { shot: shot.id, ...count, why } })}
        >
          Save the count
        </button>
      </div>
      {too && (
        <p className="wrong" role="alert">
          The shot filled {shot.cavities.length} cavities; that is more.
        </p>
      )}
      <div className="grid grid-cols-[1fr_1fr_auto] items-end gap-3">
        <Number_
          label="Lost, of the good"
          value={lost.good}
          most={shot.good}
          set={(good) => setLost({ ...lost, good })}
        />
        <Number_
          label="Lost, of the usable"
          value={lost.usable}
          most={shot.usable}
          set={(usable) => setLost({ ...lost, usable })}
        />
        <button
          type="button"
          className="act"
          disabled={!said || lost.good + lost.usable === 0}
          onClick={() => send({ kind: 'dropped', payload: { shot: shot.id, ...lost, why } })}
        >
          Save as lost
        </button>
      </div>
      <div className="grid grid-cols-[90px_1fr_1fr_auto] items-end gap-3">
        <label className="field">
          <span>Cavity</span>
          <select
            className="box"
            value={mark.cavity}
            onChange={(change) => setMark({ ...mark, cavity: Number(change.target.value) })}
          >
            {shot.cavities.map((cavity) => (
              <option key={cavity}>{cavity}</option>
            ))}
          </select>
        </label>
        <label className="field">
          <span>It is</span>
          <select
            className="box"
            value={mark.grade}
            onChange={(change) => setMark({ ...mark, grade: change.target.value })}
          >
            {['good', 'usable', 'second'].map((grade) => (
              <option key={grade}>{grade}</option>
            ))}
          </select>
        </label>
        <Select
          label="For"
          value={mark.fault}
          disabled={mark.grade === 'good'}
          options={[
            { value: '', name: 'no fault named' },
            ...faults.map(({ key, name }) => ({ value: key, name })),
          ]}
          onChange={(fault) => setMark({ ...mark, fault })}
        />
        <button
          type="button"
          className="act"
          disabled={!said}
          onClick={() =>
            send({
              kind: 'cavityMarked',
              payload: {
                shot: shot.id,
                cavity: mark.cavity,
                grade: mark.grade,
                fault: mark.grade === 'good' ? null : mark.fault || null,
                why,
              },
            })
          }
        >
          Save the mark
        </button>
      </div>
      {!shot.asked && (
        <div className="flex flex-wrap items-end gap-3">
          <Select
            className="min-w-52 flex-1"
            label={`Its colours are “${shot.colour}”. By name`}
            value=""
            options={[
              { value: '', name: 'choose a colourway' },
              ...colourways.map(({ id, name }) => ({ value: String(id), name })),
            ]}
            onChange={(id) => {
              const colourway = colourways.find((other) => other.id === Number(id));
              if (colourway) send({ kind: 'named', payload: { shots: [shot.id], colourway } });
            }}
          />
          <button
            type="button"
            className="act"
            onClick={() => send({ kind: 'willDo', payload: { shots: [shot.id], will: true } })}
          >
            They will do for the line
          </button>
        </div>
      )}
      {shot.willDo && (
        <p>
          <button
            type="button"
            className="act"
            onClick={() => send({ kind: 'willDo', payload: { shots: [shot.id], will: false } })}
          >
            They will not do for the line after all
          </button>
        </p>
      )}
    </div>
  );
}
export interface Props {
  session: number;
  shots: DoneShot[];
  colourways: { id: number; name: string }[];
  faults: { key: string; name: string }[];
}
