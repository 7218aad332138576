import { useState } from 'react';
import type {
  Cavity,
  Closure,
  Feed,
  Metal,
  Mould,
  OutlineKey,
  Source,
} from '@/core/mould/index.ts';
import {
  cavityVolume,
  closingAct,
  closingCare,
  CLOSURES,
  FEEDS,
  layOut,
  layoutFaults,
  METALS,
  OUTLINES,
  SOURCES,
} from '@/core/mould/index.ts';
import type { Dimension, ShopUnits } from '@/core/quantity/index.ts';
import { density, GRADES, PLASTISOL, WATER_DENSITY } from '@/core/material/index.ts';
import { say } from '@/core/quantity/index.ts';
import { useSave } from '@/ui/useSave.tsx';
import { MouldDrawing } from '@/ui/MouldDrawing.tsx';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { unreadIn } from '@/ui/unread.ts';
import { MeshDrop } from './MeshDrop.tsx';
import { TakesFields } from './TakesFields.tsx';

const choices = <K extends string>(table: Record<K, { name: string }>) =>
  (Object.keys(table) as K[]).map((key) => (
    <option key={key} value={key}>
      {table[key].name}
    </option>
  ));

/**
 * What a cavity measured one way reads measured another: its volume stays, in the other's own unit,
 * to what a scale shows.
 */
function measuredAs(cavity: Cavity, source: Source): number {
  if (source === 'rough') return cavity.length;
  const ml = cavityVolume(cavity);
  const exact =
    source === 'bait'
      ? ml * density(PLASTISOL.noFlow, GRADES[cavity.grade].density20)
      : source === 'water'
        ? ml * WATER_DENSITY
        : ml;
  return Math.max(0.01, Math.round(exact * 100) / 100);
}

interface Props {
  id?: number;
  version?: string;
  mould: Mould;
  units: ShopUnits;
  others: string[];
}

export default function MouldForm({ id, version, mould: start, units, others }: Props) {
  const [mould, setM] = useState(start);
  const [rows, setRows] = useState(new Set(start.cavities.map((cavity) => cavity.y)).size);
  const [same, setSame] = useState(true);
  const [wrong, setWrong] = useState<{ message: string; field?: string } | null>(null);
  const set = (part: Partial<Mould>) => setM((held) => ({ ...held, ...part }));
  const first = mould.cavities[0]!;
  const all = (part: Partial<Cavity>) =>
    set({ cavities: mould.cavities.map((cavity) => ({ ...cavity, ...part })) });
  const one = (count: number, part: Partial<Cavity>) =>
    set({
      cavities: mould.cavities.map((cavity) =>
        cavity.n === count ? { ...cavity, ...part } : cavity,
      ),
    });
  const quantity = (
    label: string,
    key: 'mass' | 'width' | 'height' | 'port' | 'runner' | 'sprue' | 'warmTo' | 'hold' | 'cool',
    dimension: Dimension,
    max?: number,
  ) => (
    <QuantityField
      label={label}
      value={mould[key]}
      dimensions={[dimension]}
      shop={units}
      max={max}
      onChange={(value) =>
        value !== null &&
        set({
          [key]: value,
          ...(key === 'width' || key === 'height'
            ? {
                cavities: layOut(
                  { ...mould, [key]: value },
                  mould.cavities.length,
                  Math.max(1, rows),
                ),
              }
            : {}),
        })
      }
      error={wrong?.field === key ? wrong.message : undefined}
    />
  );
  const measure = (cavity: Cavity, change: (part: Partial<Cavity>) => void, hide = false) => (
    <>
      <label className="field">
        <span className={hide ? 'sr-only' : undefined}>Volume by</span>
        <select
          className="box"
          value={cavity.source}
          onChange={(event) =>
            change({
              source: event.target.value as Source,
              measured: measuredAs(cavity, event.target.value as Source),
            })
          }
        >
          {choices(SOURCES)}
        </select>
      </label>
      {cavity.source === 'bait' && !hide && (
        <label className="field">
          <span>Shot in</span>
          <select
            className="box"
            value={cavity.grade}
            onChange={(event) => change({ grade: event.target.value as Cavity['grade'] })}
          >
            {Object.entries(GRADES).map(([key, grade]) => (
              <option key={key} value={key}>
                {grade.name} plastisol
              </option>
            ))}
          </select>
        </label>
      )}
      <QuantityField
        key={cavity.source}
        hideLabel={hide}
        label={
          {
            bait: 'One bait weighs',
            water: 'Water in it weighs',
            ml: 'It holds',
            mesh: 'It holds',
            rough: 'Length',
          }[cavity.source]
        }
        value={cavity.measured}
        dimensions={[SOURCES[cavity.source].dimension]}
        shop={units}
        onChange={(value) => value !== null && change({ measured: value })}
      />
    </>
  );
  const { save, asking } = useSave(version);
  const keep = async (fields: HTMLFormElement) => {
    const unread = unreadIn(fields);
    if (unread) return setWrong({ message: unread });
    const reply = await save<{ id: number }>(
      id ? 'PUT' : 'POST',
      `/api/catalogue/moulds${id ? `/${id}` : ''}`,
      mould,
    );
    if (!reply.ok) return setWrong({ message: reply.message, field: reply.field });
    location.assign(`/moulds/${reply.value.id}`);
  };
  const measured = SOURCES[first.source].measured;
  return (
    <div className="grid gap-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)]">
      <div className="lg:sticky lg:top-4 lg:self-start">
        <MouldDrawing
          mould={mould}
          numbers
          dimensions={say(mould.width, 'length', units)}
          look={(cavity) => ({ figure: say(cavityVolume(cavity), 'volume', units, 2) })}
          closed
          order
        />
        {layoutFaults(mould).map((fault) => (
          <p key={fault} className="wrong mt-2" role="status">
            {fault}
          </p>
        ))}
        <p className="mt-2">
          One cavity holds {say(cavityVolume(first), 'volume', units, 2)},{' '}
          {measured ? 'measured' : 'only a guess'}: {SOURCES[first.source].name}.
        </p>
        <p className="hint mt-2">
          To close it: {closingAct(mould)}. {closingCare(mould).join(' ')}
        </p>
      </div>
      {asking}
      <form
        onSubmit={(submit) => {
          submit.preventDefault();
          void keep(submit.currentTarget);
        }}
        noValidate
      >
        <div className="grid gap-3 md:grid-cols-2">
          <label className="field md:col-span-2">
            <span>Name</span>
            <input
              className="box"
              value={mould.name}
              onChange={(change) => set({ name: change.target.value })}
              aria-invalid={wrong?.field === 'name' ? true : undefined}
            />
            {wrong?.field === 'name' && (
              <span className="wrong" role="alert">
                {wrong.message}
              </span>
            )}
          </label>
          <label className="field">
            <span>Made of</span>
            <select
              className="box"
              value={mould.metal}
              onChange={(change) => set({ metal: change.target.value as Metal })}
            >
              {choices(METALS)}
            </select>
          </label>
          {quantity('Weighs, both halves', 'mass', 'mass')}
          {quantity('Length as it lies', 'width', 'length', 3000)}
          {quantity('Height as it lies', 'height', 'length', 3000)}
          <label className="field">
            <span>Fed by</span>
            <select
              className="box"
              value={mould.feed}
              onChange={(change) => set({ feed: change.target.value as Feed })}
            >
              {choices(FEEDS)}
            </select>
          </label>
          {quantity('Port bore', 'port', 'length', 50)}
          {quantity('Runner holds', 'runner', 'volume')}
          {quantity(mould.feed === 'each' ? 'Each sprue holds' : 'Sprue holds', 'sprue', 'volume')}
          <label className="field">
            <span>Closed with</span>
            <select
              className="box"
              value={mould.closure}
              onChange={(change) =>
                set({
                  closure: change.target.value as Closure,
                  closures: change.target.value === 'open' ? 0 : Math.max(1, mould.closures),
                })
              }
            >
              {choices(CLOSURES)}
            </select>
          </label>
          <QuantityField
            label="How many of them"
            value={mould.closures}
            dimensions={['count']}
            whole
            min={mould.closure === 'open' ? 0 : 1}
            max={24}
            shop={units}
            onChange={(value) => value !== null && set({ closures: value })}
          />
          <label className="field">
            <span>Lets go best with</span>
            <select
              className="box"
              value={mould.letsGo}
              onChange={(change) => set({ letsGo: change.target.value as Mould['letsGo'] })}
            >
              <option value="either">either side up</option>
              <option value="TOP">TOP up</option>
              <option value="bottom">bottom up</option>
            </select>
          </label>
          <label className="field">
            <span>Makes</span>
            <select
              className="box"
              value={mould.makes}
              onChange={(change) => set({ makes: change.target.value as Mould['makes'] })}
            >
              <option value="bait">baits</option>
              <option value="tail">tails, for another mould</option>
              <option value="shell">shells, for another mould</option>
            </select>
          </label>
          {quantity('Likes to be warm to', 'warmTo', 'temperature', 150)}
          {quantity('Hold', 'hold', 'time', 120)}
          {quantity('Cool before opening', 'cool', 'time', 3600)}
          <label className="field">
            <span>Loose parts, with commas</span>
            <input
              className="box"
              value={mould.loose.join(', ')}
              onChange={(change) =>
                set({
                  loose: change.target.value
                    .split(',')
                    .map((text) => text.trimStart())
                    .filter((text, i, list) => text !== '' || i === list.length - 1),
                })
              }
              onBlur={() => set({ loose: mould.loose.map((text) => text.trim()).filter(Boolean) })}
            />
          </label>
          <QuantityField
            label="Good for so many shots; empty = no end in sight"
            value={mould.life}
            dimensions={['count']}
            whole
            min={1}
            max={100000}
            shop={units}
            onChange={(value) => set({ life: value })}
          />
          <label className="field md:col-span-2">
            <span>Note to self, shown when it is closed</span>
            <input
              className="box"
              value={mould.note}
              onChange={(change) => set({ note: change.target.value })}
            />
          </label>
        </div>
        <TakesFields mould={mould} others={others} units={units} set={set} />
        <h2 className="mb-2 mt-6">Cavities</h2>
        <div className="grid gap-3 md:grid-cols-2">
          <label className="field">
            <span>Shape</span>
            <select
              className="box"
              value={first.outline}
              onChange={(change) =>
                all({ outline: change.target.value as OutlineKey, profile: null })
              }
            >
              {choices(OUTLINES)}
            </select>
          </label>
          <QuantityField
            label="Length of a bait"
            value={first.length}
            dimensions={['length']}
            shop={units}
            min={5}
            max={600}
            onChange={(value) => value !== null && all({ length: value })}
          />
          <QuantityField
            label="How many"
            value={mould.cavities.length}
            dimensions={['count']}
            whole
            min={1}
            max={48}
            shop={units}
            onChange={(value) =>
              value !== null && set({ cavities: layOut(mould, value, Math.min(rows, value)) })
            }
          />
          <QuantityField
            label="In rows"
            value={rows}
            dimensions={['count']}
            whole
            min={1}
            max={12}
            shop={units}
            onChange={(value) => {
              if (value !== null) {
                setRows(value);
                set({ cavities: layOut(mould, mould.cavities.length, value) });
              }
            }}
          />
          <QuantityField
            label="Thickest section"
            value={first.section}
            dimensions={['length']}
            shop={units}
            min={1}
            max={100}
            onChange={(value) => value !== null && all({ section: value })}
          />
          <label className="flex min-h-11 items-center gap-3 self-end">
            <input
              type="checkbox"
              className="size-5"
              checked={same}
              onChange={(change) => setSame(change.target.checked)}
            />
            All cavities alike
          </label>
          {same ? measure(first, all) : null}
          <MeshDrop units={units} take={all} />
        </div>
        {!same &&
          mould.cavities.map((cavity) => (
            <div
              key={cavity.n}
              className="mt-2 grid grid-cols-[40px_1fr_1fr_70px] items-center gap-3"
            >
              <b className="figure">{cavity.n}</b>
              {measure(cavity, (part) => one(cavity.n, part), true)}
              <span className="hint">{say(cavityVolume(cavity), 'volume', units, 2)}</span>
            </div>
          ))}
        {wrong && wrong.field !== 'name' && (
          <p className="wrong mt-3" role="alert">
            {wrong.message}
          </p>
        )}
        <div className="mt-6 flex gap-3">
          <button type="submit" className="act act-main">
            Keep this mould
          </button>
          <a className="act border-transparent" href={id ? `/moulds/${id}` : '/moulds'}>
            Leave it
          </a>
        </div>
      </form>
    </div>
  );
}
