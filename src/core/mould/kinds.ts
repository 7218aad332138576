/** What a mould is made of; `gentle` metals want a slower push and longer cooling. */
export const METALS = {
  machined: { name: 'machined aluminium' },
  cast: { name: 'cast aluminium' },
  silicone: { name: 'silicone' },
  epoxy: { name: 'epoxy face on plaster' },
} as const;
export type Metal = keyof typeof METALS;

export const FEEDS = {
  runner: { name: 'one runner, one port' },
  each: { name: 'a port for each cavity' },
  top: { name: 'top-fed' },
} as const;
export type Feed = keyof typeof FEEDS;

/** What holds two halves together, and what the maker does with it. */
export const CLOSURES = {
  clamps: { name: 'clamps', one: 'clamp', act: (n: number) => (n === 1 ? 'one clamp' : `${n} clamps, one each side`) },
  hinge: { name: 'hinge and clamp', one: 'clamp', act: () => 'a clamp at the end away from the hinge' },
  bolts: { name: 'bolts with wing nuts', one: 'bolt', act: (n: number) => `${n} bolts, finger tight, crosswise` },
  vice: { name: 'bench vice', one: 'vice', act: () => 'the vice, with soft jaws' },
  screws: { name: 'screws', one: 'screw', act: (n: number) => `${n} screws, crosswise` },
} as const;
export type Closure = keyof typeof CLOSURES;

/** How a cavity's volume was come by. Measured beats estimated. */
export const SOURCES = {
  bait: { name: 'baits weighed', measured: true, dimension: 'mass' },
  water: { name: 'water weighed', measured: true, dimension: 'mass' },
  ml: { name: 'entered in mL', measured: true, dimension: 'volume' },
  rough: { name: 'guessed from its length', measured: false, dimension: 'length' },
} as const;
export type Source = keyof typeof SOURCES;
