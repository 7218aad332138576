import { seeded } from '@/core/chance.ts';
import { NOTHING_LEARNED } from '@/core/heat/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/core/session/index.ts';
import { OVENS } from '../../scripts/demo/bench.ts';
import { rehearse } from '../../scripts/demo/rehearse.ts';
import { benchOn, START } from '../bench.ts';
import { demoPlan } from '../demoPlan.ts';

export const snapshot = snapshotFrom('Trial', demoPlan(), DEFAULT_SHOP, {
  heat: { ovens: OVENS.map((oven, i) => ({ id: i + 1, oven })), learned: NOTHING_LEARNED },
});

/** An evening of it as hands made it that follow the bench, one bait in ten spoilt. */
export const rehearsed = () =>
  rehearse({ session: 1, snapshot, startAt: START, chance: seeded(4), spoil: () => 0.1 });

export const bench = () => benchOn(snapshot);
export const text = '1';
export const word = '2';
