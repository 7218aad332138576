import { v5 } from 'uuid';
import type { Stage } from '../../src/core/build/index.ts';
import type {
  AnyEvent,
  Fault,
  Send,
  SessionState,
  Snapshot,
} from '../../src/core/session/index.ts';
import {
  apply,
  EVENT_VERSION,
  faultsOf,
  heatCups,
  nextStep,
  runInHand,
  startState,
  steps,
} from '../../src/core/session/index.ts';
import { normal } from '../../src/core/chance.ts';
import { atOnce } from './atOnce.ts';
import { metalOf } from './metal.ts';
import { stoveOf } from './stove.ts';

const SPACE = '6f1f1c1e-5c0e-4a52-9d1f-2d5f7d7a3b11';

export interface Rehearsal {
  session: number;
  snapshot: Snapshot;
  startAt: number;
  chance: () => number;
  /** stop when this says so, before the next act */
  until?: (state: SessionState) => boolean;
  /** share of baits a cavity spoils: mould key and cavity number */
  spoil?: (mould: string, cavity: number, shotInSession: number) => number;
}

const FAULTY: Fault[] = ['short', 'dent', 'short', 'bubbles', 'flash'];
/** Faults of a stage's own come as often as the common ones. */
const faultFor = (stage: Stage, chance: () => number): Fault => {
  const own = faultsOf(stage).filter((fault) =>
    ['coreShort', 'rodFlash', 'smeared', 'muddied', 'line'].includes(fault),
  );
  const all = [...FAULTY, ...own, ...own];
  return all[Math.floor(chance() * all.length)]!;
};

/**
 * A maker who does what the bench says next, with hands that take their time and a thermometer that
 * wavers. Events come from the same advice and the same rules as at a real bench.
 */
export function rehearse({
  session,
  snapshot,
  startAt,
  chance,
  until,
  spoil = () => 0.05,
}: Rehearsal): AnyEvent[] {
  const state = startState(snapshot);
  const events: AnyEvent[] = [];
  let now = startAt;
  const tries = new Map<string, number>();
  const send = (what: Send) => {
    const event = {
      id: v5(`${session}/${events.length}`, SPACE),
      session,
      seq: events.length + 1,
      at: Math.round(now),
      by: 'bench',
      v: EVENT_VERSION,
      ...what,
    } as AnyEvent;
    events.push(event);
    apply(state, event);
    stove.heard(event);
    metal.heard(event);
  };
  const stove = stoveOf(state, {
    startAt,
    chance,
    now: () => now,
    spend: (seconds) => void (now += 1000 * seconds),
    send,
  });
  const metal = metalOf(state, stove.room, chance, () => now);
  send({ kind: 'opened', payload: {} });
  send({
    kind: 'reading',
    payload: {
      target: { kind: 'room', key: 'room' },
      celsius: Math.round(stove.room),
      stage: null,
      from: 'typed',
    },
  });
  for (let i = 0; i < 20_000 && state.status !== 'finished'; i++) {
    if (until?.(state)) break;
    const step = nextStep(state, now);
    if (!step) break;
    now +=
      Math.max(2, normal(chance, step.key === 'wake' ? 60 : step.key === 'rack' ? 25 : 12, 4)) *
      1000;
    if (step.key === 'cool' || step.key === 'hold') now = Math.max(now, step.until ?? now);
    if (step.key === 'cool') continue;
    // Twice as many as planned and still short: nobody goes on tonight.
    if (step.key === 'more' && state.shots.size >= 2 * snapshot.plan.shots.length) {
      send({ kind: 'finished', payload: {} });
      break;
    }
    if (step.read?.kind === 'mould') {
      send({
        kind: 'reading',
        payload: {
          target: step.read,
          celsius: metal.read(step.read.key),
          stage: null,
          from: 'typed',
        },
      });
      continue;
    }
    if (step.read) {
      const cup = state.cups.get(step.read.key)!;
      const run = runInHand(state);
      if (step.key === 'cook' || step.key === 'stir') stove.cook(cup.key);
      else if (tries.get(step.target) === state.draws.size * 8 + 2)
        send({ kind: 'skipped', payload: step.skip! });
      else {
        tries.set(step.target, Math.max(tries.get(step.target) ?? 0, state.draws.size * 8) + 1);
        const together = stove.match(
          state.injectors.has(step.target) && run
            ? heatCups(state, run).map((heatCup) => heatCup.key)
            : [cup.key],
          run?.tools.window ?? { low: 158, high: 168 },
        );
        const act =
          together &&
          steps(state, now).find((step) => step.key === 'draw' || step.key === 'pour')?.send;
        // Drawn or poured at once, at the heats the bench reckons: a match goes stale in seconds.
        if (act?.kind === 'drawn')
          send({
            kind: 'drawn',
            payload: {
              ...act.payload,
              barrels: act.payload.barrels.map((barrel) => ({
                ...barrel,
                ...together!.get(barrel.cup),
              })),
            },
          });
        else if (act?.kind === 'poured')
          send({
            kind: 'poured',
            payload: { ...act.payload, celsius: together!.get(act.payload.cup)?.celsius },
          });
      }
      continue;
    }
    for (const one of step.also ?? []) {
      now += 9000;
      send(one);
    }
    if (step.open === 'trial') {
      const shot = [...state.shots.values()].find((shot) => shot.mould === step.target)!;
      send({
        kind: 'trialled',
        payload: {
          mould: step.target,
          shot: shot.id,
          fill: 'full',
          letsGo: 'TOP',
          hold: 9,
          window: { low: 160, high: 170 },
          bait: 9.3,
          verdict: 'good',
          note: '',
        },
      });
      continue;
    }
    const all = atOnce(step);
    if (all) {
      send(all);
      continue;
    }
    if (step.send?.kind === 'cavityMarked') {
      const { shot, cavity } = step.send.payload;
      const mould = state.shots.get(shot)!.mould;
      send(
        chance() > spoil(mould, cavity, 2)
          ? step.send
          : { kind: 'cavityMarked', payload: { shot, cavity, grade: 'usable', fault: 'muddied' } },
      );
      continue;
    }
    if (step.key === 'mark' && step.send?.kind === 'marked') {
      const mould = state.moulds.get(step.target)!;
      const shot = state.shots.get(mould.shot!)!;
      for (const cavity of shot.cavities.keys()) {
        const done = metal.fault(shot);
        if (done === null && chance() > spoil(mould.key, cavity, shot.n)) continue;
        now += 2500;
        if (shot.marks.has(cavity)) continue;
        const fault = done ?? faultFor(shot.stage, chance);
        const usable = fault !== 'short' && chance() < 0.35;
        send({
          kind: 'cavityMarked',
          payload: { shot: shot.id, cavity, grade: usable ? 'usable' : 'second', fault },
        });
      }
    }
    if (step.send) send(step.send);
    // Every second shot a probe is held to the open mould.
    if (
      step.key === 'open' &&
      (state.shots.get(state.moulds.get(step.target)?.shot ?? '')?.n ?? 0) % 2 === 0
    ) {
      now += 6000;
      send({
        kind: 'reading',
        payload: {
          target: { kind: 'mould', key: step.target },
          celsius: metal.read(step.target),
          stage: null,
          from: 'typed',
        },
      });
    }
    for (const one of step.then ?? []) {
      now += 4000;
      send(one);
    }
  }
  return events;
}
