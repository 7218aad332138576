import { BLANK_MOULD } from '../mould/blank.ts';
import type { Mould } from '../mould/schema.ts';
import { depthOf, OUTLINES } from '../mould/outline.ts';
import { CASTINGS, type Mixed, PARTS, type PartKey, toMix } from './casting.ts';
import { masterOf } from './master.ts';
import type { Casting } from './schema.ts';

/** A part of a casting by the maker's own figures, where they were changed by the label. */
export const partOf = (casting: Casting, key: PartKey) => ({
  ...PARTS[key],
  ...casting.parts[key],
});

/** The master of a casting, and what is to be mixed for it; null where it does not fit its box. */
export function workedOut(casting: Casting) {
  const { kind, box, outline, length, volume, masters, margin, face } = casting;
  const master = masterOf(OUTLINES[outline], length, volume);
  const parts = Object.fromEntries(
    (Object.keys(PARTS) as PartKey[]).map((part) => [part, partOf(casting, part)]),
  ) as Record<PartKey, ReturnType<typeof partOf>>;
  const all = Array.from({ length: masters }, () => master);
  return { master, mix: toMix(kind, { box, masters: all, margin, face, parts }) };
}

/** A casting in which one part was mixed now, ms: its pot life begins. */
export const mixedNow = (
  casting: Casting,
  { part, a: partA, b: partB }: Mixed,
  at: number,
): Casting => ({
  ...casting,
  mixed: [...casting.mixed, { part, a: partA, b: partB, at }],
});

/** s a home-made mould is cooled at first, until its own baits have told (judgements). */
const COOL = { silicone: 300, hard: 180 } as const;
/** What a home-made mould is closed and fed like until its maker says otherwise (judgements). */
const USUAL = {
  ...BLANK_MOULD,
  feed: 'top',
  port: 8,
  runner: 0,
  closure: 'screws',
  closures: 4,
  warmTo: 30,
} as const;

/**
 * The mould a casting becomes: its masters lie one under another, its size is the box's, its weight
 * what was mixed without the margin, g. Not tried yet.
 * @param hold s pressure is held, as the shop usually does
 */
export function asMould(casting: Casting, mix: readonly Mixed[], hold: number): Mould {
  const { name, kind, box, outline, length, volume, masters, margin, life } = casting;
  const { metal } = CASTINGS[kind];
  const section = Math.round(depthOf(outline, length) * OUTLINES[outline].round * 10) / 10;
  const across = box.width / masters;
  return {
    ...USUAL,
    name,
    metal,
    mass: Math.round(mix.reduce((sum, { mass }) => sum + mass / (1 + margin), 0)),
    width: box.length,
    height: box.width,
    hold,
    cool: metal === 'silicone' ? COOL.silicone : COOL.hard,
    life,
    cavities: Array.from({ length: masters }, (_, i) => ({
      n: i + 1,
      outline,
      length,
      section: Math.max(1, section),
      x: Math.round(box.length / 2),
      y: Math.round(across * (i + 0.5)),
      turn: 0,
      source: volume === null ? 'rough' : 'ml',
      measured: volume ?? length,
      grade: 'medium',
      profile: null,
    })),
  };
}
