import { pairsOn, USUAL_CALENDAR } from '@/core/ahead/calendar.ts';
import type { DraftDefaults, SpokenFor, WantedPart } from '@/core/plan/index.ts';
import type { TimingKnown } from '@/core/tape/index.ts';
import { spokenFor } from '@/core/plan/index.ts';
import { cavityRecord } from '@/store/cavityRecord.ts';
import { goodRecord } from '@/store/readTables.ts';
import type { SessionHead } from '@/store/log.ts';
import { stock } from '@/store/stock.ts';
import type { OpenBenches } from './benches.ts';
import { openBenches } from './benches.ts';
import { wholeCatalogue } from './catalogue.ts';
import { ownFigures } from './learn.ts';
import { type BookLine, book, openLinesById } from './orders.ts';

/** Lines of the book a plan is made from, the soonest promised first. */
export const PLANNED_FROM = 200;
/** °C a shop is taken to be before anybody has read it tonight. */
const ROOM = 18;

/** What the book need not have shot: it lies there, or a bench shoots it. */
export type OnHand = Parameters<typeof spokenFor>[1];

/** Baits open benches shoot for lines, by part. */
function plannedOnBenches({ snapshots, joined }: OpenBenches): Map<number, number> {
  const planned = new Map<number, number>();
  const served = [
    ...[...snapshots.values()].flatMap(({ input }) => input.jobs.flatMap(({ lines }) => lines)),
    ...joined.map(({ line }) => line),
  ];
  for (const { part, count } of served) planned.set(part, (planned.get(part) ?? 0) + count);
  return planned;
}

/** What lies on the shelf, and what open benches shoot for lines. */
export async function onHand(open: Promise<OpenBenches>): Promise<OnHand> {
  const [lying, benches] = await Promise.all([stock(), open]);
  return {
    lying: lying.map(({ bait_id, colourway_id, grade, count }) => ({
      bait: bait_id,
      colourway: colourway_id,
      grade,
      count,
    })),
    planned: plannedOnBenches(benches),
  };
}

/** What each part of the open book need not have shot any more. */
export const spokenForOf = (lines: readonly BookLine[], held: OnHand): Map<number, SpokenFor> =>
  spokenFor(
    lines.flatMap(({ parts, usable }) =>
      parts.map(({ id, bait, colourway, count, allotted }) => ({
        part: id,
        bait,
        colourway,
        wants: count - allotted,
        usable,
      })),
    ),
    held,
  );

/** A part of the open book as the Plan screen lists it. */
interface ListedPart extends WantedPart, SpokenFor {
  /** what is neither on the shelf nor on an open bench */
  rest: number;
  baitName: string;
  colourwayName: string;
}

/** Baits of a part that are neither allotted, nor on an open bench or the shelf. */
const leftOf = (
  { id, count, allotted }: BookLine['parts'][number],
  spoken: ReadonlyMap<number, SpokenFor>,
): number => {
  const { bench, shelf } = spoken.get(id)!;
  return count - allotted - bench - shelf;
};

/**
 * The soonest lines of the open book, and those a plan serves, wherever in the book they stand.
 * @param served by their numbers
 */
async function linesPlanned(
  now: Date,
  open: Promise<OpenBenches>,
  served: () => Promise<readonly number[]>,
): Promise<BookLine[]> {
  const lines = await book(now, { limit: PLANNED_FROM, open });
  if (lines.length < PLANNED_FROM) return lines;
  const held = new Set(lines.map(({ id }) => id));
  const beyond = (await served()).filter((id) => !held.has(id));
  return beyond.length > 0 ? [...lines, ...(await openLinesById(now, beyond, open))] : lines;
}

/** What else is known of who asks for it. */
interface Asked {
  heads?: Promise<SessionHead[]>;
  /** lines a plan serves, by their numbers: they are among those of the book, however late promised */
  served?: () => Promise<readonly number[]>;
}
/** Everything the Plan screen works with: the open book, the shelf, and the shop's own figures. */
export async function planner(
  now: Date,
  { heads, served = () => Promise.resolve([]) }: Asked = {},
) {
  const open = openBenches(heads);
  const [lines, held, shelf, { shop, heat, hands }, record, cavities] = await Promise.all([
    linesPlanned(now, open, served),
    onHand(open),
    wholeCatalogue(open),
    ownFigures(),
    goodRecord(),
    cavityRecord(),
  ]);
  const nameOf = (all: { id: number; spec: { name: string } }[], id: number) =>
    all.find((entry) => entry.id === id)?.spec.name ?? '';
  const spoken = spokenForOf(lines, held);
  const parts = lines.flatMap((line) =>
    line.parts
      .filter((part) => part.count > part.allotted)
      .map((part): ListedPart => {
        const { bench, shelf: onShelf } = spoken.get(part.id)!;
        const wants = part.count - part.allotted;
        const rest = leftOf(part, spoken);
        return {
          part: part.id,
          line: line.id,
          for: line.customer,
          bait: part.bait,
          colourway: part.colourway,
          // Whoever takes a line that is spoken for all the same shoots all it wants.
          count: rest > 0 ? rest : wants,
          rest,
          bench,
          shelf: onShelf,
          due: line.promised,
          parts: line.parts.filter((other) => leftOf(other, spoken) > 0).length,
          baitName: nameOf(shelf.baits, part.bait),
          colourwayName: nameOf(shelf.colourways, part.colourway),
        };
      }),
  );
  const defaults: DraftDefaults = {
    settings: { ...shop.plan, tolerance: shop.bench.tolerance },
    good: shop.good,
    record,
    cavities,
    confidence: shop.confidence,
    window: shop.window,
  };
  const timing: TimingKnown = {
    ovens: heat.ovens,
    learned: heat.learned,
    hands,
    room: ROOM,
  };
  return { parts, shelf, units: shop.units, defaults, timing, calendar: shop.calendar };
}

/** The same for a session of one day: so many pairs of hands are at the bench. @param day as 2026-12-01 */
export const forDay = (
  { calendar, timing, ...own }: Awaited<ReturnType<typeof planner>>,
  day: string,
) => ({ ...own, timing: { ...timing, pairs: pairsOn(calendar ?? USUAL_CALENDAR, day) } });
