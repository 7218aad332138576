import type { Insert } from './insert.ts';
import { shell } from './shell.ts';
import { tail } from './tail.ts';

/** Every kind of insert. A new one is a file and a row here. */
export const INSERTS = { tail, shell } as const satisfies Record<string, Insert>;
export type InsertKey = keyof typeof INSERTS;
export const INSERT_KEYS = Object.keys(INSERTS) as InsertKey[];

/** What a stage makes, where that is an insert. */
export const insertOf = (makes: string | undefined): Insert | undefined =>
  (INSERTS as Partial<Record<string, Insert>>)[makes ?? ''];
