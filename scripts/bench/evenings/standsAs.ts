import { castAs, heatOfMould } from '../../../src/core/plan/index.ts';
import type { MouldState, RunState, SessionState } from '../../../src/core/session/index.ts';
import type { World } from '../../../worlds/world.ts';

/** What a shot is in its world: what lies in the mould, what the cups had been through, what is asked. */
export function standsAs(
  state: SessionState,
  world: World,
  { mould, run, draw }: { mould: MouldState; run: RunState; draw: string },
) {
  const of = state.draws.get(draw)!.barrels;
  const core = run.stage.layers.some(({ place }) => place === 'core' || place === 'coreTail');
  const between = 0.5 * (world.metal(mould.key) - world.room);
  const cups = of.flatMap((portion) => world.cups.get(portion.cup) ?? []);
  const { bait } = world.moulds.get(mould.key)!.drawing;
  const { rod, core: channel } = heatOfMould(mould.mould, castAs(run.stage));
  return {
    bait: { ...bait, rod: rod ?? 0, hot: channel ?? 1 },
    insert: run.stage.takes !== null && !core ? world.room + between : null,
    core,
    apart: state.snapshot.bench.tolerance,
    window: run.tools.window,
    scorched: Math.max(...cups.map((cup) => cup.scorched)),
    fused: of.every((portion) => world.through(portion.cup)),
  };
}
