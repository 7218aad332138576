import type { BatchRecord, SessionState } from '@/core/session/index.ts';
import { batchRecord } from '@/core/session/index.ts';
import { eventsAfter } from '@/store/log.ts';
import { peek } from './heldSessions.ts';

export interface SessionRecord {
  state: SessionState;
  record: BatchRecord;
  /** who it was shot for, as its plan and its bench say */
  served: string[];
}

/** A session as it is kept on paper; null where there is none. */
export async function recordOfSession(id: number): Promise<SessionRecord | null> {
  const [state, log] = await Promise.all([peek(id), eventsAfter(id, 0)]);
  if (!state) return null;
  const jobs = state.snapshot.input.jobs;
  const lines = [
    ...jobs.flatMap(({ bait, colourway, lines: own }) =>
      own.map((line) => ({ ...line, what: `${bait.name}, ${colourway.name}` })),
    ),
    ...state.joined.map(({ line, job }) => {
      const of = jobs.find(({ key }) => key === job);
      return { ...line, what: of ? `${of.bait.name}, ${of.colourway.name}` : '' };
    }),
  ];
  return {
    state,
    record: batchRecord(state, log),
    served: lines.map(({ for: who, count, what }) => `${who}, ${count} ${what}`),
  };
}
