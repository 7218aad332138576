import { createHash } from 'node:crypto';

/** The same whatever order its keys are in. */
function ordered(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(ordered);
  if (value === null || typeof value !== 'object' || value instanceof Date) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, value]) => value !== undefined)
      .sort(([act], [bait]) => (act < bait ? -1 : 1))
      .map(([key, entry]) => [key, ordered(entry)]),
  );
}

/** What a thing is known by as it is now: a strong validator of its content (RFC 9110, §8.8.1). */
export const versionOf = (value: unknown): string =>
  createHash('sha256')
    .update(JSON.stringify(ordered(value)))
    .digest('base64url')
    .slice(0, 22);
