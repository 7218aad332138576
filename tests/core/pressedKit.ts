import { v4 } from 'uuid';
import { draftPlan } from '@/core/plan/index.ts';
import type { AnyEvent, Send, Step } from '@/core/session/index.ts';
import {
  EVENT_VERSION,
  fold,
  inOneBreath,
  runInHand,
  snapshotFrom,
  steps,
} from '@/core/session/index.ts';
import { METRIC, spoken } from '@/core/quantity/index.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { BAITS } from '../../scripts/demo/baits.ts';
import { COLOURWAYS } from '../../scripts/demo/colourways.ts';
import { START } from '../bench.ts';
import { DEFAULTS, SHELF } from '../demoPlan.ts';

/** A bench on which the big key is pressed, and what it says is offered beside it. */
export function pressed(bait: string, colourway: string, { count = 40, joins = true } = {}) {
  const idOf = (all: { name: string }[], name: string) =>
    all.findIndex((one) => one.name === name) + 1;
  const wanted = {
    ...{ part: 1, line: 1, for: 'Cam', count, due: '2026-12-20' },
    bait: idOf(BAITS, bait),
    colourway: idOf(COLOURWAYS, colourway),
  };
  const snapshot = snapshotFrom('x', draftPlan(SHELF, [wanted], DEFAULTS), DEFAULT_SHOP);
  const events: AnyEvent[] = [];
  let now = START;
  const state = () => fold(snapshot, events);
  const note = (sends: readonly Send[]) => {
    now += 1000;
    for (const send of sends)
      events.push({
        ...{ id: v4(), session: 1, seq: events.length + 1, at: now, by: 'one', v: EVENT_VERSION },
        ...send,
      });
  };
  const asked = () => {
    const all = steps(state(), now);
    return joins ? inOneBreath(state(), all, now) : all;
  };
  /** One press of the big key, or what passes by itself; answers with what it was, '' = no press. */
  const press = (step: Step): string => {
    if (step.read) {
      const cup = state().cups.get(step.read.key);
      const { window } = runInHand(state())!.tools;
      const heat = cup?.fused ? (window.low + window.high) / 2 : 178;
      const celsius = cup ? heat : 30;
      note([
        { kind: 'reading', payload: { target: step.read, celsius, stage: null, from: 'typed' } },
      ]);
      return 'reading';
    }
    if (step.until && step.until > now) {
      now = step.until;
      // The hold runs by itself; a key that only waits is pressed when its time has come.
      if (step.key === 'hold' && joins) note([step.send!]);
      return '';
    }
    const all = step.others?.find(({ label }) => /^All \d+/.test(spoken(label, METRIC)));
    note([...(step.also ?? []), (all ?? step).send ?? step.send!, ...(step.then ?? [])]);
    return step.key;
  };
  note([{ kind: 'opened', payload: {} }]);
  /** Presses from the shot so many to the next of the same stage. */
  const between = (nth: number): string[] => {
    const done: string[] = [];
    const shots = () => state().shots.size;
    for (let i = 0; i < 600 && shots() < nth; i++) press(asked()[0]!);
    while (shots() === nth) done.push(press(asked()[0]!));
    return done.filter(Boolean);
  };
  return { between, note, press, asked, state, events, now: () => now };
}
