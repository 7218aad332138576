/**
 * A mould as two lumps, the end that stands on the plate and the far one, on a bench in a draught.
 */
export interface WorldMould {
  /** J/K of all of it, W/K that leave it for each K, W/K from one end to the other */
  capacity: number;
  loss: number;
  across: number;
  near: number;
  far: number;
  /** W the shot in it gives now, and J of it still to come */
  giving: number;
  left: number;
}

/** s in which most of a shot's heat has gone into the metal. */
const GIVES = 30;

export function stepMould(mould: WorldMould, room: number, draught: number, seconds: number): void {
  mould.giving = mould.left / GIVES;
  mould.left -= mould.giving * seconds;
  const flow = mould.across * (mould.near - mould.far);
  const half = mould.capacity / 2;
  const gives = mould.giving / 2;
  const leaves = (mould.loss * draught) / 2;
  mould.near += ((gives - flow - leaves * (mould.near - room)) * seconds) / half;
  mould.far += ((gives + flow - leaves * (mould.far - room)) * seconds) / half;
}

/** Heat of the metal round one bait, by where it lies: 0 at the near end, 1 at the far one. °C */
export const metalAt = (mould: WorldMould, where: number): number =>
  mould.near + where * (mould.far - mould.near);

/** A barrel with its plastic in it, and the block before it. */
export interface WorldBarrel {
  plastic: number;
  grams: number;
  shell: number;
  /** J/K of barrel and its part of the block */
  capacity: number;
}
/**
 * s in which plastic in a barrel loses most of what it has over its shell, and a shell to the room.
 */
const BARREL = { plastic: 230, shell: 800 };
/** Share of what is over the shell that the block takes as it passes. */
const BLOCK = 0.04;

export function stepBarrel(barrel: WorldBarrel, room: number, fast: number, seconds: number): void {
  const cap = Math.max(1, barrel.grams * 2);
  const flow =
    barrel.grams > 0 ? (fast * cap * (barrel.plastic - barrel.shell)) / BARREL.plastic : 0;
  barrel.plastic -= (flow * seconds) / cap;
  barrel.shell +=
    (flow * seconds) / barrel.capacity - ((barrel.shell - room) * seconds) / BARREL.shell;
}

/** Heat of what reaches the mould, °C. */
export const throughBlock = (barrel: WorldBarrel, fast: number): number =>
  barrel.plastic - Math.min(0.3, BLOCK * fast) * (barrel.plastic - barrel.shell);
