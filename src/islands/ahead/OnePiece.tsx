import type { Laid, Piece } from '@/core/ahead/index.ts';
import { Bait } from '@/ui/Bait.tsx';
import { sayDay } from '@/ui/days.ts';
import { drawColourway } from '@/ui/drawLayers.ts';
import { Select } from '@/ui/Select.tsx';
import { Verdict } from '@/ui/Verdict.tsx';
import type { Known } from './known.ts';

interface PieceProps {
  piece: Piece;
  known: Known;
  laid: Laid;
  held: string | undefined;
  hold: (day: string | null) => void;
}
/** One piece on its day: what, how many, for whom, and where else it may go. */
export function OnePiece({ piece, known, laid, held, hold }: PieceProps) {
  const { baits, colourways, builds, mixes } = known.shelf;
  const bait = baits.find(({ id }) => id === piece.bait)!.spec;
  const way = colourways.find(({ id }) => id === piece.colourway)!.spec;
  const late = laid.time.to > piece.by;
  const name = `${bait.name}, ${way.name}`;
  return (
    <li
      className={
        'grid items-center gap-x-4 gap-y-1 border-b border-rule py-2 ' +
        'sm:grid-cols-[110px_minmax(0,1fr)_60px_170px]'
      }
    >
      <Bait
        outline={bait.outline}
        layers={drawColourway(
          way,
          builds.map(({ spec }) => spec),
          mixes,
        )}
        width={104}
      />
      <span className="min-w-0">
        <b>{bait.name}</b> {way.name}
        <span className="block text-sm text-soft">
          {[...new Set(piece.parts.map((part) => part.for))].join(', ')}; wanted{' '}
          {sayDay(piece.parts[0]!.due)}
        </span>
        {late && (
          <Verdict verdict="stop">too late to be cured by {sayDay(piece.parts[0]!.due)}</Verdict>
        )}
      </span>
      <b className="figure text-right text-xl">{piece.baits}</b>
      <Select
        label={`Day for ${name}`}
        hideLabel
        value={held ?? ''}
        options={[
          { value: '', name: 'where it goes best' },
          ...known.times.map(({ day }) => ({ value: day, name: `held: ${sayDay(day)}` })),
        ]}
        onChange={(day) => hold(day === '' ? null : day)}
      />
    </li>
  );
}
