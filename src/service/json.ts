/**
 * Escapes as JSON.stringify writes them of what PostgreSQL cannot keep in text: NUL, and half of a
 * pair.
 */
const UNKEPT = /(?<=(?<!\\)(?:\\\\)*)\\u(?:0000|d[89a-f][0-9a-f]{2})/gi;
const SUSPECT = /\\u(?:0000|d[89a-f])|[\ud800-\udfff]/i;

/**
 * Reads JSON so that every text in it can be kept: a NUL, or half a character that was cut through,
 * becomes U+FFFD. What stands around it stays as it was typed.
 * @throws SyntaxError where it is not JSON
 */
export function readJson(text: string): unknown {
  const value: unknown = JSON.parse(text);
  return SUSPECT.test(text) ? JSON.parse(JSON.stringify(value).replace(UNKEPT, '\\ufffd')) : value;
}
