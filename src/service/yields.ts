import { builtIns } from '@/core/build/index.ts';
import { pareto, pChart } from '@/core/yield/index.ts';
import type { YieldCut } from '@/store/yields.ts';
import { faultsOf, yieldsBySession } from '@/store/yields.ts';
import { lists } from './catalogue.ts';

/** Sessions a chart is drawn of: the newest. */
const NEWEST = 40;

/**
 * What came good of a cut, session by session with limits, and what did not, by fault.
 * @returns also what there is to cut by
 */
export async function yields(cut: YieldCut) {
  const [sessions, { moulds, baits, builds }] = await Promise.all([
    yieldsBySession(cut, NEWEST),
    lists('moulds', 'baits', 'builds'),
  ]);
  const faults = await faultsOf(
    cut,
    sessions.map(({ session }) => session),
  );
  const mould = moulds.find(({ id }) => id === cut.mould);
  const chart = pChart(sessions.map(({ shot, good }) => ({ shot, bad: shot - good })));
  return {
    mean: chart.mean,
    sessions: sessions.map((session, nth) => ({ ...session, ...chart.points[nth]! })),
    faults: pareto(faults, mould?.spec.cavities.length ?? null),
    choices: {
      moulds: moulds.map(({ id, spec }) => ({ value: String(id), name: spec.name })),
      baits: baits.map(({ id, spec }) => ({ value: String(id), name: spec.name })),
      builds: [...builtIns(), ...builds.map(({ spec }) => spec)].map(({ key, name }) => ({
        value: key,
        name,
      })),
    },
  };
}
export type Yields = Awaited<ReturnType<typeof yields>>;
