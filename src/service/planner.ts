import type { DraftDefaults, TimingKnown, Wanted } from '@/core/plan/index.ts';
import { wholeCatalogue } from './catalogue.ts';
import { handTimes, heatSetup } from './learn.ts';
import { book } from './orders.ts';
import { readShop } from './shop.ts';
import { goodRecord } from '@/store/readTables.ts';

/** °C a shop is taken to be before anybody has read it tonight. */
const ROOM = 18;

/** Everything the Plan screen works with: the open book, the shelf, and the shop's own figures. */
export async function planner(now: Date) {
  const [lines, shelf, shop, heat, hands, record] = await Promise.all([
    book(now, undefined, 200),
    wholeCatalogue(),
    readShop(),
    heatSetup(),
    handTimes(),
    goodRecord(),
  ]);
  const nameOf = (all: { id: number; spec: { name: string } }[], id: number) =>
    all.find((e) => e.id === id)?.spec.name ?? '';
  const parts = lines.flatMap((l) =>
    l.parts
      .map((p): Wanted & { baitName: string; colourwayName: string } => ({
        part: p.id,
        line: l.id,
        for: l.customer,
        bait: p.bait,
        colourway: p.colourway,
        count: p.count - p.allotted,
        due: l.promised,
        baitName: nameOf(shelf.baits, p.bait),
        colourwayName: nameOf(shelf.colourways, p.colourway),
      }))
      .filter((p) => p.count > 0),
  );
  const defaults: DraftDefaults = {
    settings: { ...shop.plan, tolerance: shop.bench.tolerance },
    good: shop.good,
    record,
    confidence: shop.confidence,
    window: shop.window,
  };
  const timing: TimingKnown = {
    oven: heat.ovens[0]!,
    ovens: heat.ovens.length,
    learned: heat.learned,
    hands,
    room: ROOM,
  };
  return { parts, shelf, units: shop.units, defaults, timing };
}
