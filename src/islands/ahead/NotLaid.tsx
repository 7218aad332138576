import type { LaidOut, Piece } from '@/core/ahead/index.ts';
import { Verdict } from '@/ui/Verdict.tsx';
import type { Known } from './known.ts';
import { ShotAs } from './ShotAs.tsx';
import type { InHand } from './useHand.ts';

interface Props {
  left: LaidOut['left'];
  known: Known;
  inHand: InHand;
}
/** What could not be laid, and why. */
export function NotLaid({ left, known, inHand }: Props) {
  const { baits, colourways } = known.shelf;
  const nameIn = (all: readonly { id: number; spec: { name: string } }[], id: number) =>
    all.find((entry) => entry.id === id)!.spec.name;
  const nameOf = ({ bait, colourway }: Piece): string =>
    `${nameIn(baits, bait)}, ${nameIn(colourways, colourway)}`;
  return (
    <section aria-label="Not laid">
      <h2>Not laid</h2>
      <ul className="border-t-[1.5px] border-ink">
        {left.map(({ piece, why }) => (
          <li key={piece.key} className="border-b border-rule py-2">
            <p className="font-bold">{`${piece.baits} ${nameOf(piece)}`}</p>
            <Verdict verdict="stop">{why}</Verdict>
            {inHand.hand.held[piece.key] !== undefined && (
              <button
                type="button"
                className="act mt-1"
                onClick={() => inHand.hold(piece.key, null)}
              >
                Where it goes best
              </button>
            )}
            {piece.chosen && <ShotAs {...{ piece, known, inHand }} name={nameOf(piece)} />}
          </li>
        ))}
      </ul>
    </section>
  );
}
