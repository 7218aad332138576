import * as z from 'zod';
import { IdSchema } from '../../id.ts';
import { alter } from '../alter.ts';
import { plasticIn } from '../cupContent.ts';
import type { SessionState } from '../state.ts';
import type { CupState } from '../state/cup.ts';
import { MEASURED, type Measured, WAY_OUT_KEYS, WAYS_OUT } from '../waysOut.ts';
import { grams, key } from './fields.ts';
import { type EventKind, type EventOf, mayComeTwice, noRows, saysNothingOfHeat } from './kind.ts';

export const PouredOffSchema = z
  .object({
    cup: key,
    /** g that left it */
    grams,
    /** nothing is left in the cup, whatever was reckoned to be */
    all: z.boolean(),
    how: z.enum(Object.keys(MEASURED) as [Measured, ...Measured[]]),
    way: z.enum(WAY_OUT_KEYS),
    /** the cup it was tipped into */
    into: key.optional(),
    /** tub, or cup left standing, it is kept as: a new one where it has no number yet */
    tub: z.object({ id: IdSchema.optional(), name: z.string().trim().min(1).max(60) }).optional(),
    pucks: z.number().int().min(1).max(999).optional(),
    /** share of its heat it was reckoned to have spent */
    spent: z.number().min(0).max(10).optional(),
    /** °C it was reckoned at, and its spread */
    celsius: z.number().min(-40).max(400).optional(),
    sd: z.number().min(0).max(100).optional(),
  })
  .refine((off) => WAYS_OUT[off.way].intoCup === (off.into !== undefined), {
    message: 'Say which cup it was tipped into.',
    path: ['into'],
  })
  .refine((off) => (WAYS_OUT[off.way].keeps !== null) === (off.tub !== undefined), {
    message: 'Say what it is kept as.',
    path: ['tub'],
  });
type PouredOff = z.infer<typeof PouredOffSchema>;

/** K a tipped cup may be off what it was last read at (judgement). */
const TIPPED_SD = 8;
/** °C plastic that is tipped from a cup nobody has read may be at, give or take (judgement). */
const UNREAD = { mean: 150, sd: 20 } as const;

/** What was tipped goes into the other cup, with all that is in it. */
function tipInto(
  state: SessionState,
  from: CupState,
  into: CupState,
  { id, at, payload }: EventOf<PouredOff>,
): void {
  const brings = {
    ...plasticIn(from, state.snapshot.colour.materials, payload.grams),
    spent: payload.spent ?? null,
  };
  const share = payload.grams / Math.max(payload.grams, into.grams + payload.grams);
  into.grams += payload.grams;
  into.gotG += payload.grams;
  if (into.charges === 0) into.charges = 1;
  into.heats = (1 - share) * into.heats + share * from.heats;
  alter(into, {
    fused: from.fused && (into.fused || share === 1),
    degassed: null,
    runs: 'alike',
    reading: into.grams === payload.grams ? from.reading : into.reading,
  });
  into.trail.push({
    event: id,
    at,
    what: `${from.letter} ${from.name}`,
    amount: payload.grams,
    dimension: 'mass',
    grams: into.grams,
    celsius: payload.celsius ?? from.reading?.celsius ?? null,
    brings,
  });
}

export const pouredOff: EventKind<typeof PouredOffSchema> = {
  work: { name: 'Pour off a cup' },
  identity: mayComeTwice,
  rows: noRows,
  heat: saysNothingOfHeat,
  brings: {
    celsius: (state, { cup, celsius, sd }) => {
      const mean = celsius ?? state.cups.get(cup)?.reading?.celsius;
      return mean === undefined ? UNREAD : { mean, sd: sd ?? TIPPED_SD };
    },
    from: (_state, { cup }) => ({ cup }),
  },
  apply: (state, event) => {
    const { payload } = event;
    const from = state.cups.get(payload.cup);
    if (!from) return;
    const into = payload.into === undefined ? null : (state.cups.get(payload.into) ?? null);
    if (payload.into !== undefined && (!into || into === from)) return;
    if (into) tipInto(state, from, into, event);
    else state.outG.set(payload.way, (state.outG.get(payload.way) ?? 0) + payload.grams);
    const { tub, pucks } = payload;
    if (tub)
      state.kept.push({
        event: event.id,
        at: event.at,
        way: payload.way,
        tub,
        pucks: pucks ?? null,
        cup: from.key,
        plastic: {
          ...plasticIn(from, state.snapshot.colour.materials, payload.grams),
          spent: payload.spent ?? null,
        },
      });
    from.out.push({
      event: event.id,
      at: event.at,
      way: payload.way,
      grams: payload.grams,
      how: payload.how,
      into: payload.into ?? null,
      upTo: from.trail.length,
    });
    from.offG += payload.grams;
    from.grams -= payload.grams;
    if (!payload.all) return;
    // What was weighed is so: the cup held that, more or less than was reckoned.
    from.foundG -= from.grams;
    from.grams = 0;
  },
};
