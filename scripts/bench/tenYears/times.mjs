/** ms under which a share of the times lies. */
export const at = (times, share) =>
  [...times].sort((one, other) => one - other)[
    Math.min(times.length - 1, Math.floor(times.length * share))
  ];
export const ms = (value) => `${value.toFixed(1)} ms`;
