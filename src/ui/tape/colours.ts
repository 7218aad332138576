import type { PlanInput } from '@/core/plan/index.ts';
import type { TapeColours } from './rows.tsx';

/** Colours a session's tape is drawn in: its cups' and its runs' layers'. */
export function coloursOf({ jobs, cups }: Pick<PlanInput, 'jobs' | 'cups'>): TapeColours {
  const cup = (id: string) => cups.find((choice) => choice.id === id)?.recipe.colour ?? 'none';
  return {
    cup,
    run: (key) => {
      const job = jobs.find((one) => key === one.key || key.startsWith(`${one.key}:`));
      const drawn = Object.values(job?.drawnFrom ?? {}).flatMap((id) => (id ? [cup(id)] : []));
      return [...new Set(drawn)];
    },
  };
}
