import { draftPlan } from '@/core/plan/index.ts';
import { nextStep, fold } from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/service/plans.ts';
import { seeded } from '../src/core/chance.ts';
import { rehearse } from '../scripts/demo/rehearse.ts';
import { BAITS, COLOURWAYS, WAYS } from '../scripts/demo/shop.ts';
import { DEFAULTS, SHELF } from './demoPlan.ts';
const w = WAYS.find((x) => x.colourway === process.argv[2])!;
  const plan = draftPlan(SHELF, [{ part: 1, line: 1, for: 'x', bait: BAITS.findIndex((b) => b.name === w.bait) + 1, colourway: COLOURWAYS.findIndex((c) => c.name === w.colourway) + 1, count: w.count, due: '2026-12-01' }], DEFAULTS);
  const snap = snapshotFrom('t', plan, DEFAULT_SHOP);
  const e = rehearse({ session: 1, snapshot: snap, startAt: 1e12, chance: seeded(Number(process.argv[3] ?? 1)) });
  const by = new Map<string, number>(); for (const x of e) by.set(x.kind, (by.get(x.kind) ?? 0) + 1); console.log([...by]);
  for (const x of e.slice(Number(process.argv[4] ?? 0), Number(process.argv[5] ?? 120))) { const s = fold(snap, e.slice(0, x.seq)); const st = nextStep(s, x.at); console.log(((x.at-1e12)/60000).toFixed(1), x.kind, JSON.stringify(x.payload).slice(0,110), '→', st?.key, st?.target, (st?.sentence ?? '').slice(0,80)); }
import { follower } from '@/core/session/index.ts';
import { burstTo, safeBurst, knownOf, ovenKey, ovenPrior, withOven } from '@/core/heat/index.ts';
{ const k = Number(process.argv[5]); const s = fold(snap, e.slice(0, k)); const f = follower(snap.heat)(s.heat, e[k-1]!.at); const key = ovenKey(s.oven.id, s.oven.level, 1); const b = withOven(f.belief, key, ovenPrior(snap.heat.learned, s.oven.id, snap.heat.ovens[0]!.oven, 1, 1)); const use = { oven: key, power: snap.heat.ovens[0]!.oven.watts, level: 1, cups: ['5'] };
console.log('grams', s.cups.get('5')!.grams, snap.heat.ovens[0], knownOf(b, { of: 'plastic', cup: '5' }), burstTo(b, '5', use, 181, 195), safeBurst(b, use, 195)); for (const sec of [5,10,15,20]) console.log(sec, knownOf((await import('@/core/heat/index.ts')).heated(b, {...use, seconds: sec}), { of: 'plastic', cup: '5' })); }
