import type { Vessel } from '../../build/tools.ts';
import type { Grade } from '../../material/grade.ts';
import type { Limits } from '../../material/limits.ts';
import { plastisolsOf } from '../../material/density.ts';
import { limitsOf } from '../../material/limits.ts';
import type { Ingredient } from '../../material/schema.ts';
import type { Runs } from '../../material/viscosity.ts';
import type { CupChoice } from '../../plan/input.ts';
import type { DegassedAt } from '../../plan/degas.ts';
import type { CupId } from '../../plan/cupId.ts';
import { choiceDensity } from '../../plan/run.ts';
import type { Plastic } from '../../plastic/schema.ts';
import { fillLimit } from '../../shot/cup.ts';
import type { Bounds, Doubt, Verdict } from '../bounds.ts';
import type { Measured, WayOutKey } from '../waysOut.ts';
import type { EyeStage } from '../words.ts';
import type { ColourBook } from './snapshot.ts';

export interface Reading {
  at: number;
  celsius: number;
  low: number;
  high: number;
  stage: EyeStage | null;
}
/** What went into a cup, in order. A draw remembers how far the trail had come. */
export interface TrailEntry {
  event: string;
  at: number;
  what: string;
  materialId?: number;
  amount: number;
  dimension: 'drops' | 'volume' | 'mass';
  /** how its amount is known; absent for plastic */
  counted?: 'recipe' | 'hand' | 'guess';
  /** g in the cup once it was in, and °C as reckoned or last read */
  grams: number;
  celsius: number | null;
  /** the plastic that came, with what is in it; `alike` = of the cup's own; null = an addition */
  brings: Plastic | 'alike' | null;
}
/** Plastic that left a cup without being drawn. */
interface PouredOut {
  event: string;
  at: number;
  way: WayOutKey;
  grams: number;
  how: Measured;
  /** cup it was tipped into */
  into: string | null;
  /** entries of the trail that were in it then */
  upTo: number;
}
interface KeptMix {
  event: string;
  at: number;
  as: 'version' | 'branch';
  name: string;
  upTo: number;
}
export interface CupState {
  /** its id as the plan or the bench gave it */
  key: CupId;
  /** the mix it is meant to become */
  mix: number;
  letter: string;
  name: string;
  colour: string;
  grade: Grade;
  /** g/mL at 20 °C of its mix */
  density20: number;
  ladder: Ingredient[];
  vessel: Vessel | null;
  limitMl: number;
  degas: CupChoice['degas'];
  /** what it is begun from beside fresh plastic: its first charge */
  begins: CupChoice['begins'] | null;
  /** grams to charge, from the plan, charge by charge */
  plannedCharges: number[];
  /** which of the cup's own draws each of them comes before, counted from one */
  plannedBefore: number[];
  charges: number;
  grams: number;
  /** g when the estimate of its heat was last told */
  notedG: number;
  freshG: number;
  remeltG: number;
  returnedG: number;
  drawnG: number;
  /** g tipped into it from other cups, and poured off it */
  gotG: number;
  offG: number;
  /** g it was found to hold over what was reckoned, when it was emptied and weighed */
  foundG: number;
  /** trips through fusion, in the mean of what it holds */
  heats: number;
  woken: boolean;
  fused: boolean;
  /** out of the pot, and how often it was stirred since; null while it was not in it */
  degassed: { stirs: number; when: DegassedAt } | null;
  coloured: boolean;
  /** when it was last stirred; null = not yet */
  stirredAt: number | null;
  /** as seen on the blade, beside the others */
  runs: Runs;
  heatedS: number;
  /** burst it stands in, bench clock ms */
  inOven: { from: number; until: number; oven: number } | null;
  reading: Reading | null;
  /** the one before, for the trend */
  before: Reading | null;
  trail: TrailEntry[];
  /** what was poured off it, in order */
  out: PouredOut[];
  /** bottles its plastisol may have come out of, by their material's number */
  plastisols: readonly number[];
  /** heats its plastisol must reach, is kept under and breaks down at, as it stands on the shelf */
  limits: Limits;
  /** what it can be at all since a reading last held; null until it is charged */
  bounds: Bounds | null;
  /**
   * the last reading, where it could not be of this cup: one too hot is believed for safety, one
   * too cold waits for a second
   */
  doubt: Doubt | null;
  /** what was made of the last reading */
  verdict: Verdict;
  /** version of its mix it began from, where that is known */
  version: number | null;
  /** what was kept of it in the mix notebook */
  keptMixes: KeptMix[];
}

export function newCup(
  choice: CupChoice,
  letter: string,
  plannedCharges: number[],
  book: Pick<ColourBook, 'materials' | 'versions'>,
): CupState {
  const { recipe } = choice;
  return {
    key: choice.id,
    mix: choice.mix,
    letter,
    name: recipe.name,
    colour: recipe.colour,
    grade: recipe.grade,
    density20: choiceDensity(choice),
    ladder: recipe.ladder,
    vessel: choice.vessel?.vessel ?? null,
    limitMl: choice.vessel ? fillLimit(choice.vessel.vessel, choice.degas !== 'none') : 0,
    degas: choice.degas,
    begins: choice.begins ?? null,
    plannedCharges,
    plannedBefore: plannedCharges.map((_, i) => (i === 0 ? 1 : Infinity)),
    charges: 0,
    grams: 0,
    notedG: 0,
    freshG: 0,
    remeltG: 0,
    returnedG: 0,
    drawnG: 0,
    gotG: 0,
    offG: 0,
    foundG: 0,
    heats: 0,
    woken: false,
    fused: false,
    degassed: null,
    coloured: false,
    stirredAt: null,
    runs: 'alike',
    heatedS: 0,
    inOven: null,
    reading: null,
    before: null,
    trail: [],
    out: [],
    plastisols: plastisolsOf(recipe, book.materials).flatMap(({ id }) => id ?? []),
    limits: limitsOf(recipe, book.materials),
    bounds: null,
    doubt: null,
    verdict: 'taken',
    version: book.versions[String(choice.mix)] ?? null,
    keptMixes: [],
  };
}
