import * as z from 'zod';
import { sum } from '../../shot/volume.ts';
import { barrelHeat, heatByDraw } from '../effects/barrelHeat.ts';
import { portion, windowHeat } from '../effects/filling.ts';
import { drawWarnings } from '../guard.ts';
import { warningsSaid } from '../guard/warnings.ts';
import { contentsOf } from '../state/injector.ts';
import { key } from './fields.ts';
import { type EventKind, noRows, OWN } from './kind.ts';

export const DrawnSchema = z.object({
  draw: key,
  injector: key,
  job: key,
  barrels: z
    .array(
      z.object({
        layer: key,
        cup: key,
        ml: z.number().positive(),
        /** °C it was reckoned at, and its spread, where the bench foresaw it */ celsius: z
          .number()
          .min(-40)
          .max(400)
          .optional(),
        sd: z.number().min(0).max(100).optional(),
        /** drawn as which of them, where it was said: 1 = first */
        nth: z.number().int().min(1).max(3).optional(),
      }),
    )
    .min(1)
    .max(3),
});

export const drawn: EventKind<typeof DrawnSchema> = {
  work: { name: 'Match and draw' },
  identity: (_state, { draw }) => [draw],
  rows: noRows,
  heat: (_state, { id, at, payload: { draw, barrels } }) => ({
    id,
    at,
    kind: 'drawn',
    draw,
    cups: barrels.map((barrel) => barrel.cup),
  }),
  brings: OWN,
  apply: (state, event) => {
    const { draw, injector: key, job, barrels } = event.payload;
    const injector = state.injectors.get(key);
    const run = state.runs.get(job);
    if (!injector || !run || state.draws.has(draw)) return;
    const foreseen = new Map(
      barrels.flatMap((barrel) =>
        barrel.celsius === undefined
          ? []
          : [[barrel.cup, { celsius: barrel.celsius, sd: barrel.sd ?? 2 }] as const],
      ),
    );
    const warned = drawWarnings(state, run, event.at, { foreseen });
    const against = warned.map((warning) => warning.code);
    const taken = barrels.map((barrel) =>
      portion(state, barrel.layer, {
        key: barrel.cup,
        amount: { ml: barrel.ml },
        fallback: windowHeat(run),
        foreseen: barrel.celsius,
      }),
    );
    const hot = taken.flatMap((portion) => (portion.celsius === null ? [] : [portion.celsius]));
    const metal = barrelHeat(state, injector, event.at);
    if (hot.length > 0) heatByDraw(state, injector, Math.max(...hot), event.at);
    state.draws.set(draw, {
      id: draw,
      n: state.draws.size + 1,
      at: event.at,
      job,
      injector: key,
      block: injector.blockKey === null ? null : Number(injector.blockKey),
      barrels: taken.map((portion, i) => ({ ...portion, ml: barrels[i]!.ml })),
      metal,
      against,
      said: warningsSaid(state, warned),
      plug: null,
    });
    injector.draws += 1;
    const before = contentsOf(injector);
    const stays = (other: { cup: string; layer: string }) =>
      taken.some((portion) => portion.cup === other.cup && portion.layer === other.layer);
    // Another colour pushes out what still stood in the barrels: it is kept as a puck.
    state.puckG += sum(before.filter((content) => !stays(content)).map((content) => content.grams));
    const contents = taken.map((portion) => ({
      cup: portion.cup,
      layer: portion.layer,
      grams:
        portion.grams +
        (before.find((content) => content.cup === portion.cup && content.layer === portion.layer)
          ?.grams ?? 0),
    }));
    injector.load = { draw, contents, shots: 0, lastShotAt: injector.load?.lastShotAt ?? 0 };
    taken.forEach((portion, i) => (injector.stained[run.tools.order[i] ?? i] = portion.cup));
  },
};
