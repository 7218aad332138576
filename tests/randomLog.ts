import type { Send, SessionState, Snapshot } from '@/core/session/index.ts';
import { anyTime, apply, EVENT_VERSION, startState, steps, summary } from '@/core/session/index.ts';
import { START } from './bench.ts';

/** g of a session's plastic that does not add up, and g of it that was fresh. */
export const balanceOf = (state: SessionState): { off: number; fresh: number } => {
  const { plastic: other } = summary(state, START);
  const went = other.inBaits + other.inInserts + other.puck + other.left + other.notBack;
  return { off: went + other.out - other.found - other.fresh, fresh: other.fresh };
};
/** g by which a session's plastic does not add up. */
export const unbalanced = (state: SessionState): number => balanceOf(state).off;

const pick = <T>(chance: () => number, all: readonly T[]): T | undefined =>
  all[Math.floor(chance() * all.length)];

/**
 * What a hand might do next, sense or nonsense: a step, its other outcome, its skip, an act of any
 * time, or something put right.
 */
function something(state: SessionState, now: number, chance: () => number): Send[] {
  const roll = chance();
  const shots = [...state.shots.values()];
  if (roll > 0.92 && shots.length > 0) {
    const shot = pick(chance, shots)!;
    const cavity = pick(chance, [...shot.cavities.keys()]) ?? 1;
    const grade = pick(chance, ['good', 'usable', 'second'] as const)!;
    return [
      {
        kind: 'cavityMarked',
        payload: { shot: shot.id, cavity, grade, fault: grade === 'good' ? null : 'short' },
      },
    ];
  }
  if (roll > 0.86) {
    const act = pick(chance, anyTime(state));
    return act ? [act.send] : [];
  }
  const all = steps(state, now);
  const step = roll < 0.75 ? (all[0] ?? null) : (pick(chance, all) ?? null);
  if (roll > 0.82 && step?.skip) return [{ kind: 'skipped', payload: step.skip }];
  if (roll > 0.76 && step?.others?.length) return [pick(chance, step.others)!.send];
  if (!step) return [];
  if (step.read)
    return [
      {
        kind: 'reading',
        payload: {
          target: { kind: step.read.kind, key: step.read.key },
          celsius: step.read.kind === 'cup' && state.cups.get(step.read.key)?.fused ? 163 : 178,
          stage: null,
          from: 'typed',
        },
      },
    ];
  return [...(step.also ?? []), ...(step.send ? [step.send] : []), ...(step.then ?? [])];
}

/** An evening of random acts on a plan. @param look after each act */
export function randomEvening(
  snapshot: Snapshot,
  acts: number,
  chance: () => number,
  look: (state: SessionState, done: string) => void,
): SessionState {
  const state = startState(snapshot);
  let now = START;
  let count = 0;
  for (let i = 0; i < acts; i++) {
    for (const send of i === 0
      ? [{ kind: 'opened', payload: {} } as Send]
      : something(state, now, chance)) {
      now += 5000 + Math.floor(chance() * 60_000);
      count += 1;
      apply(state, {
        id: `00000000-0000-4000-8000-${String(count).padStart(12, '0')}`,
        session: 1,
        seq: count,
        at: now,
        by: 'chance',
        v: EVENT_VERSION,
        ...send,
      });
      look(state, send.kind);
    }
  }
  return state;
}
