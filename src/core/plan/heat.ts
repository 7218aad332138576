/** Draw heat a window is planned at, °C: its middle. */
export const shotHeat = ({ window }: { window: { low: number; high: number } }): number =>
  (window.low + window.high) / 2;
