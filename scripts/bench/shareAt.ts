/** The value under which so large a share of a list lies: 0.5 its middle, 1 the greatest. */
export const shareAt = (list: readonly number[], share: number): number =>
  [...list].sort((one, other) => one - other)[
    Math.min(list.length - 1, Math.floor(list.length * share))
  ]!;
