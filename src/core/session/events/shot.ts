import { STEP_KINDS } from '../stepKinds.ts';
import * as z from 'zod';
import { shoot } from '../effects/filling.ts';
import { key } from './fields.ts';
import { type EventKind, mouldCycle, OWN, saysNothingOfHeat, shotIn } from './kind.ts';

export const ShotSchema = z.object({
  mould: key,
  job: key,
  draw: key,
  trial: z.boolean(),
  cavities: z.array(z.number().int()).nullable(),
});

export const shot: EventKind<typeof ShotSchema> = {
  work: { name: STEP_KINDS.shoot.name },
  identity: (state, { mould, draw, cavities }) => [
    mouldCycle(state, mould),
    draw,
    cavities?.[0] ?? 0,
  ],
  rows: (state, { mould }) => shotIn(state, mould),
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) => {
    const mould = state.moulds.get(event.payload.mould);
    const run = state.runs.get(event.payload.job);
    if (mould && run)
      shoot(state, event, {
        mould,
        run,
        injector: [...state.injectors.values()].find(
          (injector) => injector.load?.draw === event.payload.draw,
        ),
      });
  },
};
