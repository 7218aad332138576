import { type Colour, colourOfHex, deltaE, lightOf, throughTo } from '../colour/index.ts';
import type { Material, Mix } from '../material/index.ts';
import { materialOf, spoonG } from '../material/index.ts';
import { isKnown, type Plastic } from './plastic.ts';

/** What a maker says, or the make-up tells, of something in remelt. */
export type Told = 'yes' | 'no' | 'unknown';
interface Range {
  low: number;
  mid: number;
  high: number;
}

/** Remelt as it is judged before anything is melted. */
export interface Remelt {
  plastic: Plastic;
  /** its make-up, for a US cup, drawn as it looks */
  mix: Mix;
  salted: Told;
  flaked: Told;
}
export interface Triage {
  /** share of its heat it has left */
  heatLeft: Range;
  flake: Told;
  salt: Told;
  /** g of hard sludge to be skimmed and thrown away */
  sludgeG: Range;
  /** mixes of the book by how far it is from them, nearest first */
  near: { id: number; name: string; apart: Range; standsIn: boolean }[];
  /** it hides what is in it: it may go into any bait */
  hides: boolean;
}

/** Share of its heat that remelt nobody knows has left (judgements: once through at least). */
const UNKNOWN_LEFT: Range = { low: 0.45, mid: 0.7, high: 0.85 };
/** How far heat left is off where it was reckoned (judgement). */
const LEFT_OFF = 0.08;
/** ΔE a colour may be off: reckoned from what is in it, or said by eye (judgements). */
const OFF = { reckoned: 2, said: 8, unknown: 20 } as const;
/** ΔE up to which a customer takes two for one colour, as at the bench (judgement). */
const STANDS_IN = 4;
/** Lightness under which mixed flake hardly shows (judgement). */
const HIDES_UNDER = 32;
/** Share of salted remelt of unknown make-up that is sludge (judgement). */
const SLUDGE: Range = { low: 0, mid: 0.03, high: 0.08 };
/** mm a colour is looked through for this: a thin part and a body. */
const LOOKED = [2, 6] as const;
/** Mixes that are named. */
const NAMED = 6;

const clamp = (share: number): number => Math.min(1, Math.max(0, share));

function heatLeftOf({ spent }: Plastic): Range {
  if (spent === null) return UNKNOWN_LEFT;
  const mid = clamp(1 - spent);
  return { low: clamp(mid - LEFT_OFF), mid, high: clamp(mid + LEFT_OFF) };
}

/** Whether something of a kind is in it: by what it holds, or as it is said. */
function toldOf({ plastic, mix, ...said }: Remelt, kind: 'flake' | 'salt'): Told {
  if (mix.ladder.some((ingredient) => ingredient.kind === kind)) return 'yes';
  const saying = kind === 'flake' ? said.flaked : said.salted;
  if (saying !== 'unknown') return saying;
  return plastic.unknownG > 0 ? 'unknown' : 'no';
}

/** g of salt that stays behind as sludge: what is known of it, else a share of what is not. */
function sludgeOf(remelt: Remelt, salt: Told, materials: readonly Material[]): Range {
  if (salt === 'no') return { low: 0, mid: 0, high: 0 };
  const known = remelt.plastic.holds.reduce((sum, held) => {
    const material = materialOf(held, materials);
    return material?.kind === 'salt' ? sum + spoonG(held, material) : sum;
  }, 0);
  const of = salt === 'yes' && known > 0 ? 0 : remelt.plastic.unknownG;
  return {
    low: 0.5 * known + SLUDGE.low * of,
    mid: 0.8 * known + SLUDGE.mid * of,
    high: known + SLUDGE.high * of,
  };
}

/** Colours of something through a thin part and a body; one colour where its make-up is not known. */
function looksOf(mix: Mix, known: boolean, materials: readonly Material[]): readonly Colour[] {
  const light = known && mix.ladder.length > 0 ? lightOf(mix, materials) : null;
  if (light && light.left.length === 0)
    return LOOKED.map((mm) => throughTo(light.medium, mm, 'card'));
  const drawn = colourOfHex(mix.colour);
  return drawn ? [drawn] : [];
}

/** How far two looks are from each other, where that can be said: the worst of what both show. */
function apartOf(one: readonly Colour[], other: readonly Colour[]): number | null {
  const shown = Math.min(one.length, other.length);
  if (shown === 0) return null;
  return Math.max(
    ...Array.from({ length: shown }, (_, i) => deltaE(one.at(i - shown)!, other.at(i - shown)!)),
  );
}

/**
 * What remelt becomes on its own, before it is melted: its shade against the mixes of the book, the
 * heat it has left, what shows and what is to be skimmed.
 * @param book mixes it may stand in for
 */
export function triage(
  remelt: Remelt,
  book: readonly { id: number; spec: Mix }[],
  materials: readonly Material[],
): Triage {
  const { plastic, mix } = remelt;
  const known = isKnown(plastic) && mix.ladder.length > 0;
  const looks = looksOf(mix, known, materials);
  const share = plastic.grams > 0 ? plastic.unknownG / plastic.grams : 1;
  const off = known ? OFF.reckoned + share * OFF.unknown : OFF.said;
  const salt = toldOf(remelt, 'salt');
  const near = book
    .flatMap(({ id, spec }) => {
      const apart = apartOf(looks, looksOf(spec, known, materials));
      if (apart === null) return [];
      const range = { low: Math.max(0, apart - off), mid: apart, high: apart + off };
      return [
        { id, name: spec.name, apart: range, standsIn: range.high <= STANDS_IN + OFF.reckoned },
      ];
    })
    .sort((one, other) => one.apart.mid - other.apart.mid)
    .slice(0, NAMED);
  return {
    heatLeft: heatLeftOf(plastic),
    flake: toldOf(remelt, 'flake'),
    salt,
    sludgeG: sludgeOf(remelt, salt, materials),
    near,
    hides: (looks.at(-1)?.l ?? 100) < HIDES_UNDER,
  };
}
