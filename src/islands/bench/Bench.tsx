import { MouldsPlace } from './MouldsPlace.tsx';
import { useCallback, useEffect, useRef, useState } from 'react';
import { BenchHead } from './BenchHead.tsx';
import { BenchNotices } from './BenchNotices.tsx';
import { BenchPanels, type Open } from './BenchPanels.tsx';
import { Place } from './Place.tsx';
import { usePanels } from './panels.ts';
import { useBenchKeys } from './useBenchKeys.ts';
import { useMarking } from './useMarking.tsx';
import { useNow } from './useNow.ts';
import type { AnyEvent, Send, Snapshot } from '@/core/session/index.ts';
import {
  advise,
  apartOf,
  cupsInHand,
  drawCups,
  freeMould,
  gaugeSays,
  heatCautions,
  injectorOf,
  inStep,
  queueOf,
  runInHand,
  steps,
  unpoured,
  whatIf,
  windowNow,
} from '@/core/session/index.ts';
import { say } from '@/core/quantity/index.ts';
import { BarrelClock } from './BarrelClock.tsx';
import { Barrels } from './Barrels.tsx';
import { ByHand } from './ByHand.tsx';
import { CupCaptions, Cups } from './Cups.tsx';
import { HotCup } from './HotCup.tsx';
import { Faults, Rack } from './Rack.tsx';
import { Strip } from './Strip.tsx';
import { heard, useDevices } from './useDevices.ts';
import { useHeat } from './useHeat.ts';
import { useKeyGuard } from './useKeyGuard.ts';
import { useSession } from './useSession.ts';

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
  const [panel, setPanel] = useState<Open>(null);
  const main = useRef<HTMLButtonElement>(null);
  const byHand = useRef<() => void>(() => {});
  const { units, bench } = state.snapshot;

  const whole = usePanels();
  const inHand = runInHand(state);
  const { answer, plan } = useHeat(state, id, inHand);
  const all = steps(state, now);
  const step = advise(state, all, { answer, plan, notes: state.heat, now });
  const run = inHand ?? [...state.runs.values()].at(-1);
  const cups = run ? cupsInHand(state, run) : [];
  const injector = run ? injectorOf(state, run) : undefined;
  const turns = run ? inStep(state, run) : [];
  const runOf = (mould: string) =>
    turns.find((turn) => turn.tools.moulds.some((entry) => String(entry.id) === mould));
  const shown = [...state.moulds.values()]
    .filter((mould) => mould.shot !== null || runOf(mould.key))
    .slice(0, 3);
  const turn = run ? freeMould(state, run) : null;
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
  const leave = () => {
    setPanel(null);
    main.current?.focus();
  };
  const onOwn = useCallback(() => byHand.current(), []);
  const { marking, focus, touch, brushButtons, keys } = useMarking({
    state,
    step,
    act,
    onOwn,
    onBrush: () => main.current?.focus(),
  });
  const { devices, place: putDevice, wrong: deviceWrong } = useDevices(id, onMain);
  const inPot =
    step && (step.key === 'degasCold' || step.key === 'degasBefore' || step.key === 'degasAfter')
      ? state.cups.get(step.target)
      : undefined;
  const gauge = inPot ? heard(devices, { kind: 'gauge', session: id, now, key: 'pot' }) : null;
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

  useBenchKeys(
    {
      t: openRead,
      x: () => setPanel({ what: 'trouble' }),
      u: () => canUndo && undo(),
      o: () => setPanel({ what: 'other' }),
      c: () => setPanel({ what: 'change' }),
      a: () => setPanel({ what: 'add' }),
      '?': () => setPanel({ what: 'keys' }),
      ...keys,
    },
    onMain,
    panel !== null || done,
  );

  return (
    <div
      className="flex min-h-dvh flex-col lg:h-dvh lg:overflow-hidden"
      data-seq={state.seq}
      data-waiting={waiting}
      data-notes={state.status === 'running' ? state.heat.length : 0}
      data-foreseen={state.status === 'running' ? (answer?.notes ?? 0) : 0}
      data-ready={whole || undefined}
    >
      <BenchHead name={name} state={state} now={now} onKeys={() => setPanel({ what: 'keys' })} />
      <BenchNotices {...{ waiting, away, mayNot, refused }} answer={answerFor} />
      {heatCautions(state, answer, now).map((heatCaution) => (
        <HotCup key={heatCaution.cup} caution={heatCaution} />
      ))}
      <main
        className={
          'bench-columns grid min-h-0 flex-1 gap-y-6 px-4 pt-3 md:grid-cols-2 md:px-6 ' +
          'lg:gap-x-6 lg:gap-y-0'
        }
      >
        <Place
          tall={marking !== undefined}
          title="Cups"
          sub={cups.map((cup) => say(cup.vessel?.volume ?? 0, 'volume', units)).join(' and ')}
          body={
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
            )
          }
          foot={<CupCaptions cups={cups} answer={answer} units={units} />}
        />
        <Place
          tall={marking !== undefined}
          title={injector ? 'Barrels' : 'By hand'}
          sub={
            injector
              ? injector.injector.barrels
                  .map((barrel) => say(barrel.volume, 'volume', units))
                  .join(' and ')
              : 'from the cup'
          }
          body={
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
            ))
          }
          foot={
            injector && (
              <BarrelClock
                state={state}
                injector={injector}
                answer={answer}
                mould={turn?.mould ?? null}
                now={now}
              />
            )
          }
        />
        <MouldsPlace
          {...{ state, shown, run, runOf, answer, step, now, marking, focus, brushButtons }}
          onCavity={touch}
          onMain={onMain}
        />
        <Place
          tall={marking !== undefined}
          title="Rack"
          sub={`cures ${bench.cure} h`}
          body={
            <div className="min-h-0 overflow-y-auto" tabIndex={0} role="region" aria-label="Trays">
              <Rack state={state} />
            </div>
          }
          foot={<Faults state={state} />}
        />
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
        whatIf={step ? whatIf(state, inHand, { step, answer, now }) : null}
        onMain={onMain}
        onSend={send}
        onUndo={() => {
          undo();
          main.current?.focus();
        }}
        onOpen={(part) => (part === 'read' ? openRead() : setPanel({ what: part }))}
      />
      <BenchPanels
        {...{ id, panel, state, answer, step, now, devices, deviceWrong, putDevice }}
        {...{ send, act, setPanel, leave }}
        undo={() => canUndo && undo()}
      />
    </div>
  );
}
