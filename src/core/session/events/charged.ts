import { STEP_KINDS } from '../stepKinds.ts';
import * as z from 'zod';
import { alter } from '../alter.ts';
import { cup } from '../effects/onBench.ts';
import { FromTubSchema, NO_PLASTIC, partOf } from '../../plastic/index.ts';
import type { CupState, TrailEntry } from '../state/cup.ts';
import { grams, key } from './fields.ts';
import { type EventKind, noRows, saysNothingOfHeat } from './kind.ts';

export const ChargedSchema = z.object({
  cup: key,
  grams,
  from: z.enum(['fresh', 'remelt']),
  /** remelt of a tub, or of a cup left standing: what it is, as it was reckoned */
  of: FromTubSchema.optional(),
});
type Charged = z.infer<typeof ChargedSchema>;

/** What a charge brings into its cup. */
function broughtBy(cup: CupState, { from, grams, of }: Charged): TrailEntry['brings'] {
  if (from === 'fresh') return { ...NO_PLASTIC, grams, spent: 0, density20: cup.density20 };
  return of ? partOf({ ...of.plastic, grams: Math.max(grams, of.plastic.grams) }, grams) : 'alike';
}

export const charged: EventKind<typeof ChargedSchema> = {
  work: { name: STEP_KINDS.dose.name },
  identity: (state, { cup }) => [cup, state.cups.get(cup)?.charges ?? 0],
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: {
    celsius: null,
    from: (_state, { from, of }) => {
      if (from === 'fresh') return undefined;
      const spent = of?.plastic.spent ?? null;
      return spent === null ? 'remelt' : { spent };
    },
  },
  apply: (state, event) =>
    cup(state, event.payload.cup, (cup) => {
      const { grams, from, of } = event.payload;
      const before = Math.max(0, cup.grams);
      cup.grams += grams;
      if (from === 'fresh') cup.freshG += grams;
      else cup.remeltG += grams;
      cup.charges += 1;
      const brings = broughtBy(cup, event.payload);
      const heats = brings === 'alike' ? cup.heats : (brings?.heats ?? 0);
      cup.heats = before + grams > 0 ? (before * cup.heats + grams * heats) / (before + grams) : 0;
      if (of)
        state.taken.push({
          event: event.id,
          at: event.at,
          tub: { id: of.id, name: of.name },
          cup: cup.key,
          grams,
        });
      // What is new in the cup has not been cooked, degassed or coloured yet.
      alter(cup, { fused: false, degassed: null, coloured: false, runs: 'alike' });
      cup.trail.push({
        event: event.id,
        at: event.at,
        what: of?.name ?? (from === 'fresh' ? 'plastisol' : 'remelt'),
        amount: grams,
        dimension: 'mass',
        grams: cup.grams,
        celsius: cup.reading?.celsius ?? null,
        brings,
      });
    }),
};
