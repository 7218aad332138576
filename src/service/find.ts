import type { FoundKind } from '@/store/find.ts';
import { foundBy } from '@/store/find.ts';

/** Something found: where it is, and what it is called. */
export interface Found {
  kind: string;
  name: string;
  note: string;
  href: string;
}
/** Most of one kind, most words of a question, and letters of one. */
const MOST = { each: 6, words: 6, letters: 40 } as const;

/** What a kind is called, in the order they are shown, and where one of it is. */
const KINDS: Record<FoundKind, { name: string; href: (id: number) => string }> = {
  order: { name: 'order', href: (id) => `/orders/${id}` },
  session: { name: 'session', href: (id) => `/sessions/${id}` },
  plan: { name: 'plan', href: (id) => `/plan/${id}` },
  baits: { name: 'bait', href: (id) => `/entry/baits/${id}` },
  colourways: { name: 'colourway', href: (id) => `/colours/ways/${id}` },
  mixes: { name: 'mix', href: (id) => `/colours/mixes/${id}` },
  moulds: { name: 'mould', href: (id) => `/moulds/${id}` },
  builds: { name: 'build', href: (id) => `/builds/own-${id}` },
  tub: { name: 'remelt', href: () => '/tubs' },
  materials: { name: 'material', href: (id) => `/entry/materials/${id}` },
  injectors: { name: 'injector', href: (id) => `/entry/injectors/${id}` },
  blocks: { name: 'block', href: (id) => `/entry/blocks/${id}` },
  vessels: { name: 'cup', href: (id) => `/entry/vessels/${id}` },
  ovens: { name: 'oven', href: (id) => `/entry/ovens/${id}` },
};
const ORDER = Object.keys(KINDS) as FoundKind[];

/** Orders, sessions, plans and everything in the shop's lists that has each word typed in its name. */
export async function findByName(typed: string): Promise<Found[]> {
  const words = typed
    .trim()
    .split(/\s+/)
    .filter(Boolean)
    .slice(0, MOST.words)
    .map((word) => word.slice(0, MOST.letters).replace(/[\\%_]/g, '\\$&'));
  if (words.length === 0) return [];
  return (await foundBy(words, MOST.each))
    .sort((one, other) => ORDER.indexOf(one.kind) - ORDER.indexOf(other.kind))
    .map(({ kind, id, name, note }) => ({
      kind: KINDS[kind].name,
      name,
      note,
      href: KINDS[kind].href(id),
    }));
}
