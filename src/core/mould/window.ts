import type { Mould } from './schema.ts';

/** What is shot in a mould, as far as its windows know it. */
export interface ShotOf {
  /** key of a build; null = of every one */
  build: string | null;
  /** family of the colour; null = of every one */
  family: string | null;
}
type Window = Mould['windows'][number];

/** Whether what is kept of some shots is meant for these. */
export const fits = (own: ShotOf, { build, family }: ShotOf): boolean =>
  (own.build === null || own.build === build) && (own.family === null || own.family === family);
const closeness = ({ build, family }: Window): number =>
  (build === null ? 0 : 2) + (family === null ? 0 : 1);

/**
 * The window a mould proved to like for what is shot in it, °C: of those that fit the one that says
 * most (its build before its colours), else the mould's own; null where it proved none.
 */
export function ownWindow(mould: Mould, of: ShotOf): { low: number; high: number } | null {
  const [closest] = mould.windows
    .filter((own) => fits(own, of))
    .sort((one, other) => closeness(other) - closeness(one));
  const own = closest ?? mould.window;
  return own && { low: own.low, high: own.high };
}

/** A mould with its window for something, in place of the one it had for just that. */
export const withWindow = (
  mould: Mould,
  { build, family }: ShotOf,
  { low, high }: { low: number; high: number },
): Mould =>
  build === null && family === null
    ? { ...mould, window: { low, high } }
    : {
        ...mould,
        windows: [
          ...mould.windows.filter((one) => one.build !== build || one.family !== family),
          { build, family, low, high },
        ],
      };

/** Times as long as is reckoned that a shot is let cool in a mould; sessions of before knew none. */
export const letCoolOf = ({ letCool }: Partial<Pick<Mould, 'letCool'>>): number => letCool ?? 1;
