import type { Metal } from './kinds.ts';

/** What holds two halves together. `order` says in which order several are tightened. */
export const CLOSURES = {
  clamps: { name: 'clamps', one: 'clamp', order: 'sides' },
  hinge: { name: 'hinge and clamp', one: 'clamp', order: 'away' },
  bolts: { name: 'bolts with wing nuts', one: 'bolt', order: 'cross' },
  vice: { name: 'bench vice', one: 'vice', order: 'one' },
  screws: { name: 'screws', one: 'screw', order: 'cross' },
  open: { name: 'open, poured from above', one: '', order: 'none' },
} as const;
export type Closure = keyof typeof CLOSURES;

interface Closed {
  closure: Closure;
  closures: number;
  metal: Metal;
  loose: string[];
}

const ACTS: Record<(typeof CLOSURES)[Closure]['order'], (closed: Closed) => string> = {
  sides: ({ closures: count }) =>
    count === 1 ? 'one clamp across the middle' : `${count} clamps, one each side`,
  away: () => 'a clamp at the end away from the hinge',
  cross: ({ closures: count, closure }) =>
    `${count} ${CLOSURES[closure].one}s, crosswise: ${tightening(count).join(', ')}`,
  one: () => 'the vice, with soft jaws',
  none: () => 'nothing to close',
};
/** What the maker does to close a mould, in a few words. */
export const closingAct = (closed: Closed): string => ACTS[CLOSURES[closed.closure].order](closed);

/**
 * Soft moulds squeeze, brittle faces crack, castings spring: how tight is the metal's own matter.
 */
const TIGHT: Record<Metal, string> = {
  machined: 'Snug, no more: it is flat.',
  cast: 'Firmer than a machined one: a casting springs, and wants holding all the way.',
  silicone: 'Only until the halves touch: tighter, and the cavity is squeezed thin.',
  epoxy: 'Finger tight: tighter cracks the face off its back.',
  gypsum: 'Finger tight: tighter cracks the face off its back.',
};
const WHERE: Partial<Record<Closure, (closed: Closed) => string>> = {
  vice: (closed) =>
    closed.metal === 'machined' || closed.metal === 'cast'
      ? 'Bare steel jaws scuff aluminium: soft jaws, in line with the middle.'
      : 'A vice crushes this mould: use it only to steady the halves.',
  bolts: () => 'All finger tight first, then a quarter turn each, crosswise.',
  screws: () => 'All in before any is tight.',
  hinge: () => 'The hinge holds one end by itself; the gap opens at the other.',
};

/** What to mind when closing this mould, a sentence each. */
export function closingCare(closed: Closed): string[] {
  if (closed.closure === 'open') return [];
  return [
    ...closed.loose.map((part) => `${part[0]!.toUpperCase()}${part.slice(1)} in its slot first.`),
    TIGHT[closed.metal],
    ...(WHERE[closed.closure] ? [WHERE[closed.closure]!(closed)] : []),
  ];
}

/**
 * Numbers of closures in the order they are tightened crosswise, 1 the top left, counted down each
 * pair and then along: opposite corners first, towards the middle.
 */
export function tightening(count: number): number[] {
  const left = Array.from({ length: count }, (_, i) => i + 1);
  const out: number[] = [];
  for (let turn = 0; left.length > 0; turn++) {
    // From one end and the other, the upper of a pair and then the lower of the opposite one.
    out.push(turn % 2 === 0 ? left.shift()! : left.pop()!);
  }
  return out;
}
