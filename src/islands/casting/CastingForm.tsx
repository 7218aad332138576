import { useEffect, useState } from 'react';
import type { Casting, CastingKind, Mixed, PartKey } from '@/core/casting/index.ts';
import { CASTINGS, CHECKS, masterOf, PARTS, toMix } from '@/core/casting/index.ts';
import type { Mould, OutlineKey } from '@/core/mould/index.ts';
import { depthOf, OUTLINES } from '@/core/mould/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { clock, say } from '@/core/quantity/index.ts';
import { call } from '@/ui/api.ts';
import { useSave } from '@/ui/useSave.tsx';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { unreadIn } from '@/ui/unread.ts';
import { BoxDrawing } from './BoxDrawing.tsx';

interface Props {
  id?: number;
  version?: string;
  casting: Casting;
  baits: { name: string; outline: OutlineKey; length: number }[];
  units: ShopUnits;
  hold: number;
}

const partOf = (c: Casting, key: PartKey) => ({ ...PARTS[key], ...c.parts[key] });

/** What a part's mix still has of its pot life, or when it is cured. */
function PotLife({ casting, part, now }: { casting: Casting; part: PartKey; now: number }) {
  const mixed = casting.mixed.findLast((m) => m.part === part);
  if (!mixed) return null;
  const { potLife, cure } = partOf(casting, part);
  const left = mixed.at + potLife * 60_000 - now;
  const cured = mixed.at + cure * 3_600_000;
  if (left > 0)
    return (
      <b className="figure text-2xl" role="timer">
        {clock(left / 1000)}
      </b>
    );
  return (
    <span>
      {now < cured
        ? `cures until ${new Date(cured).toLocaleString('en-GB', { weekday: 'short', day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })}`
        : 'cured'}
    </span>
  );
}

/** A home-made mould, worked out: box and master give what to mix; pot life counts down; the result becomes a mould. */
export default function CastingForm({
  id: startId,
  version,
  casting: start,
  baits,
  units,
  hold,
}: Props) {
  const [c, setC] = useState(start);
  const [id, setId] = useState(startId);
  const [wrong, setWrong] = useState('');
  const [kept, setKept] = useState(startId !== undefined);
  const [now, setNow] = useState(0);
  useEffect(() => {
    setNow(Date.now());
    const tick = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(tick);
  }, []);
  const set = (part: Partial<Casting>) => {
    setC((held) => ({ ...held, ...part }));
    setKept(false);
  };
  const master = masterOf(OUTLINES[c.outline], c.length, c.volume);
  const masters = Array.from({ length: c.masters }, () => master);
  const parts = Object.fromEntries(
    (Object.keys(PARTS) as PartKey[]).map((k) => [k, partOf(c, k)]),
  ) as Record<PartKey, (typeof PARTS)[PartKey]>;
  const mix = toMix(c.kind, c.box, masters, c.margin, c.face, parts);
  const { save, asking } = useSave(version);
  const keep = async (next: Casting = c): Promise<number | null> => {
    const unread = unreadIn(document);
    if (unread) {
      setWrong(unread);
      return null;
    }
    const reply = await save<{ id: number }>(
      id ? 'PUT' : 'POST',
      `/api/catalogue/castings${id ? `/${id}` : ''}`,
      next,
    );
    setWrong(reply.ok ? '' : reply.message);
    if (!reply.ok) return null;
    setC(next);
    setId(reply.value.id);
    setKept(true);
    history.replaceState(null, '', `/moulds/castings/${reply.value.id}`);
    return reply.value.id;
  };
  const begin = (m: Mixed) =>
    void keep({ ...c, mixed: [...c.mixed, { part: m.part, a: m.a, b: m.b, at: Date.now() }] });
  const become = async () => {
    const { metal } = CASTINGS[c.kind];
    const section = Math.round(depthOf(c.outline, c.length) * OUTLINES[c.outline].round * 10) / 10;
    const across = c.box.width / c.masters;
    const mould: Mould = {
      name: c.name,
      metal,
      mass: Math.round((mix ?? []).reduce((n, m) => n + m.mass / (1 + c.margin), 0)),
      width: c.box.length,
      height: c.box.width,
      feed: 'top',
      port: 8,
      runner: 0,
      sprue: 4,
      closure: 'screws',
      closures: 4,
      loose: [],
      letsGo: 'either',
      makes: 'bait',
      takes: [],
      rod: null,
      warmTo: 30,
      hold,
      cool: metal === 'silicone' ? 300 : 180,
      note: '',
      life: c.life,
      window: null,
      tried: false,
      cavities: masters.map((_, i) => ({
        n: i + 1,
        outline: c.outline,
        length: c.length,
        section: Math.max(1, section),
        x: Math.round(c.box.length / 2),
        y: Math.round(across * (i + 0.5)),
        turn: 0,
        source: c.volume === null ? 'rough' : 'ml',
        measured: c.volume ?? c.length,
        grade: 'medium',
        profile: null,
      })),
    };
    const reply = await call<{ id: number }>('POST', '/api/catalogue/moulds', mould);
    if (!reply.ok) return setWrong(reply.message);
    if (await keep({ ...c, mould: reply.value.id }))
      location.assign(`/moulds/${reply.value.id}/change`);
  };
  const setPart = (key: PartKey, change: Partial<NonNullable<Casting['parts'][PartKey]>>) => {
    const { ratio, density, potLife, cure } = partOf(c, key);
    set({ parts: { ...c.parts, [key]: { ratio, density, potLife, cure, ...change } } });
  };
  const length = (label: string, key: keyof Casting['box']) => (
    <QuantityField
      label={label}
      value={c.box[key]}
      dimensions={['length']}
      min={5}
      max={2000}
      shop={units}
      onChange={(v) => v !== null && set({ box: { ...c.box, [key]: v } })}
    />
  );
  return (
    <div>
      {asking}
      <div className="flex flex-wrap items-end justify-between gap-3">
        <label className="min-w-60 flex-1">
          <span className="sr-only">Name of the casting</span>
          <input
            className="w-full border-b border-rule bg-transparent text-[32px] font-bold leading-tight"
            placeholder="Name the mould to be"
            value={c.name}
            onChange={(e) => set({ name: e.target.value })}
          />
        </label>
        <button type="button" className="act act-main" disabled={kept} onClick={() => void keep()}>
          {kept ? 'Kept' : 'Keep it'}
        </button>
      </div>
      {wrong && (
        <p className="wrong mt-2" role="alert">
          {wrong}
        </p>
      )}
      <div className="mt-4 grid gap-8 lg:grid-cols-2">
        <section>
          <div className="grid gap-3 sm:grid-cols-2">
            <label className="field sm:col-span-2">
              <span>Kind</span>
              <select
                className="box"
                value={c.kind}
                onChange={(e) => set({ kind: e.target.value as CastingKind, checks: [] })}
              >
                {(Object.keys(CASTINGS) as CastingKind[]).map((k) => (
                  <option key={k} value={k}>
                    {CASTINGS[k].name}
                  </option>
                ))}
              </select>
            </label>
            <label className="field">
              <span>Master like</span>
              <select
                className="box"
                value=""
                onChange={(e) => {
                  const b = baits.find((x) => x.name === e.target.value);
                  if (b) set({ outline: b.outline, length: b.length });
                }}
              >
                <option value="">{OUTLINES[c.outline].name}; choose a bait…</option>
                {baits.map((b) => (
                  <option key={b.name}>{b.name}</option>
                ))}
              </select>
            </label>
            <label className="field">
              <span>Shape</span>
              <select
                className="box"
                value={c.outline}
                onChange={(e) => set({ outline: e.target.value as OutlineKey })}
              >
                {(Object.keys(OUTLINES) as OutlineKey[]).map((o) => (
                  <option key={o} value={o}>
                    {OUTLINES[o].name}
                  </option>
                ))}
              </select>
            </label>
            <QuantityField
              label="Length of the master"
              value={c.length}
              dimensions={['length']}
              min={5}
              max={600}
              shop={units}
              onChange={(v) => v !== null && set({ length: v })}
            />
            <QuantityField
              label="Its volume, if known"
              value={c.volume}
              dimensions={['volume']}
              min={0.1}
              max={2000}
              shop={units}
              onChange={(v) => set({ volume: v })}
            />
            <QuantityField
              label="How many masters"
              value={c.masters}
              dimensions={['count']}
              whole
              min={1}
              max={24}
              shop={units}
              onChange={(v) => v !== null && set({ masters: v })}
            />
            <QuantityField
              label="Mixed over what is needed"
              value={c.margin}
              dimensions={['share']}
              min={0}
              max={1}
              shop={units}
              onChange={(v) => v !== null && set({ margin: v })}
            />
            {length('Box inside: length', 'length')}
            {length('Width', 'width')}
            {length('Height', 'height')}
            {c.kind !== 'silicone' && (
              <QuantityField
                label="Face coats"
                value={c.face}
                dimensions={['length']}
                min={0.2}
                max={10}
                shop={units}
                onChange={(v) => v !== null && set({ face: v })}
              />
            )}
          </div>
          <div className="mt-4">
            <BoxDrawing casting={c} units={units} />
          </div>
          {c.volume === null && (
            <p className="hint">
              The master’s volume, {say(master.volume, 'volume', units, 1)}, is guessed from its
              outline.
            </p>
          )}
        </section>
        <section>
          <h2>To mix</h2>
          {mix === null && (
            <p className="wrong mt-2">
              The masters do not fit that box{c.kind === 'silicone' ? '' : ' with their face coats'}
              : make it larger.
            </p>
          )}
          {mix?.map((m) => {
            const p = partOf(c, m.part);
            return (
              <div key={m.part} className="border-b border-rule py-3">
                <p className="flex flex-wrap items-baseline justify-between gap-3">
                  <b>{p.name}</b>
                  <span className="hint">
                    {say(m.volume, 'volume', units)} to fill, {say(m.mass, 'mass', units, 0)} with
                    the margin
                  </span>
                </p>
                <p className="mt-1 flex flex-wrap items-baseline gap-x-8">
                  <span>
                    <b className="figure text-3xl" data-mix={`${m.part}-a`}>
                      {say(m.a, 'mass', units, 0)}
                    </b>{' '}
                    {p.a}
                  </span>
                  <span>
                    <b className="figure text-3xl">{say(m.b, 'mass', units, 0)}</b> {p.b}
                  </span>
                </p>
                <div className="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4">
                  <QuantityField
                    label={`Parts of ${p.a}`}
                    value={p.ratio.a}
                    dimensions={['count']}
                    min={0.01}
                    max={1000}
                    shop={units}
                    onChange={(v) => v !== null && setPart(m.part, { ratio: { ...p.ratio, a: v } })}
                  />
                  <QuantityField
                    label={`to ${p.b}, by weight`}
                    value={p.ratio.b}
                    dimensions={['count']}
                    min={0.01}
                    max={1000}
                    shop={units}
                    onChange={(v) => v !== null && setPart(m.part, { ratio: { ...p.ratio, b: v } })}
                  />
                  <QuantityField
                    label="Pot life, min"
                    value={p.potLife}
                    dimensions={['count']}
                    min={0.1}
                    max={10000}
                    shop={units}
                    onChange={(v) => v !== null && setPart(m.part, { potLife: v })}
                  />
                  <QuantityField
                    label="Cures, h"
                    value={p.cure}
                    dimensions={['count']}
                    min={0.1}
                    max={2000}
                    shop={units}
                    onChange={(v) => v !== null && setPart(m.part, { cure: v })}
                  />
                </div>
                <p className="mt-2 flex flex-wrap items-center gap-4">
                  <button type="button" className="act min-h-16" onClick={() => begin(m)}>
                    {c.mixed.some((x) => x.part === m.part)
                      ? 'Mixed again: start its pot life'
                      : 'Mixed: start its pot life'}
                  </button>
                  {now > 0 && <PotLife casting={c} part={m.part} now={now} />}
                </p>
              </div>
            );
          })}
          <p className="hint mt-2">
            Gloves, and a dust mask for powders. By the label of your own tubs: these figures are
            usual ones, and yours to change.
          </p>
          <h2 className="mt-5">
            To see to{' '}
            <span className="text-sm font-normal text-soft">
              {c.checks.length} of {CHECKS[c.kind].length}
            </span>
          </h2>
          <ul>
            {CHECKS[c.kind].map((x) => (
              <li key={x.key}>
                <label className="flex min-h-11 items-center gap-3 border-b border-rule">
                  <input
                    type="checkbox"
                    className="size-5"
                    checked={c.checks.includes(x.key)}
                    onChange={(e) =>
                      set({
                        checks: e.target.checked
                          ? [...c.checks, x.key]
                          : c.checks.filter((k) => k !== x.key),
                      })
                    }
                  />
                  {x.what}
                </label>
              </li>
            ))}
          </ul>
          <h2 className="mt-5">How it turned out</h2>
          <div className="mt-2 grid gap-3 sm:grid-cols-2">
            <label className="field">
              <span>Verdict</span>
              <select
                className="box"
                value={c.verdict}
                onChange={(e) => set({ verdict: e.target.value as Casting['verdict'] })}
              >
                <option value="unknown">not known yet</option>
                <option value="good">turned out well</option>
                <option value="watch">usable</option>
                <option value="stop">spoiled</option>
              </select>
            </label>
            <QuantityField
              label="Shots it should give"
              value={c.life}
              dimensions={['count']}
              whole
              min={1}
              max={100000}
              shop={units}
              onChange={(v) => v !== null && set({ life: v })}
            />
            <label className="field sm:col-span-2">
              <span>Note for the next one</span>
              <textarea
                className="box"
                rows={2}
                value={c.note}
                onChange={(e) => set({ note: e.target.value })}
              />
            </label>
          </div>
          {c.mixed.length > 0 && (
            <ul className="mt-3 text-sm">
              {c.mixed.map((m) => (
                <li key={m.at}>
                  {new Date(m.at).toLocaleString('en-GB')}: {PARTS[m.part].name},{' '}
                  {say(m.a, 'mass', units, 0)} and {say(m.b, 'mass', units, 0)}
                </li>
              ))}
            </ul>
          )}
          {c.mould === null ? (
            <button
              type="button"
              className="act act-main mt-4"
              disabled={mix === null || !c.name.trim()}
              onClick={() => void become()}
            >
              Make it a mould of the shop
            </button>
          ) : (
            <a className="act mt-4" href={`/moulds/${c.mould}`}>
              The mould it became
            </a>
          )}
        </section>
      </div>
    </div>
  );
}
