import type { Remark } from './checkFit.ts';
import type { CupId } from './cupId.ts';
import type { CupChoice } from './input.ts';
import type { PlannedDraw, PlannedRun, PlannedShot } from './laid.ts';

export interface PlannedCup {
  id: CupId;
  mix: number;
  letter: string;
  name: string;
  charges: { beforeDraw: number; grams: number; coldMl: number; hotMl: number }[];
  /** what it is begun from beside fresh plastic: g that go in, with what was said of them */
  begins: CupChoice['begins'] | null;
  limitMl: number;
  /** the most it ever holds, hot */
  mostMl: number;
  freshG: number;
  freshMl: number;
  returnedG: number;
  drawnG: number;
  leftG: number;
  leftMl: number;
  heatsDrawn: number;
  heatLeft: number;
}
export interface Plan {
  ok: boolean;
  remarks: Remark[];
  /** stage by stage, job by job */
  runs: PlannedRun[];
  shots: PlannedShot[];
  draws: PlannedDraw[];
  cups: PlannedCup[];
  totals: {
    need: number;
    baits: number;
    freshG: number;
    freshMl: number;
    /** g of pucks that cups are begun from */
    tubsG: number;
    baitsG: number;
    returnedG: number;
    puckG: number;
    lostG: number;
    leftG: number;
  };
}
