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
  const within = Math.min(205, Math.max(20, celsius));
  const index = Math.max(
    1,
    STOPS.findIndex(([at]) => at >= within),
  );
  const [below, from] = STOPS[index - 1]!;
  const [above, to] = STOPS[index]!;
  const share = (within - below) / (above - below);
  return `rgb(${from.map((channel, k) => Math.round(channel + (to[k]! - channel) * share)).join(' ')})`;
}
