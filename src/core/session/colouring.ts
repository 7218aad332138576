import type { Ingredient, Material } from '../material/index.ts';
import { dyesUnder, GRADES, OFTEN_AT, RECIPE_CUP, scaleIngredient } from '../material/index.ts';
import { inUnitOf } from './units.ts';
import type { CupState, TrailEntry } from './state.ts';

/** What stands in a trail for a charge: plastisol thins what is in the cup, the cup's own remelt does not. */
const isCharge = (t: TrailEntry): boolean =>
  t.dimension === 'mass' && (t.what === 'plastisol' || t.what === 'remelt');

/** mL, cold, of what a cup holds. */
export const cupMl = (cup: Pick<CupState, 'grams' | 'grade'>): number =>
  cup.grams / GRADES[cup.grade].density20;

/**
 * How much of each thing a mL of the cup's plastic holds, in the order they first went in. A thing counted in two ways
 * (drops, and a squeeze that was weighed) is one, in the unit its recipe or its first entry has, where the shelf says how much a
 * drop of it is.
 * @param upTo entries of the trail that count
 */
export function strengths(
  cup: CupState,
  upTo = cup.trail.length,
  materials: readonly Material[] = [],
): Map<string, { what: string; dimension: TrailEntry['dimension']; perMl: number }> {
  const unit = new Map(cup.ladder.map((i) => [i.what.toLowerCase(), i.dimension]));
  const out = new Map<
    string,
    { what: string; dimension: TrailEntry['dimension']; perMl: number }
  >();
  for (const t of cup.trail.slice(0, upTo)) {
    const ml = t.grams / GRADES[cup.grade].density20;
    if (isCharge(t)) {
      const fresh = t.what === 'plastisol' && t.grams > 0 ? t.amount / t.grams : 0;
      for (const held of out.values()) held.perMl *= 1 - fresh;
      continue;
    }
    if (ml <= 0) continue;
    const name = t.what.toLowerCase();
    const wanted = unit.get(name) ?? t.dimension;
    unit.set(name, wanted);
    const amount = inUnitOf(
      t.amount,
      t.dimension,
      wanted,
      materials.find((m) => m.name.toLowerCase() === name),
    );
    const dimension = amount === null ? t.dimension : wanted;
    const key = `${name}/${dimension}`;
    const held = out.get(key);
    if (held) held.perMl += (amount ?? t.amount) / ml;
    else out.set(key, { what: t.what, dimension, perMl: (amount ?? t.amount) / ml });
  }
  return out;
}

/** A cup without so much of what its recipe wants is said to lack it (judgement). */
const LACKS = 0.3;
/** What of its recipe is not in a cup, or hardly: forgotten, or thinned by a fresh charge. */
export function lacking(cup: CupState, materials: readonly Material[] = []): Ingredient[] {
  if (cup.charges === 0) return [];
  const held = strengths(cup, undefined, materials);
  return cup.ladder.filter(
    (i) =>
      (held.get(`${i.what.toLowerCase()}/${i.dimension}`)?.perMl ?? 0) * RECIPE_CUP <
      LACKS * i.amount,
  );
}

/** Things in a cup, or on its recipe, whose dye does not stand the heats a cup is often at. */
export const bleeding = (
  cup: Pick<CupState, 'ladder' | 'trail'>,
  materials: readonly Material[],
): (Material & { heat: number })[] =>
  dyesUnder(
    [...cup.ladder.map((i) => i.what), ...cup.trail.map((t) => t.what)],
    materials,
    OFTEN_AT,
  );

/** One thing of a cup's ladder: what its charge wants, what is in it, and what is still to come, in its own unit. */
export interface Rung {
  what: string;
  dimension: Ingredient['dimension'];
  when: Ingredient['when'] | null;
  wanted: number;
  inIt: number;
  still: number;
}
/** The cup's ladder against what is in it now, with what went in besides. */
export function rungsOf(cup: CupState, materials: readonly Material[] = []): Rung[] {
  const ml = cupMl(cup);
  const held = strengths(cup, undefined, materials);
  const own = cup.ladder.map((i): Rung => {
    const wanted = scaleIngredient(i, ml).amount;
    const inIt = (held.get(`${i.what.toLowerCase()}/${i.dimension}`)?.perMl ?? 0) * ml;
    const short = wanted - inIt;
    return {
      what: i.what,
      dimension: i.dimension,
      when: i.when,
      wanted,
      inIt,
      still:
        i.dimension === 'drops'
          ? Math.max(0, Math.round(short))
          : short > wanted * 0.05
            ? short
            : 0,
    };
  });
  const besides = [...held.values()].filter(
    (h) =>
      !cup.ladder.some(
        (i) => i.what.toLowerCase() === h.what.toLowerCase() && i.dimension === h.dimension,
      ),
  );
  return [
    ...own,
    ...besides.map((h): Rung => ({
      what: h.what,
      dimension: h.dimension,
      when: null,
      wanted: 0,
      inIt: h.perMl * ml,
      still: 0,
    })),
  ];
}

/** Moments of a cup that were shot: each draw with how far its trail had come, told apart where something went in between. */
export function drawnStates(
  cup: CupState,
  draws: Iterable<{ n: number; barrels: { cup: string; trail: number }[] }>,
): { upTo: number; draws: number[] }[] {
  const out = new Map<number, number[]>();
  for (const d of draws) {
    const b = d.barrels.find((x) => x.cup === cup.key);
    if (b) out.set(b.trail, [...(out.get(b.trail) ?? []), d.n]);
  }
  return [...out].sort((a, b) => a[0] - b[0]).map(([upTo, n]) => ({ upTo, draws: n }));
}

/** Flake in a cup of another size than any its mix wants: the wrong jar, perhaps. */
export function strangeFlake(
  cup: Pick<CupState, 'ladder' | 'trail'>,
  materials: readonly Material[],
): { what: string; size: number; wanted: number }[] {
  const flake = (what: string) =>
    materials.find(
      (m) => m.kind === 'flake' && m.size !== null && m.name.toLowerCase() === what.toLowerCase(),
    );
  const own = cup.ladder.flatMap((i) => {
    const m = flake(i.what);
    return m ? [m.size!] : [];
  });
  if (own.length === 0) return [];
  return [...new Set(cup.trail.map((t) => t.what))].flatMap((what) => {
    const m = flake(what);
    return m && own.every((size) => Math.abs(size - m.size!) > 0.05)
      ? [{ what: m.name, size: m.size!, wanted: own[0]! }]
      : [];
  });
}

/** The flake a new one is not the size of: the mix's own, when another size is about to go in that is not in the cup yet. */
export function otherFlake(
  cup: CupState,
  adding: Material,
  materials: readonly Material[],
): Material | null {
  if (
    adding.kind !== 'flake' ||
    !adding.size ||
    cup.trail.some((t) => t.what.toLowerCase() === adding.name.toLowerCase())
  )
    return null;
  const own = cup.ladder
    .filter((i) => i.kind === 'flake')
    .flatMap((i) =>
      materials.filter((m) => m.name.toLowerCase() === i.what.toLowerCase() && m.size !== null),
    );
  return own.length > 0 && own.every((m) => Math.abs(m.size! - adding.size!) > 0.05)
    ? own[0]!
    : null;
}
