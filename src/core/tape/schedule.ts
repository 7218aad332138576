import type { CupId } from '../plan/cupId.ts';
import type { ActKey } from './acts.ts';

/** One step of a work: what it wants at once, and for how long. */
export interface Step {
  act: ActKey;
  /** one lane of each group is taken: the first listed that is free, else the one that is so soonest */
  wants: readonly (readonly string[])[];
  /** s; or worked out when it begins, s from the start of the evening, on the lanes it takes */
  seconds: number | ((from: number, lanes: readonly string[]) => number);
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
  /** its steps are gone through again until it says so; absent = once */
  until?: () => boolean;
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

/** A lane, and the step that was laid on it last. */
interface LaneEnd {
  lane: string;
  /** s at which it comes free */
  free: number;
  last: LaidStep | null;
}
/** A work that can go on: its next step, and what its last one was. */
interface Going {
  work: Work;
  /** where it is listed */
  rank: number;
  nth: number;
  ready: number;
  because: LaidStep | null;
  /** lanes its next step wants, one of each group */
  wants: readonly (readonly LaneEnd[])[];
}

/** The lane of a group that comes free soonest. */
function soonest(group: readonly LaneEnd[]): LaneEnd {
  let best = group[0]!;
  for (const lane of group) if (lane.free < best.free) best = lane;
  return best;
}
/** s from the start at which a step could begin: asked of every work that goes, at every step. */
function beginsAt({ ready, wants }: Going): number {
  let from = ready;
  for (const group of wants) {
    const { free } = group.length === 1 ? group[0]! : soonest(group);
    if (free > from) from = free;
  }
  return from;
}
/** The work that can go on soonest, and of those as soon the first listed. */
function soonestOf(going: readonly Going[]): Going {
  let [first, from] = [going[0]!, Infinity];
  for (const one of going) {
    const begins = beginsAt(one);
    if (begins < from - 1e-9 || (begins < from + 1e-9 && one.rank < first.rank)) {
      first = one;
      from = begins;
    }
  }
  return first;
}

/** Lanes and steps, as far as they are laid. */
class Table {
  private readonly lanes = new Map<string, LaneEnd>();
  readonly laid: LaidStep[] = [];

  private lane(key: string): LaneEnd {
    let lane = this.lanes.get(key);
    if (!lane) this.lanes.set(key, (lane = { lane: key, free: 0, last: null }));
    return lane;
  }
  private readonly groups = new Map<readonly string[], LaneEnd[]>();

  private group(keys: readonly string[]): LaneEnd[] {
    let group = this.groups.get(keys);
    if (!group) this.groups.set(keys, (group = keys.map((key) => this.lane(key))));
    return group;
  }
  /** Lanes the next step of a work wants; none where it has no more. */
  wantsOf(work: Work, nth: number): Going['wants'] {
    return work.steps[nth]?.wants.map((group) => this.group(group)) ?? [];
  }
  /** Lays the next step of a work as soon as it can begin. */
  lay(going: Going): LaidStep {
    const { work, nth, ready, because, wants } = going;
    const { act, seconds } = work.steps[nth]!;
    const begins = beginsAt(going);
    const taken = wants.map((group) => group.find(({ free }) => free <= begins)!);
    const step: LaidStep = {
      work,
      act,
      lanes: taken.map(({ lane }) => lane),
      from: ready,
      to: ready,
      because,
    };
    for (const { free, last } of taken)
      if (free > step.from) {
        step.from = free;
        step.because = last;
      }
    const lasts = typeof seconds === 'number' ? seconds : seconds(step.from, step.lanes);
    step.to = step.from + Math.max(0, lasts);
    for (const lane of taken) {
      lane.free = step.to;
      lane.last = step;
    }
    this.laid.push(step);
    return step;
  }
}

/** Works by what they wait for: which others that holds up, and how many each still waits for. */
class Waiting {
  private readonly next = new Map<string, Work[]>();
  private readonly left = new Map<string, number>();

  constructor(works: readonly Work[]) {
    for (const work of works) {
      const keys = new Set(work.after);
      this.left.set(work.key, keys.size);
      for (const key of keys) {
        const held = this.next.get(key);
        if (held) held.push(work);
        else this.next.set(key, [work]);
      }
    }
  }
  /** Works that waited for nothing more than one that is over now. */
  freedBy(key: string): Work[] {
    return (this.next.get(key) ?? []).filter((work) => {
      const left = this.left.get(work.key)! - 1;
      this.left.set(work.key, left);
      return left === 0;
    });
  }
}

/**
 * Lays works on lanes, each step as soon as its lanes and what comes before it allow, the soonest
 * first and of those as soon the first listed (serial schedule generation by earliest start; Kolisch
 * 1996, *European Journal of Operational Research* 90). Steps are not broken off.
 * @throws Error where works wait for each other, or for one that there is not
 */
export function schedule(works: readonly Work[]): LaidStep[] {
  const table = new Table();
  const waiting = new Waiting(works);
  const rank = new Map(works.map((work, nth) => [work.key, nth]));
  const ended = new Map<string, LaidStep | null>();
  const going: Going[] = [];
  const begin = (work: Work): void => {
    let because: LaidStep | null = null;
    for (const key of work.after) {
      const step = ended.get(key);
      if (step && (!because || step.to > because.to)) because = step;
    }
    if (work.steps.length === 0) return end(work, because);
    going.push({
      work,
      rank: rank.get(work.key)!,
      nth: 0,
      ready: because?.to ?? 0,
      because,
      wants: table.wantsOf(work, 0),
    });
  };
  const end = (work: Work, last: LaidStep | null): void => {
    ended.set(work.key, last);
    waiting.freedBy(work.key).forEach(begin);
  };
  for (const work of works) if (work.after.length === 0) begin(work);
  while (going.length > 0) {
    const one = soonestOf(going);
    const step = table.lay(one);
    one.nth += 1;
    one.ready = step.to;
    one.because = step;
    const isOver = one.nth === one.work.steps.length;
    if (isOver && one.work.until?.() === false) one.nth = 0;
    one.wants = table.wantsOf(one.work, one.nth);
    if (one.nth < one.work.steps.length) continue;
    going.splice(going.indexOf(one), 1);
    end(one.work, step);
  }
  if (ended.size < works.length)
    throw new Error('Works wait for each other, or for one that there is not.');
  return table.laid;
}
