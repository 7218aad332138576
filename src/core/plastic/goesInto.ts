import type { Grade } from '../material/grade.ts';
import { hardness } from '../material/hardness.ts';
import { sameThing } from '../material/named.ts';
import type { Ingredient, Mix } from '../material/schema.ts';
import type { Material } from '../material/shelf.ts';
import { asMix } from './asMix.ts';
import { doubtedOf, looksOfDoubted, offBetween } from './doubt.ts';
import { apartOf, type Looks } from './looks.ts';
import type { Plastic } from './schema.ts';
import { HIDES_UNDER } from './triage.ts';

/** Plastic of another make-up that a cup may be begun from. */
export interface GoesInto {
  /** the most of the cup's plastic it may be, by volume, 0 to 1 */
  share: number;
  /** ΔE the cup is from its mix then, and at the worst eight times in ten */
  apart: { mid: number; high: number };
  /** it brings flake that its mix has none of, and that shows in thin baits */
  flake: boolean;
}
/** Shares that are tried, the most first. */
const SHARES = [1, 0.75, 0.5, 0.35, 0.25, 0.15] as const;
const LEAST_SHARE = SHARES.at(-1)!;
/** What plastic may bring over what a mix wants of it; of anything else none (handbook §2). */
const MAY_BRING: ReadonlySet<Ingredient['kind']> = new Set([
  'stabiliser',
  'softener',
  'pigment',
  'powder',
  'flake',
]);
/**
 * ΔE2000 up to which, at the worst of its range, nobody who ordered a colour is asked first: two baits
 * side by side are told apart from about 2 (judgement).
 */
const AS_ITS_MIX = 4;
/** Points of hardness a cup may come out off its mix (judgement). */
const HARDNESS_OFF = 4;
/** Amounts for a US cup that nobody sees, in drops, mL or g (judgement). */
const HARDLY = 0.001;

/** What a cup holds over its recipe, for a US cup of it, where such a share of it is other plastic. */
function broughtBy(other: Mix, recipe: Mix, share: number): Ingredient[] {
  return other.ladder.flatMap((held) => {
    const wanted = recipe.ladder
      .filter((one) => one.dimension === held.dimension && sameThing(one, held))
      .reduce((sum, { amount }) => sum + amount, 0);
    // Fresh plastic is dosed whole, whatever the pucks beside it bring too much of.
    const over = share * (held.amount - wanted);
    return over > HARDLY ? [{ ...held, amount: over }] : [];
  });
}

/**
 * How much of a cup may be plastic of another make-up, what its recipe wants besides put to it, so
 * that it looks like its mix still and comes out as hard: the colour reckoned, and at the worst of its
 * range no further off than what stands in for a mix (M11).
 * @returns null where none may: what is not known of it, another grade, salt or scent too many
 */
export function goesInto(
  { plastic, grade }: { plastic: Plastic; grade: Grade },
  recipe: Mix,
  materials: readonly Material[],
): GoesInto | null {
  if (grade !== recipe.grade) return null;
  const own = doubtedOf(recipe, materials);
  if (!own) return null;
  const [looks, wanted] = [looksOfDoubted(own), hardness(recipe)];
  const other = asMix(plastic, { name: recipe.name, colour: recipe.colour, grade }, materials);
  const hides = (seen: Looks) => (seen.at(-1)?.l ?? 100) < HIDES_UNDER;
  const at = (share: number): GoesInto | null => {
    const over = broughtBy(other, recipe, share);
    if (over.some(({ kind }) => !MAY_BRING.has(kind))) return null;
    const cup = { ...recipe, ladder: [...recipe.ladder, ...over] };
    if (Math.abs(hardness(cup) - wanted) > HARDNESS_OFF) return null;
    const doubted = doubtedOf(cup, materials);
    if (!doubted) return null;
    const made = looksOfDoubted(doubted);
    const mid = apartOf(made.as, looks.as);
    if (mid === null) return null;
    const high = mid + offBetween(made, looks);
    const flake = over.some(({ kind }) => kind === 'flake') && !hides(made.as);
    return high <= AS_ITS_MIX ? { share, apart: { mid, high }, flake } : null;
  };
  // What a little of it spoils, more of it spoils too.
  if (!at(LEAST_SHARE)) return null;
  for (const share of SHARES) {
    const made = at(share);
    if (made) return made;
  }
  return null;
}
