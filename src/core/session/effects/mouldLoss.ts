import type { Estimate, MetalBody } from '../../heat/index.ts';
import { spreadScaleOf, metalBody, mouldPrior } from '../../heat/index.ts';
import type { Mould } from '../../mould/index.ts';
import type { SessionState } from '../state.ts';
import type { MouldState } from '../state/mould.ts';
import { lossOf } from './lossChain.ts';
import { remembered } from '../../remembered.ts';

export const bodyOfMould = remembered(({ metal, mass, width, height }: Mould): MetalBody =>
  metalBody(metal, mass, width, height),
);
export const roomOf = (state: SessionState): number => state.roomCelsius ?? 20;

/**
 * K the metal round the baits may differ from where it is looked at: warmest is the end that stood
 * on the plate (judgement).
 */
export const ALONG = 1.5;
/** How far a look at metal itself may be off, K: by hand with a probe, by eye. */
export const LOOK_SD = { probe: 2, eye: 10 } as const;
/**
 * How many times as wide as it reckons itself what is said of metal turns out, tonight and in
 * evenings before.
 */
export const metalSpreadScale = (state: SessionState): number =>
  spreadScaleOf(state.snapshot.heat.learned.metal?.mean ?? 1, state.metalMissed);

/**
 * What tonight's looks say of how fast a mould loses its heat (M5), and how many of them told and
 * were left out.
 */
export function lossEstimate(
  state: SessionState,
  mould: MouldState,
): { prior: Estimate; posterior: Estimate; told: number; left: number } {
  const prior = mouldPrior(state.snapshot.heat.learned, mould.mould).loss;
  const said = lossOf(mould.metalNotes, {
    body: bodyOfMould(mould.mould),
    prior,
  });
  return { prior, ...said };
}

const held = new WeakMap<MouldState, { told: number; loss: Estimate }>();
/**
 * How fast a mould loses its heat, by what is learned and tonight's looks: ln of how much faster
 * than reckoned. Asked for often, so kept until a look tells more.
 */
export function lossTonight(state: SessionState, mould: MouldState): Estimate {
  const reads = mould.metalNotes.filter((metalNote) => metalNote.kind === 'read').length;
  const was = held.get(mould);
  if (was?.told === reads) return was.loss;
  const loss =
    reads === 0
      ? mouldPrior(state.snapshot.heat.learned, mould.mould).loss
      : lossEstimate(state, mould).posterior;
  held.set(mould, { told: reads, loss });
  return loss;
}
