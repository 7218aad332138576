import { deltaE, lightOf, throughTo } from '../colour/index.ts';
import type { Ingredient, Material, Named } from '../material/index.ts';
import { materialOf, RECIPE_CUP, sameThing } from '../material/index.ts';
import { UNNAMED } from '../plan/unnamed.ts';
import type { Apart } from './apart.ts';
import { strengths } from './colouring.ts';
import { mixIn } from './mixIn.ts';
import { remembered } from './remembered.ts';
import type { SessionState } from './state.ts';
import type { ShotState } from './state/shot.ts';
import type { CupState } from './state/cup.ts';
import { jobsOf } from './state/jobs.ts';

/** CIEDE2000 up to which a customer takes two baits for one colour (judgement). */
const SAME_COLOUR = 4;
/**
 * Shares of what a recipe wants between which what is in the cup is that recipe (judgement): drops
 * come whole, spoons are eyed.
 */
const AS_WANTED = { least: 0.6, most: 1.5 } as const;
/** mm a colour is looked through for this: a thin part and a body. */
const LOOKED = [2, 6] as const;
const COLOURING = new Set<Ingredient['kind']>(['pigment', 'powder', 'flake', 'remelt']);

/**
 * How far what is in a cup is from its recipe. Only what was written down counts against it: a cup
 * said to be coloured, with nothing noted, is taken at its word.
 * @param upTo entries of its trail that count
 */
export const likeness = (cup: CupState, upTo: number, materials: readonly Material[]): Apart =>
  lately(cup, [upTo, cup.trail, cup.ladder, materials], () => likenessOf(cup, upTo, materials));
const lately = remembered<Apart>();

function likenessOf(cup: CupState, upTo: number, materials: readonly Material[]): Apart {
  const held = strengths(cup, upTo, materials);
  const key = JSON.stringify([
    cup.key,
    cup.ladder,
    held.map((other) => [
      other.materialId ?? other.what,
      other.dimension,
      other.perMl.toPrecision(6),
    ]),
  ]);
  const known = judged.get(materials) ?? new Map<string, Apart>();
  judged.set(materials, known);
  const before = known.get(key);
  if (before !== undefined) return before;
  const made = judge(cup, upTo, materials, held);
  known.set(key, made);
  return made;
}
/** Asked again at every fold of a log, so kept by what it hangs on. */
const judged = new WeakMap<readonly Material[], Map<string, Apart>>();

function judge(
  cup: CupState,
  upTo: number,
  materials: readonly Material[],
  held: ReturnType<typeof strengths>,
): Apart {
  // What was meant to become nothing yet is whatever went into it.
  if (cup.mix === UNNAMED) return 0;
  const wanted = cup.ladder.filter((ingredient) => COLOURING.has(ingredient.kind));
  const kindOf = (thing: Named): 'flake' | 'colour' | 'none' => {
    const own = cup.ladder.find((ingredient) => sameThing(ingredient, thing))?.kind;
    const on = materialOf(thing, materials);
    if ((own ?? on?.kind) === 'flake') return 'flake';
    if (own) return COLOURING.has(own) ? 'colour' : 'none';
    return on && ['plastisol', 'softener', 'stabiliser', 'salt', 'scent', 'oil'].includes(on.kind)
      ? 'none'
      : 'colour';
  };
  const off: ('flake' | 'colour')[] = [];
  for (const strength of held) {
    const kind = kindOf(strength);
    if (kind === 'none') continue;
    const of = wanted.find((ingredient) => sameThing(ingredient, strength));
    const share = of ? (strength.perMl * RECIPE_CUP) / of.amount : Infinity;
    if (share < AS_WANTED.least || share > AS_WANTED.most) off.push(kind);
  }
  if (off.length === 0) return 0;
  if (off.includes('flake')) return null;
  const [is, was] = [
    lightOf(mixIn(cup, cup.name, materials, upTo), materials),
    lightOf({ ladder: cup.ladder }, materials),
  ];
  if (is.left.length > 0 || was.left.length > 0) return null;
  return Math.max(
    ...LOOKED.map((mm) =>
      deltaE(throughTo(is.medium, mm, 'card'), throughTo(was.medium, mm, 'card')),
    ),
  );
}

/**
 * The colour a shot counts as: what was ordered, what the maker calls it, or one nobody has named.
 */
export interface ShotColour {
  id: number;
  name: string;
  /** how far it is from what was ordered; null where that cannot be reckoned, 0 where it is that */
  apart: Apart;
}

/** How far a shot's worst colour is from its mix: null before a number, a number before nothing. */
function shotApart(state: SessionState, shot: ShotState): Apart {
  const portions = [
    ...[...new Set(shot.cavities.values())].flatMap((day) => state.draws.get(day)?.barrels ?? []),
    ...shot.poured,
  ];
  return portions.some((portion) => portion.apart === null)
    ? null
    : Math.max(0, ...portions.map((portion) => portion.apart as number));
}

export function colourOfShot(state: SessionState, shot: ShotState): ShotColour {
  const apart = shotApart(state, shot);
  if (shot.called) return { ...shot.called, apart };
  if (apart !== null && apart <= SAME_COLOUR) return { ...shot.colourway, apart };
  return {
    id: UNNAMED,
    name: apart === null ? 'unnamed' : `unnamed, ${apart.toFixed(1)} apart`,
    apart,
  };
}

/**
 * Whether a shot's baits are what its job was planned to give: shape, colours, build; or the maker
 * says they will do.
 */
export function asAsked(state: SessionState, shot: ShotState): boolean {
  if (shot.willDo) return true;
  const planned = jobsOf(state).find(
    (job) => shot.job === job.key || shot.job.startsWith(`${job.key}:`),
  );
  return (
    planned !== undefined &&
    shot.bait.id === planned.bait.id &&
    shot.build.key === planned.build.key &&
    colourOfShot(state, shot).id === planned.colourway.id
  );
}
