// A thread's part of `bench -- causes`.
import { parentPort, workerData } from 'node:worker_threads';
import { trialOfTries } from './tries.ts';
import { trialOfWhy } from './why.ts';

export interface Part {
  shops: number;
  shots: number;
  from: number;
}
/** What is worked out, by its name. */
export const WORK = {
  /** shops whose faults have causes */
  why: ({ shops, shots, from }: Part) => trialOfWhy(shops, { shots, from }),
  /** shops whose faults have none */
  none: ({ shops, shots, from }: Part) => trialOfWhy(shops, { shots, from, causes: 0 }),
  /** shops whose best heat nobody knows */
  tries: ({ shops, from }: Part) => trialOfTries(shops, from),
} as const;
export type Work = keyof typeof WORK;

const { what, part } = workerData as { what: Work; part: Part };
parentPort?.postMessage(WORK[what](part));
