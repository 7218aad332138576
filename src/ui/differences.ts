export interface Difference {
  /** where in it, in words: `lines 2 promised` */
  where: string;
  theirs: string;
  yours: string;
}

const words = (key: string): string =>
  /^\d+$/.test(key)
    ? String(Number(key) + 1)
    : key.replace(
        /([a-z])([A-Z])/g,
        (_, act: string, bait: string) => `${act} ${bait.toLowerCase()}`,
      );
const said = (value: unknown): string =>
  value === undefined || value === null || value === ''
    ? 'nothing'
    : typeof value === 'boolean'
      ? value
        ? 'yes'
        : 'no'
      : typeof value === 'string'
        ? value
        : JSON.stringify(value);
const isBranch = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null;

/** Where two of one thing differ, leaf by leaf, in the order of theirs. */
export function differences(theirs: unknown, yours: unknown, path: string[] = []): Difference[] {
  if (isBranch(theirs) && isBranch(yours)) {
    const keys = [...new Set([...Object.keys(theirs), ...Object.keys(yours)])];
    return keys.flatMap((key) => differences(theirs[key], yours[key], [...path, words(key)]));
  }
  return said(theirs) === said(yours)
    ? []
    : [{ where: path.join(' '), theirs: said(theirs), yours: said(yours) }];
}
