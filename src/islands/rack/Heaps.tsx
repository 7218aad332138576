import type { ShopUnits } from '@/core/quantity/index.ts';
import { Bait } from '@/ui/Bait.tsx';
import type { Drawn } from '@/ui/drawLayers.ts';
import { Moved } from './Moved.tsx';
import { type HeapOf, StockActs } from './StockActs.tsx';

/** Baits or inserts that lie on the rack as one. */
export interface Heap {
  of: HeapOf;
  count: number;
  name: string;
  /** more of what it is, under its name */
  says: string;
  /** the heap, as it is said to a screen reader */
  called: string;
  /** a bait in its layers, or colours of inserts */
  drawn: { outline: string; layers: readonly Drawn[] } | { colours: readonly (string | null)[] };
}
interface Props {
  heaps: readonly Heap[];
  path: '/api/stock/moves' | '/api/stock/inserts';
  /** said over what moved a heap */
  moved: string;
  units: ShopUnits;
}

/** What names a heap in an address. */
const queryOf = (of: HeapOf): string => {
  const named = 'heap' in of ? of.heap : of;
  return new URLSearchParams(
    Object.entries(named).map(([key, value]) => [key, String(value)]),
  ).toString();
};

function Picture({ drawn }: Pick<Heap, 'drawn'>) {
  if ('outline' in drawn) return <Bait {...drawn} width={96} />;
  return (
    <span className="flex">
      {drawn.colours.map((colour, nth) => (
        <span
          key={nth}
          className="inline-block h-6 w-6 border border-ink"
          style={{ background: colour ?? 'none' }}
        />
      ))}
    </span>
  );
}

/** Heaps on the rack, each with what is done with it. */
export default function Heaps({ heaps, path, moved, units }: Props) {
  return (
    <ul className="grid gap-x-10 md:grid-cols-2">
      {heaps.map(({ of, count, name, says, called, drawn }) => (
        <li
          key={queryOf(of)}
          data-heap={called}
          className="flex flex-wrap content-start items-center gap-4 border-b border-rule py-2"
        >
          <Picture drawn={drawn} />
          <span className="min-w-0 flex-1">
            <b>{name}</b>
            <span className="block text-sm text-soft">{says}</span>
            <Moved query={queryOf(of)} says={moved} />
          </span>
          <StockActs {...{ path, of, count, units }} name={called} />
        </li>
      ))}
    </ul>
  );
}
