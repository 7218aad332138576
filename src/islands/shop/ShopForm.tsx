import { useState } from 'react';
import type { Dimension, ShopUnits } from '@/core/quantity/index.ts';
import { degrees } from '@/core/quantity/index.ts';
import type { Shop } from '@/core/shop.ts';
import { SCHOOLS } from '@/core/schools.ts';
import { useSave } from '@/ui/useSave.tsx';
import { Ground } from '@/ui/Ground.tsx';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { unreadIn } from '@/ui/unread.ts';
import { Verdict } from '@/ui/Verdict.tsx';
import type { LastBackup } from './BackupFields.tsx';
import { BackupFields } from './BackupFields.tsx';
import { InstrumentFields } from './InstrumentFields.tsx';

/** All the shop's figures. The unit they are shown in changes at once; what they mean never does. */
export default function ShopForm({
  shop: start,
  version,
  backup,
  now,
  demo,
}: {
  shop: Shop;
  version: string;
  backup: LastBackup | null;
  /** ms, when the page was made */ now: number;
  /** stand-ins may speak only there */ demo: boolean;
}) {
  const [s, setS] = useState(start);
  const [said, setSaid] = useState<{ ok: boolean; text: string } | null>(null);
  const set = (part: Partial<Shop>) => {
    setS({ ...s, ...part });
    setSaid(null);
  };
  const { units } = s;
  const unitChoice = <K extends keyof ShopUnits>(
    label: string,
    key: K,
    choices: [ShopUnits[K], string][],
  ) => (
    <fieldset>
      <legend className="text-sm text-soft">{label}</legend>
      <div className="flex flex-wrap">
        {choices.map(([k, name]) => (
          <label
            key={k}
            className={`act cursor-pointer ${units[key] === k ? 'act-main' : ''} has-focus-visible:outline-3`}
          >
            <input
              type="radio"
              className="sr-only"
              name={key}
              checked={units[key] === k}
              onChange={() => set({ units: { ...units, [key]: k } })}
            />
            {name}
          </label>
        ))}
      </div>
    </fieldset>
  );
  const q = (
    label: string,
    value: number,
    dimension: Dimension,
    put: (v: number) => void,
    bounds: { min?: number; max?: number; whole?: boolean } = {},
  ) => (
    <QuantityField
      key={label}
      label={label}
      value={value}
      dimensions={[dimension]}
      shop={units}
      {...bounds}
      onChange={(v) => v !== null && put(v)}
    />
  );
  const { save, asking } = useSave(version);
  const keep = async (fields: HTMLFormElement) => {
    const unread = unreadIn(fields);
    if (unread) return setSaid({ ok: false, text: unread });
    const reply = await save('PUT', '/api/shop', s);
    setSaid(
      reply.ok
        ? { ok: true, text: 'Kept. Sessions already open run on by the figures they began with.' }
        : { ok: false, text: reply.message },
    );
  };
  const group = 'grid gap-4 sm:grid-cols-2 lg:grid-cols-4 border-t-[1.5px] border-ink pt-3 pb-6';
  return (
    <form
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        void keep(e.currentTarget);
      }}
    >
      {asking}
      <div className={group}>
        <label className="field sm:col-span-2">
          <span>Name of the shop</span>
          <input className="box" value={s.name} onChange={(e) => set({ name: e.target.value })} />
        </label>
        <QuantityField
          label="Height above the sea, m"
          value={s.altitude}
          dimensions={['count']}
          shop={units}
          max={6000}
          onChange={(v) => v !== null && set({ altitude: v })}
        />
        <div className="self-end">
          <Ground />
        </div>
      </div>
      <h2 className="mb-2">Backups</h2>
      <div className={group}>
        <BackupFields shop={s} last={backup} now={now} set={set} />
      </div>
      <h2 className="mb-2">Units</h2>
      <div className={group}>
        {unitChoice('Heat', 'temperature', [
          ['C', '°C'],
          ['F', '°F'],
        ])}
        {unitChoice('Volume', 'volume', [
          ['mL', 'mL'],
          ['flOz', 'fl oz'],
          ['cup', 'cups'],
        ])}
        {unitChoice('Cups and ounces are', 'system', [
          ['us', 'US'],
          ['imperial', 'imperial'],
        ])}
        {unitChoice('Weight', 'mass', [
          ['g', 'grams'],
          ['oz', 'ounces'],
        ])}
        {unitChoice('Length', 'length', [
          ['mm', 'mm'],
          ['in', 'inches'],
        ])}
        <QuantityField
          label="Your scoop holds"
          value={s.units.scoop ?? null}
          dimensions={['volume']}
          shop={{ ...s.units, volume: 'mL' }}
          max={100}
          onChange={(scoop) => set({ units: { ...s.units, scoop } })}
        />
      </div>
      <h2 className="mb-2">Heat and match</h2>
      <div className={group}>
        {q(
          'Window from',
          s.window.low,
          'temperature',
          (low) => set({ window: { ...s.window, low } }),
          { min: 100, max: 205 },
        )}
        {q(
          'Window to',
          s.window.high,
          'temperature',
          (high) => set({ window: { ...s.window, high } }),
          { min: 100, max: 205 },
        )}
        {q(
          'Cups within',
          s.bench.tolerance,
          'difference',
          (tolerance) => set({ bench: { ...s.bench, tolerance } }),
          { min: 0.5, max: 20 },
        )}
        {q(
          'A reading goes stale after',
          s.bench.stale,
          'time',
          (stale) => set({ bench: { ...s.bench, stale } }),
          { min: 5, max: 900 },
        )}
        <InstrumentFields shop={s} set={set} />
        <p className="sm:col-span-2 lg:col-span-4">
          Schools to start from:{' '}
          {Object.values(SCHOOLS).map((x) => (
            <button
              key={x.name}
              type="button"
              className="act mr-2 mt-1"
              onClick={() => set({ window: { low: x.low, high: x.high } })}
            >
              {x.name}, {degrees(x.low, units)} to {degrees(x.high, units)}
            </button>
          ))}
        </p>
      </div>
      <h2 className="mb-2">Times</h2>
      <div className={group}>
        {q('Hold, for a new mould', s.hold, 'time', (hold) => set({ hold }), { max: 120 })}
        {q('Cool, for a new mould', s.cool, 'time', (cool) => set({ cool }), { min: 5, max: 3600 })}
        {q(
          'Second look at the sprue after',
          s.bench.secondLook,
          'time',
          (secondLook) => set({ bench: { ...s.bench, secondLook } }),
          { min: 5, max: 600 },
        )}
        <QuantityField
          label="Cure before bagging, hours"
          value={s.bench.cure}
          dimensions={['count']}
          shop={units}
          min={1}
          max={240}
          onChange={(cure) => cure !== null && set({ bench: { ...s.bench, cure } })}
        />
      </div>
      <h2 className="mb-2">Plans</h2>
      <div className={group}>
        {q('Come good, as a rule', s.good, 'share', (good) => set({ good }), { min: 0.05, max: 1 })}
        {q('Sure of having enough', s.confidence, 'share', (confidence) => set({ confidence }), {
          min: 0.5,
          max: 0.99,
        })}
        {q(
          'Pushed out before a shot, a barrel',
          s.plan.purge,
          'volume',
          (purge) => set({ plan: { ...s.plan, purge }, bench: { ...s.bench, purge } }),
          { max: 50 },
        )}
        {q(
          'Lost on blade and wall',
          s.plan.loss,
          'share',
          (loss) => set({ plan: { ...s.plan, loss } }),
          { max: 0.2 },
        )}
        {q(
          'Charges measured in steps of',
          s.plan.step,
          'volume',
          (step) => set({ plan: { ...s.plan, step } }),
          { min: 0.5, max: 250 },
        )}
        {q(
          'Cup reheated every so many draws',
          s.plan.reheatEvery,
          'count',
          (reheatEvery) => set({ plan: { ...s.plan, reheatEvery } }),
          { min: 1, max: 20, whole: true },
        )}
        {q(
          'That rule is worth, baits',
          s.plan.strength,
          'count',
          (strength) => set({ plan: { ...s.plan, strength } }),
          { min: 1, max: 10_000 },
        )}
      </div>
      {demo && (
        <label className="mb-4 flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            className="size-5"
            checked={s.standIns}
            onChange={(e) => set({ standIns: e.target.checked })}
          />
          <span>
            Stand-ins for instruments follow the running session{' '}
            <span className="hint">
              for trying things out, in the demo shop only; each is marked as simulated
            </span>
          </span>
        </label>
      )}
      <button type="submit" className="act act-main">
        Keep these figures
      </button>
      {said && (
        <p className="mt-3" role="status">
          <Verdict verdict={said.ok ? 'good' : 'stop'}>{said.text}</Verdict>
        </p>
      )}
    </form>
  );
}
