import type { Readiness } from '@/core/order/progress.ts';
import { sayBy, sayMoment } from './days.ts';

const WORDS: Record<Readiness['what'], (at: number) => string> = {
  done: () => 'ready now',
  ready: (at) => `ready ${sayMoment(at)}`,
  late: (at) => `late: cured ${sayMoment(at)}`,
  'shoot-by': (at) => `shoot by ${sayBy(at)}`,
  'too-late': (at) => `too late: cured ${sayMoment(at)} at best`,
};

/** Whether a line can be ready on its day, in words. */
export const sayReady = ({ what, at }: Readiness): string => WORDS[what](at);
