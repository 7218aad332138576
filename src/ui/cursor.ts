import { idFrom } from './id.ts';

/**
 * Where a page of the book goes on: after this line of this promised day; undefined from the start.
 */
export function bookCursor(text: string | null): { promised: string; id: number } | undefined {
  const [promised = '', id] = (text ?? '').split(',');
  const day =
    /^\d{4}-\d{2}-\d{2}$/.test(promised) &&
    !Number.isNaN(Date.parse(promised)) &&
    promised > '0001';
  return day && idFrom(id) > 0 ? { promised, id: idFrom(id) } : undefined;
}

/** Where a page of evenings goes on: before this moment and session. */
export function eveningCursor(text: string | null): { at: Date; id: number } | undefined {
  const [at = '', id] = (text ?? '').split(',');
  return /^\d{1,14}$/.test(at) && idFrom(id) > 0
    ? { at: new Date(Number(at)), id: idFrom(id) }
    : undefined;
}

/**
 * Where a page of numbered rows goes on from; null for the first page, and for what is no number.
 */
export const pageCursor = (text: string | null): string | null =>
  text !== null && /^\d{1,18}$/.test(text) ? text : null;
