import type { Advice } from './useAdvice.ts';
import type { Session } from './useSession.ts';

/** What of a bench a test or a person who looks into the page waits for. */
export const told = ({ state, waiting }: Session, { answer }: Advice, whole: boolean) => {
  const running = state.phase.is === 'running';
  return {
    'data-seq': state.seq,
    'data-waiting': waiting,
    'data-notes': running ? state.heat.length : 0,
    'data-foreseen': running ? (answer?.notes ?? 0) : 0,
    'data-ready': whole || undefined,
  };
};
