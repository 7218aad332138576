/**
 * Outlines of baits as half-widths along the length, in shares of the length: the drawing of a
 * cavity comes from these and nothing else. `up` is the back, `down` the belly; `round` is
 * thickness over depth.
 */
export interface Outline {
  name: string;
  /** [station 0..1, up, down] from nose to tail */
  stations: [number, number, number][];
  /** thickness ÷ depth of the section, for the rough volume */
  round: number;
}

export const OUTLINES = {
  eel: {
    name: 'Sand eel',
    round: 0.9,
    stations: [
      [0, 0, 0],
      [0.04, 0.035, 0.03],
      [0.15, 0.065, 0.06],
      [0.35, 0.075, 0.07],
      [0.6, 0.055, 0.055],
      [0.78, 0.03, 0.03],
      [0.86, 0.025, 0.025],
      [0.94, 0.07, 0.06],
      [1, 0.11, 0.1],
    ],
  },
  sprat: {
    name: 'Sprat',
    round: 0.55,
    stations: [
      [0, 0, 0],
      [0.05, 0.05, 0.06],
      [0.2, 0.12, 0.15],
      [0.4, 0.14, 0.18],
      [0.62, 0.1, 0.12],
      [0.8, 0.035, 0.035],
      [0.87, 0.04, 0.04],
      [1, 0.15, 0.14],
    ],
  },
  prawn: {
    name: 'Prawn',
    round: 0.8,
    stations: [
      [0, 0.012, 0.012],
      [0.14, 0.03, 0.02],
      [0.17, 0.1, 0.06],
      [0.3, 0.17, 0.1],
      [0.42, 0.2, 0.09],
      [0.55, 0.19, 0.05],
      [0.68, 0.13, 0.02],
      [0.79, 0.06, 0.02],
      [0.86, 0.035, 0.03],
      [0.93, 0.08, 0.1],
      [1, 0.1, 0.14],
    ],
  },
  ragworm: {
    name: 'Ragworm',
    round: 0.85,
    stations: [
      [0, 0.01, 0.01],
      [0.05, 0.045, 0.045],
      [0.12, 0.035, 0.035],
      [0.2, 0.05, 0.05],
      [0.28, 0.04, 0.04],
      [0.36, 0.052, 0.052],
      [0.44, 0.04, 0.04],
      [0.52, 0.048, 0.048],
      [0.6, 0.036, 0.036],
      [0.7, 0.04, 0.04],
      [0.8, 0.026, 0.026],
      [0.9, 0.02, 0.02],
      [1, 0.004, 0.004],
    ],
  },
  flatfish: {
    name: 'Flatfish',
    round: 0.22,
    stations: [
      [0, 0, 0],
      [0.06, 0.09, 0.08],
      [0.2, 0.24, 0.24],
      [0.4, 0.33, 0.33],
      [0.6, 0.27, 0.27],
      [0.76, 0.11, 0.11],
      [0.83, 0.06, 0.06],
      [0.92, 0.11, 0.11],
      [1, 0.14, 0.14],
    ],
  },
  tail: {
    name: 'Tail',
    round: 0.5,
    stations: [
      [0, 0.06, 0.06],
      [0.2, 0.08, 0.08],
      [0.45, 0.07, 0.07],
      [0.65, 0.12, 0.1],
      [0.85, 0.24, 0.2],
      [1, 0.3, 0.27],
    ],
  },
} as const satisfies Record<string, Outline>;

export type OutlineKey = keyof typeof OUTLINES;

/** Depth (across the back and belly) of an outline at its deepest, mm. */
export function depthOf(key: OutlineKey, lengthMm: number): number {
  return Math.max(...OUTLINES[key].stations.map(([, up, down]) => up + down)) * lengthMm;
}

/**
 * Volume of a bait from its length and profile: elliptical sections, trapezoid rule along the
 * length. A guess to start from; a weighed bait replaces it.
 * @param own its own outline, in place of the named one's; its thickness is as that one's
 * @returns mL
 */
export function roughVolume(
  key: OutlineKey,
  lengthMm: number,
  own?: readonly (readonly [number, number, number])[] | null,
): number {
  const { round } = OUTLINES[key];
  const stations = own ?? OUTLINES[key].stations;
  const area = ([, up, down]: readonly [number, number, number]) =>
    (Math.PI / 4) * (up + down) ** 2 * round * lengthMm ** 2;
  let sum = 0;
  for (let i = 1; i < stations.length; i++) {
    const station = stations[i - 1]!;
    const other = stations[i]!;
    sum += ((area(station) + area(other)) / 2) * (other[0] - station[0]) * lengthMm;
  }
  return sum / 1000;
}

/** Stations of an outline at even steps, straight between those given: for areas and drawings. */
export function profileOf(
  stations: readonly (readonly [number, number, number])[],
  steps: number,
): [number, number, number][] {
  return Array.from({ length: steps + 1 }, (_, k) => at(stations, k / steps));
}

/** [s, up, down] of an outline at a share s of its length. */
function at(
  stations: readonly (readonly [number, number, number])[],
  along: number,
): [number, number, number] {
  const index = Math.max(
    1,
    stations.findIndex((station) => station[0] >= along - 1e-12),
  );
  const [before, after] = [stations[index - 1]!, stations[index]!];
  const share =
    after[0] === before[0]
      ? 0
      : Math.min(1, Math.max(0, (along - before[0]) / (after[0] - before[0])));
  return [
    along,
    before[1] + (after[1] - before[1]) * share,
    before[2] + (after[2] - before[2]) * share,
  ];
}
