import { useEffect, useState } from 'react';
import { later, patiently } from '@/ui/later.ts';
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
export const ReadingPad = later(async () => (await fetchOften.read()).ReadingPad);
export const CupPanel = later(async () => (await fetchOften.cup()).CupPanel);
export const OtherSteps = later(async () => (await fetchOften.other()).OtherSteps);
export const Trouble = later(async () => (await fetchOften.trouble()).Trouble);
export const Keys = later(async () => (await fetchOften.keys()).Keys);
export const Colouring = later(async () => (await fetchSeldom.colouring()).Colouring);
export const Change = later(async () => (await fetchSeldom.change()).Change);
export const Learning = later(async () => (await fetchSeldom.learning()).Learning);
export const BenchTape = later(async () => (await fetchSeldom.tape()).BenchTape);
export const TrialCard = later(async () => (await fetchSeldom.trial()).TrialCard);
export const HandChoice = later(async () => (await fetchOften.hands()).HandChoice);
export const KindBefore = later(async () => (await fetchSeldom.before()).KindBefore);

/** Fetches every panel; whether those often opened are there. */
export function usePanels(): boolean {
  const [there, setThere] = useState(false);
  useEffect(() => {
    const fetchThem = async () => {
      await Promise.all(Object.values(fetchOften).map((fetch) => patiently<unknown>(fetch)));
      setThere(true);
    };
    oncePainted(() => void fetchThem());
    const soon = setTimeout(
      () => Object.values(fetchSeldom).forEach((fetch) => void patiently<unknown>(fetch)),
      LATER,
    );
    return () => clearTimeout(soon);
  }, []);
  return there;
}
