import type { Step } from '../../step.ts';
import type { Decide } from '../atBench.ts';

const beginStep: Step = {
  key: 'resume',
  target: 'session',
  sentence: 'All laid out? Begin the session',
  detail: 'The session’s clock starts now.',
  label: 'Begin',
  send: { kind: 'opened', payload: {} },
};

const resumeStep: Step = {
  key: 'resume',
  target: 'session',
  sentence: 'Broken off. Take it up again: everything is cold',
  detail:
    'Readings and warmed metal from before no longer count; the session’s clock stands still until then.',
  label: 'Take it up again',
  send: { kind: 'resumed', payload: {} },
};

/** A session that stands still is begun, or taken up again. */
export const resume: Decide = ({ state }) => {
  if (state.phase.is === 'new') return [beginStep];
  return state.phase.is === 'broken off' ? [resumeStep] : [];
};
