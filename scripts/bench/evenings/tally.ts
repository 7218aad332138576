import { normal } from '../../../src/core/chance.ts';
import type { Felt } from '../../../src/core/heat/index.ts';
import { castAs, heatOfMould, thinOfMould } from '../../../src/core/plan/index.ts';
import type { Send, SessionState } from '../../../src/core/session/index.ts';
import type { WorldFault } from '../../../worlds/bait.ts';
import type { MouldDrawing } from '../../../worlds/standing.ts';

/** s an act takes two practised hands, whoever advises them. */
export const HANDS: Partial<Record<Send['kind'], number>> = {
  woken: 45,
  warmed: 15,
  charged: 35,
  added: 0,
  coloured: 60,
  heated: 5,
  closed: 18,
  topChecked: 3,
  loaded: 6,
  drawn: 6,
  shot: 9,
  held: 2,
  toppedOff: 6,
  emptied: 15,
  mouldOpened: 10,
  cavityMarked: 2,
  marked: 5,
  returned: 8,
  racked: 10,
  kept: 12,
  cleaned: 40,
  stirred: 9,
  skipped: 1,
  changed: 2,
};

/** What was said, and what was so. */
interface Said {
  said: number;
  sd: number;
  truth: number;
}
export interface Tally {
  draws: (Said & { window: { low: number; high: number } })[];
  matched: boolean[];
  metal: Said[];
  /** s a shot stood, s after which it was firm, and what was said of that */
  opened: { stood: number; firm: number | null; said: { low: number; high: number } | null }[];
  readings: number;
  presses: number;
  faults: Map<WorldFault, number>;
  /** s from a mould that could be filled to its draw */
  waits: number[];
}

/** A mould as its drawing says, for a world to make of it what it will. */
export function drawingOf(state: SessionState, key: string): MouldDrawing {
  const { mould } = state.moulds.get(key)!;
  const run = [...state.runs.values()].find((run) =>
    run.tools.moulds.some((mould) => String(mould.id) === key),
  )!;
  const { section, body, rod } = heatOfMould(mould, castAs(run.stage));
  const round = section.shape === 'slab' ? 1 : section.shape === 'round' ? 2 : section.shape;
  const metal = mould.metal === 'machined' || mould.metal === 'cast';
  return {
    key,
    bait: {
      across: section.across,
      round,
      rod: rod ?? 0,
      hot: 1,
      thin: thinOfMould(mould).across,
      metal,
    },
    capacity: body.capacity,
    loss: 12 * body.skin + 8 * body.foot,
    across: body.capacity / (metal ? 400 : 4000),
    warmTo: mould.warmTo,
    window: run.tools.window,
    cavities: mould.cavities.length,
    feedsItself: mould.feed === 'top' || mould.closure === 'open',
  };
}

/** A hand's own marks for firm and hard, and how far out it is: ln of s over s until firm. */
const HAND = { firm: { mean: -0.03, sd: 0.06 }, hard: { mean: 0.33, sd: 0.09 }, sd: 0.12 } as const;
/** What a hand calls a bait that stood so much too long. */
export function feelOf(late: number, chance: () => number): Felt {
  const felt = late + normal(chance, 0, HAND.sd);
  if (felt < normal(chance, HAND.firm.mean, HAND.firm.sd)) return 'soft';
  return felt < normal(chance, HAND.hard.mean, HAND.hard.sd) ? 'firm' : 'hard';
}
