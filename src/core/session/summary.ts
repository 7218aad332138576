import { jobOfRun } from '../plan/index.ts';
import { sum } from '../shot/index.ts';
import { EVENTS, type Kind } from './events/index.ts';
import { faultStage } from './faults.ts';
import { PLUGS } from './words.ts';
import { insertsOf, scrapG } from './effects/grams.ts';
import { insertG } from './inserts.ts';
import type { SessionState } from './state.ts';
import type { ShotState } from './state/shot.ts';

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

/** What came of a session, against its plan. */
export function summary(state: SessionState, now: number) {
  const shots = [...state.shots.values()];
  const real = shots.filter(isKept);
  const baits = real.filter((shot) => shot.stage.makes === 'bait');
  const cavities = new Map<string, Map<number, Count>>();
  for (const shot of real) {
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
  const draws = [...state.draws.values()].map((draw) => ({
    n: draw.n,
    at: draw.at,
    heats: draw.barrels.map((barrel) => ({
      letter: state.cups.get(barrel.cup)?.letter ?? '?',
      celsius: barrel.celsius,
    })),
    against: draw.against,
    said: [
      ...new Set([
        ...draw.said,
        ...shots
          .filter((shot) => [...shot.cavities.values()].includes(draw.id))
          .flatMap((shot) => shot.said),
      ]),
    ],
    plug: draw.plug ? PLUGS[draw.plug as keyof typeof PLUGS] : null,
    ...count(shots.filter((shot) => [...shot.cavities.values()].includes(draw.id))),
  }));
  const faults = new Map<string, number>();
  // A fault counts for the stage it belongs to, which may be an earlier one than shows it.
  const byStage = new Map<string, Map<string, number>>();
  for (const shot of real) {
    const index = shot.build.stages.findIndex((stage) => stage.key === shot.stage.key);
    for (const mark of shot.marks.values()) {
      if (!mark.fault) continue;
      faults.set(mark.fault, (faults.get(mark.fault) ?? 0) + 1);
      // Two jobs may each have a stage of one name: theirs are told apart by the run.
      const stage = `${shot.job}/${faultStage(shot.build.stages, index, mark.fault)}`;
      const of = byStage.get(stage) ?? new Map<string, number>();
      of.set(mark.fault, (of.get(mark.fault) ?? 0) + 1);
      byStage.set(stage, of);
    }
  }
  const cups = [...state.cups.values()];
  const lots = [...state.lots.values()];
  const fresh =
    sum(cups.map((cup) => cup.freshG + cup.remeltG)) +
    sum(lots.filter((lot) => lot.from !== 'shot').map((lot) => lot.made * lot.each));
  const back = shots.filter((shot) => shot.returnedTo !== null);
  const kept = (shot: ShotState) => shot.baitsG + insertsOf(state, shot) - scrapG(state, shot);
  const inBaits = sum(
    back.filter((shot) => shot.stage.makes === 'bait').map((shot) => kept(shot) + shot.tipG),
  );
  const inInserts =
    sum(lots.map((lot) => lot.left * lot.each)) +
    sum([...state.moulds.values()].map((mould) => insertG(state, mould.loaded.values())));
  const inHand = sum(
    back.filter((shot) => shot.stage.makes !== 'bait' && !state.lots.has(shot.id)).map(kept),
  );
  // Of inserts laid by with their sprue not put back, only that and what was no good still lies
  // about.
  const inMoulds =
    sum(
      shots
        .filter((shot) => shot.returnedTo === null)
        .map((shot) =>
          state.lots.has(shot.id)
            ? shot.feedG + scrapG(state, shot)
            : shot.baitsG + shot.feedG + shot.tipG + insertsOf(state, shot),
        ),
    ) + sum([...state.moulds.values()].flatMap((mould) => mould.pours.map((pour) => pour.grams)));
  const inBarrels = sum(
    [...state.injectors.values()].flatMap((injector) =>
      injector.contents.map((content) => content.grams),
    ),
  );
  const left = sum(cups.map((cup) => cup.grams));
  return {
    // Trials are no shots of the plan, though their good baits may be kept.
    all: { ...count(baits), shots: baits.filter((bait) => !bait.trial).length },
    stages: [...new Set(real.map((shot) => shot.job))].map((job) => {
      const own = real.filter((shot) => shot.job === job);
      return {
        job,
        name: own[0]!.stage.name,
        bait: own[0]!.bait.name,
        makes: own[0]!.stage.makes,
        build: own[0]!.build.name,
        ...count(own),
        stopped: own.filter((shot) => shot.stopped).length,
      };
    }),
    trials: count(shots.filter((shot) => !isKept(shot))),
    cavities,
    draws,
    faults: [...faults].sort((one, other) => other[1] - one[1]),
    faultsByStage: [...byStage].map(([at, of]) => ({
      job: jobOfRun(state.snapshot.input.jobs, at.slice(0, at.lastIndexOf('/')))?.key ?? '',
      stage: at.slice(at.lastIndexOf('/') + 1),
      faults: [...of].sort((one, other) => other[1] - one[1]),
    })),
    plastic: {
      fresh,
      drawn: sum(cups.map((cup) => cup.drawnG)),
      inBaits,
      inInserts,
      returned: sum(cups.map((cup) => cup.returnedG)),
      puck: state.puckG,
      left,
      notBack: inMoulds + inBarrels + inHand,
    },
    handTimes: [...state.handTimes]
      .map(([kind, handTime]) => ({ what: EVENTS[kind as Kind].work?.name ?? kind, ...handTime }))
      .sort((one, other) => other.seconds - one.seconds),
    worked:
      state.status === 'new'
        ? 0
        : Math.max(
            0,
            ((state.finishedAt ?? state.pausedAt ?? now) -
              state.openedAt -
              state.pausedMs +
              (state.finishedAt ? 0 : 0)) /
              1000,
          ),
  };
}
