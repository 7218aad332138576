import { stageLayers } from '@/core/build/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { TOO_HOT } from '@/core/heat/metal.ts';
import { clock, degrees, degreesApart } from '@/core/quantity/index.ts';
import type { MouldForeseen, MouldState, RunState, SessionState } from '@/core/session/index.ts';
import { FAULTS, mouldHeat } from '@/core/session/index.ts';
import type { Drawn } from '@/ui/dress.ts';
import { drawLayers } from '@/ui/dress.ts';
import { MouldDrawing } from '@/ui/MouldDrawing.tsx';

/** What a mould's state is called, and how its countdown reads. */
function says(
  m: MouldState,
  run: RunState | undefined,
  now: number,
): { state: string; big: string } {
  const left = (ms: number) => clock((ms - now) / 1000);
  const open = m.mould.closure === 'open';
  switch (m.phase) {
    case 'open':
      return {
        state: [
          m.warmed ? 'clean, warm' : 'clean, cold',
          m.loaded.size > 0 ? `${m.loaded.size} of ${m.mould.cavities.length} laid in` : '',
          m.pours.length > 0 ? `${m.pours.length} poured` : '',
        ]
          .filter(Boolean)
          .join(', '),
        big: open ? 'level' : 'open',
      };
    case 'closed':
      return {
        state:
          m.closures >= m.mould.closures
            ? 'closed and clamped'
            : `${m.closures} of ${m.mould.closures} on`,
        big: m.top === 'wrong' ? 'upside down' : 'ready',
      };
    case 'filling':
      return { state: 'part filled', big: 'filling' };
    case 'holding':
      return {
        state: run?.stage.push === 'light' ? 'under light pressure' : 'under pressure',
        big: m.holdUntil > now ? `hold ${left(m.holdUntil)}` : 'let go',
      };
    case 'cooling':
      return {
        state: open
          ? 'setting'
          : m.looked
            ? 'cooling, looked at twice'
            : m.toppedOff
              ? 'cooling, topped off'
              : 'top it off',
        big: m.readyAt > now ? `opens in ${left(m.readyAt)}` : 'open it',
      };
    case 'opened':
      return { state: 'look at each', big: 'opened' };
    case 'marked':
      return { state: 'sprue still in it', big: 'counted' };
    case 'cleared':
      return {
        state: run && run.stage.makes !== 'bait' ? 'inserts to lay by' : 'baits to the rack',
        big: 'cleared',
      };
  }
}

/** Metal hotter than this burns a hand that holds it; above the other it hardly lets a bait get firm. */
function metalSays(
  s: SessionState,
  m: MouldState,
  seen: MouldForeseen | undefined,
  units: ShopUnits,
  now: number,
): string {
  const { celsius } = mouldHeat(s, m, now);
  const hot = celsius >= TOO_HOT ? ', too hot to hold' : '';
  const rest = seen && seen.open === null && m.phase !== 'cooling' ? '; let it rest' : '';
  const down =
    seen && seen.down >= 1 && m.phase !== 'cooling'
      ? `; window may come down ${degreesApart(seen.down, units)}`
      : '';
  return `, metal ${degrees(celsius, units)}${hot}${rest}${rest ? '' : down}`;
}

const CHANNEL: Drawn = { place: 'core', colour: 'var(--ground)' };
const EMPTY_TAIL: Drawn = { place: 'tail', colour: 'var(--ground)' };

/** What lies in a cavity, layer on layer: the insert, what is poured, what is shot. */
function liesIn(s: SessionState, run: RunState | undefined) {
  const colour = (key: string) => s.cups.get(String(run?.job.layers[key]))?.colour ?? 'var(--rule)';
  const maker = run?.job.build.stages.find((x) => x.key === run.stage.takes);
  const insert: Drawn[] = maker ? drawLayers(stageLayers(maker), (l) => colour(l.key)) : [];
  return {
    insert,
    poured: (keys: string[]) =>
      drawLayers(run?.stage.pours.filter((p) => keys.includes(p.key)) ?? [], (l) => colour(l.key)),
    // An insert is drawn over a body that fills the whole cavity round it, and under a core that lies in it.
    /** laid in, nothing shot on to it yet: a shell's channel is open, and so is a tail still to come */
    laid:
      maker?.makes === 'shell'
        ? [
            ...insert,
            ...(run!.stage.layers.some((l) => l.place === 'coreTail') ? [EMPTY_TAIL] : []),
            CHANNEL,
          ]
        : insert,
    full: (turned: boolean, withInsert: boolean): Drawn[] => {
      const layers = run ? drawLayers(stageLayers(run.stage), (l) => colour(l.key)) : [];
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
  return layers.map((l) => ({
    ...l,
    colour: layers.find((x) => x.place === other[l.place])?.colour ?? l.colour,
  }));
}

interface Props {
  s: SessionState;
  m: MouldState;
  /** run that has this mould in hand while no shot stands in it */
  run: RunState | undefined;
  /** what is foreseen of its opening */
  seen: MouldForeseen | undefined;
  units: ShopUnits;
  now: number;
  active: boolean;
  focus: number | null;
  onCavity: (n: number) => void;
  onTap: () => void;
}

/** A mould at the bench: its drawing is its state. */
export function BenchMould({
  s,
  m,
  run: inHand,
  seen,
  units,
  now,
  active,
  focus,
  onCavity,
  onTap,
}: Props) {
  const shot = s.shots.get(m.shot ?? '');
  const run = shot ? s.runs.get(shot.job) : inHand;
  const lies = liesIn(s, run);
  const { state, big } = says(m, run, now);
  const marking = m.phase === 'opened';
  const open = ['open', 'opened', 'marked', 'cleared'].includes(m.phase);
  return (
    <section className="flex min-h-0 flex-1 flex-col" aria-label={m.mould.name}>
      <div className="flex items-baseline justify-between gap-3">
        <p className="min-w-0 truncate">
          <b>{m.mould.name}</b>{' '}
          <span className="hint">
            {state}
            {metalSays(s, m, seen, units, now)}
            {m.mould.life !== null ? `, life ${m.given + m.cycles} of ${m.mould.life}` : ''}
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
          mould={m.mould}
          closed={!open}
          closures={open ? 0 : m.closures}
          gaps={m.gaps}
          platesOut={m.mould.loose.length > 0 && (m.phase === 'open' || (!open && !m.looseIn))}
          rods={run?.stage.rods === true && (m.phase !== 'open' || !shot) && m.phase !== 'cleared'}
          order={m.phase === 'open' && m.mould.closures > 2}
          left={
            m.phase === 'cooling'
              ? Math.max(0, (m.readyAt - now) / Math.max(1, m.readyAt - m.since))
              : m.phase === 'holding'
                ? Math.max(0, (m.holdUntil - now) / Math.max(1, m.holdUntil - m.since))
                : null
          }
          sprues={shot && m.mould.feed === 'each' ? [...shot.cavities.keys()] : undefined}
          runnerColour={shot && shot.feedG > 0 && m.phase !== 'cleared' ? lies.first : null}
          numbers={marking}
          focus={active && marking ? focus : null}
          onCavity={marking ? onCavity : undefined}
          look={(c) => {
            const mark = shot?.marks.get(c.n);
            const filled = shot?.cavities.has(c.n) && m.phase !== 'cleared';
            const layers = filled
              ? lies.full(shot!.turned, shot!.inserts.has(c.n))
              : m.loaded.has(c.n)
                ? [...lies.laid, ...lies.poured(m.pours.map((p) => p.layer))]
                : lies.poured(m.pours.map((p) => p.layer));
            const gap = m.gapped.has(c.n) && !shot;
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
                      : shot?.judged.has(c.n)
                        ? 'good'
                        : undefined,
            };
          }}
        />
      </div>
    </section>
  );
}
