// Sets benches in the middle of an evening on the demo shop, for pictures: prints their ids by
// name. Wants DATABASE_URL.
import { v4 } from 'uuid';
import type { AnyEvent, SessionState, Snapshot, Step } from '../../src/core/session/index.ts';
import { estimateOf } from '../../src/core/heat/index.ts';
import {
  drawCups,
  EVENT_VERSION,
  fold,
  follower,
  nextStep,
  runInHand,
} from '../../src/core/session/index.ts';
import { draftPlan } from '../../src/core/plan/index.ts';
import { append } from '../../src/service/append.ts';
import { planner } from '../../src/service/planner.ts';
import { heatSetup } from '../../src/service/learn.ts';
import { bookCups, colourBook } from '../../src/service/mixes.ts';
import { snapshotFrom } from '@/core/session/index.ts';
import { readShop } from '../../src/service/shop.ts';
import { closeDatabase } from '../../src/store/database.ts';
import { createSession, eventsAfter, openSessions, snapshotOf } from '../../src/store/log.ts';
import { seeded } from '../../src/core/chance.ts';
import { rehearse } from './rehearse.ts';

const now = Date.now();
/** Every cup in hand read just now, at what it must be by all that went before. */
async function readAsIs(session: number, snapshot: Snapshot): Promise<void> {
  const state = fold(snapshot, await eventsAfter(session, 0));
  const { belief } = follower(snapshot.heat)(state.heat, Date.now());
  const cups = drawCups(state, runInHand(state)!);
  await append(
    session,
    cups.map((cup, i): AnyEvent => ({
      id: v4(),
      session,
      at: Date.now() - 1000 * (cups.length - i),
      by: 'bench',
      v: EVENT_VERSION,
      kind: 'reading',
      payload: {
        target: { kind: 'cup', key: cup.key },
        celsius: Math.round(estimateOf(belief, { of: 'plastic', cup: cup.key }).mean),
        stage: null,
        from: 'typed',
      },
    })),
  );
}

/** Plays a session up to a moment, and ends it a few seconds ago. */
async function playTo(
  session: number,
  snapshot: Snapshot,
  until: (state: SessionState) => boolean,
  spoil: (mould: string, cavity: number) => number = () => 0.04,
): Promise<void> {
  const play = (seed: number, startAt: number) =>
    rehearse({ session, snapshot, startAt, chance: seeded(seed), until, spoil });
  // Hands differ: the first evening in which the moment comes.
  let seed = 1;
  while (!until(fold(snapshot, play(seed, 1e12))))
    if (++seed > 200) throw new Error(`${snapshot.name}: the moment never comes`);
  const took = play(seed, 1e12).at(-1)!.at - 1e12;
  const events = play(seed, Date.now() - took - 2000);
  for (let i = 0; i < events.length; i += 400) await append(session, events.slice(i, i + 400));
}

/**
 * The eels in two moulds in step: one cooling, the other closed and TOP looked at, the match about
 * to be made.
 */
async function eels(): Promise<number> {
  const { parts, shelf, defaults } = await planner(new Date(now));
  const draft = draftPlan(
    shelf,
    parts.filter(
      (part) =>
        part.baitName === 'Slip eel 95' &&
        part.colourwayName.startsWith('Bilge') &&
        part.for === 'Breakwater Tackle',
    ),
    defaults,
  );
  const second = shelf.moulds.find((mould) => mould.spec.name === 'Slip eel 95, second')!;
  const input = {
    ...draft,
    jobs: draft.jobs.map((job) => ({
      ...job,
      tools: job.tools.map((tool) => ({
        ...tool,
        moulds: [...tool.moulds, { id: second.id, mould: second.spec, given: 0 }],
      })),
    })),
  };
  const shop = await readShop();
  const snapshot = snapshotFrom('Tuesday evening', input, shop, {
    heat: await heatSetup(),
    colour: await colourBook(input, shop),
  });
  const session = await createSession('Tuesday evening', snapshot, null, new Date(now));
  await bookCups(session, snapshot);
  const moulds = (state: SessionState) => [...state.moulds.values()];
  await playTo(
    session,
    snapshot,
    (state) =>
      [...state.shots.values()].filter((shot) => shot.rackedAt).length >= 4 &&
      moulds(state).some(
        (mould) =>
          mould.phase.is === 'cooling' &&
          mould.phase.looked &&
          mould.phase.readyAt - state.lastAt > 25_000,
      ) &&
      moulds(state).some((mould) => mould.phase.is === 'closed' && mould.top === 'right') &&
      [...state.injectors.values()].every((injector) => !injector.load),
    (mould, cavity) => (mould === '1' && cavity === 6 ? 0.4 : 0.04),
  );
  await readAsIs(session, snapshot);
  return session;
}

const laidOut = await openSessions();
/**
 * Takes one of the sessions laid out to run as far as a step, optionally only once something holds.
 */
async function run(
  name: string,
  step: Step['key'],
  once: (state: SessionState) => boolean = () => true,
): Promise<number> {
  const head = laidOut.find((sessionHead) => sessionHead.name === `To run: ${name}`)!;
  await playTo(
    head.id,
    (await snapshotOf(head.id))!,
    (state) =>
      state.phase.is === 'running' && once(state) && nextStep(state, state.lastAt)?.key === step,
  );
  return head.id;
}

const triple = await run('Slip eel 95, gull morning', 'match', (state) =>
  [...state.cups.values()].every((cup) => cup.coloured && (cup.reading?.celsius ?? 0) > 145),
);
await readAsIs(triple, (await snapshotOf(triple))!);
const tails = await run('Slip eel 95, moss over lint, lamp tail', 'load');
const tail = (cavities: number[]): AnyEvent => ({
  id: v4(),
  session: tails,
  at: now - 3000,
  by: 'bench',
  v: EVENT_VERSION,
  kind: 'loaded',
  payload: { mould: '1', job: laidOut.length > 0 ? '1-16' : '', cavities, gap: false },
});
await append(tails, [tail([1, 2, 3])]);
const ports = await run('Staithe sprat, wrack patch', 'shoot');
const shot = (count: number): AnyEvent => ({
  id: v4(),
  session: ports,
  at: now - 9000 + 900 * count,
  by: 'bench',
  v: EVENT_VERSION,
  kind: 'shot',
  payload: { mould: '6', job: '5-12', draw: '3/1', trial: false, cavities: [count] },
});
await append(ports, [1, 2, 3, 4].map(shot));
const colour = await run('Slip eel 95, bilge moss over oyster lint', 'colour');
console.log(JSON.stringify({ eels: await eels(), colour, triple, tails, ports }));
await closeDatabase();
