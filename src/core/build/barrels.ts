import type { Injector } from './tools.ts';

/** A stage that wants its layers in the barrels of one injector: mix and lightness (0 black, 1 white) of each. */
export interface Filling {
  run: string;
  injector: number;
  barrels: Injector['barrels'];
  mixes: { mix: number; light: number }[];
}

/** What changing a barrel from one colour to the next costs: dark shows in light, light hardly in dark (judgement). */
export const CHANGES = { same: 0, wipe: 1, clean: 3 } as const;
export type Change = keyof typeof CHANGES;
/** Lighter by more than this is a clean, not a wipe. */
const LIGHTER = 0.08;

/** What a barrel wants between two colours. */
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
const orders = (n: number): number[][] =>
  n <= 1
    ? [[0]]
    : orders(n - 1).flatMap((o) =>
        Array.from({ length: n }, (_, i) => [
          ...o.slice(0, n - 1 - i),
          n - 1,
          ...o.slice(n - 1 - i),
        ]),
      );

/**
 * Which barrel each layer of each stage goes into, so that the fewest barrels want cleaning over the
 * evening. Layers change places only between barrels of one bore: an unequal bore is a choice of shares.
 * @returns for each filling, the barrel of each layer; and the cost in {@link CHANGES}
 */
export function assignBarrels(fillings: Filling[]): { orders: number[][]; cost: number } {
  type Path = { cost: number; chosen: number[][]; held: ({ mix: number; light: number } | null)[] };
  const out = new Map<Filling, number[]>();
  let cost = 0;
  for (const injector of new Set(fillings.map((f) => f.injector))) {
    const own = fillings.filter((f) => f.injector === injector);
    let paths: Path[] = [{ cost: 0, chosen: [], held: [] }];
    for (const f of own) {
      const allowed = orders(f.mixes.length).filter((o) =>
        o.every(
          (b, layer) =>
            f.barrels[b]!.bore === f.barrels[layer]!.bore &&
            f.barrels[b]!.volume === f.barrels[layer]!.volume,
        ),
      );
      const next = paths.flatMap((p) =>
        allowed.map((o): Path => {
          const held = f.barrels.map((_, b) => p.held[b] ?? null);
          let spent = 0;
          o.forEach((b, layer) => {
            spent += CHANGES[changeOf(held[b]!, f.mixes[layer]!)];
            held[b] = f.mixes[layer]!;
          });
          return { cost: p.cost + spent, chosen: [...p.chosen, o], held };
        }),
      );
      // The cheapest way to each state of the barrels is all that later stages can tell apart.
      const kept = new Map<string, Path>();
      for (const p of next) {
        const state = p.held.map((h) => h?.mix ?? '').join('/');
        if (!kept.has(state) || kept.get(state)!.cost > p.cost) kept.set(state, p);
      }
      paths = [...kept.values()];
    }
    const one = paths.reduce((a, b) => (b.cost < a.cost ? b : a));
    own.forEach((f, i) => out.set(f, one.chosen[i]!));
    cost += one.cost;
  }
  return { orders: fillings.map((f) => out.get(f)!), cost };
}

/** Lightness of a screen colour, 0 to 1: Rec. 709 luma of its gamma-coded channels. */
export function lightness(hex: string): number {
  const n = Number.parseInt(hex.slice(1), 16);
  return (0.2126 * (n >> 16) + 0.7152 * ((n >> 8) & 255) + 0.0722 * (n & 255)) / 255;
}
