import { createHash } from 'node:crypto';
import type { Client } from 'pg';

/** Statements that get a name at most; any beyond are worked out each time. */
const MOST = 400;

/** Names of the statements met so far, by their text. */
const names = new Map<string, string>();

/** Gives a statement the name it is kept under. */
export function nameStatement(text: string): void {
  const asked = text.trim();
  if (names.size >= MOST || names.has(asked)) return;
  names.set(asked, createHash('sha256').update(asked).digest('hex').slice(0, 32));
}

type Ask = (text: unknown, values?: unknown, done?: unknown) => unknown;

/**
 * Has the database keep, for one connection, how it goes about each statement that has a name: those
 * are written once, in this folder, and reading and planning one takes longer than doing it.
 */
export function keepStatements(connection: Client): void {
  const ask = connection.query.bind(connection) as Ask;
  const asked: Ask = (text, values, done) => {
    const name = names.get(text as string);
    if (name === undefined) return ask(text, values, done);
    return Array.isArray(values) ? ask({ name, text, values }, done) : ask({ name, text }, values);
  };
  Object.defineProperty(connection, 'query', { value: asked });
}
