import { wilson } from './wilson.ts';

/** What one cavity has made. */
interface CavityShare {
  cavity: number;
  good: number;
  shot: number;
}
/** Shots of a cavity under which nothing is said of it. */
const ENOUGH = 20;

/**
 * The cavity that comes good least often, where it stands out: where even the kind end of its
 * interval is worse than the mould as a whole; else null.
 */
export function worstCavity<Share extends CavityShare>(shares: readonly Share[]): Share | null {
  const bad = ({ good, shot }: CavityShare) => (shot >= ENOUGH ? 1 - good / shot : 0);
  const [worst] = [...shares].sort((one, other) => bad(other) - bad(one));
  const good = shares.reduce((sum, share) => sum + share.good, 0);
  const shot = shares.reduce((sum, share) => sum + share.shot, 0);
  const stands =
    worst && bad(worst) > 0 && shot > 0 && wilson(worst.good, worst.shot).high < good / shot;
  return stands ? worst : null;
}
