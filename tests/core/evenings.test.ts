import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { HeatAnswer, Send, SessionState, SaidStep } from '@/core/session/index.ts';
import { runInHand, sayStep, windowNow } from '@/core/session/index.ts';
import { Advised } from '../../scripts/bench/evenings/advised.ts';
import { KINDS } from '../../scripts/bench/evenings/kinds.ts';
import { NEW_SHOP, snapshotFor } from '../../scripts/bench/evenings/play.ts';
import { Table } from '../../scripts/bench/evenings/table.ts';
import { WORLDS } from '../../worlds/traits.ts';
import { World } from '../../worlds/world.ts';

/** What hands do between a mould that opens and its draw. */
const AT_MOULD = new Set(['open', 'mark', 'sprue', 'rack', 'close', 'top', 'draw']);
/** A cup put in while hands are at the mould. */
const EARLY = /hot when the mould is ready/;

interface Told {
  at: number;
  step: SaidStep;
  answer: HeatAnswer | null;
  high: number;
  /** facts noted and readings taken when it was said */
  facts: number;
  readings: number;
}
interface Evening {
  name: string;
  told: Told[];
  sent: { at: number; send: Send }[];
}

const highOf = (state: SessionState): number => {
  const run = runInHand(state);
  return run ? windowNow(state, run).high : 205;
};

/** An evening in a world no model knows, as the bench told it and as it was done. */
function recorded(world: number, way: string): Evening {
  const kind = KINDS.find((kind) => kind.way === way)!;
  const bench = new World(WORLDS[world]!, 'shop 1', `evening 1/${way}`);
  const table = new Table(bench, snapshotFor(kind, NEW_SHOP), 1.3);
  const hands = new Advised(table);
  const evening: Evening = { name: `${WORLDS[world]!.name}, ${way}`, told: [], sent: [] };
  const send = table.send.bind(table);
  table.send = (what) => {
    evening.sent.push({ at: table.now, send: what });
    send(what);
  };
  let idle = 0;
  hands.heard = (heard, answer) => {
    const step = sayStep(heard, table.state.snapshot.units);
    evening.told.push({
      at: table.now,
      step,
      answer,
      high: highOf(table.state),
      facts: table.facts,
      readings: table.tally.readings,
    });
    // A hand is slow now and then: meanwhile the bench is asked again, as it asks itself every two
    // seconds.
    if (
      step.key !== 'match' ||
      step.send?.kind !== 'heated' ||
      EARLY.test(step.sentence) ||
      idle > 0 ||
      evening.told.length % 3 > 0
    )
      return;
    for (idle = 8; idle > 0; idle--) {
      table.wait(2);
      hands.look();
    }
  };
  for (let i = 0; i < 1500 && table.state.phase.is !== 'finished' && bench.seconds < 7200; i++)
    if (!hands.act()) break;
  return evening;
}

const evenings = [
  recorded(0, 'dual laminate'),
  recorded(1, 'triple laminate'),
  recorded(3, 'single'),
  recorded(4, 'tail first'),
];

test('property: no cup above its window is heated for a draw', () => {
  for (const { name, told } of evenings)
    for (const { at, step, answer, high } of told) {
      // A burst that is to be waited for counts when its wait is over.
      if (step.key !== 'match' || step.send?.kind !== 'heated' || (step.until ?? 0) > at) continue;
      const cup = answer?.cups[step.send.payload.cup];
      if (cup)
        assert.ok(cup.now.celsius <= high + 0.5, `${name}: ${step.sentence} at ${cup.now.celsius}`);
    }
});

test('property: without a new fact the bench does not take back what it said: it waits, then goes on', () => {
  for (const { name, told } of evenings) {
    const said = new Map<number, string[]>();
    for (const { step, facts } of told) {
      // A wait that counts down and the act it leads to are one saying.
      const { send, read } = step;
      const on = send && 'cup' in send.payload ? send.payload.cup : step.target;
      const what = send ? `${send.kind}/${JSON.stringify(on)}` : `read/${read?.key ?? ''}`;
      const act = `${step.key}/${what}`;
      const list = said.get(facts) ?? [];
      if (list.at(-1) !== act) list.push(act);
      said.set(facts, list);
    }
    for (const list of said.values())
      assert.equal(new Set(list).size, list.length, `${name}: ${list.join(' → ')}`);
  }
});

test('property: no cup is asked to be read again when nothing has happened to any cup since', () => {
  for (const { name, told } of evenings)
    for (let i = 1; i < told.length; i++) {
      const [before, after] = [told[i - 1]!, told[i]!];
      const again =
        before.step.read &&
        after.step.read?.key === before.step.read.key &&
        after.facts === before.facts + 1 &&
        after.readings > before.readings &&
        after.step.read.kind === 'cup';
      if (!again || after.answer?.cups[after.step.read!.key]?.doubted != null) continue;
      assert.ok(
        after.at - before.at > 60_000,
        `${name}: ${before.step.sentence}; then ${after.step.sentence}`,
      );
    }
});

test('property: no cup is brought to heat early only to stand hot while the mould cools', () => {
  let seen = 0;
  for (const { name, told, sent } of evenings)
    for (const { at, step } of told) {
      if (!EARLY.test(step.sentence) || step.send?.kind !== 'heated') continue;
      const { cup, seconds } = step.send.payload;
      const given = sent.find(
        (other) =>
          other.at >= at &&
          other.at < at + 20_000 &&
          other.send.kind === 'heated' &&
          other.send.payload.cup === cup,
      );
      // The mould has hands at it again: it is opened, or has been.
      const ready =
        given &&
        told.find(
          (told) =>
            told.at > given.at &&
            (AT_MOULD.has(told.step.key) ||
              (told.step.key === 'match' && !EARLY.test(told.step.sentence))),
        );
      if (!given || !ready) continue;
      seen += 1;
      assert.ok(
        ready.at - given.at < (seconds + 40) * 1000,
        `${name}: ${cup} ${seconds} s, the mould ready ${(ready.at - given.at) / 1000} s after`,
      );
    }
  assert.ok(seen > 3, `${seen} seen`);
});
