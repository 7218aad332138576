/** A use case answers with a value, or with a problem in words: errors are values. */
export interface Problem {
  code: string;
  /** a sentence for the maker */
  message: string;
  /** where it was typed, as a path */
  field?: string;
  status: 400 | 403 | 404 | 409 | 422 | 503;
}
export type Result<T> = { ok: true; value: T } | { ok: false; problem: Problem };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });
export const problem = (status: Problem['status'], code: string, message: string, field?: string): { ok: false; problem: Problem } => ({ ok: false, problem: { status, code, message, field } });
export const missing = (what: string) => problem(404, 'missing', `There is no such ${what}. It may have been taken out on another bench.`);
