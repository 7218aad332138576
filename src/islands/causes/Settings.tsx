import { useState } from 'react';
import type { SettingCurve, SettingKey } from '@/core/causes/index.ts';
import { isInUse, type SettingRange, USED } from '@/core/causes/used.ts';
// Its own file: the rest brings what only the shop's machine works out.
import { SETTINGS } from '@/core/causes/settingKinds.ts';
import type { Mould } from '@/core/mould/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { degrees } from '@/core/quantity/index.ts';
import { Curve } from '@/ui/Curve.tsx';
import { call } from '@/ui/api.ts';
import { Wrong } from '@/ui/Wrong.tsx';
import type { CausesAnswer } from './answer.ts';

interface Props {
  order: readonly SettingKey[];
  curves: Record<SettingKey, SettingCurve>;
  mould: NonNullable<CausesAnswer['mould']>;
  today: NonNullable<CausesAnswer['today']>;
  build: string | null;
  units: ShopUnits;
  again: () => Promise<void>;
}
const points = (share: number): string =>
  `${share >= 0 ? '+' : '−'}${Math.abs(100 * share).toFixed(1)}`;

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
  curve: Extract<SettingCurve, { is: 'told' }>;
  said: (figure: number) => string;
  today: string;
  inUse: boolean;
  children: React.ReactNode;
}) {
  const { own, gain, better } = curve;
  return (
    <div className="min-w-0">
      <h3>{name.charAt(0).toUpperCase() + name.slice(1)}</h3>
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
        {better
          ? `Worth ${points(gain.middle)} baits in a hundred (${points(gain.least)} to ${points(gain.most)}).`
          : `No better than what you do that can be told (${points(gain.least)} to ${points(gain.most)} baits in a hundred).`}
      </p>
      {better && !inUse && <p className="no-print mt-2">{children}</p>}
    </div>
  );
}

/** The shop's own window, metal and hold for a mould, beside today's; used, and put back. */
export function Settings({ order, curves, mould, today, build, units, again }: Props) {
  const [before, setBefore] = useState<{ spec: Mould; key: SettingKey } | null>(null);
  const [wrong, setWrong] = useState('');
  const save = async (spec: Mould, version: string) => {
    const reply = await call('PUT', `/api/catalogue/moulds/${mould.id}`, spec, version);
    setWrong(reply.ok ? '' : reply.message);
    if (reply.ok) await again();
    return reply.ok;
  };
  const use = async (key: SettingKey, own: SettingRange) => {
    const was = mould.spec;
    if (await save(USED[key](was, own, build), mould.version)) setBefore({ spec: was, key });
  };
  const putBack = async () => {
    if (before && (await save(before.spec, mould.version))) setBefore(null);
  };
  const heat = (figure: number) => degrees(figure, units);
  const seconds = (figure: number) => `${Math.round(figure)} s`;
  const said: Record<SettingKey, (figure: number) => string> = { heat, metal: heat, held: seconds };
  const now: Record<SettingKey, string> = {
    heat: `${heat(today.window.low)} to ${heat(today.window.high)}`,
    metal: heat(today.today.metal),
    held: seconds(today.today.held),
  };
  const told = order.flatMap((key) => {
    const curve = curves[key];
    return curve.is === 'told' && curve.points.at(-1)!.at > curve.points[0]!.at
      ? [{ key, curve }]
      : [];
  });
  const few = order.map((key) => curves[key]).find((curve) => curve.is === 'too few');
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
            The {SETTINGS[before.key].name} is used from now on, in plans and at the bench.{' '}
            <button type="button" className="act" onClick={() => void putBack()}>
              Put back
            </button>
          </p>
        )}
        <div className="grid gap-8 lg:grid-cols-3">
          {told.map(({ key, curve }) => (
            <Setting
              key={key}
              name={SETTINGS[key].name}
              curve={curve}
              said={said[key]}
              today={now[key]}
              inUse={isInUse(curve.own, today.today[key])}
            >
              <button
                type="button"
                className="act"
                onClick={() => void use(key, curve.own)}
                aria-label={`Use ${said[key](curve.own.low)} to ${said[key](curve.own.high)} for the ${SETTINGS[key].name}`}
              >
                Use it
              </button>
            </Setting>
          ))}
        </div>
      </div>
    </section>
  );
}
