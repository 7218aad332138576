import { stageLayers } from '../../build/index.ts';
import { density } from '../../material/index.ts';
import { rigOf } from '../../plan/index.ts';
import { barrelVolumes, baitMass, heels, shares, sum } from '../../shot/index.ts';
import { massFor, pushParts, rhoOf, runRho } from '../apply.ts';
import { ready } from '../inserts.ts';
import type { InjectorState, MouldState, RunState, SessionState } from '../state.ts';

/** Joins names as people do: A; A and B; A, B and C. */
export const and = (words: string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;

export const isTrialNext = (run: RunState): boolean => run.trialsDone < run.trials;
const shotsLeft = (run: RunState): number => run.trials - run.trialsDone + (run.target - run.done);
const taker = (s: SessionState, run: RunState): RunState | undefined =>
  [...s.runs.values()].find((r) => r.job.key === run.job.key && r.stage.takes === run.stage.key);
const mouldsOf = (s: SessionState, run: RunState): MouldState[] =>
  run.tools.moulds
    .map((m) => s.moulds.get(String(m.id)))
    .filter((m): m is MouldState => m !== undefined);
const loadedFor = (s: SessionState, run: RunState): number =>
  sum(mouldsOf(s, run).map((m) => m.loaded.size));

/** Inserts of a run that are shot and not laid by yet. */
const underWay = (s: SessionState, run: RunState): boolean =>
  [...s.shots.values()].some(
    (x) => x.job === run.key && x.rackedAt === null && !s.skips.has(`keep:${x.id}`),
  );
/** Inserts one mould of a run wants. */
const load = (run: RunState): number =>
  Math.min(...run.tools.moulds.map((m) => m.mould.cavities.length));
const makerOf = (s: SessionState, run: RunState): RunState | undefined =>
  [...s.runs.values()].find((r) => r.job.key === run.job.key && r.stage.key === run.stage.takes);
const goOn = (s: SessionState, maker: RunState | undefined): boolean =>
  maker !== undefined && s.skips.has(`shortOf:${maker.key}`);

/** Whether the stage after this one lacks inserts for its next mould, and none are on their way. */
function lacking(s: SessionState, run: RunState): boolean {
  const next = taker(s, run);
  return (
    next !== undefined &&
    shotsLeft(next) > 0 &&
    !goOn(s, run) &&
    !underWay(s, run) &&
    ready(s, next) + loadedFor(s, next) < load(next)
  );
}

/** Whether a mould of a run stands part filled. */
const partFilled = (s: SessionState, run: RunState): boolean =>
  mouldsOf(s, run).some((m) => m.phase === 'filling' && s.shots.get(m.shot ?? '')?.job === run.key);

/** Whether a run has work left: shots to come, a mould to fill up, or inserts the next stage wants. */
export const wants = (s: SessionState, run: RunState): boolean =>
  shotsLeft(run) > 0 || partFilled(s, run) || lacking(s, run);

/** Whether its inserts, when it takes any, lie ready: enough for a mould, or all there will be. */
function canGo(s: SessionState, run: RunState, taken = false): boolean {
  if (!run.stage.takes) return true;
  const there = ready(s, run) + loadedFor(s, run);
  const maker = makerOf(s, run);
  return (
    there >= load(run) ||
    (there > 0 && (taken || goOn(s, maker))) ||
    (goOn(s, maker) && !underWay(s, maker!)) ||
    mouldsOf(s, run).some((m) => s.shots.get(m.shot ?? '')?.job === run.key)
  );
}

/**
 * The run in hand: the one the maker took, while it has work; else the first that has work and its
 * inserts. Inserts come before the bodies shot on to them; while those are on their way, the next one is made
 * ready.
 */
export function runInHand(s: SessionState): RunState | null {
  const open = [...s.runs.values()].filter((r) => wants(s, r));
  const taken = open.find((r) => r.key === s.inHand);
  if (taken && canGo(s, taken, true)) return taken;
  return open.find((r) => canGo(s, r)) ?? open[0] ?? null;
}

const signature = (run: RunState): string =>
  [
    run.tools.injector?.id,
    run.tools.block?.id,
    run.stage.yoked,
    ...stageLayers(run.stage).map((l) => run.job.layers[l.key]),
  ].join('/');

/** Runs that go on together with this one: same injector, block and colours, so that one draw serves their moulds too. */
export const inStep = (s: SessionState, run: RunState): RunState[] =>
  run.stage.layers.length === 0
    ? [run]
    : [
        run,
        ...[...s.runs.values()].filter(
          (r) => r !== run && signature(r) === signature(run) && wants(s, r) && canGo(s, r),
        ),
      ];

export const injectorOf = (s: SessionState, run: RunState): InjectorState | undefined =>
  run.stage.layers.length > 0 ? s.injectors.get(String(run.tools.injector?.id)) : undefined;

export interface Turn {
  run: RunState;
  m: MouldState;
}

/** Mould that can be loaded now, of this run or one in step: already filling or closed first, then the one longest open. */
export function freeMould(s: SessionState, run: RunState): Turn | null {
  const rank = (m: MouldState) => (m.phase === 'filling' ? 0 : m.phase === 'closed' ? 1 : 2);
  const free = inStep(s, run)
    .flatMap((r) => mouldsOf(s, r).map((m): Turn => ({ run: r, m })))
    .filter(
      ({ run: r, m }) =>
        (m.phase === 'filling'
          ? s.shots.get(m.shot ?? '')?.job === r.key
          : m.phase === 'closed' || m.phase === 'open') &&
        (shotsLeft(r) > 0 || m.phase === 'filling' || lacking(s, r)) &&
        (m.phase !== 'open' || canGo(s, r, s.inHand === r.key)),
    );
  return free.sort((a, b) => rank(a.m) - rank(b.m) || a.m.cycles - b.m.cycles)[0] ?? null;
}

/** Moulds served one port at a time: what one draw fills goes cavity by cavity. */
export const byCavity = (run: RunState, m: MouldState): boolean =>
  m.mould.feed === 'each' && run.stage.layers.length > 0;

/** Cavities of a mould still to fill. */
export function unfilled(s: SessionState, m: MouldState): number[] {
  const filled =
    s.shots.get(m.phase === 'filling' ? (m.shot ?? '') : '')?.cavities ?? new Map<number, string>();
  return m.mould.cavities.map((c) => c.n).filter((n) => !filled.has(n));
}

/** Cavities one draw can fill of what is left, or null for the whole mould. */
export function cavitiesOfDraw(s: SessionState, run: RunState, m: MouldState): number[] | null {
  if (!byCavity(run, m)) return null;
  const planned = s.snapshot.plan.draws.find((d) => d.job === run.key && d.cavities !== null);
  const left = unfilled(s, m);
  if (!planned?.cavities) return left.length === m.mould.cavities.length ? null : left;
  return left.slice(0, planned.cavities.length);
}

/** Grams that will set when these cavities are shot. */
export function setting(s: SessionState, { run, m }: Turn, cavities: number[] | null): number {
  const mass = massFor(s, run, m);
  return cavities
    ? sum(cavities.map((n) => mass.cavities.get(n) ?? 0)) + mass.feedEach * cavities.length
    : baitMass(mass) + mass.feed;
}

/** Moulds standing ready to be served by one draw, the one in hand first. */
function servedTogether(s: SessionState, turn: Turn): Turn[] {
  const { run, m } = turn;
  if (isTrialNext(run) || cavitiesOfDraw(s, run, m)) return [turn];
  const rig = rigOf(run);
  const others = inStep(s, run)
    .flatMap((r) => mouldsOf(s, r).map((x): Turn => ({ run: r, m: x })))
    .filter((t) => t.m !== m && t.m.phase === 'closed');
  const out = [turn];
  // As many as the barrels hold, counting what the plan found to fit.
  const room = rig
    ? rig.injector.barrels.map(
        (b, i) =>
          (b.volume -
            s.snapshot.bench.purge -
            b.heel -
            (rig.block?.heel ?? 0) / rig.injector.barrels.length) /
          shares(rig)[i]!,
      )
    : [];
  const heat = (run.tools.window.low + run.tools.window.high) / 2;
  let grams = setting(s, turn, null);
  for (const t of others) {
    const more = setting(s, t, null);
    if (
      room.length > 0 &&
      (grams + more) / density(heat, runRho(s, run)) > Math.min(...room) + 1e-9
    )
      break;
    grams += more;
    out.push(t);
  }
  return out.slice(
    0,
    Math.max(1, Math.min(out.length, sum(inStep(s, run).map((r) => r.target - r.done)))),
  );
}

/** Volumes to draw now, mL by barrel: only what is not already in the barrels. */
export function drawVolumes(
  s: SessionState,
  turn: Turn,
): { layer: string; cup: string; ml: number }[] {
  const { run, m } = turn;
  const rig = rigOf(run);
  const injector = injectorOf(s, run);
  if (!rig || !injector) return [];
  const rho20 = runRho(s, run);
  const cavities = cavitiesOfDraw(s, run, m);
  const grams = cavities
    ? setting(s, turn, cavities)
    : sum(servedTogether(s, turn).map((t) => setting(s, t, null)));
  const heat = (run.tools.window.low + run.tools.window.high) / 2;
  const volumes = barrelVolumes(rig, grams, heat, s.snapshot.bench.purge, rho20);
  return run.stage.layers.map((layer, i) => {
    const cup = String(run.job.layers[layer.key]);
    const held = injector.contents.find((c) => c.cup === cup && c.layer === layer.key)?.grams ?? 0;
    return {
      layer: layer.key,
      cup,
      ml: Math.max(0.1, (volumes[i] ?? 0) - Math.max(0, held) / rhoOf(s.cups.get(cup), heat)),
    };
  });
}

/** Whether the barrels still hold enough of this run's colours for the next mould, or its next cavity. */
export function canShoot(s: SessionState, turn: Turn): boolean {
  const { run, m } = turn;
  const rig = rigOf(run);
  const injector = injectorOf(s, run);
  if (!rig || !injector?.draw || injector.contents.length === 0) return false;
  const wanted = run.stage.layers.map((l) => String(run.job.layers[l.key]));
  if (wanted.some((cup, i) => injector.contents[i]?.cup !== cup)) return false;
  // A mould is begun only with enough for all one draw should fill of it; once begun, cavity by cavity.
  const grams = setting(
    s,
    turn,
    m.phase === 'filling' ? unfilled(s, m).slice(0, 1) : cavitiesOfDraw(s, run, m),
  );
  // What stays behind blade and block is never pushed into a mould, and what was pushed out to clear is gone from the barrels.
  const heat = (run.tools.window.low + run.tools.window.high) / 2;
  const stays = heels(rig).map(
    (rest, i) => (rest + s.snapshot.bench.purge) * rhoOf(s.cups.get(wanted[i]!), heat),
  );
  return pushParts(s, run).every(
    (part, i) => injector.contents[i]!.grams >= (part * grams + stays[i]!) * 0.98,
  );
}
