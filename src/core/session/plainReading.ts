/** K, or °F, about what is believed in which a reading is plain from its last two digits (judgement). */
const ABOUT = 25;
/** A heat of two digits and one more is whole: nobody types tenths of a cup. */
const WHOLE = 3;

/**
 * What digits typed for a cup plainly mean, so that nobody has to say that he is done: three digits
 * near what the cup is believed to be at; or two, where the hundred before them is plain. Nothing
 * while they could go on: two of them that begin with what the hundred may be are the start of three.
 * @param typed digits alone
 * @param believed in the shop's own degrees; null = nothing is
 * @returns in the shop's own degrees
 * @example plainReading('64', 166) → 164
 */
export function plainReading(typed: string, believed: number | null): number | null {
  if (believed === null || !/^\d{2,3}$/.test(typed)) return null;
  const near = (value: number) => Math.abs(value - believed) <= ABOUT;
  if (typed.length === WHOLE) return near(Number(typed)) ? Number(typed) : null;
  const hundreds = [believed - ABOUT, believed + ABOUT].map((end) => Math.floor(end / 100));
  if (hundreds.includes(Number(typed[0]))) return null;
  const meant = [...new Set(hundreds)]
    .map((hundred) => 100 * hundred + Number(typed))
    .filter((value) => value >= 100 && near(value));
  return meant.length === 1 ? meant[0]! : null;
}
