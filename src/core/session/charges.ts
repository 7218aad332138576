import { density } from '../material/index.ts';
import { waysOf } from '../ways.ts';
import { rigOf } from '../plan/index.ts';
import { airVolume, balance, baitMass, drawFlow, limitMass, pourFlow, sum } from '../shot/index.ts';
import type { Flow } from '../shot/index.ts';
import { massFor } from './effects/masses.ts';
import type { RunState, SessionState } from './state.ts';
import type { MouldState } from './state/mould.ts';
import type { CupState } from './state/cup.ts';
import { layerCupKey, layerDensity20 } from './layerCup.ts';

const heatOf = (run: RunState): number => (run.tools.window.low + run.tools.window.high) / 2;
/** g that must stay in a cup so that a draw takes no air; a cup that is poured from gives its last. */
export const airG = ({ snapshot }: SessionState, cup: CupState, celsius: number): number =>
  cup.vessel && waysOf(snapshot.input.settings).filled === 'drawn'
    ? airVolume(cup.vessel) * density(celsius, cup.density20)
    : 0;

/** Draws a cup has given so far. */
export const drawsFrom = ({ draws }: SessionState, { key }: CupState): number =>
  [...draws.values()].filter(({ barrels }) => barrels.some(({ cup }) => cup === key)).length;

/** What one filling of a mould takes from each cup of a run, and what of it comes round. */
export function flowsOf(
  state: SessionState,
  run: RunState,
  mould: MouldState,
  trial: boolean,
): Flow[] {
  const mass = massFor(state, run, mould);
  const { settings } = state.snapshot.input;
  const rig = rigOf(run);
  const cupOf = (layer: string) => layerCupKey(run, layer);
  const mixedTo = run.tools.mixedTo === 'puck' ? 'puck' : cupOf(run.tools.mixedTo);
  const pours = run.stage.pours.map((pour) =>
    pourFlow(cupOf(pour.key), sum(mass.poured.get(pour.key)!.values()), {
      loss: settings.loss,
      trial,
      lag: 1,
    }),
  );
  if (!rig) return pours;
  const density20 = run.stage.layers.map((layer) => layerDensity20(state, run, layer.key));
  return [
    ...pours,
    drawFlow({
      cups: run.stage.layers.map((layer) => cupOf(layer.key)),
      rig,
      baits: baitMass(mass),
      feed: mass.feed,
      heat: heatOf(run),
      purge: settings.purge,
      loss: settings.loss,
      habit: run.tools.habit,
      mixedTo,
      trial,
      lag: Math.max(1, run.tools.moulds.length),
      inserts: run.stage.takes !== null,
      density20,
    }),
  ];
}

/**
 * Charges of a run's cups for the shots it still has to give, as the plan works them out: after its
 * colours were changed, a cup that holds plastic already keeps it, and only what is wanting is
 * planned.
 */
export function planCharges(state: SessionState, run: RunState): void {
  const moulds = run.tools.moulds
    .map((mould) => state.moulds.get(String(mould.id)))
    .filter((mould): mould is MouldState => mould !== undefined);
  if (moulds.length === 0) return;
  const trials = Math.max(0, run.trials - run.trialsDone);
  const shots = trials + Math.max(0, run.target - run.done);
  const flows = Array.from({ length: shots }, (_, i) =>
    flowsOf(state, run, moulds[i % moulds.length]!, i < trials),
  ).flat();
  const cups = [
    ...new Set(
      flows.flatMap((flow) => [...Object.keys(flow.takes), ...flow.returns.map((part) => part.to)]),
    ),
  ].flatMap((key) => {
    const cup = state.cups.get(key);
    return cup ? [cup] : [];
  });
  if (
    cups.length === 0 ||
    flows.some((flow) => Object.keys(flow.takes).some((key) => !state.cups.has(key)))
  )
    return;
  const heat = heatOf(run);
  const specs = Object.fromEntries(
    cups.map((cup) => [
      cup.key,
      {
        limit: cup.vessel ? limitMass(cup.vessel, cup.degas !== 'none', heat, cup.density20) : 1e6,
        air: airG(state, cup, heat),
        step: state.snapshot.input.settings.step * cup.density20,
        start: Math.max(0, cup.grams),
      },
    ]),
  );
  const worked = balance(specs, flows, { reheatEvery: 1e9, doseCook: 0, doseReheat: 0 });
  for (const cup of cups) {
    const { charges } = worked.cups[cup.key]!;
    cup.plannedCharges = [
      ...cup.plannedCharges.slice(0, cup.charges),
      ...charges.map((charge) => charge.fresh),
    ];
    cup.plannedBefore = [
      ...cup.plannedBefore.slice(0, cup.charges),
      ...charges.map(
        (charge) =>
          drawsFrom(state, cup) +
          1 +
          Math.floor(charge.beforeDraw / Math.max(1, flows.length / Math.max(1, shots))),
      ),
    ];
  }
}
