import * as z from 'zod';
import { EmbeddedBuildSchema } from '../build/schema.ts';
import { InjectorSchema, BlockSchema } from '../build/tools.ts';
import { MixSchema } from '../material/schema.ts';
import { RUNS, type Runs } from '../material/viscosity.ts';
import { MouldSchema } from '../mould/schema.ts';
import { JobColourwaySchema, CupChoiceSchema } from '../plan/input.ts';
import { EYE, type EyeStage, FAULTS, type Fault, STOPS, type Stop } from './words.ts';

const key = z.string().min(1).max(80);
const grams = z.number().min(0).max(100000);
const target = z.object({ kind: z.enum(['cup', 'mould', 'injector', 'block', 'room']), key });
const eye = z.enum(Object.keys(EYE) as [EyeStage, ...EyeStage[]]);
const fault = z.enum(Object.keys(FAULTS) as [Fault, ...Fault[]]);
/**
 * Every kind of thing that happens at the bench, declared once. `job` is the key of a run: one
 * stage of a job, its last stage under the job's own key.
 */
export const PAYLOADS = {
  opened: z.object({}),
  brokenOff: z.object({ why: z.string().max(200).default('') }),
  resumed: z.object({}),
  finished: z.object({}),
  woken: z.object({ cup: key }),
  charged: z.object({ cup: key, grams, from: z.enum(['fresh', 'remelt']) }),
  /**
   * A burst: of `cup` and whoever stands in the oven with it. `begun` = it goes in now; else it is
   * over now, as older benches wrote it. The oven is one of the snapshot's, the first where none is
   * named.
   */
  heated: z.object({
    cup: key,
    seconds: z.number().positive().max(3600),
    begun: z.boolean().optional(),
    oven: z.number().int().optional(),
    level: z.number().min(0.1).max(1).optional(),
    together: z.array(key).max(3).optional(),
  }),
  stirred: z.object({ cup: key }),
  degassed: z.object({ cup: key, when: z.enum(['cold', 'before colour', 'after colour']) }),
  added: z.object({
    cup: key,
    what: z.string().trim().min(1).max(80),
    amount: z.number().positive(),
    dimension: z.enum(['drops', 'volume', 'mass']),
    from: z.enum(['recipe', 'hand']).default('hand'),
    /** which of its name in the recipe, where that stands there more than once: 2 is the second */
    nth: z.number().int().min(2).max(40).optional(),
    /** °C the cup was reckoned at */ celsius: z.number().min(-40).max(400).optional(),
  }),
  coloured: z.object({ cup: key }),
  /**
   * What really went into a cup, kept as the next version of its mix, or as a mix of its own that
   * branched off it. The ladder is for a US cup, as of so many entries of the cup's trail.
   */
  mixKept: z.object({
    cup: key,
    as: z.enum(['version', 'branch']),
    name: z.string().trim().min(1, 'Name the branch.').max(60),
    mix: MixSchema,
    upTo: z.number().int().min(0),
  }),
  /** how a colour runs off the blade, beside the others */
  bladed: z.object({ cup: key, runs: z.enum(Object.keys(RUNS) as [Runs, ...Runs[]]) }),
  reading: z.object({
    target,
    celsius: z.number().min(-40).max(400).nullable(),
    stage: eye.nullable(),
    from: z.enum(['typed', 'eye', 'device']),
  }),
  warmed: z.object({ target }),
  closed: z.object({
    mould: key,
    gaps: z.array(z.enum(['left', 'right'])),
    closures: z.number().int().min(0),
    loose: z.boolean(),
  }),
  topChecked: z.object({ mould: key, right: z.boolean() }),
  drawn: z.object({
    draw: key,
    injector: key,
    job: key,
    barrels: z
      .array(
        z.object({
          layer: key,
          cup: key,
          ml: z.number().positive(),
          /** °C it was reckoned at, and its spread, where the bench foresaw it */ celsius: z
            .number()
            .min(-40)
            .max(400)
            .optional(),
          sd: z.number().min(0).max(100).optional(),
        }),
      )
      .min(1)
      .max(3),
  }),
  shot: z.object({
    mould: key,
    job: key,
    draw: key,
    trial: z.boolean(),
    cavities: z.array(z.number().int()).nullable(),
  }),
  /** inserts laid in cavities of an open mould; `gap` where one shows round them */
  loaded: z.object({
    mould: key,
    job: key,
    cavities: z.array(z.number().int()).min(1).max(48),
    gap: z.boolean(),
  }),
  insertSpoiled: z.object({
    job: key,
    count: z.number().int().min(1).max(500),
    why: z.string().max(80),
  }),
  /** by hand, into an open mould; `again` = what lay there was peeled off first */
  poured: z.object({
    mould: key,
    job: key,
    layer: key,
    cup: key,
    grams,
    trial: z.boolean(),
    again: z.boolean(),
    /** °C the cup was reckoned at */ celsius: z.number().min(-40).max(400).optional(),
  }),
  /** filling ended before the last cavity */
  stopped: z.object({ mould: key, why: z.enum(Object.keys(STOPS) as [Stop, ...Stop[]]) }),
  /**
   * `cool` s until it opens, as reckoned for this bait, mould and heat; the mould's own figure
   * where it is not
   */
  held: z.object({
    mould: key,
    cool: z.number().min(1).max(7200).optional(),
    firm: z.number().min(1).max(7200).optional(),
  }),
  toppedOff: z.object({
    mould: key,
    look: z.union([z.literal(1), z.literal(2)]),
    took: z.boolean(),
    cool: z.number().min(1).max(7200).optional(),
    firm: z.number().min(1).max(7200).optional(),
  }),
  emptied: z.object({
    injector: key,
    habit: z.enum(['push', 'plug']),
    plug: z.enum(['square', 'thin', 'cold', 'none']),
  }),
  mouldOpened: z.object({ mould: key }),
  cavityMarked: z.object({
    shot: key,
    cavity: z.number().int(),
    grade: z.enum(['good', 'usable', 'second']),
    fault: fault.nullable(),
    why: z.string().max(200).optional(),
  }),
  /** `keep`: the good baits of a trial are kept */
  marked: z.object({ shot: key, keep: z.boolean().optional() }),
  /** the sprue, and where shorts and seconds go when not with it */
  returned: z.object({ shot: key, to: key, scrap: key.optional() }),
  racked: z.object({ shot: key }),
  /** inserts of a shot laid by, oiled or dry */
  kept: z.object({ shot: key, oiled: z.boolean() }),
  /** tips of a shot's baits dipped */
  tipped: z.object({ shot: key, cup: key, grams }),
  /** what the maker calls the colours of some shots; null = as they were reckoned */
  named: z.object({
    shots: z.array(key).min(1).max(200),
    colourway: z.object({ id: z.number().int().positive(), name: z.string() }).nullable(),
  }),
  /** baits that are not what the line asked for will do for it after all, or will not */
  willDo: z.object({ shots: z.array(key).min(1).max(200), will: z.boolean() }),
  /** a shot counted again, any time after */
  recounted: z.object({
    shot: key,
    good: z.number().int().min(0).max(48),
    usable: z.number().int().min(0).max(48),
    second: z.number().int().min(0).max(48),
    why: z.string().trim().min(1, 'Say why it is counted again.').max(200),
  }),
  /** baits lost since they were counted; below 0 = found again */
  dropped: z.object({
    shot: key,
    good: z.number().int().min(-48).max(48),
    usable: z.number().int().min(-48).max(48),
    why: z.string().trim().min(1, 'Say what became of them.').max(200),
  }),
  cleaned: z.object({ injector: key }),
  /** another stage taken in hand */
  turned: z.object({ job: key }),
  noted: z.object({ mould: key, text: z.string().trim().min(1, 'Write the note.').max(300) }),
  /** a new mould's trial card */
  trialled: z.object({
    mould: key,
    shot: key,
    fill: z.enum(['full', 'short', 'flashed']),
    letsGo: z.enum(['TOP', 'bottom', 'either']),
    hold: z.number().min(0).max(120),
    window: z.object({ low: z.number().min(100).max(205), high: z.number().min(100).max(205) }),
    bait: z.number().positive().max(2000).nullable(),
    verdict: z.enum(['good', 'watch', 'stop']),
    note: z.string().max(300),
  }),
  skipped: z.object({ step: key, target: key }),
  changed: z.discriminatedUnion('what', [
    /** the oven in use from here on, and its power */
    z.object({
      what: z.literal('oven'),
      oven: z.number().int(),
      level: z.number().min(0.1).max(1),
    }),
    z.object({ what: z.literal('shots'), job: key, by: z.number().int().min(-200).max(200) }),
    z.object({ what: z.literal('trials'), job: key, by: z.number().int().min(-20).max(20) }),
    z.object({
      what: z.literal('mould'),
      job: key,
      id: z.number().int(),
      mould: MouldSchema,
      only: z.boolean(),
      /** what it makes; left out = what the job is for */ bait: z
        .object({ id: z.number().int(), name: z.string(), outline: z.string() })
        .optional(),
    }),
    z.object({
      what: z.literal('colourway'),
      job: key,
      colourway: JobColourwaySchema,
      build: EmbeddedBuildSchema,
      layers: z.record(z.string(), z.number().int().nullable()),
      cups: z.array(CupChoiceSchema),
      injector: z.object({ id: z.number().int(), injector: InjectorSchema }).nullable(),
      block: z.object({ id: z.number().int(), block: BlockSchema }).nullable(),
    }),
  ]),
  trouble: z.object({ about: z.string().max(80), what: z.string().trim().min(1).max(300) }),
  undone: z.object({ event: z.uuid() }),
} as const;
