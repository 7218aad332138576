import { useEffect, useState } from 'react';
import { v4 } from 'uuid';
import { EVENT_VERSION } from '@/core/session/words.ts';
import { call } from '@/ui/api.ts';
import { shopNow } from '@/ui/shopClock.ts';

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
interface Props {
  session: number;
  shots: DoneShot[];
  colourways: { id: number; name: string }[];
  faults: { key: string; name: string }[];
}
type Act = { kind: string; payload: object };

function Number_({
  label,
  value,
  most,
  set,
}: {
  label: string;
  value: number;
  most: number;
  set: (n: number) => void;
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
        onChange={(e) => set(Math.max(0, Math.min(most, Math.round(Number(e.target.value) || 0))))}
      />
    </label>
  );
}

/** One shot: counted again, one cavity marked anew, baits lost, named, or taken for the line after all. */
function Shot({
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
          onChange={(e) => setWhy(e.target.value)}
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
            onChange={(e) => setMark({ ...mark, cavity: Number(e.target.value) })}
          >
            {shot.cavities.map((n) => (
              <option key={n}>{n}</option>
            ))}
          </select>
        </label>
        <label className="field">
          <span>It is</span>
          <select
            className="box"
            value={mark.grade}
            onChange={(e) => setMark({ ...mark, grade: e.target.value })}
          >
            {['good', 'usable', 'second'].map((g) => (
              <option key={g}>{g}</option>
            ))}
          </select>
        </label>
        <label className="field">
          <span>For</span>
          <select
            className="box"
            value={mark.fault}
            disabled={mark.grade === 'good'}
            onChange={(e) => setMark({ ...mark, fault: e.target.value })}
          >
            <option value="">no fault named</option>
            {faults.map((f) => (
              <option key={f.key} value={f.key}>
                {f.name}
              </option>
            ))}
          </select>
        </label>
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
          <label className="field min-w-52 flex-1">
            <span>Its colours are “{shot.colour}”. By name</span>
            <select
              className="box"
              value=""
              onChange={(e) =>
                e.target.value &&
                send({
                  kind: 'named',
                  payload: {
                    shots: [shot.id],
                    colourway: colourways.find((c) => c.id === Number(e.target.value))!,
                  },
                })
              }
            >
              <option value="">choose a colourway</option>
              {colourways.map((c) => (
                <option key={c.id} value={c.id}>
                  {c.name}
                </option>
              ))}
            </select>
          </label>
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

/** What was marked, counted or lost, put right after the session: each an event with its reason, which the totals follow. */
export default function PutRight({ session, shots, ...lists }: Props) {
  const [open, setOpen] = useState<string | null>(null);
  const [wrong, setWrong] = useState('');
  const [last, setLast] = useState<string | null>(null);
  const put = async (act: Act): Promise<string | null> => {
    const id = v4();
    const reply = await call<{ refused: { message: string }[] }>(
      'POST',
      `/api/sessions/${session}/events`,
      {
        events: [{ id, session, at: Math.round(shopNow()), by: 'desk', v: EVENT_VERSION, ...act }],
      },
    );
    const refused = reply.ok ? reply.value.refused[0]?.message : reply.message;
    setWrong(refused ?? '');
    return refused ? null : id;
  };
  const send = async (act: Act) => {
    const id = await put(act);
    if (id) location.assign(`${location.pathname}?right=${id}#right`);
  };
  const undo = async () => {
    if (last && (await put({ kind: 'undone', payload: { event: last } })))
      location.assign(`${location.pathname}#right`);
  };
  // What was put right last can be taken back from here; the server does not know it.
  useEffect(() => setLast(new URLSearchParams(location.search).get('right')), []);
  return (
    <div id="right">
      {wrong && (
        <p className="wrong" role="alert">
          {wrong}
        </p>
      )}
      {last && (
        <p className="mb-2">
          Saved.{' '}
          <button type="button" className="act" onClick={() => void undo()}>
            Undo it
          </button>
        </p>
      )}
      <ul>
        {shots.map((shot) => (
          <li key={shot.id} className="border-b border-rule">
            <button
              type="button"
              className="flex min-h-11 w-full items-center justify-between gap-4 text-left"
              aria-expanded={open === shot.id}
              onClick={() => setOpen(open === shot.id ? null : shot.id)}
            >
              <span>
                <b className="figure">{shot.n}</b> {shot.bait}, {shot.colour}
                {shot.asked ? '' : ', to stock'}
              </span>
              <span className="figure shrink-0">
                {shot.good} good{shot.usable ? `, ${shot.usable} usable` : ''} of{' '}
                {shot.cavities.length}
              </span>
            </button>
            {open === shot.id && <Shot shot={shot} {...lists} send={(act) => void send(act)} />}
          </li>
        ))}
      </ul>
    </div>
  );
}
