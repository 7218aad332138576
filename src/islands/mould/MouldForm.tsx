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
  (Object.keys(table) as K[]).map((k) => (
    <option key={k} value={k}>
      {table[k].name}
    </option>
  ));

/** What a cavity measured one way reads measured another: its volume stays, in the other's own unit, to what a scale shows. */
function measuredAs(c: Cavity, source: Source): number {
  if (source === 'rough') return c.length;
  const ml = cavityVolume(c);
  const exact =
    source === 'bait'
      ? ml * density(PLASTISOL.noFlow, GRADES[c.grade].density20)
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
  const [m, setM] = useState(start);
  const [rows, setRows] = useState(new Set(start.cavities.map((c) => c.y)).size);
  const [same, setSame] = useState(true);
  const [wrong, setWrong] = useState<{ message: string; field?: string } | null>(null);
  const set = (part: Partial<Mould>) => setM((held) => ({ ...held, ...part }));
  const first = m.cavities[0]!;
  const all = (part: Partial<Cavity>) =>
    set({ cavities: m.cavities.map((c) => ({ ...c, ...part })) });
  const one = (n: number, part: Partial<Cavity>) =>
    set({ cavities: m.cavities.map((c) => (c.n === n ? { ...c, ...part } : c)) });
  const q = (
    label: string,
    key: 'mass' | 'width' | 'height' | 'port' | 'runner' | 'sprue' | 'warmTo' | 'hold' | 'cool',
    dimension: Dimension,
    max?: number,
  ) => (
    <QuantityField
      label={label}
      value={m[key]}
      dimensions={[dimension]}
      shop={units}
      max={max}
      onChange={(v) =>
        v !== null &&
        set({
          [key]: v,
          ...(key === 'width' || key === 'height'
            ? { cavities: layOut({ ...m, [key]: v }, m.cavities.length, Math.max(1, rows)) }
            : {}),
        })
      }
      error={wrong?.field === key ? wrong.message : undefined}
    />
  );
  const measure = (c: Cavity, change: (part: Partial<Cavity>) => void, hide = false) => (
    <>
      <label className="field">
        <span className={hide ? 'sr-only' : undefined}>Volume by</span>
        <select
          className="box"
          value={c.source}
          onChange={(e) =>
            change({
              source: e.target.value as Source,
              measured: measuredAs(c, e.target.value as Source),
            })
          }
        >
          {choices(SOURCES)}
        </select>
      </label>
      {c.source === 'bait' && !hide && (
        <label className="field">
          <span>Shot in</span>
          <select
            className="box"
            value={c.grade}
            onChange={(e) => change({ grade: e.target.value as Cavity['grade'] })}
          >
            {Object.entries(GRADES).map(([k, g]) => (
              <option key={k} value={k}>
                {g.name} plastisol
              </option>
            ))}
          </select>
        </label>
      )}
      <QuantityField
        key={c.source}
        hideLabel={hide}
        label={
          {
            bait: 'One bait weighs',
            water: 'Water in it weighs',
            ml: 'It holds',
            mesh: 'It holds',
            rough: 'Length',
          }[c.source]
        }
        value={c.measured}
        dimensions={[SOURCES[c.source].dimension]}
        shop={units}
        onChange={(v) => v !== null && change({ measured: v })}
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
      m,
    );
    if (!reply.ok) return setWrong({ message: reply.message, field: reply.field });
    location.assign(`/moulds/${reply.value.id}`);
  };
  const measured = SOURCES[first.source].measured;
  return (
    <div className="grid gap-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)]">
      <div className="lg:sticky lg:top-4 lg:self-start">
        <MouldDrawing
          mould={m}
          numbers
          dimensions={say(m.width, 'length', units)}
          look={(c) => ({ figure: say(cavityVolume(c), 'volume', units, 2) })}
          closed
          order
        />
        {layoutFaults(m).map((fault) => (
          <p key={fault} className="wrong mt-2" role="status">
            {fault}
          </p>
        ))}
        <p className="mt-2">
          One cavity holds {say(cavityVolume(first), 'volume', units, 2)},{' '}
          {measured ? 'measured' : 'only a guess'}: {SOURCES[first.source].name}.
        </p>
        <p className="hint mt-2">
          To close it: {closingAct(m)}. {closingCare(m).join(' ')}
        </p>
      </div>
      {asking}
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void keep(e.currentTarget);
        }}
        noValidate
      >
        <div className="grid gap-3 md:grid-cols-2">
          <label className="field md:col-span-2">
            <span>Name</span>
            <input
              className="box"
              value={m.name}
              onChange={(e) => set({ name: e.target.value })}
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
              value={m.metal}
              onChange={(e) => set({ metal: e.target.value as Metal })}
            >
              {choices(METALS)}
            </select>
          </label>
          {q('Weighs, both halves', 'mass', 'mass')}
          {q('Length as it lies', 'width', 'length', 3000)}
          {q('Height as it lies', 'height', 'length', 3000)}
          <label className="field">
            <span>Fed by</span>
            <select
              className="box"
              value={m.feed}
              onChange={(e) => set({ feed: e.target.value as Feed })}
            >
              {choices(FEEDS)}
            </select>
          </label>
          {q('Port bore', 'port', 'length', 50)}
          {q('Runner holds', 'runner', 'volume')}
          {q(m.feed === 'each' ? 'Each sprue holds' : 'Sprue holds', 'sprue', 'volume')}
          <label className="field">
            <span>Closed with</span>
            <select
              className="box"
              value={m.closure}
              onChange={(e) =>
                set({
                  closure: e.target.value as Closure,
                  closures: e.target.value === 'open' ? 0 : Math.max(1, m.closures),
                })
              }
            >
              {choices(CLOSURES)}
            </select>
          </label>
          <QuantityField
            label="How many of them"
            value={m.closures}
            dimensions={['count']}
            whole
            min={m.closure === 'open' ? 0 : 1}
            max={24}
            shop={units}
            onChange={(v) => v !== null && set({ closures: v })}
          />
          <label className="field">
            <span>Lets go best with</span>
            <select
              className="box"
              value={m.letsGo}
              onChange={(e) => set({ letsGo: e.target.value as Mould['letsGo'] })}
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
              value={m.makes}
              onChange={(e) => set({ makes: e.target.value as Mould['makes'] })}
            >
              <option value="bait">baits</option>
              <option value="tail">tails, for another mould</option>
              <option value="shell">shells, for another mould</option>
            </select>
          </label>
          {q('Likes to be warm to', 'warmTo', 'temperature', 150)}
          {q('Hold', 'hold', 'time', 120)}
          {q('Cool before opening', 'cool', 'time', 3600)}
          <label className="field">
            <span>Loose parts, with commas</span>
            <input
              className="box"
              value={m.loose.join(', ')}
              onChange={(e) =>
                set({
                  loose: e.target.value
                    .split(',')
                    .map((x) => x.trimStart())
                    .filter((x, i, list) => x !== '' || i === list.length - 1),
                })
              }
              onBlur={() => set({ loose: m.loose.map((x) => x.trim()).filter(Boolean) })}
            />
          </label>
          <QuantityField
            label="Good for so many shots; empty = no end in sight"
            value={m.life}
            dimensions={['count']}
            whole
            min={1}
            max={100000}
            shop={units}
            onChange={(v) => set({ life: v })}
          />
          <label className="field md:col-span-2">
            <span>Note to self, shown when it is closed</span>
            <input className="box" value={m.note} onChange={(e) => set({ note: e.target.value })} />
          </label>
        </div>
        <TakesFields mould={m} others={others} units={units} set={set} />
        <h2 className="mb-2 mt-6">Cavities</h2>
        <div className="grid gap-3 md:grid-cols-2">
          <label className="field">
            <span>Shape</span>
            <select
              className="box"
              value={first.outline}
              onChange={(e) => all({ outline: e.target.value as OutlineKey, profile: null })}
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
            onChange={(v) => v !== null && all({ length: v })}
          />
          <QuantityField
            label="How many"
            value={m.cavities.length}
            dimensions={['count']}
            whole
            min={1}
            max={48}
            shop={units}
            onChange={(v) => v !== null && set({ cavities: layOut(m, v, Math.min(rows, v)) })}
          />
          <QuantityField
            label="In rows"
            value={rows}
            dimensions={['count']}
            whole
            min={1}
            max={12}
            shop={units}
            onChange={(v) => {
              if (v !== null) {
                setRows(v);
                set({ cavities: layOut(m, m.cavities.length, v) });
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
            onChange={(v) => v !== null && all({ section: v })}
          />
          <label className="flex min-h-11 items-center gap-3 self-end">
            <input
              type="checkbox"
              className="size-5"
              checked={same}
              onChange={(e) => setSame(e.target.checked)}
            />
            All cavities alike
          </label>
          {same ? measure(first, all) : null}
          <MeshDrop units={units} take={all} />
        </div>
        {!same &&
          m.cavities.map((c) => (
            <div key={c.n} className="mt-2 grid grid-cols-[40px_1fr_1fr_70px] items-center gap-3">
              <b className="figure">{c.n}</b>
              {measure(c, (part) => one(c.n, part), true)}
              <span className="hint">{say(cavityVolume(c), 'volume', units, 2)}</span>
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
