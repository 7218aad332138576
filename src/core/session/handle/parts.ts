import { density, GRADES, PLASTISOL } from '../../material/index.ts';
import { rigOf, sourceOf } from '../../plan/index.ts';
import type { StageMass } from '../../shot/index.ts';
import { massShares, shares, stageMass, sum } from '../../shot/index.ts';
import type { BenchEvent, Kind } from '../event.ts';
import { mouldWarnings } from '../guard/mould.ts';
import { unload } from '../inserts.ts';
import { giveHeat, giveUntil, mouldHeat, shotHeatOf } from './heat.ts';
import type { RunState, SessionState } from '../state.ts';
import type { ShotState } from '../state/shot.ts';
import type { MouldState } from '../state/mould.ts';
import type { CupState } from '../state/cup.ts';
import { alter } from '../alter.ts';

/**
 * What each kind of event does to the state. An event that names something unknown, or that has
 * already had its effect, does nothing: benches may repeat and cross each other.
 */
export type Handlers = { [K in Kind]: (state: SessionState, event: BenchEvent<K>) => void };

export const cup = (state: SessionState, key: string, act: (cup: CupState) => void): void => {
  const cup = state.cups.get(key);
  if (cup) act(cup);
};
export const mould = (state: SessionState, key: string, act: (mould: MouldState) => void): void => {
  const mould = state.moulds.get(key);
  if (mould) act(mould);
};

export const rhoOf = (cup: CupState | undefined, celsius: number): number =>
  density(celsius, cup ? GRADES[cup.grade].density20 : PLASTISOL.density20);

/** Density at 20 °C of what a run's barrels hold by their shares, or of its first poured cup. */
export function runRho(state: SessionState, run: RunState): number {
  const rig = rigOf(run);
  const grade = (layer: string) =>
    GRADES[state.cups.get(String(run.job.layers[layer]))?.grade ?? 'medium'].density20;
  if (rig) return sum(shares(rig).map((part, i) => part * grade(run.stage.layers[i]?.key ?? '')));
  const poured = run.stage.pours.filter((pour) => pour.share !== null);
  const all = sum(poured.map((pour) => pour.share!));
  return all > 0
    ? sum(poured.map((pour) => (pour.share! / all) * grade(pour.key)))
    : PLASTISOL.density20;
}

/** Masses of one filling of a mould by a run, g. */
export const massFor = (state: SessionState, run: RunState, mould: MouldState): StageMass =>
  stageMass(run.stage, mould.mould, sourceOf(run.job, run.stage), runRho(state, run));

/**
 * Share of a push each of a run's barrels gives, by mass: its volume's share in plastic of its own
 * density.
 */
export function pushParts(state: SessionState, run: RunState): number[] {
  const rig = rigOf(run);
  return rig
    ? massShares(
        shares(rig),
        run.stage.layers.map(
          (layer) =>
            GRADES[state.cups.get(String(run.job.layers[layer.key]))?.grade ?? 'medium'].density20,
        ),
      )
    : [];
}

export function hold(state: SessionState, mould: MouldState, at: number, factor: number): void {
  mould.phase = 'holding';
  mould.since = at;
  mould.holdUntil = at + mould.mould.hold * factor * 1000;
  begin(state, mould, at, mould.holdUntil + mould.mould.cool * 1000);
}
/** What stands in the mould begins to give its heat to the metal. */
function begin(state: SessionState, mould: MouldState, at: number, until: number): void {
  const shot = state.shots.get(mould.shot ?? '');
  if (shot) giveHeat(state, mould, shot.baitsG + shot.feedG, shotHeatOf(state, shot), at, until);
}
/**
 * @param seconds until it opens, as said; the mould's own figure where it is not
 * @param firm s after which the models alone call it firm
 */
export function cool(
  state: SessionState,
  mould: MouldState,
  at: number,
  seconds?: number,
  firm?: number,
): void {
  const until = at + (seconds ?? mould.mould.cool) * 1000;
  if (mould.giving) giveUntil(state, mould, at, until);
  else begin(state, mould, at, until);
  mould.phase = 'cooling';
  mould.since = at;
  mould.readyAt = at + (seconds ?? mould.mould.cool) * 1000;
  mould.reckoned = seconds !== undefined;
  mould.firm = firm ?? null;
  mould.lookAt = at + state.snapshot.bench.secondLook * 1000;
}
export function reopen(state: SessionState, mould: MouldState): void {
  unload(state, mould);
  alter(mould, {
    phase: 'open',
    shot: null,
    closures: 0,
    gaps: [],
    looseIn: false,
    top: 'unseen',
    pours: [],
    pouredAgainst: new Set(),
    pouredSaid: new Set(),
    toppedOff: false,
    looked: false,
  });
}

/** Puts grams back into a cup, or on the remelt tray. */
export function give(state: SessionState, to: string, grams: number): void {
  const cup = state.cups.get(to);
  if (cup) {
    cup.grams += grams;
    cup.returnedG += grams;
  } else state.puckG += grams;
}

/**
 * The bait a mould of a run makes: its own, where it was taken in later; else what the job is for.
 */
export function baitOf(
  run: Pick<RunState, 'tools' | 'job'>,
  mould: string,
): { id: number; name: string } {
  const own = run.tools.moulds.find((entry) => String(entry.id) === mould)?.bait;
  return own ? { id: own.id, name: own.name } : { id: run.job.bait.id, name: run.job.bait.name };
}

/** A shot as it stands before anything is in it. */
export function newShot(
  state: SessionState,
  run: RunState,
  mould: MouldState,
  at: number,
  trial: boolean,
  against: string[],
  said: string[],
): ShotState {
  const { job } = run;
  const warned = mouldWarnings(state, mould, run);
  return {
    id: `${mould.key}#${mould.cycles + 1}`,
    n: state.shots.size + 1,
    at,
    job: run.key,
    mould: mould.key,
    trial,
    build: job.build,
    stage: run.stage,
    colourway: { id: job.colourway.id, name: job.colourway.name },
    bait: baitOf(run, mould.key),
    cavities: new Map(),
    grams: new Map(),
    inserts: new Map(),
    poured: mould.pours,
    mouldCelsius: mould.reading?.celsius ?? null,
    against: [...against, ...warned.map((warning) => warning.code)],
    said: [...said, ...warned.map((warning) => warning.sentence)],
    turned: mould.top === 'wrong',
    stopped: null,
    toppedOff: 0,
    openedAt: null,
    waited: null,
    metal: mouldHeat(state, mould, at).celsius,
    markedAt: null,
    marks: new Map(),
    called: null,
    willDo: false,
    keptTrial: false,
    recount: null,
    dropped: { good: 0, usable: 0 },
    judged: new Set(),
    returnedTo: null,
    scrapTo: null,
    rackedAt: null,
    curedAt: null,
    baitsG: 0,
    feedG: 0,
    tipG: 0,
  };
}

/** Puts a new shot into its mould and counts it. */
export function standIn(
  state: SessionState,
  run: RunState,
  mould: MouldState,
  shot: ShotState,
): void {
  mould.cycles += 1;
  mould.shot = shot.id;
  mould.pours = [];
  state.shots.set(shot.id, shot);
  if (shot.trial) run.trialsDone += 1;
  else run.done += 1;
}

/** Grams of a shot's inserts. */
export const insertsOf = (
  state: SessionState,
  shot: ShotState,
  cavities: Iterable<number> = shot.inserts.keys(),
): number =>
  sum([...cavities].map((cavity) => state.lots.get(shot.inserts.get(cavity) ?? '')?.each ?? 0));

/**
 * Grams of a shot that are no bait to keep: seconds with the inserts in them, and all of a trial's.
 */
export function scrapG(state: SessionState, shot: ShotState): number {
  // Once its inserts are laid by, what was no good then is all that was: later ones are spoiled
  // from their heap.
  const lot = state.lots.get(shot.id);
  if (lot) return lot.scrap ?? 0;
  if (shot.trial && !shot.keptTrial) return shot.baitsG + insertsOf(state, shot);
  const seconds = [...shot.marks]
    .filter(([, mark]) => mark.grade === 'second')
    .map(([count]) => count);
  return (
    sum(seconds.map((second) => shot.grams.get(second) ?? 0)) + insertsOf(state, shot, seconds)
  );
}
/** Cavities of a shot worth keeping. */
export const kept = (shot: ShotState): number =>
  shot.cavities.size - [...shot.marks.values()].filter((mark) => mark.grade === 'second').length;
