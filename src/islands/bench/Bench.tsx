import { lazy, Suspense, useCallback, useEffect, useRef, useState } from 'react';
import type { Fault, AnyEvent, Send, Snapshot } from '@/core/session/index.ts';
import {
  advise,
  apartOf,
  count,
  cupsInHand,
  drawCups,
  FAULTS,
  faultsOf,
  freeMould,
  gaugeSays,
  heatCautions,
  injectorOf,
  inStep,
  isKept,
  queueOf,
  runInHand,
  steps,
  unpoured,
  whatIf,
  windowNow,
} from '@/core/session/index.ts';
import { baitShots } from '@/core/plan/run.ts';
import { lasting, say } from '@/core/quantity/index.ts';
import { Ground } from '@/ui/Ground.tsx';
import { BarrelClock } from './BarrelClock.tsx';
import { Barrels } from './Barrels.tsx';
import { ByHand } from './ByHand.tsx';
import { CupCaptions, Cups } from './Cups.tsx';
import { heatNow } from './CupFigure.tsx';
import { call } from '@/ui/api.ts';
import { clockOff, shopNow } from '@/ui/shopClock.ts';
import { HandChoice } from './HandChoice.tsx';
import { HotCup } from './HotCup.tsx';
import { MarkGrid } from './MarkGrid.tsx';
import { BenchMould } from './Moulds.tsx';
import { Faults, Rack } from './Rack.tsx';
import { ReadingPad } from './ReadingPad.tsx';
import { Strip } from './Strip.tsx';
import { Instruments } from './Instruments.tsx';
import { heard, useDevices } from './useDevices.ts';
import { useHeat } from './useHeat.ts';
import { useKeyGuard } from './useKeyGuard.ts';
import { useSession } from './useSession.ts';

/**
 * What is opened comes as the bench stands, what is seldom opened a little later: all of it must
 * open without the shop's machine.
 */
const LATER = 1500;
const fetchChange = () => import('./Change.tsx');
const fetchColouring = () => import('./colouring/Colouring.tsx');
const fetchTrial = () => import('./TrialCard.tsx');
const fetchPanels = () => import('./Panels.tsx');
const CupPanel = lazy(async () => ({ default: (await fetchPanels()).CupPanel }));
const OtherSteps = lazy(async () => ({ default: (await fetchPanels()).OtherSteps }));
const Trouble = lazy(async () => ({ default: (await fetchPanels()).Trouble }));
const Keys = lazy(async () => ({ default: (await fetchPanels()).Keys }));
const Colouring = lazy(async () => ({ default: (await fetchColouring()).Colouring }));
const Change = lazy(async () => ({ default: (await fetchChange()).Change }));
const TrialCard = lazy(async () => ({ default: (await fetchTrial()).TrialCard }));

type Brush = Fault | 'usable';
const brushName = (brush: Brush) => (brush === 'usable' ? 'usable' : FAULTS[brush].name);

type Panel =
  | { what: 'read'; kind: string; key: string }
  | { what: 'cup'; key: string }
  | { what: 'trial'; mould: string }
  | { what: 'trouble' | 'other' | 'change' | 'keys' | 'add' }
  | null;

/** ms a device's clock may be off before that is said. */
const CLOCK_OFF = 30_000;

/** ms by the shop's clock, twice a second; asked for once as the bench is laid out. */
function useNow(): number {
  const [now, setNow] = useState(shopNow);
  useEffect(() => {
    void call('GET', '/api/health');
    const beat = setInterval(() => setNow(shopNow()), 500);
    return () => clearInterval(beat);
  }, []);
  return now;
}

interface Opened {
  id: number;
  name: string;
  snapshot: Snapshot;
  events: AnyEvent[];
}

/** Runs the session the page carries, log and all, as JSON. */
export default function Bench() {
  const [session] = useState(
    () => JSON.parse(document.getElementById('opened')!.textContent!) as Opened,
  );
  return <Places {...session} />;
}

function Places({ id, name, snapshot, events }: Opened) {
  const {
    state,
    act,
    undo,
    canUndo,
    waiting,
    away,
    mayNot,
    refused,
    answer: answerFor,
  } = useSession(id, snapshot, events);
  const now = Math.max(useNow(), state.lastAt);
  const off = clockOff();
  const [panel, setPanel] = useState<Panel>(null);
  const [brush, setBrush] = useState<Brush>('short');
  const [focus, setFocus] = useState(1);
  const main = useRef<HTMLButtonElement>(null);
  const byHand = useRef<() => void>(() => {});
  const { units, bench } = state.snapshot;

  const [whole, setWhole] = useState(false);
  useEffect(() => {
    void fetchPanels().then(() => setWhole(true));
    const later = setTimeout(() => {
      void fetchChange();
      void fetchTrial();
      void fetchColouring();
    }, LATER);
    return () => clearTimeout(later);
  }, []);

  const inHand = runInHand(state);
  const { answer, plan } = useHeat(state, id, inHand);
  const all = steps(state, now);
  const step = advise(state, all, answer, plan, state.heat, now);
  const run = inHand ?? [...state.runs.values()].at(-1);
  const cups = run ? cupsInHand(state, run) : [];
  const injector = run ? injectorOf(state, run) : undefined;
  const marking = step?.key === 'mark' ? state.moulds.get(step.target) : undefined;
  const marked = marking && state.shots.get(marking.shot ?? '');
  const brushes: Brush[] = marked
    ? [...faultsOf(marked.stage, state.runs.get(marked.job)?.job.colourway.line), 'usable']
    : [];
  const turns = run ? inStep(state, run) : [];
  const runOf = (mould: string) =>
    turns.find((turn) => turn.tools.moulds.some((entry) => String(entry.id) === mould));
  const shown = [...state.moulds.values()]
    .filter((mould) => mould.shot !== null || runOf(mould.key))
    .slice(0, 3);
  const turn = run ? freeMould(state, run) : null;
  const staged = run && run.job.build.stages.length > 1;
  const real = count(
    [...state.shots.values()].filter((shot) => isKept(shot) && shot.stage.makes === 'bait'),
  );
  const planned = baitShots(
    [...state.runs.values()].map((run) => ({ makes: run.stage.makes, shots: run.target })),
  );
  const done = state.status === 'finished';

  const send = useCallback(
    (what: Send) => {
      byHand.current();
      act(what);
      main.current?.focus();
    },
    [act],
  );
  const {
    press: onMain,
    own,
    refused: flash,
    until,
  } = useKeyGuard(step, all, (does) => {
    if (does.open === 'trial') setPanel({ what: 'trial', mould: does.target });
    else if (does.read) setPanel({ what: 'read', kind: does.read.kind, key: does.read.key });
    else if (does.send) [...(does.also ?? []), does.send, ...(does.then ?? [])].forEach(send);
  });
  useEffect(() => void (byHand.current = own));
  const touch = useCallback(
    (count: number) => {
      const shot = marking ? state.shots.get(marking.shot ?? '') : undefined;
      if (!shot) return;
      setFocus(count);
      const held = shot.marks.get(count);
      byHand.current();
      // A fault once touched makes it a second; touched again it is usable all the same, for that
      // fault; again, good.
      const same = held && (brush === 'usable' ? held.fault === null : held.fault === brush);
      const grade = !same
        ? brush === 'usable'
          ? 'usable'
          : 'second'
        : brush !== 'usable' && held.grade === 'second'
          ? 'usable'
          : 'good';
      act({
        kind: 'cavityMarked',
        payload: {
          shot: shot.id,
          cavity: count,
          grade,
          fault: grade === 'good' || brush === 'usable' ? null : brush,
        },
      });
    },
    [marking, state, brush, act],
  );
  useEffect(() => {
    // On a small screen the mould comes first while its cavities are to be touched; it is taken to.
    if (marking?.key && matchMedia('(max-width: 1023px)').matches) scrollTo({ top: 0 });
  }, [marking?.key]);
  const { devices, place: putDevice, wrong: deviceWrong } = useDevices(id, onMain);
  const inPot =
    step && (step.key === 'degasCold' || step.key === 'degasBefore' || step.key === 'degasAfter')
      ? state.cups.get(step.target)
      : undefined;
  const gauge = inPot ? heard(devices, 'gauge', id, now, 'pot') : null;
  const shownStep =
    step && inPot && gauge !== null
      ? { ...step, detail: `${gaugeSays(state, inPot, gauge)} ${step.detail}` }
      : step;
  const openRead = () =>
    setPanel({
      what: 'read',
      kind: step?.read?.kind ?? 'cup',
      key:
        step?.read?.key ??
        [...cups].sort((one, other) => (one.reading?.at ?? 0) - (other.reading?.at ?? 0))[0]?.key ??
        '',
    });

  useEffect(() => {
    const hear = (event: KeyboardEvent) => {
      if (panel || done || event.ctrlKey || event.metaKey || event.altKey) return;
      const el = event.target as HTMLElement;
      if (el.closest('input, textarea, select')) return;
      const cavities = marking?.mould.cavities.length ?? 0;
      const keys: Record<string, () => void> = {
        t: openRead,
        x: () => setPanel({ what: 'trouble' }),
        u: () => canUndo && undo(),
        o: () => setPanel({ what: 'other' }),
        c: () => setPanel({ what: 'change' }),
        a: () => setPanel({ what: 'add' }),
        '?': () => setPanel({ what: 'keys' }),
      };
      if (cavities > 0) {
        for (let count = 1; count <= Math.min(9, cavities); count++)
          keys[String(count)] = () => touch(count);
        keys.ArrowRight = () => setFocus((was) => (was % cavities) + 1);
        keys.ArrowLeft = () => setFocus((was) => ((was + cavities - 2) % cavities) + 1);
        keys.ArrowDown = () =>
          setBrush((brush) => brushes[(brushes.indexOf(brush) + 1) % brushes.length]!);
        keys.ArrowUp = () =>
          setBrush(
            (brush) =>
              brushes[
                (brushes.indexOf(brush) + brushes.length - 1 + (brushes.includes(brush) ? 0 : 1)) %
                  brushes.length
              ]!,
          );
        keys.m = () => touch(focus);
      }
      if ((event.key === ' ' || event.key === 'Enter') && !el.closest('button, a'))
        keys[event.key] = onMain;
      const press = keys[event.key.length === 1 ? event.key.toLowerCase() : event.key];
      if (!press || event.repeat) return;
      event.preventDefault();
      press();
    };
    addEventListener('keydown', hear);
    return () => removeEventListener('keydown', hear);
  });

  const place = (
    title: string,
    sub: string,
    body: React.ReactNode,
    foot: React.ReactNode,
    extra = '',
  ) => (
    <section aria-label={title} className={`flex min-h-0 min-w-0 flex-col ${extra}`}>
      <h2 className="text-[18px] leading-tight">{title}</h2>
      <p className="hint mb-2 truncate">{sub}</p>
      <div className="flex min-h-0 flex-1 flex-col">{body}</div>
      <div
        tabIndex={0}
        role="group"
        aria-label={`${title}: more`}
        className={
          'min-h-16 border-t-[3px] border-ink pt-2 lg:overflow-y-auto ' +
          `${marking ? 'lg:h-[148px]' : 'lg:h-[84px]'}`
        }
      >
        {foot}
      </div>
    </section>
  );
  const brushButtons = brushes.map((bait) => (
    <button
      key={bait}
      type="button"
      aria-pressed={brush === bait}
      className={`act shrink-0 px-3 lg:min-h-16 ${brush === bait ? 'act-main' : ''}`}
      onClick={() => {
        setBrush(bait);
        main.current?.focus();
      }}
    >
      {brushName(bait)}
    </button>
  ));
  const shots = [...state.shots.values()].filter(
    (shot) => !shot.trial && shot.stage.makes === 'bait',
  ).length;

  return (
    <div
      className="flex min-h-dvh flex-col lg:h-dvh lg:overflow-hidden"
      data-seq={state.seq}
      data-waiting={waiting}
      data-notes={state.status === 'running' ? state.heat.length : 0}
      data-foreseen={state.status === 'running' ? (answer?.notes ?? 0) : 0}
      data-ready={whole || undefined}
    >
      <header className="flex min-h-11 flex-wrap items-center gap-x-6 gap-y-1 border-b border-ink px-4 py-1 md:px-6">
        <a
          href="/orders"
          className="flex min-h-11 items-center gap-3 font-bold no-underline"
          aria-label="Twin Shot, to the orders"
        >
          <svg width="22" height="15" viewBox="0 0 22 15" aria-hidden="true">
            <path
              d="M1.5 1h6v7l-3 5.5-3-5.5Z"
              fill="none"
              stroke="currentColor"
              strokeWidth="1.8"
            />
            <path d="M12.5 1h7v7l-3.5 6-3.5-6Z" fill="currentColor" />
          </svg>
          Twin Shot
        </a>
        <h1 className="min-w-0 max-w-[30vw] truncate text-base md:max-w-none font-normal text-soft">
          {name}
          {state.status === 'broken off' ? ', broken off' : ''}
        </h1>
        <p className="order-last flex w-full flex-wrap gap-x-6 md:order-none md:ml-auto md:w-auto">
          <span>
            Shot <b className="figure">{shots}</b> of <b className="figure">{planned}</b>
          </span>
          <span>
            Good{' '}
            <b className="figure" data-good>
              {real.good}
            </b>{' '}
            of <b className="figure">{real.shot}</b>
          </span>
          <span>
            Worked{' '}
            <b className="figure">
              {lasting(
                state.status === 'new'
                  ? 0
                  : Math.max(
                      0,
                      ((state.finishedAt ?? state.pausedAt ?? now) -
                        state.openedAt -
                        state.pausedMs) /
                        1000,
                    ),
              )}
            </b>
          </span>
        </p>
        <HandChoice />
        <span className="hidden md:block">
          <Ground />
        </span>
        <button
          type="button"
          className="act ml-auto md:ml-0"
          onClick={() => setPanel({ what: 'keys' })}
          aria-label="Keys of the bench"
        >
          ?
        </button>
      </header>
      {(away || mayNot !== null || refused.length > 0 || Math.abs(off) > CLOCK_OFF) && (
        <div
          role="status"
          className="border-b border-ink bg-raised px-4 py-2 font-semibold text-watch md:px-6"
        >
          {away && (
            <p>
              The shop’s machine is not answering. {waiting}{' '}
              {waiting === 1 ? 'thing is' : 'things are'} kept on this bench and sent by itself.
            </p>
          )}
          {mayNot !== null && (
            <p>
              {mayNot} {waiting} {waiting === 1 ? 'thing is' : 'things are'} kept on this bench, and
              sent once that is put right.
            </p>
          )}
          {Math.abs(off) > CLOCK_OFF && (
            <p>
              This tablet’s clock is {lasting(Math.abs(off) / 1000)} {off < 0 ? 'fast' : 'slow'}.
              The bench goes by the shop’s.
            </p>
          )}
          {refused.map((refused) => (
            <p key={refused.id} className="text-stop">
              {refused.why}{' '}
              <button type="button" className="act" onClick={() => answerFor(refused.id, 'again')}>
                Send it again
              </button>{' '}
              <button type="button" className="act" onClick={() => answerFor(refused.id, 'seen')}>
                Leave it out
              </button>
            </p>
          ))}
        </div>
      )}
      {heatCautions(state, answer, now).map((heatCaution) => (
        <HotCup key={heatCaution.cup} caution={heatCaution} />
      ))}
      <main className="grid min-h-0 flex-1 gap-y-6 px-4 pt-3 md:grid-cols-2 md:px-6 lg:grid-cols-[minmax(250px,27%)_minmax(110px,12%)_1fr_minmax(160px,16%)] lg:gap-x-6 lg:gap-y-0">
        {place(
          'Cups',
          cups.map((cup) => say(cup.vessel?.volume ?? 0, 'volume', units)).join(' and '),
          run && (
            <Cups
              cups={cups}
              answer={answer}
              devices={devices.filter(
                (device) => device.session === id && device.target?.kind === 'cup',
              )}
              matched={drawCups(state, run)}
              window={windowNow(state, run)}
              units={units}
              tolerance={apartOf(state, run)}
              stale={bench.stale}
              now={now}
              onRead={(key) => setPanel({ what: 'read', kind: 'cup', key })}
              onCup={(key) => setPanel({ what: 'cup', key })}
            />
          ),
          <CupCaptions cups={cups} answer={answer} units={units} />,
        )}
        {place(
          injector ? 'Barrels' : 'By hand',
          injector
            ? injector.injector.barrels
                .map((barrel) => say(barrel.volume, 'volume', units))
                .join(' and ')
            : 'from the cup',
          run &&
            (injector ? (
              <Barrels
                injector={injector}
                run={turn?.run ?? run}
                cups={state.cups}
                mould={turn?.mould ?? null}
                pulse={step?.key === 'shoot' ? step.pulse : undefined}
                onTop={() => step?.key === 'top' && onMain()}
              />
            ) : (
              <ByHand
                run={run}
                cups={state.cups}
                next={turn ? (unpoured(run, turn.mould)[0]?.key ?? null) : null}
              />
            )),
          injector && (
            <BarrelClock
              state={state}
              injector={injector}
              answer={answer}
              mould={turn?.mould ?? null}
              now={now}
            />
          ),
        )}
        {place(
          shown.length > 1 ? 'Moulds' : 'Mould',
          shown.length > 1
            ? `${shown.length} in step`
            : shown[0]?.mould.cavities.length === 1
              ? '1 cavity'
              : `${shown[0]?.mould.cavities.length ?? 0} cavities`,
          <div className="flex min-h-0 flex-1 flex-col gap-3">
            {shown.map((mould) => (
              <BenchMould
                key={mould.key}
                state={state}
                mould={mould}
                seen={answer?.moulds[mould.key]}
                run={runOf(mould.key)}
                units={units}
                now={now}
                active={marking?.key === mould.key}
                focus={focus}
                onCavity={touch}
                onTap={() =>
                  step &&
                  step.target === mould.key &&
                  step.key !== 'shoot' &&
                  step.key !== 'pour' &&
                  onMain()
                }
              />
            ))}
            {marking && (
              <MarkGrid mould={marking} state={state} onCavity={touch}>
                {brushButtons}
              </MarkGrid>
            )}
          </div>,
          marking ? (
            <div className="hidden flex-wrap gap-1 md:flex" role="group" aria-label="Mark with">
              {brushButtons}
            </div>
          ) : (
            <>
              <p className="truncate font-bold">
                {run
                  ? `${staged ? `${run.stage.name}: ` : ''}${run.job.bait.name}, ${run.job.colourway.name}`
                  : ''}
              </p>
              <p className="hint truncate">
                {run
                  ? `${run.job.build.name}. ${run.done} of ${run.target} ` +
                    `shots${run.trials ? `, ${run.trialsDone} of ${run.trials} trials` : ''}`
                  : ''}
              </p>
            </>
          ),
          `md:col-span-2 lg:col-span-1 ${marking ? 'max-lg:order-first' : ''}`,
        )}
        {place(
          'Rack',
          `cures ${bench.cure} h`,
          <div className="min-h-0 overflow-y-auto" tabIndex={0} role="region" aria-label="Trays">
            <Rack state={state} />
          </div>,
          <Faults state={state} />,
        )}
      </main>
      <Strip
        ref={main}
        queue={queueOf(all)}
        flash={flash}
        guarded={now < until}
        step={shownStep}
        now={now}
        done={done}
        waiting={waiting}
        session={id}
        canUndo={canUndo}
        whatIf={step ? whatIf(state, inHand, step, answer, now) : null}
        onMain={onMain}
        onSend={send}
        onUndo={() => {
          undo();
          main.current?.focus();
        }}
        onOpen={(part) => (part === 'read' ? openRead() : setPanel({ what: part }))}
      />
      <Suspense>
        {panel?.what === 'read' && (
          <ReadingPad
            state={state}
            start={panel}
            units={units}
            instruments={(target) => (
              <Instruments
                devices={devices}
                session={id}
                target={target}
                units={units}
                now={now}
                wrong={deviceWrong}
                onPlace={putDevice}
              />
            )}
            onSend={send}
            onClose={() => {
              setPanel(null);
              main.current?.focus();
            }}
          />
        )}
        {panel?.what === 'cup' && state.cups.has(panel.key) && (
          <CupPanel
            state={state}
            cup={state.cups.get(panel.key)!}
            units={units}
            scale={heard(devices, 'scale', id, now, panel.key)}
            onSend={act}
            onClose={() => setPanel(null)}
          />
        )}
        {panel?.what === 'trial' && (
          <TrialCard
            state={state}
            mould={panel.mould}
            units={units}
            onSend={send}
            onClose={() => {
              setPanel(null);
              main.current?.focus();
            }}
          />
        )}
        {panel?.what === 'other' && (
          <OtherSteps
            state={state}
            units={units}
            now={now}
            onSend={send}
            onClose={() => setPanel(null)}
            onRead={(other) => setPanel({ what: 'read', ...other })}
          />
        )}
        {panel?.what === 'trouble' && (
          <Trouble state={state} units={units} onSend={send} onClose={() => setPanel(null)} />
        )}
        {panel?.what === 'change' && (
          <Change
            state={state}
            units={units}
            now={now}
            onSend={act}
            onClose={() => setPanel(null)}
          />
        )}
        {panel?.what === 'add' && (
          <Colouring
            state={state}
            start={step?.key === 'colour' ? step.target : ''}
            units={units}
            heatOf={(key) => {
              const cup = state.cups.get(key);
              return cup
                ? heatNow(
                    cup,
                    answer?.cups[key],
                    answer ? Math.max(0, (now - answer.at) / 1000) : 0,
                  )
                : null;
            }}
            scale={(key) => heard(devices, 'scale', id, now, key)}
            onSend={act}
            onUndo={() => canUndo && undo()}
            onClose={() => {
              setPanel(null);
              main.current?.focus();
            }}
          />
        )}
        {panel?.what === 'keys' && <Keys onClose={() => setPanel(null)} />}
      </Suspense>
    </div>
  );
}
