import type { Readiness } from '@/core/order/progress.ts';
import { sayMoment } from './days.ts';

const WORDS: Record<Readiness['what'], (at: number, now: Date) => string> = {
  done: () => 'ready now',
  ready: (at, now) => `ready ${sayMoment(at, now)}`,
  late: (at, now) => `late: cured ${sayMoment(at, now)}`,
  'shoot-by': (at, now) => `shoot by ${sayMoment(at, now)}`,
  'too-late': (at, now) => `too late: cured ${sayMoment(at, now)} at best`,
};

/** Whether a line can be ready on its day, in words. */
export const sayReady = ({ what, at }: Readiness, now: Date): string => WORDS[what](at, now);
