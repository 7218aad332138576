import type { MouldHeat } from '../../heat/evening.ts';
import type { Forecast } from '../../heat/forecast.ts';
import type { Estimate } from '../../heat/meanAndSpread.ts';
import type { MatchPlan } from '../../heat/matchPlanning.ts';
import type { Limits } from '../../material/limits.ts';
import type { ThinPart } from '../../plan/mouldHeat.ts';
import type { HeatSetup, HeatNote } from '../heatNotes.ts';

/** What a bench wants foreseen: sent to a worker, so plain data. */
export interface HeatAsk {
  /** of one session the notes of the last asking may be gone on from */
  session: number;
  setup: HeatSetup;
  notes: HeatNote[];
  now: number;
  oven: { id: number; level: number };
  /** every oven that is free, that one first */
  ovens: { id: number; level: number }[];
  /**
   * cups on the bench; `cook` = not yet through fusion; `pot` = to be degassed hot next; `bare` =
   * no stabiliser in it
   */
  cups: {
    key: string;
    cook: boolean;
    pot: boolean;
    bare: boolean;
    limits: Limits;
    /** read hotter than it can be, or by hand colder: nothing is heated on the strength of it */
    again: 'above' | 'below' | null;
  }[];
  /**
   * cups that must come together for what is drawn or poured next, and whether that is what is
   * wanted now
   */
  match: {
    cups: string[];
    window: { low: number; high: number };
    apart: number;
    byEye: boolean;
  } | null;
  /** s of a burst that cooks at most, by the shop's own way; null = as long as is safe */
  longest: number | null;
  /**
   * cups to be drawn from next that stand ready on the bench, the window wanted then, and s until
   * that draw; null = not known
   */
  early: { cups: string[]; window: { low: number; high: number }; next: number } | null;
  /** barrels holding a draw: bore, °C at the draw and of the metal, when */
  barrels: { bore: number; from: number; metal: number; at: number; room: number }[];
  /**
   * moulds at work: their metal's heat and how sure, °C, its own first heat, and what is shot into
   * them
   */
  moulds: {
    key: string;
    heat: MouldHeat;
    celsius: number;
    sd: number;
    first: number;
    shot: number;
    room: number;
    /** its baits' thinnest part and Pa behind the plastic; null where none is pushed */ push: {
      thin: ThinPart;
      pressure: number;
    } | null;
    /** ln of how much longer its baits want than reckoned */ opens: Estimate;
    /** times as long as that its own record has them let cool */ letCool: number;
    /** baits in it, and s of work that one costs */ baits: number;
    each: number;
  }[];
}
export interface CupForecast {
  now: Forecast;
  /** K a minute */
  trend: number;
  /** s from now and the range there */
  fan: { s: number; mid: number; low: number; high: number }[];
  /** share of its heat it has left */
  left: number;
  /**
   * s until it falls under the window, or to the heat where air is let go of no more; null = not
   * within an hour
   */
  cold: number | null;
  /** the hottest its mean is reckoned to have been since it was charged, °C */
  peak: number;
  /** longest safe burst from here, s */
  safe: number;
  /** the burst that brings it through fusion, as far as is safe */
  cook: { seconds: number; after: Forecast } | null;
  /**
   * the burst it shares with another cup that cooks, both through fusion as far as is safe for both
   */
  pair: { with: string; seconds: number } | null;
  /**
   * what the pot wants of it: a burst to the heat it goes in at, and s until it is too thick to let
   * go of air; null = 0 within an hour
   */
  pot: { seconds: number; after: Forecast; thick: number | null } | null;
  /** nothing has told of it since it was charged, or since its last burst */
  last: 'reading' | 'burst' | 'charge';
  /** the last reading was left out: too far from what it can be */
  doubted: number | null;
}
/**
 * Heat of a cup as the bench shows it so many s after it was reckoned, and as a draw then records
 * it, °C.
 */
export const shownHeat = (seen: CupForecast, since: number): number =>
  Math.max(-40, seen.now.celsius + (seen.trend * since) / 60);
export interface MouldForecast {
  /** s after which it is worth opening; null = never: rest it */
  open: number | null;
  /** s after which the models alone call it firm */
  firm: number | null;
  /**
   * s between which it gets firm, eight times in ten: by the heat of its metal and by what its
   * baits have shown
   */
  low: number | null;
  high: number | null;
  /** °C in the middle then */
  centre: number;
  /** K the window may come down by now */
  down: number;
  /**
   * mm the plastic runs into the thinnest part of a length, and the shot heat that fills it; null =
   * it fills, or is not pushed
   */
  short: { reach: number; length: number; heat: number | null } | null;
}
export interface HeatAnswer {
  at: number;
  cups: Record<string, CupForecast>;
  bring: MatchPlan | null;
  /** a cup that goes in now so that it is hot when the mould is ready */
  early: {
    cup: string;
    seconds: number;
    oven: { id: number; level: number };
    after: Forecast;
  } | null;
  /** s after the draw for which the barrels still give a good shot; °C that leaves them now */
  barrels: { good: number; leaving: number; stiff: number }[];
  moulds: Record<string, MouldForecast>;
  /** notes it was made of */
  notes: number;
  readings: number;
}
