import { draftPlan } from '@/core/plan/index.ts';
import { METRIC } from '@/core/quantity/index.ts';
import { alsoShoot, draftAlso, snapshotFrom } from '@/core/session/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import type { AlsoWanted, SessionState } from '@/core/session/index.ts';
import { benchOn } from '../bench.ts';
import { DEFAULTS, SHELF, WANTED } from '../demoPlan.ts';

export const at = { shelf: SHELF, units: METRIC };
/** As the panel takes it: drafted, then shot so often. */
export const also = (state: SessionState, wanted: AlsoWanted, shots: number) =>
  alsoShoot(state, { job: draftAlso(state, wanted, SHELF), shots }, at);
export const benchOf = (count: number) => {
  const input = draftPlan(SHELF, [{ ...WANTED[0]!, count }], DEFAULTS);
  return benchOn(snapshotFrom('As planned', input, DEFAULT_SHOP));
};
/** A colourway of one cup. */
export const plain = SHELF.colourways.find(({ spec }) => spec.build === 'single')!.id;
export const sprat = SHELF.baits[0]!.id;
