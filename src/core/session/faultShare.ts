import type { Fault } from './faults.ts';
import type { ShotState } from './state/shot.ts';

/** Share of a shot's baits marked with a fault. */
export const shareOf = (shot: ShotState, fault: Fault): number =>
  [...shot.marks.values()].filter((mark) => mark.fault === fault).length /
  Math.max(1, shot.cavities.size);
