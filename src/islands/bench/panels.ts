import { lazy, useEffect, useState } from 'react';
import { oncePainted } from '@/ui/painted.ts';

/**
 * What is opened comes as soon as the bench is seen, what is seldom opened a little later: all of it
 * must open without the shop's machine.
 */
const LATER = 1500;
const fetchOften = {
  read: () => import('./ReadingPad.tsx'),
  cup: () => import('./CupPanel.tsx'),
  other: () => import('./OtherSteps.tsx'),
  trouble: () => import('./Trouble.tsx'),
  hands: () => import('./HandChoice.tsx'),
  keys: () => import('./KeysPanel.tsx'),
};
const fetchSeldom = {
  change: () => import('./Change.tsx'),
  trial: () => import('./TrialCard.tsx'),
  before: () => import('./KindBefore.tsx'),
  colouring: () => import('./colouring/Colouring.tsx'),
  learning: () => import('./Learning.tsx'),
  tape: () => import('./BenchTape.tsx'),
};
export const ReadingPad = lazy(async () => ({ default: (await fetchOften.read()).ReadingPad }));
export const CupPanel = lazy(async () => ({ default: (await fetchOften.cup()).CupPanel }));
export const OtherSteps = lazy(async () => ({ default: (await fetchOften.other()).OtherSteps }));
export const Trouble = lazy(async () => ({ default: (await fetchOften.trouble()).Trouble }));
export const Keys = lazy(async () => ({ default: (await fetchOften.keys()).Keys }));
export const Colouring = lazy(async () => ({
  default: (await fetchSeldom.colouring()).Colouring,
}));
export const Change = lazy(async () => ({ default: (await fetchSeldom.change()).Change }));
export const Learning = lazy(async () => ({ default: (await fetchSeldom.learning()).Learning }));
export const BenchTape = lazy(async () => ({ default: (await fetchSeldom.tape()).BenchTape }));
export const TrialCard = lazy(async () => ({ default: (await fetchSeldom.trial()).TrialCard }));
export const HandChoice = lazy(async () => ({ default: (await fetchOften.hands()).HandChoice }));
export const KindBefore = lazy(async () => ({ default: (await fetchSeldom.before()).KindBefore }));

/** Fetches every panel; whether those often opened are there. */
export function usePanels(): boolean {
  const [there, setThere] = useState(false);
  useEffect(() => {
    const fetchThem = async () => {
      await Promise.all(Object.values(fetchOften).map((fetch) => fetch()));
      setThere(true);
    };
    oncePainted(() => void fetchThem());
    const later = setTimeout(
      () => Object.values(fetchSeldom).forEach((fetch) => void fetch()),
      LATER,
    );
    return () => clearTimeout(later);
  }, []);
  return there;
}
