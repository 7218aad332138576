import { aboutFrom } from '../../../src/core/ahead/about.ts';
import { worker } from '../../../src/core/ahead/index.ts';
import { seeded } from '../../../src/core/chance.ts';
import { bookOf } from './books.ts';

const SEEDS = [7, 8, 9];
/** Sets that are drawn of each book, and pieces in one at most. */
const SETS = 60;
const MOST = 6;

/** What was said in parts of what was so: its mean, and the middle eight of ten. */
function said(shares: readonly number[]): string {
  const sorted = [...shares].sort((one, other) => one - other);
  const at = (share: number) => sorted[Math.floor(share * (sorted.length - 1))]!.toFixed(3);
  const mean = sorted.reduce((sum, one) => sum + one, 0) / sorted.length;
  return `${mean.toFixed(3)} in the mean (${at(0.1)} to ${at(0.9)}) of ${sorted.length}`;
}

/**
 * How near what pieces are about to take is to what it is once worked out: pieces of seeded books by
 * themselves, sets of them, and sets from one that was worked out with a piece less; by one and two
 * pairs of hands.
 */
export function nearness(): void {
  for (const pairs of [1, 2]) {
    const shares: Record<'alone' | 'sets' | 'from', number[]> = { alone: [], sets: [], from: [] };
    for (const seed of SEEDS) {
      const book = bookOf(seed, { lines: 200, evenings: 14 });
      const [{ lasts }, about] = [worker(book), aboutFrom(book)];
      const chance = seeded(seed);
      const time = { ...book.times[0]!, pairs };
      const drawn = Array.from({ length: SETS }, () =>
        [...book.pieces].sort(() => chance() - 0.5).slice(0, 2 + Math.floor((MOST - 1) * chance())),
      );
      for (const set of [...book.pieces.map((piece) => [piece]), ...drawn]) {
        const [so, told] = [lasts(set, pairs), about.takes(set, time)];
        if ('refused' in so || 'refused' in told) continue;
        shares[set.length === 1 ? 'alone' : 'sets'].push(told.seconds / so.seconds);
        if (set.length === 1) continue;
        const before = lasts(set.slice(1), pairs);
        if ('refused' in before) continue;
        const from = about.takes(set, time, { time, pieces: set.slice(1), ...before });
        if (!('refused' in from)) shares.from.push(from.seconds / so.seconds);
      }
    }
    for (const [of, list] of Object.entries(shares))
      console.log(`about, ${pairs} pair${pairs > 1 ? 's' : ''} of hands, ${of}: ${said(list)}`);
  }
}
