/** Where plastic that leaves a cup without being drawn or poured into a mould goes. */
interface WayOut {
  /** said after “it goes” */
  name: string;
  /** on a key of the bench */
  label: string;
  /** kept from this session to the next, as a tub of pucks or a cup left standing */
  keeps: 'tub' | 'cup' | null;
  /** into another cup of the bench */
  intoCup: boolean;
}
const GONE = { keeps: null, intoCup: false } as const;

export const WAYS_OUT = {
  cup: { name: 'into another cup', label: 'Into', keeps: null, intoCup: true },
  puck: { name: 'to a tub of pucks', label: 'Pucks', keeps: 'tub', intoCup: false },
  left: { name: 'left in its cup', label: 'Leave it in the cup', keeps: 'cup', intoCup: false },
  away: { name: 'thrown away', label: 'Throw away', ...GONE },
  spilt: { name: 'spilt', label: 'Spilt', ...GONE },
  boiled: { name: 'boiled over', label: 'Boiled over', ...GONE },
  sludge: { name: 'skimmed as sludge', label: 'Sludge', ...GONE },
} as const satisfies Record<string, WayOut>;
export type WayOutKey = keyof typeof WAYS_OUT;
export const WAY_OUT_KEYS = Object.keys(WAYS_OUT) as [WayOutKey, ...WayOutKey[]];

/** How an amount that left a cup is known. */
export const MEASURED = {
  weighed: 'weighed',
  level: 'by its level',
  about: 'about',
} as const;
export type Measured = keyof typeof MEASURED;
