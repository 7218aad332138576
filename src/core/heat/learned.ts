import { knownBy } from '../knownBy.ts';
import type { CastAs } from './castAs.ts';
import { COLD_PRIOR } from './cold.ts';
import type { CupConstants, OvenConstants } from './estimate/belief.ts';
import type { Estimate } from './meanAndSpread.ts';
import { PRIOR } from './estimate/belief.ts';
import type { Check, Instrument } from './instrument.ts';
import { instrumentPrior } from './instrument.ts';
import { JOINT } from './joint.ts';
import type { Oven } from './schema.ts';
import { ovenKey, OVENS } from './oven.ts';
import { UNEVEN_PRIOR } from './uneven.ts';

/** What a shop has learned of its own bench; what is missing is as usual. */
export interface Learned {
  air?: Estimate;
  /** how many times as wide as it reckons itself what is foreseen turns out */
  calibration?: Estimate;
  /** the same of the heat of metal */
  metal?: Estimate;
  /** by {@link ovenKey} */
  ovens: Record<string, OvenConstants>;
  /** by the kind of cup ({@link knownBy}) */
  cups: Record<string, CupConstants>;
  /**
   * by the mould ({@link knownBy}; its opening by {@link openedBy}): ln of how much faster it loses
   * heat, and of how much longer its baits want, than reckoned; K under its own heat at which half
   * come short
   */
  moulds?: Record<string, { loss?: Estimate; opens?: Estimate; cold?: Estimate }>;
  /** contact heat at which a joint is even odds, °C; how far apart colours bleed at even odds */
  joint?: Estimate;
  bleed?: Estimate;
}
export const NOTHING_LEARNED: Learned = { ovens: {}, cups: {} };

/**
 * What is usual of a mould, a joint and a bled line before anything was seen (judgements). The rule
 * for opening wants the middle 10 K under where plastic stops flowing; a bar at 165 °C in metal of
 * 45 stops flowing after 0.87 of that time (first term of its series), so that much sooner is where
 * a bait is thought to be firm. A mould stands open for a part of each shot, and its inner faces lose
 * heat then that M5 does not count.
 */
export const MOULD_PRIOR = {
  loss: { mean: 0.2, sd: 0.35 },
  opens: { mean: Math.log(0.87), sd: 0.32 },
  cold: COLD_PRIOR,
} as const;
export const JOINT_PRIOR: Estimate = { mean: JOINT.even, sd: 5 };
export const BLEED_PRIOR: Estimate = { mean: 2, sd: 0.5 };
/**
 * ln by which a mould's loss differs from one evening to the next: it stands elsewhere (judgement).
 */
const STANDS_ELSEWHERE = 0.2;
/** ln by which moulds differ from each other as a rule, and how many moulds' worth that is (judgements). */
const MOULDS_DIFFER = { loss: 0.3, opens: 0.2, worth: 3 } as const;
/**
 * What a shop's other moulds say of one nobody has learned of: their mean, and how far moulds lie
 * from it, as they do here (a scaled inverse χ² prior; Gelman et al., *Bayesian Data Analysis*, §2.6,
 * 5.4).
 */
function byOthers(learned: Learned, of: 'loss' | 'opens'): Estimate {
  const known = Object.values(learned.moulds ?? {}).flatMap((mould) => mould[of] ?? []);
  const usual = MOULD_PRIOR[of];
  if (known.length === 0) return usual;
  // The usual counts as one mould among them.
  const mean =
    (usual.mean + known.reduce((sum, known) => sum + known.mean, 0)) / (known.length + 1);
  const spread = known.reduce((sum, known) => sum + known.sd ** 2, 0) / known.length;
  const middle = known.reduce((sum, known) => sum + known.mean, 0) / known.length;
  const apart = known.reduce((sum, known) => sum + (known.mean - middle) ** 2, 0);
  const { worth } = MOULDS_DIFFER;
  const differ = (worth * MOULDS_DIFFER[of] ** 2 + apart) / (worth + known.length - 1);
  return { mean, sd: Math.min(usual.sd, Math.sqrt(differ + spread / known.length)) };
}
/** What a mould is known by when its opening is: what lies in its cavities has a time of its own. */
export const openedBy = (mould: { id?: number; name: string }, cast: CastAs): string =>
  cast === 'whole' ? knownBy(mould) : `${knownBy(mould)}/${cast}`;
export const mouldPrior = (
  learned: Learned,
  mould: { id?: number; name: string },
  cast: CastAs = 'whole',
) => {
  const known = learned.moulds?.[knownBy(mould)];
  return {
    loss: slack(known?.loss, byOthers(learned, 'loss'), STANDS_ELSEWHERE),
    opens: learned.moulds?.[openedBy(mould, cast)]?.opens ?? byOthers(learned, 'opens'),
    cold: known?.cold ?? MOULD_PRIOR.cold,
  };
};
export const jointPrior = (learned: Learned): Estimate => learned.joint ?? JOINT_PRIOR;
export const bleedPrior = (learned: Learned): Estimate => learned.bleed ?? BLEED_PRIOR;

/**
 * From one evening to the next draughts change, and another cup of the kind may stand there: what
 * was learned is believed so much less (judgement).
 */
const OVERNIGHT = {
  air: 0.12,
  stand: 0.5,
  efficiency: 0.03,
  dead: 0.3,
  exchange: 0.35,
  weight: 0.13,
  uneven: 0.1,
} as const;
const slack = (known: Estimate | undefined, prior: Estimate, by: number): Estimate =>
  known ? { mean: known.mean, sd: Math.min(prior.sd, Math.hypot(known.sd, by)) } : prior;

/** Priors of an evening: what was learned, a little loosened, or the usual. */
export const sharedPrior = (learned: Learned, reads?: Instrument, check?: Check | null) => ({
  air: slack(learned.air, PRIOR.air, OVERNIGHT.air),
  instrument: instrumentPrior(reads, check),
});
/** Cups of one kind still differ from each other. */
export function cupPrior(
  learned: Learned,
  vessel: { id?: number; name: string } | null,
): CupConstants {
  const known = vessel ? learned.cups[knownBy(vessel)] : undefined;
  return {
    exchange: slack(known?.exchange, PRIOR.exchange, OVERNIGHT.exchange),
    weight: slack(known?.weight, PRIOR.weight, OVERNIGHT.weight),
    stand: slack(known?.stand, PRIOR.stand, OVERNIGHT.stand),
  };
}
export function ovenPrior(
  learned: Learned,
  { id, oven, level, cups }: { id: number; oven: Oven; level: number; cups: number },
): OvenConstants {
  const prior = OVENS[oven.kind].prior(cups);
  const held = learned.ovens[ovenKey(id, level, cups)];
  return {
    efficiency: slack(held?.efficiency, prior.efficiency, OVERNIGHT.efficiency),
    dead: slack(held?.dead, prior.dead, OVERNIGHT.dead),
    uneven: slack(held?.uneven, UNEVEN_PRIOR, OVERNIGHT.uneven),
  };
}
