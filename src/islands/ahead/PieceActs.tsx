import { useState } from 'react';
import { wholeOf } from '@/core/ahead/hand.ts';
import type { Piece } from '@/core/ahead/index.ts';
import { sayDay } from '@/ui/days.ts';
import { Select } from '@/ui/Select.tsx';
import type { Known } from './known.ts';
import type { InHand } from './useHand.ts';

interface Props {
  piece: Piece;
  known: Known;
  inHand: InHand;
  name: string;
  /** day a hand has put it on */
  held: string | undefined;
  /** asks how else it is shot; null where that is asked already */
  onOtherwise: (() => void) | null;
}
/** A piece put on a day, parted in two, or put together again. */
export function PieceActs({ piece, known, inHand, name, held, onOtherwise }: Props) {
  const [parts, setParts] = useState<string | null>(null);
  const whole = wholeOf(piece.key);
  const isCut = whole !== null && inHand.hand.cuts[whole] !== undefined;
  const first = Number(parts);
  const fits = Number.isInteger(first) && first > 0 && first < piece.baits;
  return (
    <span className="flex flex-wrap items-end gap-2 sm:col-span-3 lg:col-span-1">
      <Select
        label={`Day for ${name}`}
        hideLabel
        value={held ?? ''}
        options={[
          { value: '', name: 'where it goes best' },
          ...known.times.map(({ day }) => ({ value: day, name: `held: ${sayDay(day)}` })),
        ]}
        onChange={(day) => inHand.hold(piece.key, day === '' ? null : day)}
      />
      {piece.baits > 1 && parts === null && (
        <button
          type="button"
          className="act"
          aria-label={`Split ${name}`}
          onClick={() => setParts(String(Math.floor(piece.baits / 2)))}
        >
          Split
        </button>
      )}
      {isCut && parts === null && (
        <button type="button" className="act" onClick={() => inHand.part(whole, 0)}>
          In one again
        </button>
      )}
      {parts !== null && (
        <>
          <label className="field w-32">
            <span>First half, baits</span>
            <input
              className="box"
              inputMode="numeric"
              value={parts}
              onChange={({ target }) => setParts(target.value)}
            />
          </label>
          <button
            type="button"
            className="act"
            disabled={!fits}
            onClick={() => {
              inHand.part(piece.key, first);
              setParts(null);
            }}
          >
            Split {name}
          </button>
          <button type="button" className="act" onClick={() => setParts(null)}>
            Cancel
          </button>
        </>
      )}
      {onOtherwise && parts === null && (
        <button
          type="button"
          className="act"
          aria-label={`Shoot ${name} otherwise`}
          onClick={onOtherwise}
        >
          Otherwise
        </button>
      )}
    </span>
  );
}
