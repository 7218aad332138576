import * as z from 'zod';
import type { CupKnown, Known, OvenKnown } from './estimate.ts';
import { PRIOR } from './estimate.ts';
import type { Oven } from './oven.ts';
import { ovenKey, OVENS } from './oven.ts';

const KnownSchema = z.object({ mean: z.number(), sd: z.number().positive() });

/** What a shop has learned of its own bench; what is missing is as usual. */
export const LearnedSchema = z.object({
  air: KnownSchema.optional(),
  instrument: KnownSchema.optional(),
  /** by {@link ovenKey} */
  ovens: z.record(z.string(), z.object({ efficiency: KnownSchema, dead: KnownSchema })).default({}),
  /** by the cup's name */
  cups: z.record(z.string(), z.object({ exchange: KnownSchema, weight: KnownSchema, stand: KnownSchema })).default({}),
});
export type Learned = z.infer<typeof LearnedSchema>;
export const NOTHING_LEARNED: Learned = { ovens: {}, cups: {} };

/** From one evening to the next draughts change, and another cup of the kind may stand there: what was learned is believed so much less (judgement). */
const OVERNIGHT = { air: 0.12, stand: 0.5, efficiency: 0.03, dead: 0.3, exchange: 0.35, weight: 0.13 } as const;
const slack = (known: Known | undefined, prior: Known, by: number): Known => (known ? { mean: known.mean, sd: Math.min(prior.sd, Math.hypot(known.sd, by)) } : prior);

/** Priors of an evening: what was learned, a little loosened, or the usual. */
export const sharedPrior = (l: Learned) => ({ air: slack(l.air, PRIOR.air, OVERNIGHT.air), instrument: l.instrument ?? PRIOR.instrument });
/** Cups of one kind still differ from each other. */
export const cupPrior = (l: Learned, vessel: string): CupKnown => ({ exchange: slack(l.cups[vessel]?.exchange, PRIOR.exchange, OVERNIGHT.exchange), weight: slack(l.cups[vessel]?.weight, PRIOR.weight, OVERNIGHT.weight), stand: slack(l.cups[vessel]?.stand, PRIOR.stand, OVERNIGHT.stand) });
export function ovenPrior(l: Learned, id: number, oven: Oven, level: number, cups: number): OvenKnown {
  const prior = OVENS[oven.kind].prior(cups);
  const held = l.ovens[ovenKey(id, level, cups)];
  return { efficiency: slack(held?.efficiency, prior.efficiency, OVERNIGHT.efficiency), dead: slack(held?.dead, prior.dead, OVERNIGHT.dead) };
}
