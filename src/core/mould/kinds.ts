import { INSERT_KEYS, type InsertKey, INSERTS } from '../build/inserts/index.ts';

/** What a mould is made of; home-made ones cool slower and last so many shots. */
export const METALS = {
  machined: { name: 'machined aluminium', home: false },
  cast: { name: 'cast aluminium', home: false },
  silicone: { name: 'silicone', home: true },
  epoxy: { name: 'epoxy face on plaster', home: true },
  gypsum: { name: 'epoxy face on acrylic gypsum', home: true },
} as const;
export type Metal = keyof typeof METALS;

export const FEEDS = {
  runner: { name: 'one runner, one port' },
  each: { name: 'a port for each cavity' },
  top: { name: 'top-fed' },
} as const;
export type Feed = keyof typeof FEEDS;

/** How a cavity's volume was come by. Measured beats estimated. */
export const SOURCES = {
  bait: { name: 'baits weighed', measured: true, dimension: 'mass' },
  water: { name: 'water weighed', measured: true, dimension: 'mass' },
  ml: { name: 'entered in mL', measured: true, dimension: 'volume' },
  mesh: { name: 'from its mesh', measured: true, dimension: 'volume' },
  rough: { name: 'guessed from its length', measured: false, dimension: 'length' },
} as const;
export type Source = keyof typeof SOURCES;

/** The side up on which a mould lets go best. */
export const LETS_GO = {
  either: { name: 'either side up' },
  TOP: { name: 'TOP up' },
  bottom: { name: 'bottom up' },
} as const;
export type LetsGo = keyof typeof LETS_GO;

/** What a mould is for: baits, or inserts of another mould's. */
export type MadeOfIt = 'bait' | InsertKey;
export const MADE_OF_IT = {
  bait: { name: 'baits' },
  ...Object.fromEntries(
    INSERT_KEYS.map((key) => [key, { name: `${INSERTS[key].many}, for another mould` }]),
  ),
} as Record<MadeOfIt, { name: string }>;

/** How an insert lies in the mould that takes it. */
export const LIES = {
  same: { name: 'as it came out' },
  stub: { name: 'its stub towards the nose' },
  turned: { name: 'turned end for end' },
  side: { name: 'on its side' },
  oneWay: { name: 'one way only: try it before it is pressed down' },
} as const;
export type Lie = keyof typeof LIES;
