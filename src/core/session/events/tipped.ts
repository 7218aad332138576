import { STEP_KINDS } from '../stepKinds.ts';
import * as z from 'zod';
import { grams, key } from './fields.ts';
import { type EventKind, noRows, OWN, saysNothingOfHeat } from './kind.ts';

/** tips of a shot's baits dipped */
export const TippedSchema = z.object({ shot: key, cup: key, grams });

export const tipped: EventKind<typeof TippedSchema> = {
  work: { name: STEP_KINDS.tip.name },
  identity: (_state, { shot }) => [shot],
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: OWN,
  apply: (state, event) => {
    const shot = state.shots.get(event.payload.shot);
    const cup = state.cups.get(event.payload.cup);
    if (!shot || shot.tipG > 0 || !cup) return;
    shot.tipG = event.payload.grams;
    cup.grams -= event.payload.grams;
    cup.drawnG += event.payload.grams;
  },
};
