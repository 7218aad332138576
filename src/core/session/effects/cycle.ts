import { alter } from '../alter.ts';
import { mouldWarnings } from '../guard/mould.ts';
import { isTest } from '../guard/window.ts';
import { warningsSaid } from '../guard/warnings.ts';
import { unload } from '../inserts.ts';
import type { RunState, SessionState } from '../state.ts';
import { wentIn, type MouldState } from '../state/mould.ts';
import type { ShotState } from '../state/shot.ts';
import { giveHeat, giveUntil, mouldCelsius, shotHeatOf } from './mouldHeat.ts';

/** s pressure is held on what stands in a mould: its own time, or a test's. */
function heldFor(state: SessionState, { mould, shot: id }: MouldState): number {
  const shot = state.shots.get(id ?? '');
  const tested = shot?.test ? state.runs.get(shot.job)?.tools.tries?.hold : null;
  return tested ?? mould.hold;
}
export function hold(state: SessionState, mould: MouldState, at: number, factor: number): void {
  const until = at + heldFor(state, mould) * factor * 1000;
  mould.phase = { is: 'holding', until };
  mould.since = at;
  begin(state, mould, at, until + mould.mould.cool * 1000);
}
/** What stands in the mould begins to give its heat to the metal. */
function begin(state: SessionState, mould: MouldState, at: number, until: number): void {
  const shot = state.shots.get(mould.shot ?? '');
  if (shot)
    giveHeat(state, mould, {
      grams: shot.baitsG + shot.feedG,
      shotCelsius: shotHeatOf(state, shot),
      at,
      until,
    });
}
/**
 * @param seconds until it opens, as said; the mould's own figure where it is not
 * @param firm s from now after which the models alone call it firm
 */
export function cool(
  state: SessionState,
  mould: MouldState,
  at: number,
  { seconds, firm }: { seconds?: number; firm?: number } = {},
): void {
  const until = at + (seconds ?? mould.mould.cool) * 1000;
  const shot = state.shots.get(mould.shot ?? '');
  if (shot && mould.phase.is === 'holding') shot.held = (at - mould.since) / 1000;
  if (mould.giving) giveUntil(state, mould, at, until);
  else begin(state, mould, at, until);
  const sets = wentIn(mould, at);
  mould.since = at;
  mould.phase = {
    is: 'cooling',
    wentIn: sets,
    readyAt: until,
    reckoned: seconds !== undefined,
    firm: firm === undefined ? null : firm + (at - sets) / 1000,
    lookAt: at + state.snapshot.bench.secondLook * 1000,
    toppedOff: false,
    looked: false,
  };
}
export function reopen(state: SessionState, mould: MouldState): void {
  unload(state, mould);
  alter(mould, {
    phase: { is: 'open' },
    shot: null,
    closures: 0,
    gaps: [],
    looseIn: false,
    top: 'unseen',
    pours: [],
    pouredAgainst: new Set(),
    pouredSaid: new Set(),
  });
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
  { at, by, trial, against, said }: Pick<ShotState, 'at' | 'by' | 'trial' | 'against' | 'said'>,
): ShotState {
  const { job } = run;
  const warned = mouldWarnings(state, mould, run);
  return {
    id: `${mould.key}#${mould.cycles + 1}`,
    n: state.shots.size + 1,
    at,
    by,
    job: run.key,
    mould: mould.key,
    trial,
    test: !trial && isTest(run),
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
    said: [...said, ...warningsSaid(state, warned)],
    turned: mould.top === 'wrong',
    stopped: null,
    toppedOff: 0,
    looked: false,
    held: null,
    openedAt: null,
    waited: null,
    felt: null,
    celsius: null,
    metal: mouldCelsius(state, mould, at),
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
