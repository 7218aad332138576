import { jobOfRun } from '../plan/index.ts';
import { sum } from '../shot/index.ts';
import { asAsked, colourOfShot } from './likeness.ts';
import { STEPS } from './step.ts';
import type { Kind } from './event.ts';
import { faultStage, PLUGS } from './words.ts';
import { insertsOf, scrapG } from './apply.ts';
import { insertG } from './inserts.ts';
import type { SessionState, ShotState } from './state.ts';

export interface Count {
  shots: number;
  shot: number;
  good: number;
  usable: number;
  second: number;
}

const zero = (): Count => ({ shots: 0, shot: 0, good: 0, usable: 0, second: 0 });

/** A shot whose baits are kept: not a trial, or one whose good baits the maker keeps. */
export const isKept = (x: ShotState): boolean => !x.trial || x.keptTrial;

/** What there is of a shot now: as marked, or as counted again, less what was lost since. */
export function graded(x: ShotState): { good: number; usable: number; second: number } {
  const of = { good: 0, usable: 0, second: 0 };
  for (const n of x.cavities.keys()) of[x.marks.get(n)?.grade ?? 'good'] += 1;
  const { good, usable, second } = x.recount ?? of;
  return {
    good: Math.max(0, good - x.dropped.good),
    usable: Math.max(0, usable - x.dropped.usable),
    second,
  };
}

/** Counts of shots: untouched is good once a shot is marked; an unmarked one counts as nothing yet. */
export function count(shots: Iterable<ShotState>): Count {
  const out = zero();
  for (const s of shots) {
    if (s.markedAt === null) continue;
    out.shots += 1;
    out.shot += s.cavities.size;
    const { good, usable, second } = graded(s);
    out.good += good;
    out.usable += usable;
    out.second += second;
  }
  return out;
}

/** Kinds of event as kinds of work, for the table of hand times. */
const WORK: Partial<Record<Kind, string>> = {
  woken: STEPS.wake.name,
  warmed: 'Warm metal',
  charged: STEPS.dose.name,
  heated: STEPS.cook.name,
  degassed: 'Degas',
  coloured: STEPS.colour.name,
  added: 'Additions',
  closed: STEPS.close.name,
  topChecked: STEPS.top.name,
  drawn: 'Match and draw',
  shot: STEPS.shoot.name,
  held: 'Let go after the hold',
  toppedOff: STEPS.topOff.name,
  loaded: STEPS.load.name,
  poured: STEPS.pour.name,
  kept: STEPS.keep.name,
  tipped: STEPS.tip.name,
  cleaned: STEPS.clean.name,
  emptied: STEPS.empty.name,
  mouldOpened: STEPS.open.name,
  cavityMarked: 'Touch a cavity',
  marked: STEPS.mark.name,
  returned: STEPS.sprue.name,
  racked: STEPS.rack.name,
};

/** What came of a session, against its plan. */
export function summary(s: SessionState, now: number) {
  const shots = [...s.shots.values()];
  const real = shots.filter(isKept);
  const baits = real.filter((x) => x.stage.makes === 'bait');
  const cavities = new Map<string, Map<number, Count>>();
  for (const shot of real) {
    if (shot.markedAt === null) continue;
    const of = cavities.get(shot.mould) ?? new Map<number, Count>();
    for (const n of shot.cavities.keys()) {
      const c = of.get(n) ?? zero();
      c.shots += 1;
      c.shot += 1;
      c[shot.marks.get(n)?.grade ?? 'good'] += 1;
      of.set(n, c);
    }
    cavities.set(shot.mould, of);
  }
  const draws = [...s.draws.values()].map((d) => ({
    n: d.n,
    at: d.at,
    heats: d.barrels.map((b) => ({ letter: s.cups.get(b.cup)?.letter ?? '?', celsius: b.celsius })),
    against: d.against,
    said: [
      ...new Set([
        ...d.said,
        ...shots.filter((x) => [...x.cavities.values()].includes(d.id)).flatMap((x) => x.said),
      ]),
    ],
    plug: d.plug ? PLUGS[d.plug as keyof typeof PLUGS] : null,
    ...count(shots.filter((x) => [...x.cavities.values()].includes(d.id))),
  }));
  const faults = new Map<string, number>();
  // A fault counts for the stage it belongs to, which may be an earlier one than shows it.
  const byStage = new Map<string, Map<string, number>>();
  for (const shot of real) {
    const i = shot.build.stages.findIndex((x) => x.key === shot.stage.key);
    for (const mark of shot.marks.values()) {
      if (!mark.fault) continue;
      faults.set(mark.fault, (faults.get(mark.fault) ?? 0) + 1);
      // Two jobs may each have a stage of one name: theirs are told apart by the run.
      const stage = `${shot.job}/${faultStage(shot.build.stages, i, mark.fault)}`;
      const of = byStage.get(stage) ?? new Map<string, number>();
      of.set(mark.fault, (of.get(mark.fault) ?? 0) + 1);
      byStage.set(stage, of);
    }
  }
  const cups = [...s.cups.values()];
  const lots = [...s.lots.values()];
  const fresh =
    sum(cups.map((c) => c.freshG + c.remeltG)) +
    sum(lots.filter((l) => l.from !== 'shot').map((l) => l.made * l.each));
  const back = shots.filter((x) => x.returnedTo !== null);
  const kept = (x: ShotState) => x.baitsG + insertsOf(s, x) - scrapG(s, x);
  const inBaits = sum(back.filter((x) => x.stage.makes === 'bait').map((x) => kept(x) + x.tipG));
  const inInserts =
    sum(lots.map((l) => l.left * l.each)) +
    sum([...s.moulds.values()].map((m) => insertG(s, m.loaded.values())));
  const inHand = sum(back.filter((x) => x.stage.makes !== 'bait' && !s.lots.has(x.id)).map(kept));
  // Of inserts laid by with their sprue not put back, only that and what was no good still lies about.
  const inMoulds =
    sum(
      shots
        .filter((x) => x.returnedTo === null)
        .map((x) =>
          s.lots.has(x.id) ? x.feedG + scrapG(s, x) : x.baitsG + x.feedG + x.tipG + insertsOf(s, x),
        ),
    ) + sum([...s.moulds.values()].flatMap((m) => m.pours.map((p) => p.grams)));
  const inBarrels = sum([...s.injectors.values()].flatMap((i) => i.contents.map((c) => c.grams)));
  const left = sum(cups.map((c) => c.grams));
  return {
    // Trials are no shots of the plan, though their good baits may be kept.
    all: { ...count(baits), shots: baits.filter((x) => !x.trial).length },
    stages: [...new Set(real.map((x) => x.job))].map((job) => {
      const own = real.filter((x) => x.job === job);
      return {
        job,
        name: own[0]!.stage.name,
        bait: own[0]!.bait.name,
        makes: own[0]!.stage.makes,
        build: own[0]!.build.name,
        ...count(own),
        stopped: own.filter((x) => x.stopped).length,
      };
    }),
    trials: count(shots.filter((x) => !isKept(x))),
    cavities,
    draws,
    faults: [...faults].sort((a, b) => b[1] - a[1]),
    faultsByStage: [...byStage].map(([at, of]) => ({
      job: jobOfRun(s.snapshot.input.jobs, at.slice(0, at.lastIndexOf('/')))?.key ?? '',
      stage: at.slice(at.lastIndexOf('/') + 1),
      faults: [...of].sort((a, b) => b[1] - a[1]),
    })),
    plastic: {
      fresh,
      drawn: sum(cups.map((c) => c.drawnG)),
      inBaits,
      inInserts,
      returned: sum(cups.map((c) => c.returnedG)),
      puck: s.puckG,
      left,
      notBack: inMoulds + inBarrels + inHand,
    },
    handTimes: [...s.handTimes]
      .map(([kind, t]) => ({ what: WORK[kind] ?? kind, ...t }))
      .sort((a, b) => b.seconds - a.seconds),
    worked:
      s.status === 'new'
        ? 0
        : Math.max(
            0,
            ((s.finishedAt ?? s.pausedAt ?? now) -
              s.openedAt -
              s.pausedMs +
              (s.finishedAt ? 0 : 0)) /
              1000,
          ),
  };
}

export interface Allotment {
  part: number;
  count: number;
}
/** Baits over, by what they are: two builds of one bait are two heaps. */
export interface Stocked {
  bait: number;
  colourway: number;
  build: string;
  grade: 'good' | 'usable';
  count: number;
}

/**
 * Good baits of a finished session shared out: to the lines each job was planned for, soonest due
 * first, as many as each still wanted; the rest to stock. Baits of another shape, colourway or build than the
 * line asked for go to stock, unless the maker says they will do.
 */
export function allot(s: SessionState): {
  lines: (Allotment & { curedAt: number })[];
  stock: Stocked[];
} {
  const lines: (Allotment & { curedAt: number })[] = [];
  const stock = new Map<string, Stocked>();
  const store = (
    shot: Pick<ShotState, 'bait' | 'build'>,
    colourway: number,
    grade: 'good' | 'usable',
    n: number,
  ) => {
    if (n <= 0) return;
    const key = `${shot.bait.id}/${colourway}/${shot.build.key}/${grade}`;
    stock.set(key, {
      bait: shot.bait.id,
      colourway,
      build: shot.build.key,
      grade,
      count: (stock.get(key)?.count ?? 0) + n,
    });
  };
  for (const run of s.runs.values()) {
    if (run.stage.makes !== 'bait') continue;
    const planned = s.snapshot.input.jobs.find((j) => j.key === run.job.key)!;
    const shots = [...s.shots.values()].filter(
      (x) => x.job === run.key && isKept(x) && x.rackedAt !== null,
    );
    // Those just as ordered first: what will do makes up what they leave wanting.
    const asked = shots
      .filter((x) => asAsked(s, x))
      .sort((a, b) => Number(a.willDo) - Number(b.willDo));
    const curedAt = Math.max(0, ...asked.map((x) => x.curedAt ?? 0));
    let good = count(asked).good;
    for (const line of planned.lines) {
      const n = Math.min(good, line.count);
      if (n > 0) lines.push({ part: line.part, count: n, curedAt });
      good -= n;
    }
    // What the lines do not take goes to stock as what it is, the newest first.
    for (const shot of [...asked].reverse()) {
      const over = Math.min(Math.max(0, good), count([shot]).good);
      good -= over;
      store(shot, colourOfShot(s, shot).id, 'good', over);
    }
    for (const shot of shots) {
      const c = count([shot]);
      if (!asAsked(s, shot)) store(shot, colourOfShot(s, shot).id, 'good', c.good);
      store(shot, colourOfShot(s, shot).id, 'usable', c.usable);
    }
  }
  return { lines, stock: [...stock.values()] };
}
