const [PLUS, MINUS, POINT, ZERO, NINE, EXPONENT] = [43, 45, 46, 48, 57, 101];
/** Figures that fit a double exactly; the rest only count as places. */
const FIGURES = 15;

const isDigit = (byte: number): boolean => byte >= ZERO && byte <= NINE;

/**
 * A decimal number written in bytes (`-12.5`, `3.2e-04`), without making a string of it: a mesh has
 * millions of them. Right to about 15 figures, which is more than the single precision it goes
 * into. One loop and no inner functions: this is where reading a mesh spends its time.
 * @returns NaN where the bytes are no finite number
 */
// oxlint-disable-next-line complexity -- one loop, as said above
export function readDecimal(bytes: Uint8Array, from: number, to: number): number {
  let at = from;
  const negative = bytes[at] === MINUS;
  if (negative || bytes[at] === PLUS) at += 1;
  let [value, places, seen, figures, point] = [0, 0, 0, 0, false];
  for (; at < to; at++) {
    const byte = bytes[at]!;
    if (byte === POINT && !point) {
      point = true;
      continue;
    }
    if (!isDigit(byte)) break;
    seen += 1;
    if (figures < FIGURES) {
      value = value * 10 + (byte - ZERO);
      if (value > 0) figures += 1;
      if (point) places -= 1;
    } else if (!point) places += 1;
  }
  if (seen === 0) return NaN;
  if (at < to) {
    const exponent = (bytes[at]! | 32) === EXPONENT ? readExponent(bytes, at + 1, to) : NaN;
    if (Number.isNaN(exponent)) return NaN;
    places += exponent;
  }
  if (value === 0) return negative ? -0 : 0;
  const size = places < 0 ? value / 10 ** -places : value * 10 ** places;
  if (!Number.isFinite(size)) return NaN;
  return negative ? -size : size;
}

function readExponent(bytes: Uint8Array, from: number, to: number): number {
  const negative = bytes[from] === MINUS;
  let at = negative || bytes[from] === PLUS ? from + 1 : from;
  if (at >= to) return NaN;
  let exponent = 0;
  for (; at < to; at++) {
    if (!isDigit(bytes[at]!)) return NaN;
    exponent = Math.min(9999, exponent * 10 + (bytes[at]! - ZERO));
  }
  return negative ? -exponent : exponent;
}
