import type { SessionState } from './state.ts';

/**
 * Whether a session was opened and nothing more: not even something that was taken back. Finished
 * like that, it is as if it had not been opened, and its plan lies ready again.
 */
export const isUntouched = ({ log, undone }: Pick<SessionState, 'log' | 'undone'>): boolean =>
  undone === 0 && log.every(({ kind }) => kind === 'opened' || kind === 'finished');
