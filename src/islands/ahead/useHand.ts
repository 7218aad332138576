import { useEffect, useState } from 'react';
import type { Hand } from '@/core/ahead/hand.ts';
import type { Chosen } from '@/core/ahead/chosen.ts';
import { chooseFor, NO_HAND, partAt, putOn } from '@/core/ahead/hand.ts';
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
  const next = (to: Hand) => setHands([to, ...hands]);
  return {
    hand,
    hold: (key: string, day: string | null) => next(putOn(hand, key, day)),
    choose: (key: string, part: Chosen) => next(chooseFor(hand, key, part)),
    part: (key: string, baits: number) => next(partAt(hand, key, baits)),
    undo: before.length > 0 ? () => setHands(before as [Hand, ...Hand[]]) : null,
  };
}
export type InHand = ReturnType<typeof useHand>;
