import type { DraftDefaults, Wanted } from '@/core/plan/index.ts';
import { wholeCatalogue } from './catalogue.ts';
import { book } from './orders.ts';
import { readShop } from './shop.ts';

/** Everything the Plan screen works with: the open book, the shelf, and the shop's own figures. */
export async function planner(now: Date) {
  const [lines, shelf, shop] = await Promise.all([book(now, undefined, 200), wholeCatalogue(), readShop()]);
  const nameOf = (all: { id: number; spec: { name: string } }[], id: number) => all.find((e) => e.id === id)?.spec.name ?? '';
  const parts = lines.flatMap((l) =>
    l.parts
      .map((p): Wanted & { baitName: string; colourwayName: string } => ({ part: p.id, line: l.id, for: l.customer, bait: p.bait, colourway: p.colourway, count: p.count - p.allotted, due: l.promised, baitName: nameOf(shelf.baits, p.bait), colourwayName: nameOf(shelf.colourways, p.colourway) }))
      .filter((p) => p.count > 0),
  );
  const defaults: DraftDefaults = { settings: { ...shop.plan, tolerance: shop.bench.tolerance }, good: shop.good, confidence: shop.confidence, window: shop.window };
  return { parts, shelf, units: shop.units, defaults };
}
