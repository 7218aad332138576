import type { LaidOut } from '@/core/ahead/index.ts';
import { Verdict } from '@/ui/Verdict.tsx';
import type { Known } from './known.ts';

/** What could not be laid, and why. */
export function NotLaid({ left, known }: { left: LaidOut['left']; known: Known }) {
  const { baits, colourways } = known.shelf;
  const nameIn = (all: readonly { id: number; spec: { name: string } }[], id: number) =>
    all.find((entry) => entry.id === id)!.spec.name;
  return (
    <section aria-label="Not laid">
      <h2>Not laid</h2>
      <ul className="border-t-[1.5px] border-ink">
        {left.map(({ piece, why }) => (
          <li key={piece.key} className="border-b border-rule py-2">
            <Verdict verdict="stop">
              {`${piece.baits} ${nameIn(baits, piece.bait)}, ` +
                `${nameIn(colourways, piece.colourway)}: ${why}`}
            </Verdict>
          </li>
        ))}
      </ul>
    </section>
  );
}
