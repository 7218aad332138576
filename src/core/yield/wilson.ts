/**
 * Wilson score interval for a share (NIST/SEMATECH e-Handbook §7.2.4.1).
 * @param z standard normal quantile: 1.96 for 95 %
 * @example wilson(0, 10) → { low: 0, high: 0.2775 }
 */
export function wilson(
  good: number,
  of: number,
  z = 1.959963984540054,
): { low: number; high: number } {
  if (of === 0) return { low: 0, high: 1 };
  const share = good / of;
  const centre = (share + (z * z) / (2 * of)) / (1 + (z * z) / of);
  const half =
    (z / (1 + (z * z) / of)) * Math.sqrt((share * (1 - share)) / of + (z * z) / (4 * of * of));
  return { low: Math.max(0, centre - half), high: Math.min(1, centre + half) };
}
