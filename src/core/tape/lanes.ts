import type { CupId } from '../plan/cupId.ts';

/** What an evening has one or a few of: nothing stands in two places of one at once. */
export const LANES = {
  hands: { name: 'Hands', limits: 'the hands' },
  oven: { name: 'Oven', limits: 'the ovens' },
  pot: { name: 'Vacuum pot', limits: 'the pot' },
  plate: { name: 'Plate', limits: 'the plate' },
  cup: { name: 'Cup', limits: 'the cups' },
  injector: { name: 'Injector', limits: 'the injectors' },
  block: { name: 'Block', limits: 'the blocks' },
  mould: { name: 'Mould', limits: 'the moulds' },
  rack: { name: 'Rack', limits: 'the rack' },
} as const;
export type LaneKind = keyof typeof LANES;

/** One of them, as it is drawn. */
export interface Lane {
  key: string;
  kind: LaneKind;
  name: string;
  /** whose lane it is, where it is a cup's */
  cup?: CupId;
}
export const laneKey = (kind: LaneKind, of: string | number): string => `${kind}:${of}`;
