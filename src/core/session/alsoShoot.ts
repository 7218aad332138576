import type { Build } from '../build/index.ts';
import { builtIns } from '../build/index.ts';
import type { DraftDefaults, Job, ServedLine, Shelf } from '../plan/index.ts';
import {
  calledByLayers,
  cupsFor,
  forShelf,
  jobInBuild,
  noPlan,
  planSession,
  seated,
  withUnnamed,
} from '../plan/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import type { RunChange } from './runChanges.ts';
import type { RunState, SessionState } from './state.ts';
import { jobsOf } from './state/jobs.ts';
import type { Send } from './step.ts';

/** What a job drafted at the bench begins with: as what is shot by now. */
export function draftDefaultsOf({ snapshot, runs }: SessionState): DraftDefaults | null {
  const [run] = runs.values();
  if (!run) return null;
  const { good, window } = run.tools;
  return { settings: snapshot.input.settings, good, window, confidence: run.job.confidence };
}

/** What else is to be shot. */
export interface AlsoWanted {
  bait: number;
  /** {@link UNNAMED} = a colour with no recipe, made with the cup in hand */
  colourway: number;
  /** key of the build it is shot in; left out = as its colourway says */
  build?: string;
}

/** Every build there is, a colourway's own first. */
export function buildsFrom(colourway: number, shelf: Shelf): Build[] {
  const all = [...builtIns(), ...shelf.builds.map(({ spec }) => spec)];
  const own = shelf.colourways.find(({ id }) => id === colourway)?.spec.build;
  return [...all.filter(({ key }) => key === own), ...all.filter(({ key }) => key !== own)];
}

/** A shelf whose moulds want no test shots: those are the next plan's. */
const untested = (shelf: Shelf): Shelf => ({
  ...shelf,
  moulds: shelf.moulds.map((mould) => ({ ...mould, spec: { ...mould.spec, tries: null } })),
});

/**
 * The job of what else is shot, drafted as in a plan, or as it is shot already; null where the shop
 * has no way to shoot it. What it is shot with, and in which mixes, may be changed before it is
 * taken on.
 */
export function draftAlso(state: SessionState, wanted: AlsoWanted, own: Shelf): Job | null {
  const shot = [...state.runs.values()].find(
    ({ job, stage }) =>
      stage.makes === 'bait' &&
      job.bait.id === wanted.bait &&
      job.colourway.id === wanted.colourway &&
      (!wanted.build || job.build.key === wanted.build),
  );
  if (shot) return shot.job;
  const defaults = draftDefaultsOf(state);
  const bait = own.baits.find(({ id }) => id === wanted.bait)?.spec;
  const shelf = untested(withUnnamed(own, bait?.grades[0] ?? 'medium'));
  const [drafted] = defaults ? forShelf(noPlan(defaults), wanted, shelf, defaults).jobs : [];
  if (!drafted || !defaults) return null;
  const build = buildsFrom(wanted.colourway, shelf).find(({ key }) => key === wanted.build);
  if (!build || build.key === drafted.build.key) return drafted;
  return calledByLayers(jobInBuild(drafted, build, { shelf, defaults }), drafted, shelf);
}

/** What tells jobs of one bait apart: build, mixes, and what they are shot with. */
const told = ({ build, layers, tools }: Job): string =>
  JSON.stringify([
    build.key,
    layers,
    tools.map(({ moulds, injector, block, window }) => [
      moulds.map(({ id, mould }) => [id, mould.closure, mould.closures]),
      ...[injector?.id, block?.id, window],
    ]),
  ]);
/** A key for a job taken on that no other has. */
function freeKey({ key }: Job, taken: ReadonlySet<string>): string {
  for (let count = 1; ; count++) {
    const free = count === 1 ? key : `${key}-${count}`;
    if (!taken.has(free)) return free;
  }
}

/**
 * Something else is shot too, from the cups that stand there where they are of its mixes, else from
 * new ones. Of what is shot already, just so, so many more.
 * @param job as drafted by {@link draftAlso}, or changed since
 * @param vessel number of the vessel new cups are; left out = the smallest that takes the charge
 * @returns what to record, or why it cannot be
 */
export function alsoShoot(
  state: SessionState,
  { job: drafted, shots, vessel }: { job: Job | null; shots: number; vessel?: number },
  { shelf: own, units }: { shelf: Shelf; units: ShopUnits },
): RunChange {
  if (!drafted)
    return { ok: false, refused: ['The shop has no mould or colours for that: see its lists.'] };
  const shelf = withUnnamed(own, drafted.bait.grades?.[0] ?? 'medium');
  const there = [...state.runs.values()].find(
    ({ job, stage }) =>
      stage.makes === 'bait' &&
      job.bait.id === drafted.bait.id &&
      job.colourway.id === drafted.colourway.id &&
      told(job) === told(drafted),
  );
  if (there) {
    const payload = { what: 'shots', job: there.key, by: shots } as const;
    return { ok: true, send: { kind: 'changed', payload } };
  }
  const keys = new Set([...state.runs.values()].map(({ job }) => job.key));
  const standing = [...state.cups.values()].map(({ key, mix }) => ({ id: key, mix }));
  const { settings, cups: held } = state.snapshot.input;
  const wanted = { ...drafted, key: freeKey(drafted, keys), lines: [], extra: shots };
  const [job] = seated([wanted], standing) as [Job];
  const vessels = shelf.vessels.filter(({ id }) => vessel === undefined || id === vessel);
  const cups = cupsFor({ ...shelf, vessels }, [job], held, settings);
  const plan = planSession({ jobs: [job], cups, settings }, units);
  const refused = plan.remarks.filter(({ weight }) => weight === 'refused');
  if (refused.length > 0) return { ok: false, refused: refused.map(({ sentence }) => sentence) };
  return {
    ok: true,
    send: {
      kind: 'changed',
      payload: {
        what: 'also',
        shoots: job,
        cups,
        targets: Object.fromEntries(plan.runs.map(({ key, shots }) => [key, shots])),
      },
    },
  };
}

/** A part of the order book as it stands. */
export interface BookPart {
  part: number;
  line: number;
  for: string;
  due: string;
  bait: number;
  colourway: number;
  /** baits it still wants */
  rest: number;
}
/** Order lines that want what a run shoots and that it does not serve yet. */
export function joinable(
  state: SessionState,
  run: RunState,
  book: readonly BookPart[],
): BookPart[] {
  const job = jobsOf(state).find(({ key }) => key === run.job.key);
  if (!job || run.stage.makes !== 'bait') return [];
  return book.filter(
    ({ part, bait, colourway, rest }) =>
      rest > 0 &&
      bait === job.bait.id &&
      colourway === job.colourway.id &&
      !job.lines.some((line) => line.part === part),
  );
}
/** An order line joins a run: its baits go there when the session is counted. */
export function joinLine(run: RunState, { rest, ...wanted }: BookPart): Send {
  const { part, line, due } = wanted;
  const served: ServedLine = { part, line, for: wanted.for, count: rest, due };
  return { kind: 'changed', payload: { what: 'line', job: run.job.key, line: served } };
}
