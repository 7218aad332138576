import { density, GRADES } from '../material/index.ts';
import { rigOf } from '../plan/index.ts';
import { airVolume, balance, baitMass, drawFlow, limitMass, pourFlow, sum } from '../shot/index.ts';
import type { Flow } from '../shot/index.ts';
import { massFor } from './handle/parts.ts';
import type { CupState, MouldState, RunState, SessionState } from './state.ts';

const heatOf = (run: RunState): number => (run.tools.window.low + run.tools.window.high) / 2;
/** g that must stay in a cup so that a draw takes no air. */
export const airG = (c: CupState, celsius: number): number =>
  c.vessel ? airVolume(c.vessel) * density(celsius, GRADES[c.grade].density20) : 0;

/** What one filling of a mould takes from each cup of a run, and what of it comes round. */
function flowsOf(s: SessionState, run: RunState, m: MouldState, trial: boolean): Flow[] {
  const mass = massFor(s, run, m);
  const { settings } = s.snapshot.input;
  const rig = rigOf(run);
  const cupOf = (layer: string) => String(run.job.layers[layer]);
  const mixedTo = run.tools.mixedTo === 'puck' ? 'puck' : cupOf(run.tools.mixedTo);
  const pours = run.stage.pours.map((p) =>
    pourFlow(cupOf(p.key), sum(mass.poured.get(p.key)!.values()), settings.loss, trial, 1),
  );
  if (!rig) return pours;
  const density20 = run.stage.layers.map(
    (l) => GRADES[s.cups.get(cupOf(l.key))?.grade ?? 'medium'].density20,
  );
  return [
    ...pours,
    drawFlow({
      cups: run.stage.layers.map((l) => cupOf(l.key)),
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
 * Charges of a run's cups for the shots it still has to give, as the plan works them out: after its colours were changed, a
 * cup that holds plastic already keeps it, and only what is wanting is planned.
 */
export function planCharges(s: SessionState, run: RunState): void {
  const moulds = run.tools.moulds
    .map((x) => s.moulds.get(String(x.id)))
    .filter((m): m is MouldState => m !== undefined);
  if (moulds.length === 0) return;
  const trials = Math.max(0, run.trials - run.trialsDone);
  const shots = trials + Math.max(0, run.target - run.done);
  const flows = Array.from({ length: shots }, (_, i) =>
    flowsOf(s, run, moulds[i % moulds.length]!, i < trials),
  ).flat();
  const cups = [
    ...new Set(flows.flatMap((f) => [...Object.keys(f.takes), ...f.returns.map((r) => r.to)])),
  ].flatMap((key) => {
    const c = s.cups.get(key);
    return c ? [c] : [];
  });
  if (cups.length === 0 || flows.some((f) => Object.keys(f.takes).some((key) => !s.cups.has(key))))
    return;
  const heat = heatOf(run);
  const specs = Object.fromEntries(
    cups.map((c) => [
      c.key,
      {
        limit: c.vessel
          ? limitMass(c.vessel, c.degas !== 'none', heat, GRADES[c.grade].density20)
          : 1e6,
        air: airG(c, heat),
        step: s.snapshot.input.settings.step * GRADES[c.grade].density20,
        start: Math.max(0, c.grams),
      },
    ]),
  );
  const worked = balance(specs, flows, { reheatEvery: 1e9, doseCook: 0, doseReheat: 0 });
  for (const c of cups) {
    const { charges } = worked.cups[c.key]!;
    c.plannedCharges = [...c.plannedCharges.slice(0, c.charges), ...charges.map((x) => x.fresh)];
    c.plannedBefore = [
      ...c.plannedBefore.slice(0, c.charges),
      ...charges.map(
        (x) =>
          s.draws.size +
          1 +
          Math.floor(x.beforeDraw / Math.max(1, flows.length / Math.max(1, shots))),
      ),
    ];
  }
}
