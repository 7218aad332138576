import { AsyncLocalStorage } from 'node:async_hooks';
import type { Transaction } from 'sequelize';

export interface Running {
  transaction: Transaction;
  /** its last statement: one connection takes one at a time */
  last: Promise<unknown>;
  /** what it remembers of what it has written, and nobody else may yet */
  memory: Map<string, unknown>;
}
/**
 * The transaction whatever runs now is part of: every query and every model finds it here, so none
 * can ask the pool for a second connection.
 */
export const running = new AsyncLocalStorage<Running>();

/**
 * Does a statement in the transaction under way, after those before it; by itself where there is
 * none.
 */
export function inTurn<Made>(work: () => Promise<Made>): Promise<Made> {
  const now = running.getStore();
  if (!now) return work();
  const mine = now.last.then(work);
  now.last = mine.catch(() => {});
  return mine;
}

/** The transaction under way, as Sequelize asks for it. */
export const asNamespace = {
  get: (key: string): unknown =>
    key === 'transaction' ? running.getStore()?.transaction : undefined,
  set: (): void => {},
  bind: <Work>(work: Work): Work => work,
  run: (work: (context: object) => void): void => work({}),
};
