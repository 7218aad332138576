/** A mould as two lumps, the end that stands on the plate and the far one, on a bench in a draught. */
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

export function stepMould(m: WorldMould, room: number, draught: number, seconds: number): void {
  m.giving = m.left / GIVES;
  m.left -= m.giving * seconds;
  const flow = m.across * (m.near - m.far);
  const half = m.capacity / 2;
  const gives = m.giving / 2;
  const leaves = (m.loss * draught) / 2;
  m.near += ((gives - flow - leaves * (m.near - room)) * seconds) / half;
  m.far += ((gives + flow - leaves * (m.far - room)) * seconds) / half;
}

/** Heat of the metal round one bait, by where it lies: 0 at the near end, 1 at the far one. °C */
export const metalAt = (m: WorldMould, where: number): number => m.near + where * (m.far - m.near);

/** A barrel with its plastic in it, and the block before it. */
export interface WorldBarrel {
  plastic: number;
  grams: number;
  shell: number;
  /** J/K of barrel and its part of the block */
  capacity: number;
}
/** s in which plastic in a barrel loses most of what it has over its shell, and a shell to the room. */
const BARREL = { plastic: 230, shell: 800 };
/** Share of what is over the shell that the block takes as it passes. */
const BLOCK = 0.04;

export function stepBarrel(b: WorldBarrel, room: number, fast: number, seconds: number): void {
  const cap = Math.max(1, b.grams * 2);
  const flow = b.grams > 0 ? (fast * cap * (b.plastic - b.shell)) / BARREL.plastic : 0;
  b.plastic -= (flow * seconds) / cap;
  b.shell += (flow * seconds) / b.capacity - ((b.shell - room) * seconds) / BARREL.shell;
}

/** Heat of what reaches the mould, °C. */
export const throughBlock = (b: WorldBarrel, fast: number): number =>
  b.plastic - Math.min(0.3, BLOCK * fast) * (b.plastic - b.shell);
