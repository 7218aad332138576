import { baitMass } from '../shot/index.ts';
import { massFor } from './effects/masses.ts';
import type { SessionState } from './state.ts';
import type { CupState } from './state/cup.ts';

/** Baits the rest of a cup gives, poured by hand into a mould that stands on the bench. */
export interface ByHand {
  bait: string;
  mould: string;
  baits: number;
}
/** What the rest of a cup could become before it is pucked. */
export interface LeftoverUses {
  /** another cup that is meant for the same mix, with room for it */
  join: CupState | null;
  /** most baits first */
  byHand: ByHand[];
}

/** Moulds that are named. */
const NAMED = 2;

function byHandOf(state: SessionState, cup: CupState): ByHand[] {
  const seen = new Map<string, ByHand>();
  for (const run of state.runs.values()) {
    if (run.stage.makes !== 'bait' || run.stage.takes !== null) continue;
    for (const { id } of run.tools.moulds) {
      const mould = state.moulds.get(String(id));
      // What is closed and fed through a runner cannot be poured into from a cup.
      if (!mould || mould.mould.feed === 'runner') continue;
      const each = baitMass(massFor(state, run, mould)) / mould.mould.cavities.length;
      const baits = Math.min(mould.mould.cavities.length, Math.floor(cup.grams / each));
      if (baits > 0)
        seen.set(mould.key, { bait: run.job.bait.name, mould: mould.mould.name, baits });
    }
  }
  return [...seen.values()].sort((one, other) => other.baits - one.baits).slice(0, NAMED);
}

/**
 * What the last of a cup can become, by how little it disturbs: joined to a cup of its own mix, or
 * poured by hand into what stands on the bench.
 */
export function leftoverUses(state: SessionState, cup: CupState): LeftoverUses {
  const room = (other: CupState) => other.limitMl - other.grams / other.density20;
  const join = [...state.cups.values()].find(
    (other) =>
      other.key !== cup.key &&
      other.mix === cup.mix &&
      other.grams > 0 &&
      room(other) >= cup.grams / cup.density20,
  );
  return { join: join ?? null, byHand: byHandOf(state, cup) };
}
