import { NOTHING_LEARNED } from '@/core/heat/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/core/session/index.ts';
import { OVENS } from '../../scripts/demo/bench.ts';
import { benchOn } from '../bench.ts';
import { demoPlan } from '../demoPlan.ts';

export const snapshot = snapshotFrom('Trial', demoPlan(), DEFAULT_SHOP, {
  heat: { ovens: OVENS.map((oven, i) => ({ id: i + 1, oven })), learned: NOTHING_LEARNED },
});

export const bench = () => benchOn(snapshot);
export const text = '1';
export const word = '2';
