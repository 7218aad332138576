import { useMemo } from 'react';
import type { Shelf } from '@/core/plan/index.ts';
import { Combobox } from './Combobox.tsx';
import { baitChoices, baitPicks, wayChoices, wayPicks } from './picks.tsx';

interface Props {
  shelf: Pick<Shelf, 'baits' | 'colourways' | 'mixes'>;
  /** numbers of what is chosen, as text; empty = nothing yet */
  bait: string;
  way: string;
  onBait: (bait: string) => void;
  onWay: (way: string) => void;
}

/** Which bait, in which colourway: two fields beside or under one another, as they are laid out. */
export function BaitAndWay({ shelf, bait, way, onBait, onWay }: Props) {
  const { baits, colourways, mixes } = shelf;
  const picks = useMemo(
    () => ({
      baits: baitPicks(baitChoices(baits)),
      ways: wayPicks(wayChoices(colourways, mixes)),
    }),
    [baits, colourways, mixes],
  );
  return (
    <>
      <Combobox label="Bait" list="baits" value={bait} options={picks.baits} onChange={onBait} />
      <Combobox
        label="Colourway"
        list="colourways"
        value={way}
        options={picks.ways}
        onChange={onWay}
      />
    </>
  );
}
