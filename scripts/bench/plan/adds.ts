import { inOrder } from '../../../src/core/ahead/about.ts';
import { worker } from '../../../src/core/ahead/index.ts';
import { bookOf } from './books.ts';

const SEEDS = Array.from({ length: 30 }, (_, nth) => 3000 + nth);

/**
 * Share of a session of its own that a piece adds to one it is shot beside, by what the two share: in
 * the mean and in the middle eight of ten pairs of seeded books.
 */
export function adds(): void {
  const shares = new Map<string, number[]>();
  for (const seed of SEEDS) {
    const book = bookOf(seed, { lines: 12, evenings: 8 });
    const { lasts } = worker(book);
    const pieces = inOrder(book.pieces);
    for (const [nth, other] of pieces.entries())
      for (const piece of pieces.slice(nth + 1)) {
        const [before, own, both] = [[other], [piece], [other, piece]].map((set) => lasts(set, 1));
        if ('refused' in before! || 'refused' in own! || 'refused' in both!) continue;
        const what = [
          ...(other.colourway === piece.colourway ? ['colour'] : []),
          ...(other.mould === piece.mould ? ['mould'] : []),
        ].join(' and ');
        const share = (both!.seconds - before!.seconds) / own!.seconds;
        shares.set(what || 'nothing', [...(shares.get(what || 'nothing') ?? []), share]);
      }
  }
  for (const [what, list] of shares) {
    const sorted = list.sort((one, other) => one - other);
    const at = (share: number) => sorted[Math.floor(share * (sorted.length - 1))]!.toFixed(2);
    const mean = sorted.reduce((sum, one) => sum + one, 0) / sorted.length;
    console.log(
      `${sorted.length} pairs that share ${what}: the later adds ${mean.toFixed(2)} of its own ` +
        `session (${at(0.1)} to ${at(0.9)})`,
    );
  }
}
