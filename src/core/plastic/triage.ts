import type { Medium } from '../colour/index.ts';
import { blended, CLEAR_BASE } from '../colour/index.ts';
import type { Material, Mix } from '../material/index.ts';
import { hardness, materialOf, spoonG } from '../material/index.ts';
import type { BookMix } from './book.ts';
import { bookOf } from './book.ts';
import type { Doubted } from './doubt.ts';
import { doubtedOf, looksOfDoubted, offBetween } from './doubt.ts';
import type { Looks } from './looks.ts';
import { apartOf, looksOfMedium, looksSaid, mediumOf } from './looks.ts';
import { isKnown } from './plastic.ts';
import type { Plastic } from './schema.ts';

/** What a maker says, or the make-up tells, of something in remelt. */
export type Told = 'yes' | 'no' | 'unknown';
export interface Range {
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
  /** 0 (jelly) to 100 (a boot sole) */
  hardness: number;
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
/** ΔE a colour said by eye is off by, eight times in ten (judgement). */
const SAID_OFF = 4.5;
/** ΔE up to which remelt stands in for a mix, at the worst of its range (judgement). */
const STANDS_IN = 6;
/** Lightness under which mixed flake hardly shows (judgement). */
export const HIDES_UNDER = 32;
/** Share of salted remelt of unknown make-up that is sludge (judgement). */
const SLUDGE: Range = { low: 0, mid: 0.03, high: 0.08 };
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

/** A range about a middle, none of it below nothing. */
const about = (mid: number, off: number): Range => ({
  low: Math.max(0, mid - off),
  mid,
  high: mid + off,
});

/**
 * How far it is from a mix: by what is in it; where part of that is not known, with that part as
 * each of the mixes a shop makes; else by the colour somebody said.
 */
export function apartFrom(views: RemeltLooks, mix: BookMix): Range | null {
  if (!views.doubted) {
    const mid = apartOf(views.looks[0]!, mix.drawn);
    return mid === null ? null : about(mid, SAID_OFF);
  }
  const all = views.looks
    .flatMap((looks) => apartOf(looks, mix.looks.as) ?? [])
    .sort((one, other) => one - other);
  if (all.length === 0) return null;
  const at = (share: number) => all[Math.round(share * (all.length - 1))]!;
  const mid = at(0.5);
  const off = offBetween(views.doubted, mix.looks);
  // What is not known of its make-up and what is off in the reckoning have nothing to do with one
  // another.
  return {
    low: Math.max(0, mid - Math.hypot(mid - at(0.1), off)),
    mid,
    high: mid + Math.hypot(at(0.9) - mid, off),
  };
}

/** How remelt may look: once where all in it is known, in as many ways as its unknown part has. */
export interface RemeltLooks {
  looks: Looks[];
  /** as what is known of it looks, and might; null where somebody said its colour */
  doubted: Doubted<Looks> | null;
}
/** Ways that what nobody knows of is taken to look (judgement: so many say what there is). */
const WAYS = 24;
export function looksOfRemelt(
  { plastic, mix }: Pick<Remelt, 'plastic' | 'mix'>,
  { materials, media }: Pick<Shelf, 'materials' | 'media'>,
): RemeltLooks {
  const known = isKnown(plastic) ? doubtedOf(mix, materials) : null;
  if (!known) return { looks: [looksSaid(mix.colour)], doubted: null };
  const doubted = looksOfDoubted(known);
  const share = plastic.grams > 0 ? plastic.unknownG / plastic.grams : 0;
  if (share < HARDLY_ANY || media.length === 0) return { looks: [doubted.as], doubted };
  const ways = media.filter((_, i) => i % Math.ceil(media.length / WAYS) === 0);
  // The ladder is spread over all of it, so what is not known stands in for as much clear.
  const whole = [
    { medium: known.as, share: 1 },
    { medium: CLEAR_BASE, share: -share },
  ];
  const looks = ways.map((way) => looksOfMedium(blended([...whole, { medium: way, share }])));
  return { looks, doubted };
}
/** Less of it nobody knows than changes how it looks (judgement). */
const HARDLY_ANY = 0.01;

/** What a shop has on its shelf and in its book, for judging remelt against: made once. */
export interface Shelf {
  book: readonly BookMix[];
  /** what the mixes of the book do to light: so may plastic that nobody knows */
  media: readonly Medium[];
  materials: readonly Material[];
}
export const shelfOf = (
  mixes: readonly { id: number; spec: Mix }[],
  materials: readonly Material[],
): Shelf => ({
  book: bookOf(mixes, materials),
  media: mixes.flatMap(({ spec }) => mediumOf(spec, materials) ?? []),
  materials,
});

/** Mixes of a book by how far remelt is from each, nearest first. */
export const nearestOf = (views: RemeltLooks, book: readonly BookMix[]): Triage['near'] =>
  book
    .flatMap((mix) => {
      const apart = apartFrom(views, mix);
      if (!apart) return [];
      const standsIn = apart.high <= STANDS_IN;
      return [{ id: mix.id, name: mix.name, apart, standsIn }];
    })
    .sort((one, other) => one.apart.mid - other.apart.mid)
    .slice(0, NAMED);

/**
 * What remelt becomes on its own, before it is melted: its shade against the mixes of the book, the
 * heat it has left, how hard it comes out, what shows and what is to be skimmed.
 */
export function triage(remelt: Remelt, shelf: Shelf): Triage {
  const views = looksOfRemelt(remelt, shelf);
  const salt = toldOf(remelt, 'salt');
  return {
    heatLeft: heatLeftOf(remelt.plastic),
    hardness: hardness(remelt.mix),
    flake: toldOf(remelt, 'flake'),
    salt,
    sludgeG: sludgeOf(remelt, salt, shelf.materials),
    near: nearestOf(views, shelf.book),
    hides: views.looks.every((looks) => (looks.at(-1)?.l ?? 100) < HIDES_UNDER),
  };
}
