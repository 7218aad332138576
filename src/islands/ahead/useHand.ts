import { useEffect, useRef, useState } from 'react';
import type { Hand } from '@/core/ahead/hand.ts';
import type { Chosen } from '@/core/ahead/chosen.ts';
import { chooseFor, NO_HAND, partAt, partedAsLaid, putOn } from '@/core/ahead/hand.ts';
import type { Piece } from '@/core/ahead/piece.ts';
import { shopKey } from '@/ui/shopKey.ts';

const KEPT = (): string => `twin-shot-ahead${shopKey()}`;
/** What a hand did on this device, on days that are still to come. */
export function handHere(days: ReadonlySet<string>): Hand {
  try {
    const kept = JSON.parse(localStorage.getItem(KEPT()) ?? '{}') as Partial<Hand>;
    const held = Object.entries(kept.held ?? {}).filter(([, day]) => days.has(day));
    return { held: Object.fromEntries(held), cuts: kept.cuts ?? {}, chosen: kept.chosen ?? {} };
  } catch {
    return NO_HAND;
  }
}

/**
 * What a hand puts on days, parts in two and wants shot otherwise: kept on this device, and taken
 * back step by step.
 */
export function useHand(times: readonly { day: string }[]) {
  const [hands, setHands] = useState<readonly [Hand, ...Hand[]]>(() => [
    handHere(new Set(times.map(({ day }) => day))),
  ]);
  const [hand, ...before] = hands;
  useEffect(() => localStorage.setItem(KEPT(), JSON.stringify(hand)), [hand]);
  const laid = useRef<readonly Piece[]>([]);
  const next = (to: Hand) => setHands([to, ...hands]);
  const holding = (key: string): Hand => partedAsLaid(hand, key, laid.current);
  return {
    hand,
    /** pieces as they are laid now: a half of them that is taken hold of stays one */
    laid,
    hold: (key: string, day: string | null) => next(putOn(holding(key), key, day)),
    choose: (key: string, part: Chosen) => next(chooseFor(holding(key), key, part)),
    part: (key: string, baits: number) => next(partAt(holding(key), key, baits)),
    undo: before.length > 0 ? () => setHands(before as [Hand, ...Hand[]]) : null,
  };
}
export type InHand = ReturnType<typeof useHand>;
