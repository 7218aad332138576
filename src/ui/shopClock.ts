/** What this device's clock is taken to be off by, kept over a reload with the shop away. */
const KEPT = 'twin-shot-clock';
/**
 * ms a look may have been under way to tell anything, and how much better an older one must be to
 * stand.
 */
const SLOW = 3_000;
const STANDS = 10 * 60_000;
/** ms beyond which a look that says otherwise means that a clock was set. */
const WAS_SET = 2_000;

interface Look {
  off: number;
  took: number;
  at: number;
}
let held: Look | null = null;

function kept(): number {
  const text = typeof localStorage === 'undefined' ? null : localStorage.getItem(KEPT);
  return text !== null && Number.isFinite(Number(text)) ? Number(text) : 0;
}

/** ms the shop's clock is ahead of this device's. */
export const clockOff = (): number => held?.off ?? kept();

/**
 * ms by the shop's clock: what is recorded, counted down and compared goes by it, whatever this
 * device's says.
 */
export const shopNow = (): number => Date.now() + clockOff();

/**
 * An answer said what the shop's clock was: half-way between asking and hearing, as near as can be
 * told (Cristian, *Distributed Computing* 3, 1989).
 */
export function heardClock(shop: number, asked: number, heard: number): void {
  const took = heard - asked;
  if (!(took >= 0 && took < SLOW)) return;
  const off = shop - (asked + heard) / 2;
  const better =
    !held ||
    took <= held.took ||
    heard - held.at > STANDS ||
    Math.abs(off - held.off) > WAS_SET + took / 2;
  if (!better) return;
  held = { off, took, at: heard };
  localStorage.setItem(KEPT, String(Math.round(off)));
}
