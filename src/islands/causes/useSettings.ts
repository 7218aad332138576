import { useState } from 'react';
import type { SettingKey } from '@/core/causes/settingKinds.ts';
import { isMouldSetting, lookedAt, type SettingRange, USED } from '@/core/causes/used.ts';
import type { Mould, ShotOf } from '@/core/mould/index.ts';
import type { Shop } from '@/core/shop.ts';
import { call, type Reply } from '@/ui/api.ts';
import type { CausesAnswer } from './answer.ts';

interface Using {
  mould: NonNullable<CausesAnswer['mould']>;
  shop: NonNullable<CausesAnswer['shop']>;
  of: ShotOf;
  again: () => Promise<void>;
}
/** What was used last, and what stood before it. */
type Before = { key: SettingKey } & ({ mould: Mould } | { habits: Shop['bench']['habits'] });

/** Uses what a mould's own record says, and puts back what stood before. */
export function useSettings({ mould, shop, of, again }: Using) {
  const [before, setBefore] = useState<Before | null>(null);
  const [wrong, setWrong] = useState('');
  const heard = async (reply: Reply<unknown>): Promise<boolean> => {
    setWrong(reply.ok ? '' : reply.message);
    if (reply.ok) await again();
    return reply.ok;
  };
  const saveMould = async (spec: Mould) =>
    heard(await call('PUT', `/api/catalogue/moulds/${mould.id}`, spec, mould.version));
  const saveHabits = async (habits: Shop['bench']['habits']) =>
    heard(
      await call(
        'PUT',
        '/api/shop',
        { ...shop.spec, bench: { ...shop.spec.bench, habits } },
        shop.version,
      ),
    );
  const use = async (key: SettingKey, own: SettingRange) => {
    const was = mould.spec;
    const { habits } = shop.spec.bench;
    if (isMouldSetting(key)) {
      if (await saveMould(USED[key](was, own, of))) setBefore({ key, mould: was });
      return;
    }
    const look = own.low >= 0.5;
    if (await saveHabits(lookedAt(habits, mould.id, { build: of.build, look })))
      setBefore({ key, habits });
  };
  const putBack = async () => {
    if (!before) return;
    const done = 'mould' in before ? saveMould(before.mould) : saveHabits(before.habits);
    if (await done) setBefore(null);
  };
  return { before: before?.key ?? null, wrong, use, putBack };
}
