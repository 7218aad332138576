import { ValidationError } from 'sequelize';

/** What PostgreSQL or the driver says of a statement that failed, as far as it says so. */
const codeOf = (error: unknown): string | undefined => {
  const { original, code } = (error ?? {}) as { original?: { code?: unknown }; code?: unknown };
  const said = original?.code ?? code;
  return typeof said === 'string' ? said : undefined;
};

/**
 * SQLSTATE classes that are about the values themselves: data that cannot be, constraints they
 * break (PostgreSQL, appendix A).
 */
const OF_VALUES = /^2[23]/;
/**
 * Classes and codes that pass: connections, resources, locks, time-outs, a database that goes or
 * only reads.
 */
const PASSES = /^(08|53|55|57|58|25|40|XX)/;
const NETWORK = /^E[A-Z]+$/;

/** A model refused a value before the database was asked: no number where one is wanted. */
const isNoValue = (error: unknown): boolean => error instanceof ValidationError;

/** A value or a rule of the database's was broken by what was sent. */
export function brokenRule(error: unknown): boolean {
  const code = codeOf(error);
  return code !== undefined ? OF_VALUES.test(code) : isNoValue(error);
}

/** The failure is of what was to be written, and would be the same whenever it was tried again. */
export function ofItsOwn(error: unknown): boolean {
  const code = codeOf(error);
  if (code !== undefined) return OF_VALUES.test(code);
  if (isNoValue(error)) return true;
  return error instanceof Error && !error.name.startsWith('Sequelize') && !awayNow(error);
}

/** What a driver says of a database that is away, where it gives no code. */
const AWAY_SAID = [
  /^Sequelize(Connection|HostNot|AccessDenied|InvalidConnection|DatabaseError.*terminat)/i,
  /Connection terminated|terminating connection|ECONNREFUSED/i,
  /timeout exceeded when trying to connect/i,
];
/** The database is away, full, busy or read-only: to be tried again later. */
export function awayNow(error: unknown): boolean {
  const code = codeOf(error);
  if (code !== undefined && (PASSES.test(code) || NETWORK.test(code))) return true;
  return (
    error instanceof Error && AWAY_SAID.some((said) => said.test(`${error.name} ${error.message}`))
  );
}
