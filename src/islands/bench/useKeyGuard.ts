import { useEffect, useRef, useState } from 'react';
import type { KeyShown, SaidStep } from '@/core/session/index.ts';
import { BLANK_KEY, keyShowing, meaningOf, pressMeans, THUMB } from '@/core/session/index.ts';

/** How long the big key flashes when a press is refused, ms. */
const FLASH = 500;

/**
 * The big key never changes meaning under the thumb: what a press does is settled here, by what the
 * key said when the thumb went for it. A change the hand made itself is no surprise to it.
 */
export function useKeyGuard(
  step: SaidStep | null,
  all: readonly SaidStep[],
  act: (step: SaidStep) => void,
): {
  press: () => void;
  own: () => void;
  refused: boolean;
  /** ms until which the key may still mean what it said before */ until: number;
} {
  const shown = useRef<KeyShown>(BLANK_KEY);
  const acted = useRef<number | null>(null);
  const [refused, setRefused] = useState(false);
  const [until, setUntil] = useState(0);
  useEffect(() => {
    const held = shown.current;
    const now = Date.now();
    shown.current = keyShowing(held, step, { acted: acted.current, now });
    if (meaningOf(held.step) === meaningOf(step)) return;
    acted.current = null;
    setUntil(shown.current.own ? 0 : now + THUMB);
  }, [step]);
  const own = () => void (acted.current = Date.now());
  const press = () => {
    const { since, before, own: byHand } = shown.current;
    const means = pressMeans(step, byHand ? null : { step: before, ago: Date.now() - since }, all);
    if (means === 'refused') {
      setRefused(true);
      setTimeout(() => setRefused(false), FLASH);
      return;
    }
    if (!means) return;
    own();
    act(means);
  };
  return { press, own, refused, until };
}
