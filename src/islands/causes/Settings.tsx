import type { ReactNode } from 'react';
import type { SettingCurve, SettingKey } from '@/core/causes/index.ts';
import { isInUse, type SettingRange } from '@/core/causes/used.ts';
// Its own file: the rest brings what only the shop's machine works out.
import { SETTINGS } from '@/core/causes/settingKinds.ts';
import type { ShotOf } from '@/core/mould/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { degrees } from '@/core/quantity/index.ts';
import { Curve } from '@/ui/Curve.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import type { CausesAnswer } from './answer.ts';
import { useSettings } from './useSettings.ts';

interface Props {
  order: readonly SettingKey[];
  curves: Record<SettingKey, SettingCurve>;
  mould: NonNullable<CausesAnswer['mould']>;
  today: NonNullable<CausesAnswer['today']>;
  shop: NonNullable<CausesAnswer['shop']>;
  of: ShotOf;
  units: ShopUnits;
  again: () => Promise<void>;
}
type Told = Extract<SettingCurve, { is: 'told' }>;
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const ofHundred = (share: number): string => (100 * share).toFixed(0);
const baits = (share: number): string =>
  `${share >= 0 ? '+' : '−'}${Math.abs(100 * share).toFixed(1)}`;
const sayGain = ({ least, middle, most }: Told['gain'], better: boolean): string =>
  better
    ? `Worth ${baits(middle)} baits in a hundred (${baits(least)} to ${baits(most)}).`
    : `No better than what you do that can be told (${baits(least)} to ${baits(most)} baits in a hundred).`;

/** How a figure of each setting is said in the shop's units. */
function saidBy(units: ShopUnits): Record<SettingKey, (figure: number) => string> {
  const heat = (figure: number) => degrees(figure, units);
  return {
    heat,
    metal: heat,
    held: (figure) => `${Math.round(figure)} s`,
    cooled: (figure) => `${Math.exp(figure).toFixed(2)} times as long as reckoned`,
    looked: (figure) => (figure >= 0.5 ? 'with it' : 'without it'),
  };
}
/** What stands today of each setting, in words. */
const nowOf = (
  { today, window }: Props['today'],
  said: ReturnType<typeof saidBy>,
): Record<SettingKey, string> => ({
  heat: `${said.heat(window.low)} to ${said.heat(window.high)}`,
  metal: said.metal(today.metal),
  held: said.held(today.held),
  cooled: said.cooled(today.cooled),
  looked: said.looked(today.looked),
});

/** One setting: how what comes good runs along it, and where it is best. */
function Setting({
  name,
  curve,
  said,
  today,
  inUse,
  children,
}: {
  name: string;
  curve: Told;
  said: (figure: number) => string;
  today: string;
  inUse: boolean;
  children: ReactNode;
}) {
  const { own, gain, better } = curve;
  return (
    <div className="min-w-0">
      <h3>{capital(name)}</h3>
      <Curve
        points={curve.points.map(({ at, share, least, most }) => ({
          x: at,
          y: 100 * share,
          low: 100 * least,
          high: 100 * most,
        }))}
        x={name}
        y="good of 100"
        label={`Good of 100 by ${name}: best from ${said(own.low)} to ${said(own.high)}`}
      />
      <p>
        Best from <b>{said(own.low)}</b> to <b>{said(own.high)}</b>; today {today}.{' '}
        {sayGain(gain, better)}
      </p>
      {better && !inUse && <p className="no-print mt-2">{children}</p>}
    </div>
  );
}

/** A setting that is yes or no: how many come good with it and without. */
function YesOrNo({
  name,
  curve: { points, own, gain, better },
  today,
  children,
}: {
  name: string;
  curve: Told;
  today: string;
  children: ReactNode;
}) {
  const range = ({ share, least, most }: Told['points'][number]) =>
    `${ofHundred(share)} of 100 (${ofHundred(least)} to ${ofHundred(most)})`;
  const [without, withIt] = [points[0]!, points.at(-1)!];
  return (
    <div className="min-w-0">
      <h3>{capital(name)}</h3>
      <p>
        With it <b>{range(withIt)}</b> come good, without <b>{range(without)}</b>; today {today}.{' '}
        {sayGain(gain, better)}
      </p>
      {better && (
        <p className="no-print mt-2" data-better={own.low >= 0.5 ? 'with' : 'without'}>
          {children}
        </p>
      )}
    </div>
  );
}

/** The shop's own window, metal, hold, opening and second look for a mould, beside today's. */
export function Settings({ order, curves, mould, today, shop, of, units, again }: Props) {
  const { before, wrong, use, putBack } = useSettings({ mould, shop, of, again });
  const said = saidBy(units);
  const now = nowOf(today, said);
  const told = order.flatMap((key) => {
    const curve = curves[key];
    return curve.is === 'told' && curve.points.at(-1)!.at > curve.points[0]!.at
      ? [{ key, curve }]
      : [];
  });
  const few = order.map((key) => curves[key]).find((curve) => curve.is === 'too few');
  const pressToUse = (at: SettingKey, own: SettingRange) => (
    <button
      type="button"
      className="act"
      onClick={() => void use(at, own)}
      aria-label={`Use it: ${said[at](own.low)} to ${said[at](own.high)} for the ${SETTINGS[at].name}`}
    >
      Use it
    </button>
  );
  return (
    <section aria-label="Its own settings">
      <h2>Its own settings</h2>
      <div className="border-t-[1.5px] border-ink pt-2">
        <Wrong>{wrong}</Wrong>
        {few?.is === 'too few' && (
          <p>
            Not enough shots yet: {few.shots} of {few.wanted}.
          </p>
        )}
        {before && (
          <p className="mb-2">
            The {SETTINGS[before].name} is used from now on, in plans and at the bench.{' '}
            <button type="button" className="act" onClick={() => void putBack()}>
              Put back
            </button>
          </p>
        )}
        <div className="grid gap-8 lg:grid-cols-3">
          {told.map(({ key, curve }) => {
            const inUse = isInUse(key, curve.own, today.today[key]);
            const { name, kind } = SETTINGS[key];
            if (kind === 'figure')
              return (
                <Setting key={key} {...{ name, curve, inUse }} said={said[key]} today={now[key]}>
                  {pressToUse(key, curve.own)}
                </Setting>
              );
            return (
              <YesOrNo key={key} {...{ name, curve }} today={now[key]}>
                {inUse ? null : today.mayLook ? (
                  pressToUse(key, curve.own)
                ) : (
                  <a href="/shop">The whole shop never looks again: Shop</a>
                )}
              </YesOrNo>
            );
          })}
        </div>
      </div>
    </section>
  );
}
