import { useState } from 'react';
import { useDraggable } from '@dnd-kit/core';
import { heldDay } from '@/core/ahead/hand.ts';
import type { Laid, Piece } from '@/core/ahead/index.ts';
import { Bait } from '@/ui/Bait.tsx';
import { sayDay } from '@/ui/days.ts';
import { drawColourway } from '@/ui/drawLayers.ts';
import { Verdict } from '@/ui/Verdict.tsx';
import type { Known } from './known.ts';
import { PieceActs } from './PieceActs.tsx';
import { ShotAs } from './ShotAs.tsx';
import type { InHand } from './useHand.ts';

interface PieceProps {
  piece: Piece;
  known: Known;
  laid: Laid;
  inHand: InHand;
}
/** One piece on its day: what, how many, for whom; taken to another day, or parted. */
export function OnePiece({ piece, known, laid, inHand }: PieceProps) {
  const { baits, colourways, builds, mixes } = known.shelf;
  const bait = baits.find(({ id }) => id === piece.bait)!.spec;
  const way = colourways.find(({ id }) => id === piece.colourway)!.spec;
  const late = laid.time.to > piece.by;
  const name = `${bait.name}, ${way.name}`;
  const [asked, setAsked] = useState(piece.chosen !== undefined);
  const drag = useDraggable({ id: piece.key });
  const moved = drag.transform;
  return (
    <li
      ref={drag.setNodeRef}
      style={moved ? { transform: `translate(${moved.x}px, ${moved.y}px)` } : undefined}
      className={
        'grid items-center gap-x-4 gap-y-1 border-b border-rule py-2 ' +
        'sm:grid-cols-[140px_minmax(0,1fr)_50px] lg:grid-cols-[140px_minmax(0,1fr)_50px_auto] ' +
        (moved ? 'relative z-10 bg-raised' : '')
      }
    >
      <button
        type="button"
        className="flex min-h-11 cursor-grab touch-none items-center gap-2"
        ref={drag.setActivatorNodeRef}
        {...drag.listeners}
        {...drag.attributes}
        aria-label={`Take ${name} to another day`}
      >
        <span aria-hidden="true" className="text-soft">
          ⠿
        </span>
        <Bait
          outline={bait.outline}
          layers={drawColourway(
            way,
            builds.map(({ spec }) => spec),
            mixes,
          )}
          width={104}
        />
      </button>
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
      <PieceActs
        {...{ piece, known, inHand, name }}
        held={heldDay(new Map(Object.entries(inHand.hand.held)), piece)}
        onOtherwise={asked ? null : () => setAsked(true)}
      />
      {asked && <ShotAs {...{ piece, known, inHand, name }} />}
    </li>
  );
}
