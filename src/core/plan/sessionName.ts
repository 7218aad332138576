import type { PlanInput } from './input.ts';

/** Baits a session is called by; more are counted. */
const NAMED = 2;

/**
 * What a session is called until somebody names it: by what is shot, and in which colours where it
 * is one.
 * @example sessionName({ jobs: [] }) → 'Nothing yet'
 */
export function sessionName({ jobs }: Pick<PlanInput, 'jobs'>): string {
  const baits = [...new Set(jobs.map(({ bait }) => bait.name))];
  const ways = [...new Set(jobs.map(({ colourway }) => colourway.name.toLowerCase()))];
  if (baits.length === 0) return 'Nothing yet';
  if (baits.length === 1 && ways.length === 1) return `${baits[0]}, ${ways[0]}`;
  const more = baits.length - NAMED;
  const named = baits.slice(0, NAMED);
  return more > 0 ? `${named.join(', ')} and ${more} more` : named.join(' and ');
}
