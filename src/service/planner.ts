import type { DraftDefaults, TimingKnown, WantedPart } from '@/core/plan/index.ts';
import { wholeCatalogue } from './catalogue.ts';
import { ownFigures } from './learn.ts';
import { book } from './orders.ts';
import { goodRecord } from '@/store/readTables.ts';

/** °C a shop is taken to be before anybody has read it tonight. */
const ROOM = 18;

/** Everything the Plan screen works with: the open book, the shelf, and the shop's own figures. */
export async function planner(now: Date) {
  const [lines, shelf, { shop, heat, hands }, record] = await Promise.all([
    book(now, undefined, 200),
    wholeCatalogue(),
    ownFigures(),
    goodRecord(),
  ]);
  const nameOf = (all: { id: number; spec: { name: string } }[], id: number) =>
    all.find((entry) => entry.id === id)?.spec.name ?? '';
  const parts = lines.flatMap((line) =>
    line.parts
      .map((part): WantedPart & { baitName: string; colourwayName: string } => ({
        part: part.id,
        line: line.id,
        for: line.customer,
        bait: part.bait,
        colourway: part.colourway,
        count: part.count - part.allotted,
        due: line.promised,
        baitName: nameOf(shelf.baits, part.bait),
        colourwayName: nameOf(shelf.colourways, part.colourway),
      }))
      .filter((line) => line.count > 0),
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
