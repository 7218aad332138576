import { DEGAS } from '../plan/degas.ts';
import type { CupId } from '../plan/cupId.ts';
import type { CupChoice } from '../plan/input.ts';
import type { TimingKnown } from '../tape/hands.ts';
import type { AboutCup } from './aboutCup.ts';
import { type AboutRun, byHands } from './aboutRun.ts';

/** s hands are at a draw: those that shoot, or those that help where they have more to do. */
const busy = ({ hands: { shoots, mould, racks } }: AboutRun, pairs: number): number =>
  pairs > 1 ? Math.max(shoots, (mould + racks) / (pairs - 1)) : shoots + mould + racks;

/** s from one draw of a run to its next where nothing else is shot meanwhile. */
function cycleOf({ hands, waits, match }: AboutRun, pairs: number): number {
  const racks = pairs > 1 ? 0 : hands.racks;
  const matches = Math.max(0, match.bursts - match.closes - racks);
  return hands.shoots + hands.mould + racks + waits + matches;
}

/** s of the draws of runs that go on in step, round by round: of all hands, or of the slowest alone. */
function shotFor(group: readonly AboutRun[], pairs: number): number {
  const [first] = group;
  if (group.length === 1) return first!.draws * cycleOf(first!, pairs);
  const runs = group
    .map((run) => ({ draws: run.draws, busy: busy(run, pairs), cycle: cycleOf(run, pairs) }))
    .sort((one, other) => other.draws - one.draws);
  let [seconds, hands, slowest] = [0, 0, 0];
  // The one with the most draws goes on alone at the end: its rounds are counted first.
  for (const [nth, run] of runs.entries()) {
    hands += run.busy;
    slowest = Math.max(slowest, run.cycle);
    seconds += (run.draws - (runs[nth + 1]?.draws ?? 0)) * Math.max(hands, slowest);
  }
  return seconds;
}

/** Runs that go on in step: alike in what they are shot with and from, each in moulds of its own. */
function groupsOf(runs: readonly AboutRun[]): AboutRun[][] {
  const groups: AboutRun[][] = [];
  for (const run of runs) {
    const isTaken = ({ moulds }: AboutRun): boolean => moulds.some((id) => run.moulds.includes(id));
    const joins = groups.find((group) => group[0]!.step === run.step && !group.some(isTaken));
    if (joins) joins.push(run);
    else groups.push([run]);
  }
  return groups;
}

/** What a cup of a session is to give in all, g, and the most of one draw. */
export interface Gives {
  grams: number;
  most: number;
}
interface Wanted extends Gives {
  cup: CupChoice;
  isReady: boolean;
}
function wantedOf(runs: readonly AboutRun[]): Map<CupId, Wanted> {
  const all = new Map<CupId, Wanted>();
  for (const { uses } of runs)
    for (const { cup, grams, most } of uses) {
      const so = all.get(cup.id);
      if (so) {
        so.grams += grams;
        so.most = Math.max(most, so.most);
      } else all.set(cup.id, { cup, grams, most, isReady: false });
    }
  return all;
}

/**
 * s of making cups ready side by side: what is measured out before, how long they cook, what of that
 * hands have nothing to do, and what is charged again later.
 */
interface Ready {
  before: number;
  cooks: number;
  idle: number;
  later: number;
}
const NOTHING: Ready = { before: 0, cooks: 0, idle: 0, later: 0 };
/** A cup that is made ready. */
interface Made {
  degas: CupChoice['degas'];
  about: AboutCup;
}
/** What is left to do of runs once their last draw is shot: s a mould is waited for, s of the hands then. */
interface After {
  waits: number;
  hands: number;
}
/** s of it that go by while the next is made ready. */
const meanwhile = ({ waits, hands }: After, { before, idle }: Ready): number =>
  Math.min(waits, before + idle) + Math.min(hands, idle);

/**
 * About how long runs take: the acts of the hands one after the other, what hands wait for besides, less
 * what is done while the next is made ready. And the g left in their cups.
 */
export class AboutSession {
  private readonly look: number;
  private readonly coloured: number;
  private readonly charged: number;
  private readonly woken: number;
  private readonly degassed: number;
  private readonly warmed: number;
  constructor(
    private readonly known: TimingKnown,
    private readonly cupOf: (cup: CupChoice, gives: Gives) => AboutCup | null,
  ) {
    this.look = byHands(known, { cookLook: 1 });
    this.coloured = byHands(known, { coloured: 1 });
    this.charged = byHands(known, { charged: 1 });
    this.woken = byHands(known, { woken: 1 });
    this.degassed = byHands(known, { degassed: 1 });
    this.warmed = byHands(known, { warmed: 1 });
  }
  private readyOf(cups: readonly Made[]): Ready {
    if (cups.length === 0) return NOTHING;
    const ovens = Math.min(this.known.ovens.length, cups.length);
    let [before, hands, chains, longest, later] = [0, 0, 0, 0, 0];
    for (const { degas, about } of cups) {
      const looks = about.cooks.looks * this.look;
      const chain = about.cooks.seconds + looks;
      before += this.woken + this.charged + DEGAS[degas].at.length * this.degassed;
      hands += looks + this.coloured;
      chains += chain;
      longest = Math.max(longest, chain + this.coloured);
      later += (about.charges - 1) * (this.charged + chain + this.coloured);
    }
    const cooks = Math.max(longest, chains / ovens, hands);
    return { before, cooks, idle: cooks - hands, later: later / ovens };
  }
  /** Cups of some runs that are not ready yet: from now on they are. Null where one is too small for a draw. */
  private made(group: readonly AboutRun[], wanted: ReadonlyMap<CupId, Wanted>): Made[] | null {
    const cups: Made[] = [];
    for (const { uses } of group)
      for (const { cup } of uses) {
        const own = wanted.get(cup.id)!;
        if (own.isReady) continue;
        const about = this.cupOf(cup, own);
        if (!about) return null;
        cups.push({ degas: cup.degas, about });
        own.isReady = true;
      }
    return cups;
  }
  /** @returns null where a cup is too small for a draw */
  of(runs: readonly AboutRun[], pairs: number): { seconds: number; leftG: number } | null {
    const wanted = wantedOf(runs);
    const warm = new Set<number>();
    let after: After = { waits: 0, hands: 0 };
    let [seconds, leftG] = [0, 0];
    for (const group of groupsOf(runs)) {
      const cups = this.made(group, wanted);
      if (!cups) return null;
      const ready = this.readyOf(cups);
      const next: After = { waits: 0, hands: 0 };
      let warming = 0;
      for (const run of group) {
        next.waits = Math.max(next.waits, run.waits);
        if (pairs === 1) next.hands = Math.max(next.hands, run.hands.mould + run.hands.racks);
        if (run.moulds.every((id) => warm.has(id))) continue;
        seconds += this.warmed;
        warming = Math.max(warming, run.warming);
        for (const id of run.moulds) warm.add(id);
      }
      seconds += ready.before + ready.cooks + ready.later + warming;
      seconds += shotFor(group, pairs) - meanwhile(after, ready);
      for (const { about } of cups) leftG += about.leftG;
      after = next;
    }
    return { seconds, leftG };
  }
}
