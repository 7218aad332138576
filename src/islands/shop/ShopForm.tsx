import { useState, type ReactNode } from 'react';
import type { Dimension } from '@/core/quantity/index.ts';
import { degrees, say } from '@/core/quantity/index.ts';
import { type Shop, ShopSchema } from '@/core/shop.ts';
import { LEFT_WEIGHED } from '@/core/ahead/weights.ts';
import { SCHOOLS } from '@/core/schools.ts';
import { formFields, type Path } from '@/ui/formFields.tsx';
import { useSave } from '@/ui/useSave.tsx';
import { Ground } from '@/ui/Ground.tsx';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { unreadIn } from '@/ui/unread.ts';
import { Verdict } from '@/ui/Verdict.tsx';
import type { LastBackup } from './BackupFields.tsx';
import { BackupFields } from './BackupFields.tsx';
import { CalendarFields } from './CalendarFields.tsx';
import { FeedFields } from './FeedFields.tsx';
import { HabitFields } from './HabitFields.tsx';
import type { HabitOf } from './OwnHabits.tsx';
import { InstrumentFields } from './InstrumentFields.tsx';
import { UnitFields } from './UnitFields.tsx';
import { WayFields } from './WayFields.tsx';

type Set = (part: Partial<Shop>) => void;
type Figure = [path: Path<Shop>, label: string, of: Dimension];

/** Figures of the shop by what they are for. */
const HEAT: Figure[] = [
  [['window', 'low'], 'Window from', 'temperature'],
  [['window', 'high'], 'Window to', 'temperature'],
  [['bench', 'tolerance'], 'Cups within', 'difference'],
  [['bench', 'stale'], 'A reading goes stale after', 'time'],
];
const TIMES: Figure[] = [
  [['hold'], 'Hold, for a new mould', 'time'],
  [['cool'], 'Cool, for a new mould', 'time'],
  [['bench', 'secondLook'], 'Second look at the sprue after', 'time'],
  [['bench', 'cure'], 'Cure before bagging, hours', 'count'],
];
const PLANS: Figure[] = [
  [['good'], 'Come good, as a rule', 'share'],
  [['confidence'], 'Sure of having enough', 'share'],
  [['plan', 'purge'], 'Pushed out before a shot, a barrel', 'volume'],
  [['plan', 'loss'], 'Lost on blade and wall', 'share'],
  [['plan', 'step'], 'Charges measured in steps of', 'volume'],
  [['plan', 'reheatEvery'], 'Cup reheated every so many draws', 'count'],
  [['plan', 'strength'], 'That rule is worth, baits', 'count'],
];

/** What counts against a layout of the fortnight, each against the other, and how full it is laid. */
const weightsIn = (units: Shop['units']): Figure[] => [
  [['weights', 'late'], 'A line a day late is worth, hours', 'count'],
  [['weights', 'session'], 'A session more is worth, hours', 'count'],
  [
    ['weights', 'left'],
    `${say(LEFT_WEIGHED, 'mass', units, units.mass === 'g' ? 0 : 1)} left over is worth, minutes`,
    'count',
  ],
  [['inTime'], 'Evenings that end in their time', 'share'],
];

/** Some of the shop's figures under one heading. */
const Group = ({ title, children }: { title?: string; children: ReactNode }) => (
  <>
    {title && <h2 className="mb-2">{title}</h2>}
    <div className="grid gap-4 border-t-[1.5px] border-ink pt-3 pb-6 sm:grid-cols-2 lg:grid-cols-4">
      {children}
    </div>
  </>
);

/** Windows of the schools, to start from. */
const Schools = ({ units, set }: { units: Shop['units']; set: Set }) => (
  <p className="sm:col-span-2 lg:col-span-4">
    Schools to start from:{' '}
    {Object.values(SCHOOLS).map(({ name, low, high }) => (
      <button
        key={name}
        type="button"
        className="act mr-2 mt-1"
        onClick={() => set({ window: { low, high } })}
      >
        {name}, {degrees(low, units)} to {degrees(high, units)}
      </button>
    ))}
  </p>
);

const StandIns = ({ on, set }: { on: boolean; set: Set }) => (
  <label className="mb-4 flex min-h-11 items-center gap-3">
    <input
      type="checkbox"
      className="size-5"
      checked={on}
      onChange={(change) => set({ standIns: change.target.checked })}
    />
    <span>
      Stand-ins for instruments follow the running session{' '}
      <span className="hint">
        for trying things out, in the demo shop only; each is marked as simulated
      </span>
    </span>
  </label>
);

interface Props {
  shop: Shop;
  version: string;
  backup: LastBackup | null;
  /** ms, when the page was made */
  now: number;
  /** stand-ins may speak only there */
  demo: boolean;
  habitOf: HabitOf;
  /** where this shop is reached */
  origin: string;
}

/**
 * All the shop's figures. The unit they are shown in changes at once; what they mean never does.
 */
export default function ShopForm({
  shop: start,
  version,
  backup,
  now,
  demo,
  habitOf,
  origin,
}: Props) {
  const [shop, setShop] = useState(start);
  const [said, setSaid] = useState<{ ok: boolean; text: string } | null>(null);
  const set = (part: Partial<Shop>) => {
    // What is pushed out is one figure, of plans and of the bench.
    const purge = part.plan?.purge;
    const bench = purge === undefined ? {} : { bench: { ...shop.bench, purge } };
    setShop({ ...shop, ...bench, ...part });
    setSaid(null);
  };
  const { units } = shop;
  const { figure, text } = formFields({ schema: ShopSchema, spec: shop, units, set });
  const figures = (table: Figure[]) => table.map(([path, label, of]) => figure(path, label, of));
  const { save, asking } = useSave(version);
  const keep = async (fields: HTMLFormElement) => {
    const unread = unreadIn(fields);
    if (unread) return setSaid({ ok: false, text: unread });
    const reply = await save('PUT', '/api/shop', shop);
    setSaid(
      reply.ok
        ? { ok: true, text: 'Saved. Sessions already open run on by the figures they began with.' }
        : { ok: false, text: reply.message },
    );
  };
  return (
    <form
      noValidate
      onSubmit={(submit) => {
        submit.preventDefault();
        void keep(submit.currentTarget);
      }}
    >
      {asking}
      <Group>
        {text(['name'], 'Name of the shop', { className: 'sm:col-span-2' })}
        {figure(['altitude'], 'Height above the sea, m', 'count')}
        <div className="self-end">
          <Ground />
        </div>
      </Group>
      <Group title="Backups">
        <BackupFields shop={shop} last={backup} now={now} set={set} />
      </Group>
      <Group title="Units">
        <UnitFields units={units} set={set} />
        <QuantityField
          label="Your scoop holds"
          value={units.scoop ?? null}
          dimensions={['volume']}
          shop={{ ...units, volume: 'mL' }}
          max={100}
          onChange={(scoop) => set({ units: { ...units, scoop } })}
        />
      </Group>
      <Group title="Heat and match">
        {figures(HEAT)}
        <InstrumentFields shop={shop} set={set} />
        <Schools units={units} set={set} />
      </Group>
      <Group title="Times">{figures(TIMES)}</Group>
      <Group title="When we shoot">
        <CalendarFields calendar={shop.calendar} set={(calendar) => set({ calendar })} />
        <FeedFields feed={shop.feed} origin={origin} set={(feed) => set({ feed })} />
      </Group>
      <Group title="Habits at the bench">
        <WayFields plan={shop.plan} set={(plan) => set({ plan })} />
        <HabitFields bench={shop.bench} of={habitOf} set={(bench) => set({ bench })} />
      </Group>
      <Group title="Plans">{figures(PLANS)}</Group>
      <div id="fortnight">
        <Group title="The fortnight">{figures(weightsIn(units))}</Group>
      </div>
      {demo && <StandIns on={shop.standIns} set={set} />}
      <button type="submit" className="act act-main">
        Save
      </button>
      {said && (
        <p className="mt-3" role="status">
          <Verdict verdict={said.ok ? 'good' : 'stop'}>{said.text}</Verdict>
        </p>
      )}
    </form>
  );
}
