/**
 * What is in the cavities when plastic comes: nothing, core rods, or a set shell whose channel is
 * filled. Each is firm in a time of its own.
 */
export const CAST_AS = {
  whole: { says: '' },
  rods: { says: 'round core rods' },
  rodsClosed: { says: 'round core rods, its tail closed off' },
  core: { says: 'a core in its shell' },
  coreTail: { says: 'core and tail in its shell' },
} as const;
export type CastAs = keyof typeof CAST_AS;
export const isCastAs = (key: string | undefined): key is CastAs =>
  key !== undefined && Object.hasOwn(CAST_AS, key);
