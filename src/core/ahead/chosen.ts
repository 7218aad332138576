import { findBuild } from '../build/index.ts';
import type { Injector } from '../build/tools.ts';
import type { Entry, MouldEntry, Shelf } from '../plan/shelf.ts';

/** Where in its session a piece is shot, whatever is promised soonest. */
export const PLACES = {
  first: { name: 'first', order: -1 },
  last: { name: 'last', order: 1 },
} as const;
export type PlaceKey = keyof typeof PLACES;
export const isPlace = (key: string): key is PlaceKey => Object.hasOwn(PLACES, key);

/** How a hand wants a piece shot; what it says nothing of goes as is usual. */
export interface Chosen {
  /** number of one of its bait's moulds */
  mould?: number;
  /** number of an injector with a barrel for each colour */
  injector?: number;
  place?: PlaceKey;
}

/** What there is to choose from for a piece: moulds of its bait, injectors its last stage can have. */
export function offersFor(
  shelf: Shelf,
  { bait, colourway }: { bait: number; colourway: number },
): { moulds: MouldEntry[]; injectors: Entry<Injector>[] } {
  const specOf = <T>(all: readonly Entry<T>[], id: number) =>
    all.find((one) => one.id === id)?.spec;
  const build = findBuild(
    specOf(shelf.colourways, colourway)?.build ?? '',
    shelf.builds.map(({ spec }) => spec),
  );
  const colours = build?.stages.at(-1)!.layers.length ?? 0;
  return {
    moulds: (specOf(shelf.baits, bait)?.mouldIds ?? []).flatMap(
      (id) => shelf.moulds.find((mould) => mould.id === id) ?? [],
    ),
    injectors: shelf.injectors.filter(({ spec }) => spec.barrels.length === colours && colours > 0),
  };
}
