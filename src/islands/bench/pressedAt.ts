import { shopNow } from '@/ui/shopClock.ts';

let pressed: number | null = null;

/** ms of the shop's clock at which a press was made: all that it notes is of one moment. */
export function pressedAt(): number {
  if (pressed === null) {
    pressed = Math.round(shopNow());
    queueMicrotask(() => (pressed = null));
  }
  return pressed;
}
