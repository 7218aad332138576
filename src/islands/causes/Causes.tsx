import { useCallback, useEffect, useState } from 'react';
import type { SettingKey } from '@/core/causes/settingKinds.ts';
import { sayTooFew } from '@/core/causes/says.ts';
import type { ShotOf } from '@/core/mould/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { call } from '@/ui/api.ts';
import { Wrong } from '@/ui/Wrong.tsx';
import type { CausesAnswer } from './answer.ts';
import { FaultWhy } from './FaultWhy.tsx';
import { Settings } from './Settings.tsx';
import { TryNext } from './TryNext.tsx';

interface Props {
  /** the cut, as its address says it */
  cut: string;
  /** what it is cut by of what a mould's windows know */
  of: ShotOf;
  units: ShopUnits;
  /** faults by their keys, as makers say them */
  names: Record<string, string>;
}
/** Order the settings stand in. */
const ORDER: SettingKey[] = ['heat', 'metal', 'held', 'cooled', 'looked'];

/** What goes with each fault, how the settings do, and what is worth trying, once worked out. */
export default function Causes({ cut, of, units, names }: Props) {
  const [told, setTold] = useState<CausesAnswer | null>(null);
  const [wrong, setWrong] = useState('');
  const ask = useCallback(async () => {
    const reply = await call<CausesAnswer>('GET', `/api/yields/causes?${cut}`);
    if (reply.ok) setTold(reply.value);
    setWrong(reply.ok ? '' : reply.message);
  }, [cut]);
  useEffect(() => void ask(), [ask]);
  if (!told) return wrong ? <Wrong>{wrong}</Wrong> : <p className="text-xl">Working it out…</p>;
  const { whys, curves, trial, mould, today, shop, tests, shots } = told;
  const few = whys.flatMap(({ fault, why }) =>
    why.is === 'too few' ? [{ fault: names[fault] ?? fault, hits: why.hits }] : [],
  );
  if (shots === 0 && !mould)
    return <p className="max-w-prose text-lg">Nothing of it has been shot and marked yet.</p>;
  return (
    <div className="flex flex-col gap-8">
      <Wrong>{wrong}</Wrong>
      {whys.length === 0 && (
        <p className="text-lg">
          {shots === 0
            ? 'Nothing of it has been shot and marked yet.'
            : `Nothing is wrong with any of ${shots} shots.`}
        </p>
      )}
      {whys.map(
        ({ fault, why }) =>
          why.is === 'told' && (
            <FaultWhy key={fault} fault={names[fault] ?? fault} why={why} units={units} />
          ),
      )}
      {few.length > 0 && <p className="max-w-prose">{sayTooFew(few, shots)}</p>}
      {mould && today && shop && curves && (
        <>
          <Settings {...{ curves, mould, today, shop, of, units }} order={ORDER} again={ask} />
          <TryNext
            {...{ trial, mould, tests, of, units }}
            left={told.left}
            window={today.window}
            again={ask}
          />
        </>
      )}
    </div>
  );
}
