import type { CupId } from '../plan/cupId.ts';
import type { ActKey } from './acts.ts';

/** One step of a work: what it wants at once, and for how long. */
export interface Step {
  act: ActKey;
  /** one lane of each group is taken; the first of those that come free soonest */
  wants: readonly (readonly string[])[];
  /** s; or worked out when it begins, s from the start of the evening */
  seconds: number | ((from: number) => number);
}
/** What a work is of, for whoever draws it. */
interface WorkOf {
  run?: string;
  draw?: number;
  shot?: number;
  cup?: CupId;
  mould?: number;
}
/** Steps that follow each other, once other works are over. */
export interface Work {
  key: string;
  /** keys of works that must be over */
  after: readonly string[];
  steps: readonly Step[];
  of: WorkOf;
}
/** A step as it is laid. */
export interface LaidStep {
  work: Work;
  act: ActKey;
  lanes: readonly string[];
  /** s from the start of the evening */
  from: number;
  to: number;
  /** what was waited for last: the step at whose end it could begin */
  because: LaidStep | null;
}

/** A work that can go on: its next step, and what its last one was. */
interface Going {
  work: Work;
  /** where it is listed */
  rank: number;
  nth: number;
  ready: number;
  because: LaidStep | null;
}
interface Place {
  lanes: string[];
  from: number;
  because: LaidStep | null;
}

/** Lanes and works, as far as they are laid. */
class Table {
  private readonly last = new Map<string, LaidStep>();
  readonly laid: LaidStep[] = [];

  private freeAt(lane: string): number {
    return this.last.get(lane)?.to ?? 0;
  }
  /** The lane of a group that comes free soonest. */
  private soonest(group: readonly string[]): string {
    let best = group[0]!;
    for (const lane of group) if (this.freeAt(lane) < this.freeAt(best)) best = lane;
    return best;
  }
  /** s from the start at which a step could begin: asked of every work that goes, at every step. */
  beginsAt({ work, nth, ready }: Going): number {
    let from = ready;
    for (const group of work.steps[nth]!.wants)
      from = Math.max(from, this.freeAt(this.soonest(group)));
    return from;
  }
  /** Where and when a step could begin, and what it waits for. */
  placeOf({ work, nth, ready, because }: Going): Place {
    const place: Place = { lanes: [], from: ready, because };
    for (const group of work.steps[nth]!.wants) {
      const lane = this.soonest(group);
      place.lanes.push(lane);
      if (this.freeAt(lane) > place.from) {
        place.from = this.freeAt(lane);
        place.because = this.last.get(lane)!;
      }
    }
    return place;
  }
  lay({ work, nth }: Going, { lanes, from, because }: Place): LaidStep {
    const { act, seconds } = work.steps[nth]!;
    const to = from + Math.max(0, typeof seconds === 'number' ? seconds : seconds(from));
    const step: LaidStep = { work, act, lanes, from, to, because };
    for (const lane of lanes) this.last.set(lane, step);
    this.laid.push(step);
    return step;
  }
}

/** The work that can go on soonest, and of those as soon the first listed. */
function soonestOf(going: readonly Going[], table: Table): Going {
  let [first, from] = [going[0]!, Infinity];
  for (const one of going) {
    const begins = table.beginsAt(one);
    const isAsSoon = begins < from + 1e-9 && one.rank < first.rank;
    if (begins < from - 1e-9 || isAsSoon) [first, from] = [one, begins];
  }
  return first;
}

/**
 * Lays works on lanes, each step as soon as its lanes and what comes before it allow, the soonest
 * first and of those as soon the first listed (serial schedule generation by earliest start; Kolisch
 * 1996, *European Journal of Operational Research* 90). Steps are not broken off.
 * @throws Error where works wait for each other, or for one that there is not
 */
export function schedule(works: readonly Work[]): LaidStep[] {
  const table = new Table();
  const rank = new Map(works.map((work, nth) => [work.key, nth]));
  const waits = new Map(works.map(({ key, after }) => [key, new Set(after)]));
  const next = new Map<string, Work[]>();
  for (const work of works)
    for (const key of waits.get(work.key)!) next.set(key, [...(next.get(key) ?? []), work]);
  const ended = new Map<string, LaidStep | null>();
  const going: Going[] = [];
  const begin = (work: Work): void => {
    const because = work.after
      .map((key) => ended.get(key) ?? null)
      .reduce((last, step) => (step && (!last || step.to > last.to) ? step : last), null);
    const of = { work, rank: rank.get(work.key)! };
    const one: Going = { ...of, nth: 0, ready: because?.to ?? 0, because };
    if (work.steps.length > 0) going.push(one);
    else end(work, because);
  };
  const end = (work: Work, last: LaidStep | null): void => {
    ended.set(work.key, last);
    for (const other of next.get(work.key) ?? []) {
      const left = waits.get(other.key)!;
      left.delete(work.key);
      if (left.size === 0) begin(other);
    }
  };
  for (const work of works) if (work.after.length === 0) begin(work);
  while (going.length > 0) {
    const one = soonestOf(going, table);
    const step = table.lay(one, table.placeOf(one));
    one.nth += 1;
    one.ready = step.to;
    one.because = step;
    if (one.nth < one.work.steps.length) continue;
    going.splice(going.indexOf(one), 1);
    end(one.work, step);
  }
  if (ended.size < works.length)
    throw new Error('Works wait for each other, or for one that there is not.');
  return table.laid;
}
