/** The one heat scale: cold slate → clear straw → ember, with the figure always beside it. */
const STOPS: [number, [number, number, number]][] = [
  [20, [0x56, 0x6e, 0x84]],
  [110, [0xa8, 0xaa, 0x8c]],
  [158, [0xe2, 0xbe, 0x5c]],
  [172, [0xde, 0x8c, 0x34]],
  [190, [0xc4, 0x3e, 0x1e]],
  [205, [0x96, 0x18, 0x18]],
];

/** @param celsius °C */
export function heatColour(celsius: number): string {
  const t = Math.min(205, Math.max(20, celsius));
  const i = Math.max(
    1,
    STOPS.findIndex(([at]) => at >= t),
  );
  const [a, from] = STOPS[i - 1]!;
  const [b, to] = STOPS[i]!;
  const share = (t - a) / (b - a);
  return `rgb(${from.map((c, k) => Math.round(c + (to[k]! - c) * share)).join(' ')})`;
}
