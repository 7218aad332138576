/** What parts of one job have in common: a bait, a colourway, and what keeps them apart from others. */
export const jobKey = ({
  bait,
  colourway,
  apart,
}: {
  bait: number;
  colourway: number;
  apart?: string;
}): string => `${bait}-${colourway}${apart === undefined ? '' : `~${apart}`}`;
