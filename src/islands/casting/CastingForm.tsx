import { Choice } from '@/ui/Choice.tsx';
import { useEffect, useState } from 'react';
import type { Casting, Mixed, PartKey } from '@/core/casting/index.ts';
import { CASTINGS, CHECKS, masterOf, PARTS, toMix } from '@/core/casting/index.ts';
import type { Mould, OutlineKey } from '@/core/mould/index.ts';
import { depthOf, OUTLINES } from '@/core/mould/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { call } from '@/ui/api.ts';
import { useSave } from '@/ui/useSave.tsx';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { unreadIn } from '@/ui/unread.ts';
import { BoxDrawing } from './BoxDrawing.tsx';
import { partOf, PotLife } from './PotLife.tsx';

interface Props {
  id?: number;
  version?: string;
  casting: Casting;
  baits: { name: string; outline: OutlineKey; length: number }[];
  units: ShopUnits;
  hold: number;
}

/**
 * A home-made mould, worked out: box and master give what to mix; pot life counts down; the result
 * becomes a mould.
 */
export default function CastingForm({
  id: startId,
  version,
  casting: start,
  baits,
  units,
  hold,
}: Props) {
  const [other, setC] = useState(start);
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
  const master = masterOf(OUTLINES[other.outline], other.length, other.volume);
  const masters = Array.from({ length: other.masters }, () => master);
  const parts = Object.fromEntries(
    (Object.keys(PARTS) as PartKey[]).map((part) => [part, partOf(other, part)]),
  ) as Record<PartKey, (typeof PARTS)[PartKey]>;
  const mix = toMix(other.kind, {
    box: other.box,
    masters,
    margin: other.margin,
    face: other.face,
    parts,
  });
  const { save, asking } = useSave(version);
  const keep = async (next: Casting = other): Promise<number | null> => {
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
  const begin = (mixed: Mixed) =>
    void keep({
      ...other,
      mixed: [...other.mixed, { part: mixed.part, a: mixed.a, b: mixed.b, at: Date.now() }],
    });
  const become = async () => {
    const { metal } = CASTINGS[other.kind];
    const section =
      Math.round(depthOf(other.outline, other.length) * OUTLINES[other.outline].round * 10) / 10;
    const across = other.box.width / other.masters;
    const mould: Mould = {
      name: other.name,
      metal,
      mass: Math.round(
        (mix ?? []).reduce((sum, mixed) => sum + mixed.mass / (1 + other.margin), 0),
      ),
      width: other.box.length,
      height: other.box.width,
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
      life: other.life,
      window: null,
      tried: false,
      cavities: masters.map((_, i) => ({
        n: i + 1,
        outline: other.outline,
        length: other.length,
        section: Math.max(1, section),
        x: Math.round(other.box.length / 2),
        y: Math.round(across * (i + 0.5)),
        turn: 0,
        source: other.volume === null ? 'rough' : 'ml',
        measured: other.volume ?? other.length,
        grade: 'medium',
        profile: null,
      })),
    };
    const reply = await call<{ id: number }>('POST', '/api/catalogue/moulds', mould);
    if (!reply.ok) return setWrong(reply.message);
    if (await keep({ ...other, mould: reply.value.id }))
      location.assign(`/moulds/${reply.value.id}/change`);
  };
  const setPart = (key: PartKey, change: Partial<NonNullable<Casting['parts'][PartKey]>>) => {
    const { ratio, density, potLife, cure } = partOf(other, key);
    set({ parts: { ...other.parts, [key]: { ratio, density, potLife, cure, ...change } } });
  };
  const length = (label: string, key: keyof Casting['box']) => (
    <QuantityField
      label={label}
      value={other.box[key]}
      dimensions={['length']}
      min={5}
      max={2000}
      shop={units}
      onChange={(value) => value !== null && set({ box: { ...other.box, [key]: value } })}
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
            value={other.name}
            onChange={(change) => set({ name: change.target.value })}
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
            <Choice
              label="Kind"
              value={other.kind}
              of={CASTINGS}
              onChange={(casting) => set({ kind: casting, checks: [] })}
              className="sm:col-span-2"
            />
            <label className="field">
              <span>Master like</span>
              <select
                className="box"
                value=""
                onChange={(change) => {
                  const bait = baits.find((bait) => bait.name === change.target.value);
                  if (bait) set({ outline: bait.outline, length: bait.length });
                }}
              >
                <option value="">{OUTLINES[other.outline].name}; choose a bait…</option>
                {baits.map((bait) => (
                  <option key={bait.name}>{bait.name}</option>
                ))}
              </select>
            </label>
            <Choice
              label="Shape"
              value={other.outline}
              of={OUTLINES}
              onChange={(outline) => set({ outline })}
            />
            <QuantityField
              label="Length of the master"
              value={other.length}
              dimensions={['length']}
              min={5}
              max={600}
              shop={units}
              onChange={(value) => value !== null && set({ length: value })}
            />
            <QuantityField
              label="Its volume, if known"
              value={other.volume}
              dimensions={['volume']}
              min={0.1}
              max={2000}
              shop={units}
              onChange={(value) => set({ volume: value })}
            />
            <QuantityField
              label="How many masters"
              value={other.masters}
              dimensions={['count']}
              whole
              min={1}
              max={24}
              shop={units}
              onChange={(value) => value !== null && set({ masters: value })}
            />
            <QuantityField
              label="Mixed over what is needed"
              value={other.margin}
              dimensions={['share']}
              min={0}
              max={1}
              shop={units}
              onChange={(value) => value !== null && set({ margin: value })}
            />
            {length('Box inside: length', 'length')}
            {length('Width', 'width')}
            {length('Height', 'height')}
            {other.kind !== 'silicone' && (
              <QuantityField
                label="Face coats"
                value={other.face}
                dimensions={['length']}
                min={0.2}
                max={10}
                shop={units}
                onChange={(value) => value !== null && set({ face: value })}
              />
            )}
          </div>
          <div className="mt-4">
            <BoxDrawing casting={other} units={units} />
          </div>
          {other.volume === null && (
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
              The masters do not fit that box
              {other.kind === 'silicone' ? '' : ' with their face coats'}: make it larger.
            </p>
          )}
          {mix?.map((mixed) => {
            const part = partOf(other, mixed.part);
            return (
              <div key={mixed.part} className="border-b border-rule py-3">
                <p className="flex flex-wrap items-baseline justify-between gap-3">
                  <b>{part.name}</b>
                  <span className="hint">
                    {say(mixed.volume, 'volume', units)} to fill,{' '}
                    {say(mixed.mass, 'mass', units, 0)} with the margin
                  </span>
                </p>
                <p className="mt-1 flex flex-wrap items-baseline gap-x-8">
                  <span>
                    <b className="figure text-3xl" data-mix={`${mixed.part}-a`}>
                      {say(mixed.a, 'mass', units, 0)}
                    </b>{' '}
                    {part.a}
                  </span>
                  <span>
                    <b className="figure text-3xl">{say(mixed.b, 'mass', units, 0)}</b> {part.b}
                  </span>
                </p>
                <div className="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4">
                  <QuantityField
                    label={`Parts of ${part.a}`}
                    value={part.ratio.a}
                    dimensions={['count']}
                    min={0.01}
                    max={1000}
                    shop={units}
                    onChange={(value) =>
                      value !== null && setPart(mixed.part, { ratio: { ...part.ratio, a: value } })
                    }
                  />
                  <QuantityField
                    label={`to ${part.b}, by weight`}
                    value={part.ratio.b}
                    dimensions={['count']}
                    min={0.01}
                    max={1000}
                    shop={units}
                    onChange={(value) =>
                      value !== null && setPart(mixed.part, { ratio: { ...part.ratio, b: value } })
                    }
                  />
                  <QuantityField
                    label="Pot life, min"
                    value={part.potLife}
                    dimensions={['count']}
                    min={0.1}
                    max={10000}
                    shop={units}
                    onChange={(value) => value !== null && setPart(mixed.part, { potLife: value })}
                  />
                  <QuantityField
                    label="Cures, h"
                    value={part.cure}
                    dimensions={['count']}
                    min={0.1}
                    max={2000}
                    shop={units}
                    onChange={(value) => value !== null && setPart(mixed.part, { cure: value })}
                  />
                </div>
                <p className="mt-2 flex flex-wrap items-center gap-4">
                  <button type="button" className="act min-h-16" onClick={() => begin(mixed)}>
                    {other.mixed.some((other) => other.part === mixed.part)
                      ? 'Mixed again: start its pot life'
                      : 'Mixed: start its pot life'}
                  </button>
                  {now > 0 && <PotLife casting={other} part={mixed.part} now={now} />}
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
              {other.checks.length} of {CHECKS[other.kind].length}
            </span>
          </h2>
          <ul>
            {CHECKS[other.kind].map((check) => (
              <li key={check.key}>
                <label className="flex min-h-11 items-center gap-3 border-b border-rule">
                  <input
                    type="checkbox"
                    className="size-5"
                    checked={other.checks.includes(check.key)}
                    onChange={(change) =>
                      set({
                        checks: change.target.checked
                          ? [...other.checks, check.key]
                          : other.checks.filter((key) => key !== check.key),
                      })
                    }
                  />
                  {check.what}
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
                value={other.verdict}
                onChange={(change) => set({ verdict: change.target.value as Casting['verdict'] })}
              >
                <option value="unknown">not known yet</option>
                <option value="good">turned out well</option>
                <option value="watch">usable</option>
                <option value="stop">spoiled</option>
              </select>
            </label>
            <QuantityField
              label="Shots it should give"
              value={other.life}
              dimensions={['count']}
              whole
              min={1}
              max={100000}
              shop={units}
              onChange={(value) => value !== null && set({ life: value })}
            />
            <label className="field sm:col-span-2">
              <span>Note for the next one</span>
              <textarea
                className="box"
                rows={2}
                value={other.note}
                onChange={(change) => set({ note: change.target.value })}
              />
            </label>
          </div>
          {other.mixed.length > 0 && (
            <ul className="mt-3 text-sm">
              {other.mixed.map((other) => (
                <li key={other.at}>
                  {new Date(other.at).toLocaleString('en-GB')}: {PARTS[other.part].name},{' '}
                  {say(other.a, 'mass', units, 0)} and {say(other.b, 'mass', units, 0)}
                </li>
              ))}
            </ul>
          )}
          {other.mould === null ? (
            <button
              type="button"
              className="act act-main mt-4"
              disabled={mix === null || !other.name.trim()}
              onClick={() => void become()}
            >
              Make it a mould of the shop
            </button>
          ) : (
            <a className="act mt-4" href={`/moulds/${other.mould}`}>
              The mould it became
            </a>
          )}
        </section>
      </div>
    </div>
  );
}
