import { says, metalSays, CHANNEL, EMPTY_TAIL } from './mouldSays.tsx';
import { stageLayers } from '@/core/build/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import type { MouldForecast, MouldState, RunState, SessionState } from '@/core/session/index.ts';
import { FAULTS } from '@/core/session/index.ts';
import type { Drawn } from '@/ui/dress.ts';
import { drawLayers } from '@/ui/dress.ts';
import { MouldDrawing } from '@/ui/MouldDrawing.tsx';

/** What lies in a cavity, layer on layer: the insert, what is poured, what is shot. */
function liesIn(state: SessionState, run: RunState | undefined) {
  const colour = (key: string) =>
    state.cups.get(String(run?.job.layers[key]))?.colour ?? 'var(--rule)';
  const maker = run?.job.build.stages.find((stage) => stage.key === run.stage.takes);
  const insert: Drawn[] = maker ? drawLayers(stageLayers(maker), (layer) => colour(layer.key)) : [];
  return {
    insert,
    poured: (keys: string[]) =>
      drawLayers(run?.stage.pours.filter((pour) => keys.includes(pour.key)) ?? [], (layer) =>
        colour(layer.key),
      ),
    // An insert is drawn over a body that fills the whole cavity round it, and under a core that
    // lies in it.
    /**
     * laid in, nothing shot on to it yet: a shell's channel is open, and so is a tail still to come
     */
    laid:
      maker?.makes === 'shell'
        ? [
            ...insert,
            ...(run!.stage.layers.some((layer) => layer.place === 'coreTail') ? [EMPTY_TAIL] : []),
            CHANNEL,
          ]
        : insert,
    full: (turned: boolean, withInsert: boolean): Drawn[] => {
      const layers = run ? drawLayers(stageLayers(run.stage), (layer) => colour(layer.key)) : [];
      const shown = turned ? flip(layers) : layers;
      return maker?.makes === 'tail'
        ? [...shown, ...(withInsert ? insert : [])]
        : [...(withInsert ? insert : []), ...shown];
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
  focus: number | null;
  onCavity: (count: number) => void;
  onTap: () => void;
}

/** A mould at the bench: its drawing is its state. */
export function BenchMould({
  state: session,
  mould,
  run: inHand,
  seen,
  units,
  now,
  active,
  focus,
  onCavity,
  onTap,
}: Props) {
  const shot = session.shots.get(mould.shot ?? '');
  const run = shot ? session.runs.get(shot.job) : inHand;
  const lies = liesIn(session, run);
  const { state, big } = says(mould, run, now);
  const marking = mould.phase.is === 'opened';
  const open = ['open', 'opened', 'marked', 'cleared'].includes(mould.phase.is);
  return (
    <section className="flex min-h-0 flex-1 flex-col" aria-label={mould.mould.name}>
      <div className="flex items-baseline justify-between gap-3">
        <p className="min-w-0 truncate">
          <b>{mould.mould.name}</b>{' '}
          <span className="hint">
            {state}
            {metalSays(session, mould, { seen, units, now })}
            {mould.mould.life !== null
              ? `, life ${mould.given + mould.cycles} of ${mould.mould.life}`
              : ''}
          </span>
        </p>
        <p className="shrink-0 text-lg font-bold" aria-live="off">
          {big}
        </p>
      </div>
      <div
        className="flex min-h-0 flex-1 flex-col justify-end pb-2"
        onClick={marking ? undefined : onTap}
      >
        <MouldDrawing
          mould={mould.mould}
          closed={!open}
          closures={open ? 0 : mould.closures}
          gaps={mould.gaps}
          platesOut={
            mould.mould.loose.length > 0 && (mould.phase.is === 'open' || (!open && !mould.looseIn))
          }
          rods={
            run?.stage.rods === true &&
            (mould.phase.is !== 'open' || !shot) &&
            mould.phase.is !== 'cleared'
          }
          order={mould.phase.is === 'open' && mould.mould.closures > 2}
          left={
            mould.phase.is === 'cooling'
              ? Math.max(
                  0,
                  (mould.phase.readyAt - now) / Math.max(1, mould.phase.readyAt - mould.since),
                )
              : mould.phase.is === 'holding'
                ? Math.max(
                    0,
                    (mould.phase.until - now) / Math.max(1, mould.phase.until - mould.since),
                  )
                : null
          }
          sprues={shot && mould.mould.feed === 'each' ? [...shot.cavities.keys()] : undefined}
          runnerColour={shot && shot.feedG > 0 && mould.phase.is !== 'cleared' ? lies.first : null}
          numbers={marking}
          focus={active && marking ? focus : null}
          onCavity={marking ? onCavity : undefined}
          look={(cavity) => {
            const mark = shot?.marks.get(cavity.n);
            const filled = shot?.cavities.has(cavity.n) && mould.phase.is !== 'cleared';
            const layers = filled
              ? lies.full(shot!.turned, shot!.inserts.has(cavity.n))
              : mould.loaded.has(cavity.n)
                ? [...lies.laid, ...lies.poured(mould.pours.map((pour) => pour.layer))]
                : lies.poured(mould.pours.map((pour) => pour.layer));
            const gap = mould.gapped.has(cavity.n) && !shot;
            const seen = marking && mark && mark.grade !== 'good';
            return {
              layers,
              mark: seen ? (mark.grade as 'usable' | 'second') : null,
              note: gap
                ? 'gap'
                : !marking
                  ? undefined
                  : mark?.fault
                    ? FAULTS[mark.fault].name
                    : mark
                      ? 'usable'
                      : shot?.judged.has(cavity.n)
                        ? 'good'
                        : undefined,
            };
          }}
        />
      </div>
    </section>
  );
}
