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

/**
 * All the shop's figures. The unit they are shown in changes at once; what they mean never does.
 */
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
  const [other, setS] = useState(start);
  const [said, setSaid] = useState<{ ok: boolean; text: string } | null>(null);
  const set = (part: Partial<Shop>) => {
    setS({ ...other, ...part });
    setSaid(null);
  };
  const { units } = other;
  const unitChoice = <K extends keyof ShopUnits>(
    label: string,
    key: K,
    choices: [ShopUnits[K], string][],
  ) => (
    <fieldset>
      <legend className="text-sm text-soft">{label}</legend>
      <div className="flex flex-wrap">
        {choices.map(([choice, name]) => (
          <label
            key={choice}
            className={`act cursor-pointer ${units[key] === choice ? 'act-main' : ''} has-focus-visible:outline-3`}
          >
            <input
              type="radio"
              className="sr-only"
              name={key}
              checked={units[key] === choice}
              onChange={() => set({ units: { ...units, [key]: choice } })}
            />
            {name}
          </label>
        ))}
      </div>
    </fieldset>
  );
  const quantity = (
    label: string,
    value: number,
    dimension: Dimension,
    {
      put,
      bounds = {},
    }: { put: (value: number) => void; bounds?: { min?: number; max?: number; whole?: boolean } },
  ) => (
    <QuantityField
      key={label}
      label={label}
      value={value}
      dimensions={[dimension]}
      shop={units}
      {...bounds}
      onChange={(value) => value !== null && put(value)}
    />
  );
  const { save, asking } = useSave(version);
  const keep = async (fields: HTMLFormElement) => {
    const unread = unreadIn(fields);
    if (unread) return setSaid({ ok: false, text: unread });
    const reply = await save('PUT', '/api/shop', other);
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
      onSubmit={(submit) => {
        submit.preventDefault();
        void keep(submit.currentTarget);
      }}
    >
      {asking}
      <div className={group}>
        <label className="field sm:col-span-2">
          <span>Name of the shop</span>
          <input
            className="box"
            value={other.name}
            onChange={(change) => set({ name: change.target.value })}
          />
        </label>
        <QuantityField
          label="Height above the sea, m"
          value={other.altitude}
          dimensions={['count']}
          shop={units}
          max={6000}
          onChange={(value) => value !== null && set({ altitude: value })}
        />
        <div className="self-end">
          <Ground />
        </div>
      </div>
      <h2 className="mb-2">Backups</h2>
      <div className={group}>
        <BackupFields shop={other} last={backup} now={now} set={set} />
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
          value={other.units.scoop ?? null}
          dimensions={['volume']}
          shop={{ ...other.units, volume: 'mL' }}
          max={100}
          onChange={(scoop) => set({ units: { ...other.units, scoop } })}
        />
      </div>
      <h2 className="mb-2">Heat and match</h2>
      <div className={group}>
        {quantity('Window from', other.window.low, 'temperature', {
          put: (low) => set({ window: { ...other.window, low } }),
          bounds: { min: 100, max: 205 },
        })}
        {quantity('Window to', other.window.high, 'temperature', {
          put: (high) => set({ window: { ...other.window, high } }),
          bounds: { min: 100, max: 205 },
        })}
        {quantity('Cups within', other.bench.tolerance, 'difference', {
          put: (tolerance) => set({ bench: { ...other.bench, tolerance } }),
          bounds: { min: 0.5, max: 20 },
        })}
        {quantity('A reading goes stale after', other.bench.stale, 'time', {
          put: (stale) => set({ bench: { ...other.bench, stale } }),
          bounds: { min: 5, max: 900 },
        })}
        <InstrumentFields shop={other} set={set} />
        <p className="sm:col-span-2 lg:col-span-4">
          Schools to start from:{' '}
          {Object.values(SCHOOLS).map((school) => (
            <button
              key={school.name}
              type="button"
              className="act mr-2 mt-1"
              onClick={() => set({ window: { low: school.low, high: school.high } })}
            >
              {school.name}, {degrees(school.low, units)} to {degrees(school.high, units)}
            </button>
          ))}
        </p>
      </div>
      <h2 className="mb-2">Times</h2>
      <div className={group}>
        {quantity('Hold, for a new mould', other.hold, 'time', {
          put: (hold) => set({ hold }),
          bounds: {
            max: 120,
          },
        })}
        {quantity('Cool, for a new mould', other.cool, 'time', {
          put: (cool) => set({ cool }),
          bounds: {
            min: 5,
            max: 3600,
          },
        })}
        {quantity('Second look at the sprue after', other.bench.secondLook, 'time', {
          put: (secondLook) => set({ bench: { ...other.bench, secondLook } }),
          bounds: { min: 5, max: 600 },
        })}
        <QuantityField
          label="Cure before bagging, hours"
          value={other.bench.cure}
          dimensions={['count']}
          shop={units}
          min={1}
          max={240}
          onChange={(cure) => cure !== null && set({ bench: { ...other.bench, cure } })}
        />
      </div>
      <h2 className="mb-2">Plans</h2>
      <div className={group}>
        {quantity('Come good, as a rule', other.good, 'share', {
          put: (good) => set({ good }),
          bounds: {
            min: 0.05,
            max: 1,
          },
        })}
        {quantity('Sure of having enough', other.confidence, 'share', {
          put: (confidence) => set({ confidence }),
          bounds: {
            min: 0.5,
            max: 0.99,
          },
        })}
        {quantity('Pushed out before a shot, a barrel', other.plan.purge, 'volume', {
          put: (purge) => set({ plan: { ...other.plan, purge }, bench: { ...other.bench, purge } }),
          bounds: { max: 50 },
        })}
        {quantity('Lost on blade and wall', other.plan.loss, 'share', {
          put: (loss) => set({ plan: { ...other.plan, loss } }),
          bounds: { max: 0.2 },
        })}
        {quantity('Charges measured in steps of', other.plan.step, 'volume', {
          put: (step) => set({ plan: { ...other.plan, step } }),
          bounds: { min: 0.5, max: 250 },
        })}
        {quantity('Cup reheated every so many draws', other.plan.reheatEvery, 'count', {
          put: (reheatEvery) => set({ plan: { ...other.plan, reheatEvery } }),
          bounds: { min: 1, max: 20, whole: true },
        })}
        {quantity('That rule is worth, baits', other.plan.strength, 'count', {
          put: (strength) => set({ plan: { ...other.plan, strength } }),
          bounds: { min: 1, max: 10_000 },
        })}
      </div>
      {demo && (
        <label className="mb-4 flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            className="size-5"
            checked={other.standIns}
            onChange={(change) => set({ standIns: change.target.checked })}
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
