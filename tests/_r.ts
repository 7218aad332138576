import { draftPlan } from '@/core/plan/index.ts';
import { nextStep, fold } from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/service/plans.ts';
import { seeded } from '../src/core/chance.ts';
import { rehearse } from '../scripts/demo/rehearse.ts';
import { BAITS, COLOURWAYS, WAYS } from '../scripts/demo/shop.ts';
import { DEFAULTS, SHELF } from './demoPlan.ts';
for (const w of WAYS.slice(0, Number(process.argv[2] ?? 99))) {
  const plan = draftPlan(SHELF, [{ part: 1, line: 1, for: 'x', bait: BAITS.findIndex((b) => b.name === w.bait) + 1, colourway: COLOURWAYS.findIndex((c) => c.name === w.colourway) + 1, count: w.count, due: '2026-12-01' }], DEFAULTS);
  const snap = snapshotFrom('t', plan, DEFAULT_SHOP);
  const t = performance.now();
  const e = rehearse({ session: 1, snapshot: snap, startAt: 1e12, chance: seeded(1) });
  const s = fold(snap, e);
  console.log(w.bait, w.colourway, 'ms', Math.round(performance.now() - t), 'events', e.length, 'min', Math.round((e.at(-1)!.at-1e12)/60000), 'shots', s.shots.size, s.status);
}
