import type { Today } from '@/service/today.ts';

/** What parts of a line are, in words: baits and their colourways. */
export const whatOf =
  ({ baits, colourways }: Pick<Today['all'], 'baits' | 'colourways'>) =>
  (parts: readonly { bait: number; colourway: number }[]): string =>
    parts
      .map(({ bait, colourway }) =>
        [
          baits.find(({ id }) => id === bait)?.spec.name,
          colourways.find(({ id }) => id === colourway)?.spec.name.toLowerCase(),
        ]
          .filter(Boolean)
          .join(', '),
      )
      .join(' and ');
