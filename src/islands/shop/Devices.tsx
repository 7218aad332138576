import { useState } from 'react';
import type { DeviceKind } from '@/core/device/index.ts';
import { DEVICE_KINDS } from '@/core/device/index.ts';
import { call } from '@/ui/api.ts';
import { Wrong } from '@/ui/Wrong.tsx';

interface Row {
  id: number;
  name: string;
  kind: DeviceKind;
  standIn: boolean;
  session: number | null;
  target: { kind: string; key: string } | null;
}

/** The shop's instruments: each with a key of its own, told once. */
export default function Devices({
  devices: start,
  standIns,
}: {
  devices: Row[];
  standIns: boolean;
}) {
  const [devices, setDevices] = useState(start);
  const [name, setName] = useState('');
  const [kind, setKind] = useState<DeviceKind>('thermometer');
  const [told, setTold] = useState<{ name: string; key: string } | null>(null);
  const [wrong, setWrong] = useState('');
  const add = async () => {
    const reply = await call<{ id: number; key: string }>('POST', '/api/devices', { name, kind });
    if (!reply.ok) return setWrong(reply.message);
    setWrong('');
    setTold({ name: name.trim(), key: reply.value.key });
    setDevices([
      ...devices,
      { id: reply.value.id, name: name.trim(), kind, standIn: false, session: null, target: null },
    ]);
    setName('');
  };
  const drop = async (id: number) => {
    const reply = await call('DELETE', `/api/devices/${id}`);
    if (reply.ok) setDevices(devices.filter((device) => device.id !== id));
    else setWrong(reply.message);
  };
  const shown = devices.filter((device) => standIns || !device.standIn);
  return (
    <section aria-label="Instruments" className="mt-8 border-t-[1.5px] border-ink pt-3">
      <h2>Instruments</h2>
      <p className="hint max-w-prose">
        Thermometers, scales, gauges and pedals send over an open protocol (docs/devices.md), each
        by a key of its own. At the bench one tap puts them into a cup or on a mould.
      </p>
      {shown.length === 0 ? (
        <p className="mt-2 text-soft">None yet. Add one, and give it the key.</p>
      ) : (
        <table className="mt-2">
          <thead>
            <tr>
              <th>Instrument</th>
              <th>Kind</th>
              <th>Stands</th>
              <th>
                <span className="sr-only">Take its key back</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {shown.map((row) => (
              <tr key={row.id}>
                <td>{row.name}</td>
                <td>
                  {DEVICE_KINDS[row.kind].name}
                  {row.standIn ? ', a stand-in' : ''}
                </td>
                <td>
                  {row.target ? `in ${row.target.kind} of session ${row.session}` : 'nowhere'}
                </td>
                <td className="text-right">
                  <button type="button" className="act" onClick={() => void drop(row.id)}>
                    Take its key back
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <form
        className="mt-3 flex flex-wrap items-end gap-3"
        onSubmit={(submit) => {
          submit.preventDefault();
          void add();
        }}
      >
        <label className="field">
          <span>A new instrument</span>
          <input
            className="box"
            value={name}
            maxLength={60}
            onChange={(change) => setName(change.target.value)}
          />
        </label>
        <label className="field">
          <span>Kind</span>
          <select
            className="box"
            value={kind}
            onChange={(change) => setKind(change.target.value as DeviceKind)}
          >
            {Object.entries(DEVICE_KINDS).map(([key, device_kind]) => (
              <option key={key} value={key}>
                {device_kind.name}
              </option>
            ))}
          </select>
        </label>
        <button type="submit" className="act" disabled={!name.trim()}>
          Give it a key
        </button>
      </form>
      {told && (
        <p className="mt-2" role="status">
          {told.name} sends by this key. It is told only now:{' '}
          <code className="figure break-all">{told.key}</code>
        </p>
      )}
      <Wrong>{wrong}</Wrong>
    </section>
  );
}
