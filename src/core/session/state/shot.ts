import type { Build, Stage, Makes } from '../../build/build.ts';
import type { Felt } from '../../heat/felt.ts';
import type { Fault } from '../faults.ts';
import type { Portion } from './injector.ts';

export interface DrawState {
  id: string;
  n: number;
  at: number;
  job: string;
  injector: string;
  /** block it hung on; null = none, or poured by hand */
  block: number | null;
  barrels: Portion[];
  /** °C of its barrels' metal as it was drawn */
  metal: number;
  /** what the bench warned of when it was drawn, and in what words */
  against: string[];
  said: string[];
  plug: string | null;
}
export interface Mark {
  grade: 'good' | 'usable' | 'second';
  fault: Fault | null;
}
export interface ShotState {
  id: string;
  n: number;
  at: number;
  /** whose hands shot it */
  by: string;
  /** run it belongs to */
  job: string;
  mould: string;
  trial: boolean;
  /** it was shot in a window of its own, to learn from */
  test: boolean;
  build: Build;
  stage: Stage;
  colourway: { id: number; name: string };
  bait: { id: number; name: string };
  /** draw each cavity was filled from */
  cavities: Map<number, string>;
  /** g shot and poured into each cavity */
  grams: Map<number, number>;
  /** lot of the insert in each cavity */
  inserts: Map<number, string>;
  poured: Portion[];
  mouldCelsius: number | null;
  against: string[];
  said: string[];
  /** the block stood the wrong way */
  turned: boolean;
  /** why it was stopped before its last cavity */
  stopped: string | null;
  toppedOff: number;
  /** its sprue was looked at a second time */
  looked: boolean;
  /** s the injector was held on it; null = not let go yet, or nobody said */
  held: number | null;
  openedAt: number | null;
  /**
   * s it was let cool, s that were said, and s the models alone reckon; null where they were not
   */
  waited: { seconds: number; reckoned: number; firm: number | null } | null;
  /** what its baits felt like as it was opened; null = nobody said */
  felt: Felt | null;
  /** °C its plastic went in at, as it left the barrels or was poured; null = nobody knew */
  celsius: number | null;
  /** °C its mould's metal is reckoned to have been as it went in */
  metal: number;
  markedAt: number | null;
  marks: Map<number, Mark>;
  /** what the maker calls its colours, where they are not as ordered */
  called: { id: number; name: string } | null;
  /** its baits will do for the line, though they are not what was asked for */
  willDo: boolean;
  /** a trial whose good baits are kept */
  keptTrial: boolean;
  /** counted again after the session: what there is, in place of what was marked */
  recount: { good: number; usable: number; second: number } | null;
  /** lost since: dropped, spoilt, given away */
  dropped: { good: number; usable: number };
  /** cavities judged, where each is judged by look */
  judged: Set<number>;
  returnedTo: string | null;
  /** where its shorts and seconds went; the sprue's own place where they are one */
  scrapTo: string | null;
  rackedAt: number | null;
  curedAt: number | null;
  baitsG: number;
  feedG: number;
  tipG: number;
}
/** Inserts of one shot, or of the shelf, that lie ready. */
export interface LotState {
  id: string;
  kind: string;
  makes: Makes;
  from: 'shot' | 'shelf' | 'found';
  made: number;
  left: number;
  spoiled: number;
  /** g of the shot that were no good when they were laid by */
  scrap?: number;
  /** g each */
  each: number;
  oiled: boolean;
}
