import { STEP_KINDS } from '../stepKinds.ts';
import * as z from 'zod';
import { rigOf } from '../../plan/run.ts';
import { rhoOf } from '../effects/masses.ts';
import { windowHeat } from '../effects/filling.ts';
import { give } from '../effects/grams.ts';
import { contentsOf, type InjectorState } from '../state/injector.ts';
import type { RunState, SessionState } from '../state.ts';
import { key } from './fields.ts';
import { type EventKind, noRows, saysNothingOfHeat } from './kind.ts';
import { PLASTISOL } from '../../material/plastisol.ts';

export const EmptiedSchema = z.object({
  injector: key,
  habit: z.enum(['push', 'plug']),
  plug: z.enum(['square', 'thin', 'cold', 'none']),
});

/**
 * The cup, or the pucks, that plastic of two colours goes to; null where there is only one.
 * What stood in the barrels says where it belongs, whatever the run shoots by now.
 */
function mixedGoesTo(injector: InjectorState, run: RunState | undefined): string | null {
  const contents = contentsOf(injector);
  if (new Set(contents.map((content) => content.cup)).size <= 1) return null;
  return contents.find((content) => content.layer === run?.tools.mixedTo)?.cup ?? 'puck';
}
/**
 * mL of each barrel that hold both colours once it is pushed back: the block's share, and what was
 * pushed out. The barrel's own rest is clean.
 */
function mixedIn(state: SessionState, injector: InjectorState, run: RunState | undefined): number {
  const block = run ? rigOf(run)?.block : injector.block;
  return (block?.heel ?? 0) / contentsOf(injector).length + state.snapshot.bench.purge;
}

export const emptied: EventKind<typeof EmptiedSchema> = {
  work: { name: STEP_KINDS.empty.name },
  identity: (state, { injector }) => [state.injectors.get(injector)?.load?.draw ?? ''],
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: {
    celsius: { mean: 140, sd: 12 },
    from: (state, { injector }) => {
      const last = [...state.draws.values()].findLast((draw) => draw.injector === injector);
      return last ? [last.id] : [];
    },
  },
  apply: (state, event) => {
    const injector = state.injectors.get(event.payload.injector);
    if (!injector) return;
    const draw = state.draws.get(injector.load?.draw ?? '');
    if (draw) draw.plug = event.payload.plug;
    const run = state.runs.get(draw?.job ?? '');
    const mixedTo = mixedGoesTo(injector, run);
    const mixedMl = event.payload.habit === 'plug' ? Infinity : mixedIn(state, injector, run);
    for (const { cup, grams } of contentsOf(injector)) {
      const rho = rhoOf(state.cups.get(cup), run ? windowHeat(run) : PLASTISOL.worked);
      const crossed = Math.min(grams, mixedMl * rho);
      give(state, cup, grams - crossed);
      give(state, mixedTo ?? cup, crossed);
    }
    injector.load = null;
  },
};
