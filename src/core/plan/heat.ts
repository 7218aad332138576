import type { Job } from './input.ts';

/** Draw heat a window is planned at, °C: its middle. */
export const shotHeat = (job: Pick<Job, 'window'>): number => (job.window.low + job.window.high) / 2;
