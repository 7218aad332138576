import type { Injector } from './tools.ts';

/**
 * A stage that wants its layers in the barrels of one injector: mix and lightness (0 black, 1
 * white) of each.
 */
export interface Filling {
  run: string;
  injector: number;
  barrels: Injector['barrels'];
  mixes: { mix: number; light: number }[];
}

/**
 * What changing a barrel from one colour to the next costs: dark shows in light, light hardly in
 * dark (judgement).
 */
const CHANGES = { same: 0, wipe: 1, clean: 3 } as const;
export type Change = keyof typeof CHANGES;
/** Lighter by more than this is a clean, not a wipe. */
const LIGHTER = 0.08;

/**
 * What a barrel wants between two colours.
 * @example changeOf({ mix: 1, light: 0.2 }, { mix: 2, light: 0.9 }) → 'clean'
 */
export const changeOf = (
  from: { mix: number; light: number } | null,
  to: { mix: number; light: number },
): Change =>
  from === null || from.mix === to.mix
    ? 'same'
    : to.light > from.light + LIGHTER
      ? 'clean'
      : 'wipe';

/** Every order of n barrels, the plain one first: of equals it is taken. */
const orders = (count: number): number[][] =>
  count <= 1
    ? [[0]]
    : orders(count - 1).flatMap((order) =>
        Array.from({ length: count }, (_, i) => [
          ...order.slice(0, count - 1 - i),
          count - 1,
          ...order.slice(count - 1 - i),
        ]),
      );

/**
 * Which barrel each layer of each stage goes into, so that the fewest barrels want cleaning over
 * the evening. Layers change places only between barrels of one bore: an unequal bore is a choice
 * of shares.
 * @returns for each filling, the barrel of each layer; and the cost in {@link CHANGES}
 */
export function assignBarrels(fillings: Filling[]): { orders: number[][]; cost: number } {
  type Path = { cost: number; chosen: number[][]; held: ({ mix: number; light: number } | null)[] };
  const out = new Map<Filling, number[]>();
  let cost = 0;
  for (const injector of new Set(fillings.map((filling) => filling.injector))) {
    const own = fillings.filter((filling) => filling.injector === injector);
    let paths: Path[] = [{ cost: 0, chosen: [], held: [] }];
    for (const filling of own) {
      const allowed = orders(filling.mixes.length).filter((order) =>
        order.every(
          (barrel, layer) =>
            filling.barrels[barrel]!.bore === filling.barrels[layer]!.bore &&
            filling.barrels[barrel]!.volume === filling.barrels[layer]!.volume,
        ),
      );
      const next = paths.flatMap((path) =>
        allowed.map((order): Path => {
          const held = filling.barrels.map((_, barrel) => path.held[barrel] ?? null);
          let spent = 0;
          order.forEach((barrel, layer) => {
            spent += CHANGES[changeOf(held[barrel]!, filling.mixes[layer]!)];
            held[barrel] = filling.mixes[layer]!;
          });
          return { cost: path.cost + spent, chosen: [...path.chosen, order], held };
        }),
      );
      // The cheapest way to each state of the barrels is all that later stages can tell apart.
      const kept = new Map<string, Path>();
      for (const path of next) {
        const state = path.held.map((other) => other?.mix ?? '').join('/');
        if (!kept.has(state) || kept.get(state)!.cost > path.cost) kept.set(state, path);
      }
      paths = [...kept.values()];
    }
    const one = paths.reduce((made, path) => (path.cost < made.cost ? path : made));
    own.forEach((filling, i) => out.set(filling, one.chosen[i]!));
    cost += one.cost;
  }
  return { orders: fillings.map((filling) => out.get(filling)!), cost };
}

/**
 * Lightness of a screen colour, 0 to 1: Rec. 709 luma of its gamma-coded channels.
 * @example lightness('#ff0000') → 0.2126
 */
export function lightness(hex: string): number {
  const count = Number.parseInt(hex.slice(1), 16);
  return (0.2126 * (count >> 16) + 0.7152 * ((count >> 8) & 255) + 0.0722 * (count & 255)) / 255;
}
