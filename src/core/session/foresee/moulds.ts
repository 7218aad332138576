import { FEEL, MOULD_PRIOR, opensAt, windowDown, worthWaiting } from '../../heat/index.ts';
import { Z80 } from '../../quantiles.ts';
import { shortOf } from './short.ts';
import type { HeatAsk, MouldForecast } from './types.ts';

/** Thinnest section a bait's tail is taken to have, mm (judgement). */
const THIN = 3;
type AskedMould = HeatAsk['moulds'][number];

/**
 * An end of the range a bait gets firm in, s: two doubts, each by itself, of the heat of its metal
 * and of how much longer its baits want.
 * @param open s by the middle of what is believed
 */
function edgeOf(
  mould: AskedMould,
  open: number,
  seconds: number | null,
  sign: -1 | 1,
): number | null {
  if (seconds === null) return null;
  // What its metal is off by as a rule was learned with it: so much of that doubt counts as is not.
  const unlearned = Math.min(1, mould.opens.sd / MOULD_PRIOR.opens.sd);
  const byMetal = unlearned * Math.log(Math.max(1, seconds) / Math.max(1, open));
  const byBait = Z80 * Math.hypot(mould.opens.sd, FEEL.shots);
  return open * Math.exp(mould.opens.mean + sign * Math.hypot(byMetal, byBait));
}

/** When a mould may be opened, and what is foreseen of the shot in it. */
export function mouldForecast(mould: AskedMould): MouldForecast {
  const here = (celsius: number) =>
    opensAt(mould.heat, Math.round(mould.shot / 5) * 5, celsius, mould.room);
  const { open, centre } = here(mould.celsius);
  const edge = (sign: -1 | 1) =>
    open === null
      ? null
      : edgeOf(mould, open, here(mould.celsius + sign * Z80 * mould.sd).open, sign);
  // Sooner than firm for certain, where a second costs more than the baits it saves.
  const stretch =
    open === null ? 1 : Math.exp(worthWaiting(open, mould.opens, mould.baits, mould.each));
  return {
    open: open === null ? null : open * stretch * mould.letCool,
    firm: open,
    centre,
    low: edge(-1),
    high: edge(1),
    down: windowDown(THIN, mould.shot, mould.first, mould.celsius),
    short: mould.push && shortOf(mould.push, mould.shot, mould.celsius),
  };
}
