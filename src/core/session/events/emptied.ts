import { STEP_KINDS } from '../stepKinds.ts';
import * as z from 'zod';
import { rigOf } from '../../plan/run.ts';
import { alter } from '../alter.ts';
import { rhoOf } from '../effects/masses.ts';
import { windowHeat } from '../effects/filling.ts';
import { give } from '../effects/grams.ts';
import { key } from './fields.ts';
import { type EventKind, noRows, saysNothingOfHeat } from './kind.ts';

export const EmptiedSchema = z.object({
  injector: key,
  habit: z.enum(['push', 'plug']),
  plug: z.enum(['square', 'thin', 'cold', 'none']),
});

export const emptied: EventKind<typeof EmptiedSchema> = {
  payload: EmptiedSchema,
  work: { name: STEP_KINDS.empty.name },
  identity: (state, { injector }) => [state.injectors.get(injector)?.draw ?? ''],
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
    const draw = state.draws.get(injector.draw ?? '');
    if (draw) draw.plug = event.payload.plug;
    const mixed = new Set(injector.contents.map((content) => content.cup)).size > 1;
    const run = state.runs.get(draw?.job ?? '');
    // What stood in the barrels says where it belongs, whatever the run shoots by now.
    const mixedTo =
      injector.contents.find((content) => content.layer === run?.tools.mixedTo)?.cup ?? 'puck';
    const block = run ? (rigOf(run)?.block ?? null) : injector.block;
    for (const content of injector.contents) {
      const rho = rhoOf(state.cups.get(content.cup), run ? windowHeat(run) : 165);
      // The block's share and what was pushed out hold both colours; the barrel's own rest is
      // clean.
      const crossed =
        event.payload.habit === 'plug'
          ? content.grams
          : Math.min(
              content.grams,
              ((block?.heel ?? 0) / injector.contents.length + state.snapshot.bench.purge) * rho,
            );
      give(state, content.cup, content.grams - crossed);
      give(state, mixed ? mixedTo : content.cup, crossed);
    }
    alter(injector, { contents: [], draw: null, shotsSinceEmpty: 0 });
  },
};
