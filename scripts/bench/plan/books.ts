import { type Book, pieceOf, worker } from '../../../src/core/ahead/index.ts';
import { seeded } from '../../../src/core/chance.ts';
import { NOTHING_LEARNED } from '../../../src/core/heat/index.ts';
import { batches } from '../../../src/core/order/index.ts';
import { DEFAULT_SHOP } from '../../../src/core/shop.ts';
import { OVENS } from '../../demo/bench.ts';
import { SHELF } from '../../demo/shelf.ts';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const SHOP = {
  shelf: SHELF,
  defaults: {
    settings: { ...DEFAULT_SHOP.plan, tolerance: DEFAULT_SHOP.bench.tolerance },
    good: DEFAULT_SHOP.good,
    confidence: DEFAULT_SHOP.confidence,
    window: DEFAULT_SHOP.window,
  },
  timing: {
    ovens: [1, 2].map((id) => ({ id, oven: OVENS[0]! })),
    learned: NOTHING_LEARNED,
    hands: {},
    room: 18,
  },
};

/** A size of book: lines, evenings, and baits and colourways it is of. */
interface Size {
  lines: number;
  evenings: number;
  baits?: number;
}
type Chance = () => number;
const between = (chance: Chance, least: number, most: number): number =>
  least + Math.floor(chance() * (most - least + 1));

/** Baits with a colourway the demo shop can shoot them in: what books are made of. */
const SHOOTABLE = (() => {
  const { lasts } = worker(SHOP);
  return SHELF.baits.flatMap(({ id: bait, spec }) =>
    SHELF.colourways.flatMap(({ id: colourway }) => {
      const mould = spec.mouldIds[0];
      if (mould === undefined) return [];
      const part = { part: 1, line: 1, for: 'A', bait, colourway, count: 8, due: '0' };
      const key = `${bait}/${colourway}`;
      const piece = { key, bait, colourway, mould, parts: [part], baits: 8, by: 0 };
      return 'refused' in lasts([piece], 1) ? [] : [{ bait, colourway, mould }];
    }),
  );
})();

/** A book of a demo shop's lines, with evenings of two to four hours a day apart. */
export function bookOf(seed: number, { lines, evenings, baits }: Size): Book {
  const chance = seeded(seed);
  const all = [...new Set(SHOOTABLE.map(({ bait }) => bait))];
  const some = baits === undefined ? all : all.sort(() => chance() - 0.5).slice(0, baits);
  const ways = SHOOTABLE.filter(({ bait }) => some.includes(bait));
  const parts = Array.from({ length: lines }, (_, nth) => {
    const { bait, colourway } = ways[between(chance, 0, ways.length - 1)]!;
    const due = String(between(chance, 1, evenings));
    const count = 4 * between(chance, 1, 6);
    return { part: nth + 1, line: nth + 1, for: `line ${nth + 1}`, bait, colourway, count, due };
  });
  const by = Object.fromEntries(
    Array.from({ length: evenings + 1 }, (_, day) => [String(day), day * DAY]),
  );
  const wanted = new Map(parts.map((part) => [part.part, part]));
  const mouldOf = (bait: number) => SHELF.baits.find(({ id }) => id === bait)!.spec.mouldIds[0]!;
  return {
    ...SHOP,
    pieces: batches(
      parts.map((part) => ({ ...part, rest: part.count })),
      mouldOf,
    ).map((batch) => pieceOf(batch, wanted, (due) => by[due]!)),
    times: Array.from({ length: evenings }, (_, day) => ({
      day: String(day),
      from: day * DAY,
      to: day * DAY + between(chance, 4, 8) * (HOUR / 2),
      pairs: 1,
    })),
    by,
    held: [],
    cure: DAY,
  };
}
