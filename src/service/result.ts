import type { z } from 'zod';
import type { ProblemCode } from './problems.ts';
import { versionOf } from './version.ts';

export { versionOf } from './version.ts';
export { awayNow, brokenRule } from '@/store/trouble.ts';

/** A use case answers with a value, or with a problem in words: errors are values. */
export interface Problem {
  code: ProblemCode;
  /** a sentence for the maker */
  message: string;
  /** where it was typed, as a path */
  field?: string;
  status: 400 | 401 | 403 | 404 | 405 | 408 | 409 | 413 | 421 | 422 | 428 | 429 | 500 | 503;
  /** where somebody else changed it meanwhile: what is there now, and the version that has */
  now?: { value: unknown; version: string };
}
export type Result<T> = { ok: true; value: T } | { ok: false; problem: Problem };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });
export const problem = (
  status: Problem['status'],
  code: ProblemCode,
  message: string,
  field?: string,
): { ok: false; problem: Problem } => ({ ok: false, problem: { status, code, message, field } });
/** What was sent, where it is sound; else what is wrong with the first of it, and where. */
export function checked<Schema extends z.ZodType>(
  schema: Schema,
  raw: unknown,
): Result<z.output<Schema>> {
  const read = schema.safeParse(raw);
  if (read.success) return ok(read.data);
  const first = read.error.issues[0]!;
  return problem(422, 'invalid', first.message, first.path.join('.'));
}
/**
 * May this be saved over what is there? Only by who has seen it.
 * @param seen the version it was changed from; undefined where none was said
 */
export function unseen(
  seen: string | undefined,
  now: unknown,
): { ok: false; problem: Problem } | null {
  const version = versionOf(now);
  if (seen === version) return null;
  if (seen === undefined)
    return problem(
      428,
      'version-wanted',
      'Say which version this was changed from (If-Match). Nothing was changed.',
    );
  return {
    ok: false,
    problem: {
      status: 409,
      code: 'changed',
      message: 'Somebody else changed this meanwhile. Nothing was saved; yours is still here.',
      now: { value: now, version },
    },
  };
}
export const missing = (what: string) =>
  problem(404, 'missing', `There is no such ${what}. It may have been taken out on another bench.`);
