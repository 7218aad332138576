import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { takeOver } from '@/ui/handed.ts';
import type { AnyEvent, BenchView, Send, SaidStep, Snapshot } from '@/core/session/index.ts';
import {
  cupInPot,
  gaugeSaid,
  heatCautions,
  offered,
  queueOf,
  readNext,
  isUntouched,
  whatIf,
} from '@/core/session/index.ts';
import type { BenchHands } from '@/core/session/onTape.ts';
import { BarrelsPlace } from './BarrelsPlace.tsx';
import { BenchHead } from './BenchHead.tsx';
import { BenchNotices } from './BenchNotices.tsx';
import { BenchPanels, type Open } from './BenchPanels.tsx';
import { CupsPlace } from './CupsPlace.tsx';
import { HotCup } from './HotCup.tsx';
import { MouldsPlace } from './MouldsPlace.tsx';
import { usePanels } from './panels.ts';
import { RackPlace } from './RackPlace.tsx';
import { SignalBar } from './SignalBar.tsx';
import { Strip } from './Strip.tsx';
import { useBenchKeys } from './useBenchKeys.ts';
import { type Device, heard, useDevices } from './useDevices.ts';
import { useHere } from './useHere.ts';
import { useHold } from './useHold.ts';
import { useKeyGuard } from './useKeyGuard.ts';
import { useMarking } from './useMarking.tsx';
import { type Session, useSession } from './useSession.ts';
import { speak, waysHere } from './signals.ts';
import { told } from './told.ts';
import type { Advice } from './useAdvice.ts';
import { useAdvice } from './useAdvice.ts';
import { useOnTape } from './useOnTape.ts';
import { useAwake, useSignals } from './useSignals.ts';

interface Opened {
  id: number;
  name: string;
  snapshot: Snapshot;
  events: AnyEvent[];
  /** what it is timed by beside its plan */
  hands: BenchHands;
}

/** Runs the session the page carries, log and all, as JSON. */
export default function Bench() {
  const [session] = useState(() => takeOver<Opened>());
  return <Places {...session} />;
}

/** What is open over the bench, and what opens it. */
function useOpen(step: SaidStep | null, { cups }: BenchView, back: () => void) {
  const [panel, setPanel] = useState<Open>(null);
  return {
    panel,
    setPanel,
    open: (what: 'read' | 'cup' | 'trouble' | 'other' | 'change' | 'add' | 'keys' | 'tape') => {
      if (what === 'read') return setPanel({ what, ...readNext(step, cups) });
      if (what !== 'cup') return setPanel({ what });
      const cup = cups.find(({ key }) => key === step?.target) ?? cups[0];
      if (cup) setPanel({ what, key: cup.key });
    },
    leave: () => {
      setPanel(null);
      back();
    },
  };
}

/** What a press of the big key does: it opens what the step wants typed, or records the step. */
function doStep(does: SaidStep, open: (panel: Open) => void, send: (what: Send) => void): void {
  if (does.open === 'trial') open({ what: 'trial', mould: does.target });
  else if (does.read) open({ what: 'read', kind: does.read.kind, key: does.read.key });
  else if (does.send) [...(does.also ?? []), does.send, ...(does.then ?? [])].forEach(send);
}

/** Digits, while a reading is wanted: what is typed is the reading. */
const digits = (type: (typed: string) => void): Record<string, () => void> =>
  Object.fromEntries(Array.from('0123456789', (digit) => [digit, () => type(digit)]));

/** What is offered beside the big key, by its number. */
const numbers = (step: SaidStep | null, send: (what: Send) => void): Record<string, () => void> =>
  Object.fromEntries(
    offered(step)
      .slice(0, 9)
      .map((one, nth) => [String(nth + 1), () => send(one.send)]),
  );

/**
 * A pedal that stands at the bench is the space bar of it: it takes a reading that is typed, and does
 * nothing behind a panel that is open.
 */
const pedalled = () =>
  document.body.dispatchEvent(new KeyboardEvent('keydown', { key: ' ', bubbles: true }));

/** The step with what the pot's gauge says of it, where one is heard. */
function withGauge(id: number, { state }: Session, { step, now }: Advice, devices: Device[]) {
  const inPot = cupInPot(state, step);
  const gauge = inPot ? heard(devices, { kind: 'gauge', session: id, now, key: 'pot' }) : null;
  return step && inPot && gauge !== null
    ? { ...step, detail: `${gaugeSaid(state, inPot, gauge)} ${step.detail}` }
    : step;
}

function Places({ id, name, snapshot, events, hands }: Opened) {
  const session = useSession(id, snapshot, events);
  const { state, act, undo, canUndo, waiting } = session;
  const advice = useAdvice(id, session);
  const { now, inHand, answer, all, step, view } = advice;
  const main = useRef<HTMLButtonElement>(null);
  const byHand = useRef<() => void>(() => {});
  const whole = usePanels();
  const back = () => main.current?.focus();
  const { panel, setPanel, open, leave } = useOpen(step, view, back);
  const done = state.phase.is === 'finished';
  const on = useOnTape(state, hands);
  const { bench } = snapshot;

  const send = useCallback(
    (what: Send) => {
      byHand.current();
      act(what);
      main.current?.focus();
    },
    [act],
  );
  const guard = useKeyGuard(step, all, (does) => doStep(does, setPanel, send));
  const onMain = guard.press;
  useEffect(() => void (byHand.current = guard.own));
  const onOwn = useCallback(() => byHand.current(), []);
  const { marking, focus, touch, brushButtons, beside, keys } = useMarking({
    state,
    step,
    act,
    onOwn,
    onBrush: back,
  });
  const { devices, place: putDevice, wrong: deviceWrong } = useDevices(id, pedalled);
  useHold(step, now, bench.oneBreath ? act : null);
  const moment = useSignals(state, step, now);
  useAwake(state.phase.is === 'running');
  const undoOne = () => {
    if (!canUndo) return;
    guard.own();
    undo();
  };
  const read = step?.read;
  const numbered = !read && marking === undefined && now >= guard.until;
  useBenchKeys(
    {
      ...(read && whole && digits((typed) => setPanel({ what: 'read', ...read, typed }))),
      ...(numbered && numbers(step, send)),
      t: () => open('read'),
      x: () => open('trouble'),
      u: undoOne,
      o: () => open('other'),
      c: () => open('change'),
      a: () => open('add'),
      p: () => open('cup'),
      e: () => open('tape'),
      s: () => step && speak(step.sentence),
      '?': () => open('keys'),
      ...keys,
    },
    onMain,
    panel !== null || done,
  );

  const tall = marking !== undefined;
  const here = useHere(step);
  const place = { state, answer, step, now, tall };
  // Its trays are most of what is drawn, and change with what is done alone.
  const rack = useMemo(() => <RackPlace {...{ state, tall }} />, [state, tall]);
  return (
    <div
      className="flex min-h-dvh flex-col lg:h-dvh lg:overflow-hidden"
      {...told(session, advice, whole)}
      data-large={waysHere().large || undefined}
    >
      <SignalBar moment={moment} />
      <BenchHead
        name={name}
        state={state}
        now={now}
        onKeys={() => open('keys')}
        {...{ on, whole }}
        onTape={() => open('tape')}
      />
      <main className="contents">
        <BenchNotices {...session} />
        {heatCautions(state, answer, now).map((heatCaution) => (
          <HotCup key={heatCaution.cup} caution={heatCaution} units={state.snapshot.units} />
        ))}
        <div
          className={
            'bench-columns grid min-h-0 flex-1 gap-y-6 px-4 pt-3 md:grid-cols-2 md:px-6 ' +
            'lg:gap-x-6 lg:gap-y-0'
          }
          data-here={here ?? undefined}
          data-marking={tall || undefined}
        >
          <CupsPlace {...place} {...view} {...{ session: id, devices, open: setPanel }} />
          <BarrelsPlace {...place} {...view} onMain={onMain} />
          <MouldsPlace
            {...place}
            {...view}
            {...{ marking, focus, brushButtons, beside, onMain }}
            onCavity={touch}
          />
          {rack}
        </div>
        <Strip
          ref={main}
          queue={queueOf(all)}
          flash={guard.refused}
          guarded={now < guard.until}
          step={withGauge(id, session, advice, devices)}
          {...{ now, done, waiting, session: id, canUndo, numbered, onMain }}
          putBack={done && isUntouched(state)}
          tight={tall}
          learner={bench.learner}
          whatIf={step ? whatIf(state, inHand, { step, answer, now }) : null}
          onSend={send}
          onUndo={() => {
            undoOne();
            back();
          }}
          onOpen={open}
        />
      </main>
      <BenchPanels
        {...{ id, panel, on, state, answer, step, now, devices, deviceWrong, putDevice }}
        {...{ send, act, setPanel, leave }}
        undo={undoOne}
      />
    </div>
  );
}
