import Papa from 'papaparse';
import { METRIC } from '@/core/quantity/index.ts';
import type { BadShot, BehindKey, ShotsAt, YieldCut } from '@/core/yield/index.ts';
import { behindOf, pareto, pChart, sayBehind, shotsAt, TELLS, wilson } from '@/core/yield/index.ts';
import type { FoundCut } from '@/store/yields.ts';
import { cavitiesOf, coloursOf, orderedBy, shotsOf, yieldsBySession } from '@/store/yields.ts';
import { cutChoices, foundCut } from './yieldCut.ts';

/** Spreads by which a colour must do worse than the rest to be called hard: one in ten by chance. */
const HARD = 1.2816;
/** Sessions a chart is drawn of: the newest. */
const NEWEST = 40;
type Everywhere = Record<BehindKey, ShotsAt[]>;
/** Faults, the most frequent first, each with the cavity it mostly comes from and where the rest lie. */
function withBehind(bad: readonly BadShot[], everywhere: Everywhere, cavities: number | null) {
  const counts = bad.flatMap(({ fault, cavities: own }) =>
    own.map((cavity) => ({ fault, cavity, count: 1 })),
  );
  return pareto(counts, cavities).map((row) => ({
    ...row,
    behind: behindOf(
      bad.filter(({ fault }) => fault === row.fault),
      everywhere,
      row.mostly?.cavity ?? null,
    ),
  }));
}
/** Colours of a cut over some sessions, with whether they do worse than the rest, and who orders those. */
async function coloursWith(cut: FoundCut, ids: readonly number[], usual: number) {
  const colours = await coloursOf(cut, ids);
  const isHard = ({ shot, good }: { shot: number; good: number }): boolean =>
    wilson(shot - good, shot, HARD).low > usual;
  const hard = await orderedBy(colours.filter(isHard).map(({ colourway }) => colourway));
  return colours.map((one) => ({
    ...one,
    hard: isHard(one),
    customers: hard.find(({ colourway }) => colourway === one.colourway)?.customers ?? [],
  }));
}
/** What a cut's newest sessions gave, by all that is told of it. */
async function counted(cut: FoundCut) {
  const sessions = await yieldsBySession(cut, NEWEST);
  const ids = sessions.map(({ session }) => session);
  const chart = pChart(sessions.map(({ shot, good }) => ({ shot, bad: shot - good })));
  const [shots, cavities, colours] = await Promise.all([
    shotsOf(cut, ids),
    cavitiesOf(cut, ids),
    coloursWith(cut, ids, chart.mean),
  ]);
  return { sessions, chart, cavities, colours, ...shots };
}
/**
 * What came good of a cut, session by session with limits, by cavity, and what did not, by fault.
 * @returns also what there is to cut by, and the mould where one is cut by
 */
export async function yields(asked: YieldCut) {
  const cut = await foundCut(asked);
  const [{ sessions, chart, bad, cavities, colours, shots }, { choices, mould }] =
    await Promise.all([counted(cut), cutChoices(cut)]);
  return {
    /** sessions told of at most: there may be older ones */
    newest: NEWEST,
    mean: chart.mean,
    sessions: sessions.map((session, nth) => ({ ...session, ...chart.points[nth]! })),
    faults: withBehind(
      bad,
      { heat: shotsAt(shots, 'heat'), metal: shotsAt(shots, 'metal') },
      mould?.cavities.length ?? null,
    ),
    cavities,
    colours: colours.map((one) => ({
      ...one,
      name:
        choices.colourway.find(({ value }) => value === String(one.colourway))?.name ?? 'retired',
    })),
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
    faults.map(({ fault, count, upTo: so, mostly, behind }) => ({
      fault,
      count,
      'share so far': share(so),
      'mostly cavity': mostly?.cavity ?? '',
      'the rest mostly': behind ? sayBehind(behind, METRIC, mostly !== null) : '',
    })),
  cavities: ({ cavities }: Yields) =>
    cavities.map(({ cavity, shot, good, usable }) => ({ cavity, baits: shot, good, usable })),
  colours: ({ colours }: Yields) =>
    colours.map(({ name, shot, good, hard, customers }) => ({
      colourway: name,
      baits: shot,
      good,
      hard: hard ? 'hard' : '',
      'ordered by': customers.join('; '),
    })),
} satisfies Record<string, (of: Yields) => Row[]>;
export type YieldTable = keyof typeof TABLES;
export const isYieldTable = (key: string): key is YieldTable => Object.hasOwn(TABLES, key);

/** One table of a cut, as CSV. */
export async function yieldsCsv(cut: YieldCut, table: YieldTable): Promise<string> {
  const rows: Row[] = TABLES[table](await yields(cut));
  return Papa.unparse(rows, { newline: '\n' });
}
