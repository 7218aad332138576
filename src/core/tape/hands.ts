import type { Estimate } from '../heat/meanAndSpread.ts';
import type { Learned } from '../heat/learned.ts';
import type { Oven } from '../heat/schema.ts';
import type { ActKey } from './acts.ts';

/** What the shop knows that a session's length hangs on. */
export interface TimingKnown {
  /** ovens that can be at work at once, the one in use first: one at least */
  ovens: readonly { id: number; oven: Oven }[];
  learned: Learned;
  /** pairs of hands at the bench: one shoots, the others pull and lay inserts; absent = one */
  pairs?: number;
  /** s a kind of act takes the hands, where the log has told */
  hands: Partial<Record<HandKind, Estimate>>;
  /** °C of the shop before anything starts */
  room: number;
}
/** s of the hands, by kind of act, before the shop's own are known (judgements). */
export const HAND_USUAL = {
  woken: 60,
  warmed: 20,
  charged: 45,
  coloured: 90,
  closed: 25,
  topChecked: 6,
  drawn: 35,
  shot: 15,
  held: 4,
  toppedOff: 8,
  emptied: 20,
  mouldOpened: 12,
  marked: 12,
  returned: 15,
  racked: 25,
  degassed: 180,
  /** of one insert */ inserted: 6,
  kept: 15,
  cleaned: 45,
  /** of one look at a cup: changed over, stirred, read, typed in */ seenTo: 24,
} as const;
export type HandKind = keyof typeof HAND_USUAL;
/** What acts of the tape are known as that are no kind of the hands' own. */
const KNOWN_AS: Partial<Record<ActKey, HandKind>> = { cookLook: 'seenTo', matchLook: 'seenTo' };
const isHandKind = (act: string): act is HandKind => Object.hasOwn(HAND_USUAL, act);
/** The kind of hands' work an act of the tape is; nothing where it is a machine's. */
export const handKindOf = (act: ActKey): HandKind | undefined =>
  KNOWN_AS[act] ?? (isHandKind(act) ? act : undefined);
/** Share one hand differs from another (judgement). */
export const HAND_SPREAD = 0.35;
