// Sets benches in the middle of an evening on the demo shop, for pictures: prints their ids by name. Wants DATABASE_URL.
import { v4 } from 'uuid';
import type { AnyEvent, SessionState, Snapshot, Step } from '../../src/core/session/index.ts';
import { knownOf } from '../../src/core/heat/index.ts';
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
import { snapshotFrom } from '../../src/service/plans.ts';
import { readShop } from '../../src/service/shop.ts';
import { closeDatabase } from '../../src/store/database.ts';
import { createSession, eventsAfter, openSessions, snapshotOf } from '../../src/store/log.ts';
import { seeded } from '../../src/core/chance.ts';
import { rehearse } from './rehearse.ts';

const now = Date.now();
/** Every cup in hand read just now, at what it must be by all that went before. */
async function readAsIs(session: number, snapshot: Snapshot): Promise<void> {
  const s = fold(snapshot, await eventsAfter(session, 0));
  const { belief } = follower(snapshot.heat)(s.heat, Date.now());
  const cups = drawCups(s, runInHand(s)!);
  await append(
    session,
    cups.map((c, i): AnyEvent => ({
      id: v4(),
      session,
      at: Date.now() - 1000 * (cups.length - i),
      by: 'bench',
      v: EVENT_VERSION,
      kind: 'reading',
      payload: {
        target: { kind: 'cup', key: c.key },
        celsius: Math.round(knownOf(belief, { of: 'plastic', cup: c.key }).mean),
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
  until: (s: SessionState) => boolean,
  spoil: (m: string, c: number) => number = () => 0.04,
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

/** The eels in two moulds in step: one cooling, the other closed and TOP looked at, the match about to be made. */
async function eels(): Promise<number> {
  const { parts, shelf, defaults } = await planner(new Date(now));
  const draft = draftPlan(
    shelf,
    parts.filter(
      (p) =>
        p.baitName === 'Slip eel 95' &&
        p.colourwayName.startsWith('Bilge') &&
        p.for === 'Breakwater Tackle',
    ),
    defaults,
  );
  const second = shelf.moulds.find((m) => m.spec.name === 'Slip eel 95, second')!;
  const input = {
    ...draft,
    jobs: draft.jobs.map((j) => ({
      ...j,
      tools: j.tools.map((t) => ({
        ...t,
        moulds: [...t.moulds, { id: second.id, mould: second.spec, given: 0 }],
      })),
    })),
  };
  const shop = await readShop();
  const snapshot = snapshotFrom(
    'Tuesday evening',
    input,
    shop,
    await heatSetup(),
    await colourBook(input, shop),
  );
  const session = await createSession('Tuesday evening', snapshot, null, new Date(now));
  await bookCups(session, snapshot);
  const moulds = (s: SessionState) => [...s.moulds.values()];
  await playTo(
    session,
    snapshot,
    (s) =>
      [...s.shots.values()].filter((x) => x.rackedAt).length >= 4 &&
      moulds(s).some((m) => m.phase === 'cooling' && m.looked && m.readyAt - s.lastAt > 25_000) &&
      moulds(s).some((m) => m.phase === 'closed' && m.top === 'right') &&
      [...s.injectors.values()].every((i) => !i.draw),
    (m, c) => (m === '1' && c === 6 ? 0.4 : 0.04),
  );
  await readAsIs(session, snapshot);
  return session;
}

const laidOut = await openSessions();
/** Takes one of the sessions laid out to run as far as a step, optionally only once something holds. */
async function run(
  name: string,
  step: Step['key'],
  once: (s: SessionState) => boolean = () => true,
): Promise<number> {
  const head = laidOut.find((s) => s.name === `To run: ${name}`)!;
  await playTo(
    head.id,
    (await snapshotOf(head.id))!,
    (s) => s.status === 'running' && once(s) && nextStep(s, s.lastAt)?.key === step,
  );
  return head.id;
}

const triple = await run('Slip eel 95, gull morning', 'match', (s) =>
  [...s.cups.values()].every((c) => c.coloured && (c.reading?.celsius ?? 0) > 145),
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
const shot = (n: number): AnyEvent => ({
  id: v4(),
  session: ports,
  at: now - 9000 + 900 * n,
  by: 'bench',
  v: EVENT_VERSION,
  kind: 'shot',
  payload: { mould: '6', job: '5-12', draw: '3/1', trial: false, cavities: [n] },
});
await append(ports, [1, 2, 3, 4].map(shot));
const colour = await run('Slip eel 95, bilge moss over oyster lint', 'colour');
console.log(JSON.stringify({ eels: await eels(), colour, triple, tails, ports }));
await closeDatabase();
