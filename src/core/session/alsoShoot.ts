import type { Build } from '../build/index.ts';
import { builtIns, layersOf } from '../build/index.ts';
import type { DraftDefaults, Job, ServedLine, Shelf } from '../plan/index.ts';
import { cupsFor, forShelf, noPlan, planSession, seated, withUnnamed } from '../plan/index.ts';
import type { ShopUnits } from '../quantity/index.ts';
import type { RunChange } from './runChanges.ts';
import type { RunState, SessionState } from './state.ts';
import { jobsOf } from './state/jobs.ts';
import type { Send } from './step.ts';

/** What a job drafted at the bench begins with: as what is shot by now. */
function defaultsOf({ snapshot, runs }: SessionState): DraftDefaults | null {
  const [run] = runs.values();
  if (!run) return null;
  const { good, window } = run.tools;
  return { settings: snapshot.input.settings, good, window, confidence: run.job.confidence };
}

/** What else is to be shot. */
interface Wanted {
  bait: number;
  /** {@link UNNAMED} = a colour with no recipe, made with the cup in hand */
  colourway: number;
  shots: number;
  /** key of the build it is shot in; left out = as its colourway says */
  build?: string;
}

/** Builds the colours of a colourway can be shot in, its own first: one stage, as many layers. */
export function buildsFor(colourway: number, shelf: Shelf): Build[] {
  const builds = [...builtIns(), ...shelf.builds.map(({ spec }) => spec)];
  const of = shelf.colourways.find(({ id }) => id === colourway)?.spec;
  const own = builds.find(({ key }) => key === of?.build);
  if (!own) return [];
  const layers = layersOf(own).length;
  const others =
    own.stages.length > 1
      ? []
      : builds.filter(
          (build) =>
            build.key !== own.key && build.stages.length === 1 && layersOf(build).length === layers,
        );
  return [own, ...others];
}

/** The shelf, with a colourway shot in another build: its layers in their order. */
function shotIn(shelf: Shelf, { colourway, build }: Wanted): Shelf {
  const [own, ...others] = buildsFor(colourway, shelf);
  const other = others.find(({ key }) => key === build);
  if (!own || !other) return shelf;
  const layersIn = (layers: Record<string, number | null>) =>
    Object.fromEntries(
      layersOf(other).map(({ key }, i) => [key, layers[layersOf(own)[i]!.key] ?? null]),
    );
  return {
    ...shelf,
    colourways: shelf.colourways.map((entry) =>
      entry.id === colourway
        ? {
            ...entry,
            spec: { ...entry.spec, build: other.key, layers: layersIn(entry.spec.layers) },
          }
        : entry,
    ),
  };
}

/** The job of it, drafted as in a plan; null where the shop has no way to shoot it. */
function draftOf(state: SessionState, wanted: Wanted, shelf: Shelf): Job | null {
  const defaults = defaultsOf(state);
  const of = shotIn(shelf, wanted);
  const drafted = defaults && forShelf(noPlan(defaults), wanted, of, defaults).jobs[0];
  if (!drafted) return null;
  // Another build of what is shot already is a job of its own.
  return of === shelf ? drafted : { ...drafted, key: `${drafted.key}-${drafted.build.key}` };
}

/**
 * Something else is shot too: another bait, colourway, mould, injector and way of shooting, drafted
 * as in a plan, from the cups that stand there where they are of its mixes. Of what is shot already
 * so many more.
 * @returns what to record, or why it cannot be
 */
export function alsoShoot(
  state: SessionState,
  wanted: Wanted,
  { shelf: own, units }: { shelf: Shelf; units: ShopUnits },
): RunChange {
  const bait = own.baits.find(({ id }) => id === wanted.bait)?.spec;
  const shelf = withUnnamed(own, bait?.grades[0] ?? 'medium');
  const drafted = draftOf(state, wanted, shelf);
  if (!drafted)
    return { ok: false, refused: ['The shop has no mould or colours for that: see its lists.'] };
  const there = [...state.runs.values()].find(
    ({ job, stage }) => job.key === drafted.key && stage.makes === 'bait',
  );
  if (there) {
    const payload = { what: 'shots', job: there.key, by: wanted.shots } as const;
    return { ok: true, send: { kind: 'changed', payload } };
  }
  const standing = [...state.cups.values()].map(({ key, mix }) => ({ id: key, mix }));
  const { settings, cups: held } = state.snapshot.input;
  const [job] = seated([drafted], standing) as [Job];
  const cups = cupsFor(shelf, [job], held, settings);
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
