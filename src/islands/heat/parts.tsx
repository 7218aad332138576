import type { ReactNode } from 'react';
import type { MouldHeat } from '@/core/heat/index.ts';
import type { Estimate } from '@/core/heat/index.ts';
import type { Dimension, ShopUnits } from '@/core/quantity/index.ts';
import { FigureField } from '@/ui/FigureField.tsx';
import { Select } from '@/ui/Select.tsx';

export interface Bench {
  units: ShopUnits;
  altitude: number;
  window: { low: number; high: number };
  tolerance: number;
  moulds: {
    name: string;
    metal: 'machined' | 'cast' | 'silicone' | 'epoxy' | 'gypsum';
    mass: number;
    section: MouldHeat['section'];
    thick: number;
    skin: number;
    warmTo: number;
    width: number;
    height: number;
    shot: number;
  }[];
  vessels: { name: string; bore: number; volume: number }[];
  /** even odds of a joint, °C, and of a bled line, as the shop has learned them, and how sure */
  odds: { joint: Estimate; bleed: Estimate };
  /** values a session's step was at, by name */
  start: Record<string, string>;
  /** the second of two that are compared */
  beside?: boolean;
}

/** A start value handed over, or the usual one. */
export const from = ({ start }: Bench, key: string, usual: number): number => {
  const count = Number(start[key]);
  return start[key] !== undefined && Number.isFinite(count) ? count : usual;
};

/** A figure and what changes it, as `useState` gives them. */
type State = readonly [number, (value: number) => void];

/** A field of a what-if: a figure, and between what it may be. */
export const Given = ({
  label,
  of,
  state: [value, set],
  range: [min, max],
  units,
}: {
  label: string;
  of: Dimension;
  state: State;
  range: readonly [number, number];
  units: ShopUnits;
}) => <FigureField {...{ label, value, of, units, min, max }} onChange={set} />;

/** The heat of a shot and of the mould it goes into, °C. */
export const ShotAndMetal = ({
  units,
  shot,
  metal,
  coldest = 120,
  hottest,
}: {
  units: ShopUnits;
  shot: State;
  metal: State;
  /** of a shot */
  coldest?: number;
  /** of a mould */
  hottest: number;
}) => (
  <>
    <Given label="Shot at" of="temperature" state={shot} range={[coldest, 205]} units={units} />
    <Given label="Mould is" of="temperature" state={metal} range={[-10, hottest]} units={units} />
  </>
);

/** One what-if: what is given, the numbers that matter, the curve. */
export function WhatIf({
  id,
  title,
  why,
  given,
  numbers,
  children,
}: {
  id: string;
  title: string;
  why: string;
  given: ReactNode;
  numbers: [string, string, string][];
  children?: ReactNode;
}) {
  return (
    <section id={id} aria-label={title} className="border-t-[1.5px] border-ink py-4">
      <h2 className="pr-48">{title}</h2>
      <p className="hint mb-3 max-w-prose pr-40">{why}</p>
      <div className="grid gap-6 @4xl:grid-cols-[300px_260px_minmax(0,1fr)]">
        <div className="grid grid-cols-2 content-start gap-3 @4xl:grid-cols-1">{given}</div>
        <dl>
          {numbers.map(([name, figure, note]) => (
            <div key={name} className="border-b border-rule py-2">
              <dt className="text-sm text-soft">{name}</dt>
              <dd>
                <b className="figure text-3xl">{figure}</b>
                <span className="hint block">{note}</span>
              </dd>
            </div>
          ))}
        </dl>
        <div className="min-w-0">{children}</div>
      </div>
    </section>
  );
}

export function Pick<T>({
  label,
  value,
  all,
  take,
}: {
  label: string;
  value: number;
  all: (T & { name: string })[];
  take: (i: number) => void;
}) {
  return (
    <Select
      label={label}
      value={String(value)}
      options={all.map(({ name }, i) => ({ value: String(i), name }))}
      onChange={(i) => take(Number(i))}
    />
  );
}

/** What a microwave gives, W. */
export const WattsGiven = (given: Pick<Parameters<typeof Given>[0], 'state' | 'units'>) => (
  <Given label="Microwave, watts" of="count" range={[200, 3000]} {...given} />
);
