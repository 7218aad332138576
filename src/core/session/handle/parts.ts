import { density, GRADES, PLASTISOL } from '../../material/index.ts';
import { rigOf, sourceOf } from '../../plan/index.ts';
import type { StageMass } from '../../shot/index.ts';
import { massShares, shares, stageMass, sum } from '../../shot/index.ts';
import type { BenchEvent, Kind } from '../event.ts';
import { mouldWarnings } from '../guard.ts';
import { unload } from '../inserts.ts';
import { giveHeat, giveUntil, mouldHeat, shotHeatOf } from './heat.ts';
import type { CupState, MouldState, RunState, SessionState, ShotState } from '../state.ts';

/**
 * What each kind of event does to the state. An event that names something unknown, or that has
 * already had its effect, does nothing: benches may repeat and cross each other.
 */
export type Handlers = { [K in Kind]: (s: SessionState, e: BenchEvent<K>) => void };

export const cup = (s: SessionState, key: string, act: (c: CupState) => void): void => {
  const c = s.cups.get(key);
  if (c) act(c);
};
export const mould = (s: SessionState, key: string, act: (m: MouldState) => void): void => {
  const m = s.moulds.get(key);
  if (m) act(m);
};

export const rhoOf = (c: CupState | undefined, celsius: number): number =>
  density(celsius, c ? GRADES[c.grade].density20 : PLASTISOL.density20);

/** Density at 20 °C of what a run's barrels hold by their shares, or of its first poured cup. */
export function runRho(s: SessionState, run: RunState): number {
  const rig = rigOf(run);
  const grade = (layer: string) =>
    GRADES[s.cups.get(String(run.job.layers[layer]))?.grade ?? 'medium'].density20;
  if (rig) return sum(shares(rig).map((part, i) => part * grade(run.stage.layers[i]?.key ?? '')));
  const poured = run.stage.pours.filter((p) => p.share !== null);
  const all = sum(poured.map((p) => p.share!));
  return all > 0 ? sum(poured.map((p) => (p.share! / all) * grade(p.key))) : PLASTISOL.density20;
}

/** Masses of one filling of a mould by a run, g. */
export const massFor = (s: SessionState, run: RunState, m: MouldState): StageMass =>
  stageMass(run.stage, m.mould, sourceOf(run.job, run.stage), runRho(s, run));

/** Share of a push each of a run's barrels gives, by mass: its volume's share in plastic of its own density. */
export function pushParts(s: SessionState, run: RunState): number[] {
  const rig = rigOf(run);
  return rig
    ? massShares(
        shares(rig),
        run.stage.layers.map(
          (l) => GRADES[s.cups.get(String(run.job.layers[l.key]))?.grade ?? 'medium'].density20,
        ),
      )
    : [];
}

export function hold(s: SessionState, m: MouldState, at: number, factor: number): void {
  m.phase = 'holding';
  m.since = at;
  m.holdUntil = at + m.mould.hold * factor * 1000;
  begin(s, m, at, m.holdUntil + m.mould.cool * 1000);
}
/** What stands in the mould begins to give its heat to the metal. */
function begin(s: SessionState, m: MouldState, at: number, until: number): void {
  const shot = s.shots.get(m.shot ?? '');
  if (shot) giveHeat(s, m, shot.baitsG + shot.feedG, shotHeatOf(s, shot), at, until);
}
/**
 * @param seconds until it opens, as said; the mould's own figure where it is not
 * @param firm s after which the models alone call it firm
 */
export function cool(
  s: SessionState,
  m: MouldState,
  at: number,
  seconds?: number,
  firm?: number,
): void {
  const until = at + (seconds ?? m.mould.cool) * 1000;
  if (m.giving) giveUntil(s, m, at, until);
  else begin(s, m, at, until);
  m.phase = 'cooling';
  m.since = at;
  m.readyAt = at + (seconds ?? m.mould.cool) * 1000;
  m.reckoned = seconds !== undefined;
  m.firm = firm ?? null;
  m.lookAt = at + s.snapshot.bench.secondLook * 1000;
}
export function reopen(s: SessionState, m: MouldState): void {
  unload(s, m);
  Object.assign(m, {
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
export function give(s: SessionState, to: string, grams: number): void {
  const c = s.cups.get(to);
  if (c) {
    c.grams += grams;
    c.returnedG += grams;
  } else s.puckG += grams;
}

/** The bait a mould of a run makes: its own, where it was taken in later; else what the job is for. */
export function baitOf(
  run: Pick<RunState, 'tools' | 'job'>,
  mould: string,
): { id: number; name: string } {
  const own = run.tools.moulds.find((x) => String(x.id) === mould)?.bait;
  return own ? { id: own.id, name: own.name } : { id: run.job.bait.id, name: run.job.bait.name };
}

/** A shot as it stands before anything is in it. */
export function newShot(
  s: SessionState,
  run: RunState,
  m: MouldState,
  at: number,
  trial: boolean,
  against: string[],
  said: string[],
): ShotState {
  const { job } = run;
  const warned = mouldWarnings(s, m, run);
  return {
    id: `${m.key}#${m.cycles + 1}`,
    n: s.shots.size + 1,
    at,
    job: run.key,
    mould: m.key,
    trial,
    build: job.build,
    stage: run.stage,
    colourway: { id: job.colourway.id, name: job.colourway.name },
    bait: baitOf(run, m.key),
    cavities: new Map(),
    grams: new Map(),
    inserts: new Map(),
    poured: m.pours,
    mouldCelsius: m.reading?.celsius ?? null,
    against: [...against, ...warned.map((w) => w.code)],
    said: [...said, ...warned.map((w) => w.sentence)],
    turned: m.top === 'wrong',
    stopped: null,
    toppedOff: 0,
    openedAt: null,
    waited: null,
    metal: mouldHeat(s, m, at).celsius,
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
export function standIn(s: SessionState, run: RunState, m: MouldState, shot: ShotState): void {
  m.cycles += 1;
  m.shot = shot.id;
  m.pours = [];
  s.shots.set(shot.id, shot);
  if (shot.trial) run.trialsDone += 1;
  else run.done += 1;
}

/** Grams of a shot's inserts. */
export const insertsOf = (
  s: SessionState,
  shot: ShotState,
  cavities: Iterable<number> = shot.inserts.keys(),
): number => sum([...cavities].map((n) => s.lots.get(shot.inserts.get(n) ?? '')?.each ?? 0));

/** Grams of a shot that are no bait to keep: seconds with the inserts in them, and all of a trial's. */
export function scrapG(s: SessionState, shot: ShotState): number {
  // Once its inserts are laid by, what was no good then is all that was: later ones are spoiled from their heap.
  const lot = s.lots.get(shot.id);
  if (lot) return lot.scrap ?? 0;
  if (shot.trial && !shot.keptTrial) return shot.baitsG + insertsOf(s, shot);
  const seconds = [...shot.marks].filter(([, mark]) => mark.grade === 'second').map(([n]) => n);
  return sum(seconds.map((n) => shot.grams.get(n) ?? 0)) + insertsOf(s, shot, seconds);
}
/** Cavities of a shot worth keeping. */
export const kept = (shot: ShotState): number =>
  shot.cavities.size - [...shot.marks.values()].filter((m) => m.grade === 'second').length;
