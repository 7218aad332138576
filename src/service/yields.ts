import Papa from 'papaparse';
import * as z from 'zod';
import { builtIns } from '@/core/build/index.ts';
import type { CutKey, YieldCut } from '@/core/yield/index.ts';
import { METAL_BANDS, pareto, pChart, SEASONS, TELLS, WHEN_SHOT } from '@/core/yield/index.ts';
import { cavitiesOf, faultsOf, yieldsBySession } from '@/store/yields.ts';
import { lists } from './catalogue.ts';

/** Sessions a chart is drawn of: the newest. */
const NEWEST = 40;
/** Cavities to choose from where no mould is chosen. */
const CAVITIES = 24;

const id = z.coerce
  .number()
  .int()
  .min(0)
  .max(2 ** 31 - 1)
  .optional()
  .catch(0);
const CutSchema = z.object({
  mould: id,
  bait: id,
  colourway: id,
  // What no build is called by finds nothing.
  build: z
    .string()
    .regex(/^[^\0]{1,60}$/)
    .optional()
    .catch(''),
  cavity: id,
  season: z
    .enum(Object.keys(SEASONS) as (keyof typeof SEASONS)[])
    .optional()
    .catch(undefined),
  metal: z
    .enum(Object.keys(METAL_BANDS) as (keyof typeof METAL_BANDS)[])
    .optional()
    .catch(undefined),
  when: z
    .enum(Object.keys(WHEN_SHOT) as (keyof typeof WHEN_SHOT)[])
    .optional()
    .catch(undefined),
} satisfies Record<CutKey, z.ZodType>);
/** A cut as it is asked in an address: what is left empty there is not cut by. */
export const cutOf = (asked: URLSearchParams): YieldCut =>
  CutSchema.parse(Object.fromEntries([...asked].filter(([, value]) => value !== '')));

/** A choice of a cut. */
interface CutChoice {
  value: string;
  name: string;
}
const entries = (all: readonly { id: number; spec: { name: string } }[]): CutChoice[] =>
  all.map(({ id: number, spec: { name } }) => ({ value: String(number), name }));
const named = (all: Record<string, { name: string }>): CutChoice[] =>
  Object.entries(all).map(([value, { name }]) => ({ value, name }));
const upTo = (count: number): CutChoice[] =>
  Array.from({ length: count }, (_, nth) => ({ value: String(nth + 1), name: String(nth + 1) }));

/**
 * What came good of a cut, session by session with limits, by cavity, and what did not, by fault.
 * @returns also what there is to cut by, and the mould where one is cut by
 */
export async function yields(cut: YieldCut) {
  const [sessions, { moulds, baits, colourways, builds }] = await Promise.all([
    yieldsBySession(cut, NEWEST),
    lists('moulds', 'baits', 'colourways', 'builds'),
  ]);
  const ids = sessions.map(({ session }) => session);
  const [faults, cavities] = await Promise.all([faultsOf(cut, ids), cavitiesOf(cut, ids)]);
  const mould = moulds.find((one) => one.id === cut.mould)?.spec ?? null;
  const chart = pChart(sessions.map(({ shot, good }) => ({ shot, bad: shot - good })));
  const choices: Record<CutKey, CutChoice[]> = {
    mould: entries(moulds),
    bait: entries(baits),
    // What nobody has named is a colour too.
    colourway: [...entries(colourways), { value: '0', name: 'no name yet' }],
    build: [...builtIns(), ...builds.map(({ spec }) => spec)].map(({ key, name }) => ({
      value: key,
      name,
    })),
    cavity: upTo(mould?.cavities.length ?? CAVITIES),
    season: named(SEASONS),
    metal: named(METAL_BANDS),
    when: named(WHEN_SHOT),
  };
  return {
    /** sessions told of at most: there may be older ones */
    newest: NEWEST,
    mean: chart.mean,
    sessions: sessions.map((session, nth) => ({ ...session, ...chart.points[nth]! })),
    faults: pareto(faults, mould?.cavities.length ?? null),
    cavities,
    mould,
    choices,
  };
}
export type Yields = Awaited<ReturnType<typeof yields>>;

const share = (part: number): string => part.toFixed(4);
/** A row of a file, by the headings. */
type Row = Record<string, string | number>;
/** Tables of a cut as files: of each a row an object, by the heading it stands under. */
const TABLES = {
  sessions: ({ sessions }: Yields) =>
    sessions.map(({ session, name, at, shot, good, low, high, tells, ...point }) => ({
      session,
      name,
      at: at.toISOString(),
      baits: shot,
      good,
      'not good': share(point.share),
      'limit below': share(low),
      'limit above': share(high),
      tells: tells ? TELLS[tells].name : '',
    })),
  faults: ({ faults }: Yields) =>
    faults.map(({ fault, count, upTo: so, mostly }) => ({
      fault,
      count,
      'share so far': share(so),
      'mostly cavity': mostly?.cavity ?? '',
    })),
  cavities: ({ cavities }: Yields) =>
    cavities.map(({ cavity, shot, good }) => ({ cavity, baits: shot, good })),
} satisfies Record<string, (of: Yields) => Row[]>;
export type YieldTable = keyof typeof TABLES;
export const isYieldTable = (key: string): key is YieldTable => Object.hasOwn(TABLES, key);

/** One table of a cut, as CSV. */
export async function yieldsCsv(cut: YieldCut, table: YieldTable): Promise<string> {
  const rows: Row[] = TABLES[table](await yields(cut));
  return Papa.unparse(rows, { newline: '\n' });
}
