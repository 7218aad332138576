import { says, metalSays, CHANNEL, EMPTY_TAIL } from './mouldSays.tsx';
import { insertOf, stageLayers } from '@/core/build/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import type {
  MouldForecast,
  MouldState,
  RunState,
  SessionState,
  ShotState,
} from '@/core/session/index.ts';
import { FAULTS } from '@/core/session/index.ts';
import type { Drawn } from '@/ui/drawLayers.ts';
import { drawLayers, withInsert } from '@/ui/drawLayers.ts';
import { MouldDrawing } from '@/ui/MouldDrawing.tsx';
import { layerCup } from '@/core/session/index.ts';
import { Touched } from './Touched.tsx';

/** What lies in a cavity, layer on layer: the insert, what is poured, what is shot. */
function liesIn(state: SessionState, run: RunState | undefined) {
  const colour = (key: string) => (run && layerCup(state, run, key)?.colour) ?? 'var(--rule)';
  const maker = run?.job.build.stages.find((stage) => stage.key === run.stage.takes);
  const insert: Drawn[] = maker ? drawLayers(stageLayers(maker), (layer) => colour(layer.key)) : [];
  return {
    insert,
    poured: (keys: string[]) =>
      drawLayers(run?.stage.pours.filter((pour) => keys.includes(pour.key)) ?? [], (layer) =>
        colour(layer.key),
      ),
    /**
     * laid in, nothing shot on to it yet: a shell's channel is open, and so is a tail still to come
     */
    laid: insertOf(maker?.makes)?.hollow
      ? [
          ...insert,
          ...(run!.stage.layers.some((layer) => layer.place === 'coreTail') ? [EMPTY_TAIL] : []),
          CHANNEL,
        ]
      : insert,
    full: (turned: boolean, isIn: boolean): Drawn[] => {
      const layers = run ? drawLayers(stageLayers(run.stage), (layer) => colour(layer.key)) : [];
      const shown = turned ? flip(layers) : layers;
      return withInsert(maker?.makes, isIn ? insert : [], shown);
    },
    first: run ? colour(stageLayers(run.stage)[0]?.key ?? '') : null,
  };
}

/** Colours of a turned block: what belongs over TOP lies below, and the other way round. */
function flip(layers: Drawn[]): Drawn[] {
  const other: Partial<Record<Drawn['place'], Drawn['place']>> = {
    back: 'belly',
    belly: 'back',
    upper: 'lower',
    lower: 'upper',
  };
  return layers.map((layer) => ({
    ...layer,
    colour: layers.find((drawn) => drawn.place === other[layer.place])?.colour ?? layer.colour,
  }));
}

interface Props {
  state: SessionState;
  mould: MouldState;
  /** run that has this mould in hand while no shot stands in it */
  run: RunState | undefined;
  /** what is foreseen of its opening */
  seen: MouldForecast | undefined;
  units: ShopUnits;
  now: number;
  active: boolean;
  /** another is being marked, and has the room: it is only named */
  isAside: boolean;
  focus: number | null;
  onCavity: (count: number) => void;
  onTap: () => void;
}

type Lies = ReturnType<typeof liesIn>;
/** A mould lies open in these. */
const OPEN: ReadonlySet<MouldState['phase']['is']> = new Set([
  'open',
  'opened',
  'marked',
  'cleared',
]);

/** Share of a hold or of the cooling that is still to go; null while neither runs. */
function shareLeft({ phase, since }: MouldState, now: number): number | null {
  const until =
    phase.is === 'cooling' ? phase.readyAt : phase.is === 'holding' ? phase.until : null;
  return until === null ? null : Math.max(0, (until - now) / Math.max(1, until - since));
}
/** Plates and rods of a mould as they are now. */
function piecesOf({ mould, phase, looseIn }: MouldState, shot: boolean, rods: boolean) {
  const open = OPEN.has(phase.is);
  return {
    platesOut: mould.loose.length > 0 && (phase.is === 'open' || (!open && !looseIn)),
    rods: rods && phase.is !== 'cleared' && !(phase.is === 'open' && shot),
  };
}
/** What is seen in one cavity, layer on layer. */
function layersIn(
  mould: MouldState,
  shot: ShotState | undefined,
  lies: Lies,
  cavity: number,
): Drawn[] {
  if (shot?.cavities.has(cavity) && mould.phase.is !== 'cleared')
    return lies.full(shot.turned, shot.inserts.has(cavity));
  const poured = lies.poured(mould.pours.map((pour) => pour.layer));
  return mould.loaded.has(cavity) ? [...lies.laid, ...poured] : poured;
}
/** What is written under a cavity: a gap, or how it was marked while it is looked at. */
function noteOf(
  mould: MouldState,
  shot: ShotState | undefined,
  cavity: number,
): string | undefined {
  if (!shot && mould.gapped.has(cavity)) return 'gap';
  if (mould.phase.is !== 'opened') return undefined;
  const mark = shot?.marks.get(cavity);
  if (mark) return mark.fault ? FAULTS[mark.fault].name : 'usable';
  return shot?.judged.has(cavity) ? 'good' : undefined;
}
/** A cavity that is marked anything but good. */
function markOf(mould: MouldState, shot: ShotState | undefined, cavity: number) {
  const grade = mould.phase.is === 'opened' ? shot?.marks.get(cavity)?.grade : undefined;
  return grade && grade !== 'good' ? grade : null;
}

/** A mould's name, how it is, and how long that lasts. */
function Head({
  state: session,
  mould,
  seen,
  units,
  now,
  run,
}: Omit<Props, 'active' | 'isAside' | 'focus'>) {
  const { state, big } = says(mould, run, now);
  const { life } = mould.mould;
  return (
    <div className="flex items-baseline justify-between gap-3">
      <p className="min-w-0 max-md:truncate">
        <b>{mould.mould.name}</b>{' '}
        <span className="hint">
          {state}
          {metalSays(session, mould, { seen, units, now })}
          {life !== null ? `, life ${mould.given + mould.cycles} of ${life}` : ''}
        </span>
      </p>
      <p className="shrink-0 text-lg font-bold" aria-live="off">
        {big}
      </p>
    </div>
  );
}

/** Its cavities are touched once it is open, or in one breath with opening it. */
const takesMarks = ({ phase }: MouldState, active: boolean): boolean =>
  active || phase.is === 'opened';

/** A mould at the bench: its drawing is its state. */
export function BenchMould(props: Props) {
  const { state, mould, now, active, isAside, focus, onCavity, onTap } = props;
  const shot = state.shots.get(mould.shot ?? '');
  const run = shot ? state.runs.get(shot.job) : props.run;
  const lies = liesIn(state, run);
  const marking = takesMarks(mould, active);
  const open = OPEN.has(mould.phase.is);
  const feeds = shot && shot.feedG > 0 && mould.phase.is !== 'cleared';
  if (isAside)
    return (
      <section aria-label={mould.mould.name}>
        <Head {...props} run={run} />
      </section>
    );
  return (
    <section className="flex min-h-0 flex-1 flex-col" aria-label={mould.mould.name}>
      <Head {...props} run={run} />
      <Touched
        {...{ marking, onCavity, onTap }}
        draw={(near) => (
          <MouldDrawing
            near={near}
            mould={mould.mould}
            closed={!open}
            closures={open ? 0 : mould.closures}
            gaps={mould.gaps}
            {...piecesOf(mould, shot !== undefined, run?.stage.rods === true)}
            order={mould.phase.is === 'open' && mould.mould.closures > 2}
            left={shareLeft(mould, now)}
            sprues={shot && mould.mould.feed === 'each' ? [...shot.cavities.keys()] : undefined}
            runnerColour={feeds ? lies.first : null}
            numbers={marking}
            focus={active && marking ? focus : null}
            onCavity={marking ? onCavity : undefined}
            look={({ n }) => ({
              layers: layersIn(mould, shot, lies, n),
              mark: markOf(mould, shot, n),
              note: noteOf(mould, shot, n),
            })}
          />
        )}
      />
    </section>
  );
}
