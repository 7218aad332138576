/**
 * Where a layer lies in a bait, as data: what the composer, the bench and the cavity map draw from,
 * and which half of the mould its port stands over. A band is given as shares of the local
 * half-depth, 1 the back and −1 the belly, along the length from nose (0) to tail (1).
 */
export interface Band {
  /** along the bait, shares of its length */
  from: number;
  to: number;
  /** [upper, lower] edge at s, each in [−1, 1] */
  edges: (along: number) => [number, number];
}
export interface Place {
  name: string;
  over: 'TOP' | 'bottom' | 'both';
  bands: Band[];
  /** lies inside the section, seen only through what is over it: a core */
  inside?: true;
  /** two of these in one bait would lie on each other */
  alone: boolean;
}

const along = (upper: number, lower: number, from = 0, to = 1): Band => ({
  from,
  to,
  edges: () => [upper, lower],
});
/** A dot: a band whose edges close in a circle about the eye. */
const dot = (at: number, reach: number, middle: number, size: number): Band => ({
  from: at - reach,
  to: at + reach,
  edges: (along) => {
    const half = size * Math.sqrt(Math.max(0, 1 - ((along - at) / reach) ** 2));
    return [middle + half, middle - half];
  },
});
/** Ribbons wandering through the bait, as two pulsed colours lie. */
const ribbons = (phase: number): Band[] =>
  [0.66, 0, -0.66].map((middle, i) => ({
    from: 0,
    to: 1,
    edges: (along) => {
      const drift =
        0.22 * Math.sin(9 * along + phase + 2.1 * i) + 0.1 * Math.sin(23 * along + 1.7 * phase + i);
      return [Math.min(1, middle + drift + 0.2), Math.max(-1, middle + drift - 0.2)];
    },
  }));
/** Patches: the colours change places over and under each other along the bait. */
const patches = (odd: boolean): Band[] =>
  Array.from({ length: 6 }, (_, i) => {
    const up = (i % 2 === 0) === !odd;
    return {
      from: i / 6,
      to: (i + 1) / 6,
      edges: (along: number): [number, number] => {
        const edge = 0.18 * Math.sin(19 * along);
        return up ? [1, edge] : [edge, -1];
      },
    };
  });

/** Where the core's channel and a tail begin and end, shares of the length. */
const CHANNEL = { from: 0.1, to: 0.72, half: 0.42 } as const;
const TAIL_FROM = 0.74;

export const PLACES = {
  whole: { name: 'all of it', over: 'both', alone: true, bands: [along(1, -1)] },
  back: { name: 'back', over: 'TOP', alone: true, bands: [along(1, 0)] },
  belly: { name: 'belly', over: 'bottom', alone: true, bands: [along(0, -1)] },
  upper: { name: 'back, above a side', over: 'TOP', alone: true, bands: [along(1, 0.3)] },
  side: { name: 'side', over: 'both', alone: true, bands: [along(0.3, -0.3)] },
  lower: { name: 'belly, under a side', over: 'bottom', alone: true, bands: [along(-0.3, -1)] },
  marbleA: { name: 'marbled, the ground', over: 'both', alone: true, bands: [along(1, -1)] },
  marbleB: { name: 'marbled, the ribbons', over: 'both', alone: true, bands: ribbons(0.4) },
  patchA: { name: 'patches, one', over: 'both', alone: true, bands: patches(false) },
  patchB: { name: 'patches, other', over: 'both', alone: true, bands: patches(true) },
  tail: { name: 'tail', over: 'both', alone: true, bands: [along(1, -1, TAIL_FROM, 1)] },
  core: {
    name: 'core',
    over: 'both',
    alone: true,
    inside: true,
    bands: [
      {
        from: CHANNEL.from,
        to: CHANNEL.to,
        edges: (along) => {
          const half =
            CHANNEL.half *
            Math.min(1, Math.sqrt(Math.min(along - CHANNEL.from, CHANNEL.to - along) / 0.04));
          return [half, -half];
        },
      },
    ],
  },
  coreTail: {
    name: 'core, and the tail',
    over: 'both',
    alone: true,
    inside: true,
    bands: [
      {
        from: CHANNEL.from,
        to: TAIL_FROM,
        edges: (along) => {
          const half = CHANNEL.half * Math.min(1, Math.sqrt((along - CHANNEL.from) / 0.04));
          return [half, -half];
        },
      },
      along(1, -1, TAIL_FROM, 1),
    ],
  },
  spot: { name: 'spot', over: 'TOP', alone: false, bands: [dot(0.14, 0.045, 0.2, 0.38)] },
  skin: {
    name: 'skin along the back',
    over: 'TOP',
    alone: false,
    bands: [along(1, 0.72, 0.06, 0.94)],
  },
  first: { name: 'poured first', over: 'bottom', alone: true, bands: [along(-0.3, -1)] },
  second: { name: 'poured second', over: 'both', alone: true, bands: [along(0.35, -0.3)] },
  third: { name: 'poured last', over: 'TOP', alone: true, bands: [along(1, 0.35)] },
  tip: { name: 'tip', over: 'both', alone: false, bands: [along(1, -1, 0.9, 1)] },
} as const satisfies Record<string, Place>;

export type PlaceKey = keyof typeof PLACES;
/** The same table with its entries widened to {@link Place}. */
export const place = (key: PlaceKey): Place => PLACES[key];

/**
 * What lies under is drawn first: pours over what is shot round them, inserts under the body, a tip
 * last.
 */
const RANK: Partial<Record<PlaceKey, number>> = {
  tail: 1,
  core: 2,
  coreTail: 2,
  spot: 3,
  skin: 3,
  tip: 4,
};
export const rankOf = (key: PlaceKey): number => RANK[key] ?? 0;
