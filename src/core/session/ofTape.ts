import type { SessionState } from './state.ts';

/** What of a session its tape is laid by, to be sent: without its log, and what was read of its cups. */
export type OfTape = Omit<SessionState, 'log' | 'heat' | 'snapshot'>;
export const ofTape = ({
  log: _log,
  heat: _heat,
  snapshot: _snapshot,
  ...rest
}: SessionState): OfTape => rest;
