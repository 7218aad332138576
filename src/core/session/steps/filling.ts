import { density } from '../../material/plastisol.ts';
import { rigOf } from '../../plan/run.ts';
import { shares, barrelVolumes, heels } from '../../shot/barrels.ts';
import { sum, baitMass } from '../../shot/volume.ts';
import { massFor, runRho, rhoOf, pushParts } from '../effects/masses.ts';
import type { RunState, SessionState } from '../state.ts';
import type { MouldState } from '../state/mould.ts';
import type { Turn } from './work.ts';
import { isTrialNext, inStep, mouldsOf, injectorOf } from './work.ts';
import { layerCupKey } from '../layerCup.ts';
import { contentsOf } from '../state/injector.ts';

/** Moulds served one port at a time: what one draw fills goes cavity by cavity. */
export const byCavity = (run: RunState, mould: MouldState): boolean =>
  mould.mould.feed === 'each' && run.stage.layers.length > 0;
/** Cavities of a mould still to fill. */
export function unfilled(state: SessionState, mould: MouldState): number[] {
  const filled =
    state.shots.get(mould.phase.is === 'filling' ? (mould.shot ?? '') : '')?.cavities ??
    new Map<number, string>();
  return mould.mould.cavities.map((cavity) => cavity.n).filter((count) => !filled.has(count));
}
/** Cavities one draw can fill of what is left, or null for the whole mould. */
export function cavitiesOfDraw(
  state: SessionState,
  run: RunState,
  mould: MouldState,
): number[] | null {
  if (!byCavity(run, mould)) return null;
  const planned = state.snapshot.plan.draws.find(
    (draw) => draw.job === run.key && draw.cavities !== null,
  );
  const left = unfilled(state, mould);
  if (!planned?.cavities) return left.length === mould.mould.cavities.length ? null : left;
  return left.slice(0, planned.cavities.length);
}
/** Grams that will set when these cavities are shot. */
function setting(state: SessionState, { run, mould }: Turn, cavities: number[] | null): number {
  const mass = massFor(state, run, mould);
  return cavities
    ? sum(cavities.map((cavity) => mass.cavities.get(cavity) ?? 0)) +
        mass.feedEach * cavities.length
    : baitMass(mass) + mass.feed;
}
/** Moulds standing ready to be served by one draw, the one in hand first. */
function servedTogether(state: SessionState, turn: Turn): Turn[] {
  const { run, mould } = turn;
  if (isTrialNext(run) || cavitiesOfDraw(state, run, mould)) return [turn];
  const rig = rigOf(run);
  const others = inStep(state, run)
    .flatMap((run) => mouldsOf(state, run).map((mould): Turn => ({ run, mould })))
    .filter((turn) => turn.mould !== mould && turn.mould.phase.is === 'closed');
  const out = [turn];
  // As many as the barrels hold, counting what the plan found to fit.
  const room = rig
    ? rig.injector.barrels.map(
        (barrel, i) =>
          (barrel.volume -
            state.snapshot.bench.purge -
            barrel.heel -
            (rig.block?.heel ?? 0) / rig.injector.barrels.length) /
          shares(rig)[i]!,
      )
    : [];
  const heat = (run.tools.window.low + run.tools.window.high) / 2;
  let grams = setting(state, turn, null);
  for (const other of others) {
    const more = setting(state, other, null);
    if (
      room.length > 0 &&
      (grams + more) / density(heat, runRho(state, run)) > Math.min(...room) + 1e-9
    )
      break;
    grams += more;
    out.push(other);
  }
  return out.slice(
    0,
    Math.max(1, Math.min(out.length, sum(inStep(state, run).map((run) => run.target - run.done)))),
  );
}
/** Volumes to draw now, mL by barrel: only what is not already in the barrels. */
export function drawVolumes(
  state: SessionState,
  turn: Turn,
): { layer: string; cup: string; ml: number }[] {
  const { run, mould } = turn;
  const rig = rigOf(run);
  const injector = injectorOf(state, run);
  if (!rig || !injector) return [];
  const rho20 = runRho(state, run);
  const cavities = cavitiesOfDraw(state, run, mould);
  const grams = cavities
    ? setting(state, turn, cavities)
    : sum(servedTogether(state, turn).map((turn) => setting(state, turn, null)));
  const heat = (run.tools.window.low + run.tools.window.high) / 2;
  const volumes = barrelVolumes(rig, grams, {
    celsius: heat,
    purge: state.snapshot.bench.purge,
    density20: rho20,
  });
  return run.stage.layers.map((layer, i) => {
    const cup = layerCupKey(run, layer.key);
    const held =
      contentsOf(injector).find((content) => content.cup === cup && content.layer === layer.key)
        ?.grams ?? 0;
    return {
      layer: layer.key,
      cup,
      ml: Math.max(0.1, (volumes[i] ?? 0) - Math.max(0, held) / rhoOf(state.cups.get(cup), heat)),
    };
  });
}
/**
 * Whether the barrels still hold enough of this run's colours for the next mould, or its next
 * cavity.
 */
export function canShoot(state: SessionState, turn: Turn): boolean {
  const { run, mould } = turn;
  const rig = rigOf(run);
  const injector = injectorOf(state, run);
  const load = injector?.load;
  if (!rig || !load || load.contents.length === 0) return false;
  const wanted = run.stage.layers.map((layer) => layerCupKey(run, layer.key));
  if (wanted.some((cup, i) => load.contents[i]?.cup !== cup)) return false;
  // A mould is begun only with enough for all one draw should fill of it; once begun, cavity by
  // cavity.
  const grams = setting(
    state,
    turn,
    mould.phase.is === 'filling'
      ? unfilled(state, mould).slice(0, 1)
      : cavitiesOfDraw(state, run, mould),
  );
  // What stays behind blade and block is never pushed into a mould, and what was pushed out to
  // clear is gone from the barrels.
  const heat = (run.tools.window.low + run.tools.window.high) / 2;
  const stays = heels(rig).map(
    (rest, i) => (rest + state.snapshot.bench.purge) * rhoOf(state.cups.get(wanted[i]!), heat),
  );
  return pushParts(state, run).every(
    (part, i) => load.contents[i]!.grams >= (part * grams + stays[i]!) * 0.98,
  );
}
