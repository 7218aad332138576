import { jobOfRun } from '../plan/index.ts';
import { sum } from '../shot/index.ts';
import { EVENTS, type Kind } from './events/index.ts';
import { faultStage } from './faults.ts';
import { PLUGS } from './words.ts';
import { insertsOf, scrapG } from './effects/grams.ts';
import { insertG } from './inserts.ts';
import type { SessionState } from './state.ts';
import type { ShotState } from './state/shot.ts';
import { contentsOf } from './state/injector.ts';
import { jobsOf } from './state/jobs.ts';

export interface Count {
  shots: number;
  shot: number;
  good: number;
  usable: number;
  second: number;
}

const zero = (): Count => ({ shots: 0, shot: 0, good: 0, usable: 0, second: 0 });

/** A shot whose baits are kept: not a trial, or one whose good baits the maker keeps. */
export const isKept = (shot: ShotState): boolean => !shot.trial || shot.keptTrial;

/** What there is of a shot now: as marked, or as counted again, less what was lost since. */
export function graded(shot: ShotState): { good: number; usable: number; second: number } {
  const of = { good: 0, usable: 0, second: 0 };
  for (const cavity of shot.cavities.keys()) of[shot.marks.get(cavity)?.grade ?? 'good'] += 1;
  const { good, usable, second } = shot.recount ?? of;
  return {
    good: Math.max(0, good - shot.dropped.good),
    usable: Math.max(0, usable - shot.dropped.usable),
    second,
  };
}

/**
 * Counts of shots: untouched is good once a shot is marked; an unmarked one counts as nothing yet.
 */
export function count(shots: Iterable<ShotState>): Count {
  const out = zero();
  for (const shot of shots) {
    if (shot.markedAt === null) continue;
    out.shots += 1;
    out.shot += shot.cavities.size;
    const { good, usable, second } = graded(shot);
    out.good += good;
    out.usable += usable;
    out.second += second;
  }
  return out;
}

/** Counts of each cavity of each mould: whether one of them spoils more than the others. */
function byCavity(shots: readonly ShotState[]): Map<string, Map<number, Count>> {
  const cavities = new Map<string, Map<number, Count>>();
  for (const shot of shots) {
    if (shot.markedAt === null) continue;
    const of = cavities.get(shot.mould) ?? new Map<number, Count>();
    for (const cavity of shot.cavities.keys()) {
      const count = of.get(cavity) ?? zero();
      count.shots += 1;
      count.shot += 1;
      count[shot.marks.get(cavity)?.grade ?? 'good'] += 1;
      of.set(cavity, count);
    }
    cavities.set(shot.mould, of);
  }
  return cavities;
}

/** Shots by each draw their cavities were filled from. */
function shotsByDraw(shots: readonly ShotState[]): Map<string, ShotState[]> {
  const byDraw = new Map<string, ShotState[]>();
  for (const shot of shots)
    for (const draw of new Set(shot.cavities.values()))
      byDraw.set(draw, [...(byDraw.get(draw) ?? []), shot]);
  return byDraw;
}
/** Each draw: its heats, what was said against it, and what came of it. */
function drawsOf(state: SessionState, shots: readonly ShotState[]) {
  const byDraw = shotsByDraw(shots);
  return [...state.draws.values()].map((draw) => {
    const own = byDraw.get(draw.id) ?? [];
    return {
      n: draw.n,
      at: draw.at,
      heats: draw.barrels.map((barrel) => ({
        letter: state.cups.get(barrel.cup)?.letter ?? '?',
        celsius: barrel.celsius,
      })),
      against: draw.against,
      said: [...new Set([...draw.said, ...own.flatMap((shot) => shot.said)])],
      plug: draw.plug ? PLUGS[draw.plug as keyof typeof PLUGS] : null,
      ...count(own),
    };
  });
}

type Counts = Map<string, number>;
const more = (counts: Counts, key: string): Counts => counts.set(key, (counts.get(key) ?? 0) + 1);
const mostFirst = (counts: Counts) => [...counts].sort((one, other) => other[1] - one[1]);
/**
 * Faults by how often they came, and by the stage each belongs to, which may be an earlier one than
 * shows it.
 */
function faultsIn(shots: readonly ShotState[]): { faults: Counts; byStage: Map<string, Counts> } {
  const faults: Counts = new Map();
  const byStage = new Map<string, Counts>();
  for (const shot of shots) {
    const index = shot.build.stages.findIndex((stage) => stage.key === shot.stage.key);
    for (const { fault } of shot.marks.values()) {
      if (!fault) continue;
      more(faults, fault);
      // Two jobs may each have a stage of one name: theirs are told apart by the run.
      const stage = `${shot.job}/${faultStage(shot.build.stages, index, fault)}`;
      byStage.set(stage, more(byStage.get(stage) ?? new Map<string, number>(), fault));
    }
  }
  return { faults, byStage };
}

/** g of a shot that did not go back: its baits and inserts, less what was scrapped. */
const keptG = (state: SessionState, shot: ShotState): number =>
  shot.baitsG + insertsOf(state, shot) - scrapG(state, shot);
/**
 * g of a shot whose sprue is not put back. Of inserts laid by, only that and what was no good still
 * lies about.
 */
const lyingG = (state: SessionState, shot: ShotState): number =>
  state.lots.has(shot.id)
    ? shot.feedG + scrapG(state, shot)
    : shot.baitsG + shot.feedG + shot.tipG + insertsOf(state, shot);

/** Where every gram of the plastic has gone, g. */
function plasticOf(state: SessionState, shots: readonly ShotState[]) {
  const cups = [...state.cups.values()];
  const lots = [...state.lots.values()];
  const moulds = [...state.moulds.values()];
  const back = shots.filter((shot) => shot.returnedTo !== null);
  const baits = back.filter((shot) => shot.stage.makes === 'bait');
  const inserts = back.filter((shot) => shot.stage.makes !== 'bait' && !state.lots.has(shot.id));
  const inMoulds =
    sum(shots.filter((shot) => shot.returnedTo === null).map((shot) => lyingG(state, shot))) +
    sum(moulds.flatMap((mould) => mould.pours.map((pour) => pour.grams)));
  const inBarrels = sum(
    [...state.injectors.values()].flatMap(contentsOf).map(({ grams }) => grams),
  );
  return {
    fresh:
      sum(cups.map((cup) => cup.freshG + cup.remeltG)) +
      sum(lots.filter((lot) => lot.from !== 'shot').map((lot) => lot.made * lot.each)),
    drawn: sum(cups.map((cup) => cup.drawnG)),
    inBaits: sum(baits.map((shot) => keptG(state, shot) + shot.tipG)),
    inInserts:
      sum(lots.map((lot) => lot.left * lot.each)) +
      sum(moulds.map((mould) => insertG(state, mould.loaded.values()))),
    returned: sum(cups.map((cup) => cup.returnedG)),
    puck: state.puckG,
    left: sum(cups.map((cup) => cup.grams)),
    /** what went another way than into moulds, and what was found over what was reckoned */
    out: sum([...state.outG.values()]),
    found: sum(cups.map((cup) => cup.foundG)),
    notBack: inMoulds + inBarrels + sum(inserts.map((shot) => keptG(state, shot))),
  };
}

/** s that hands were at it, pauses left out. */
/** s a session was worked at, breaks left out. */
export function worked({ phase, openedAt, pausedMs }: SessionState, now: number): number {
  if (phase.is === 'new') return 0;
  const ended = phase.is === 'finished' ? phase.at : phase.is === 'broken off' ? phase.since : now;
  return Math.max(0, (ended - openedAt - pausedMs) / 1000);
}

/** What each stage of each job made. */
const stagesOf = (shots: readonly ShotState[]) =>
  [...new Set(shots.map((shot) => shot.job))].map((job) => {
    const own = shots.filter((shot) => shot.job === job);
    const { stage, bait, build } = own[0]!;
    return {
      job,
      name: stage.name,
      bait: bait.name,
      makes: stage.makes,
      build: build.name,
      ...count(own),
      stopped: own.filter((shot) => shot.stopped).length,
    };
  });

/** What came of a session, against its plan. */
export function summary(state: SessionState, now: number) {
  const shots = [...state.shots.values()];
  const real = shots.filter(isKept);
  const baits = real.filter((shot) => shot.stage.makes === 'bait');
  const { faults, byStage } = faultsIn(real);
  return {
    // Trials are no shots of the plan, though their good baits may be kept.
    all: { ...count(baits), shots: baits.filter((bait) => !bait.trial).length },
    stages: stagesOf(real),
    trials: count(shots.filter((shot) => !isKept(shot))),
    cavities: byCavity(real),
    draws: drawsOf(state, shots),
    faults: mostFirst(faults),
    faultsByStage: [...byStage].map(([at, of]) => ({
      job: jobOfRun(jobsOf(state), at.slice(0, at.lastIndexOf('/')))?.key ?? '',
      stage: at.slice(at.lastIndexOf('/') + 1),
      faults: mostFirst(of),
    })),
    plastic: plasticOf(state, shots),
    handTimes: [...state.handTimes]
      .map(([kind, handTime]) => ({ what: EVENTS[kind as Kind].work?.name ?? kind, ...handTime }))
      .sort((one, other) => other.seconds - one.seconds),
    worked: worked(state, now),
  };
}
