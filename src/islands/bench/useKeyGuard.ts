import { useEffect, useRef, useState } from 'react';
import type { SaidStep } from '@/core/session/index.ts';
import { meaningOf, pressMeans, THUMB } from '@/core/session/index.ts';
import { useChanged } from '@/ui/useChanged.ts';

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
  const shown = useRef<{
    step: SaidStep | null;
    since: number;
    before: SaidStep | null;
    own: boolean;
  }>({
    step: null,
    since: 0,
    before: null,
    own: true,
  });
  const acted = useRef(false);
  const [refused, setRefused] = useState(false);
  const [until, setUntil] = useChanged(0);
  useEffect(() => {
    const held = shown.current;
    if (meaningOf(held.step) === meaningOf(step)) {
      held.step = step;
      return;
    }
    shown.current = {
      step,
      since: Date.now(),
      before: held.step,
      own: acted.current || held.step === null,
    };
    acted.current = false;
    setUntil(shown.current.own ? 0 : Date.now() + THUMB);
  }, [step, setUntil]);
  const own = () => void (acted.current = true);
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
