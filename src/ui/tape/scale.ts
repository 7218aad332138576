/** Where a moment lies on a tape, px, and how wide all of it is. */
export interface Scale {
  /** s from the start → px */
  x: (seconds: number) => number;
  wide: number;
  /** s the tape is long */
  until: number;
  /** a moment in words, with its range where it is still to come */
  when: (seconds: number) => string;
}
/** px of the lanes' names, and of what is right of the last moment. */
const LEFT = 138;
const RIGHT = 26;
export const ROW = 34;
export const DEEP = 24;
/** A tape is never drawn closer than so many px a minute: a long one scrolls in its frame. */
const LEAST_PX = 3.4;
const USUAL_WIDE = 700;

export function scaleOf(until: number, when: Scale['when']): Scale {
  const long = Math.max(USUAL_WIDE, (until / 60) * LEAST_PX);
  return {
    x: (seconds) => LEFT + (long * seconds) / until,
    wide: LEFT + long + RIGHT,
    ...{ until, when },
  };
}

/** Minutes between marks, the closest that leave room for their figures. */
const STEPS = [5, 10, 15, 30, 60, 120] as const;
const ROOM = 64;
/** Marks of a tape, s from its start: whole steps of its clock. @param begins ms, or 0 */
export function marksOf({ x, until }: Scale, begins: number): number[] {
  const step = 60 * (STEPS.find((minutes) => x(60 * minutes) - x(0) >= ROOM) ?? STEPS.at(-1)!);
  const first = (step - ((begins / 1000) % step)) % step;
  return Array.from(
    { length: Math.floor((until - first) / step) + 1 },
    (_, nth) => first + nth * step,
  );
}
