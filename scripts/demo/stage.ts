// Sets a bench in the middle of an evening on the demo shop, for pictures: prints the session's id. Wants DATABASE_URL.
import { v4 } from 'uuid';
import type { AnyEvent, SessionState } from '../../src/core/session/index.ts';
import { draftPlan } from '../../src/core/plan/index.ts';
import { append } from '../../src/service/append.ts';
import { planner } from '../../src/service/planner.ts';
import { snapshotFrom } from '../../src/service/plans.ts';
import { readShop } from '../../src/service/shop.ts';
import { closeDatabase } from '../../src/store/database.ts';
import { createSession } from '../../src/store/log.ts';
import { seeded } from './random.ts';
import { rehearse } from './rehearse.ts';

const now = Date.now();
const { parts, shelf, defaults } = await planner(new Date(now));
const shop = await readShop();
const eels = parts.filter((p) => p.baitName === 'Slip eel 95' && p.colourwayName.startsWith('Bilge'));
const draft = draftPlan(shelf, eels, defaults);
const second = shelf.moulds.find((m) => m.spec.name === 'Slip eel 95, second')!;
const input = { ...draft, jobs: draft.jobs.map((j) => ({ ...j, tools: j.tools.map((t) => ({ ...t, moulds: [...t.moulds, { id: second.id, mould: second.spec }] })) })) };
const snapshot = snapshotFrom('Tuesday evening', input, shop);
const session = await createSession('Tuesday evening', snapshot, null, new Date(now));

/** One mould cooling, the other closed and TOP looked at, the match about to be made. */
const wanted = (s: SessionState) => [...s.shots.values()].filter((x) => x.rackedAt).length >= 4 && [...s.moulds.values()].some((m) => m.phase === 'cooling' && m.toppedOff) && [...s.moulds.values()].some((m) => m.phase === 'closed' && m.top === 'right') && [...s.injectors.values()].every((i) => !i.draw);
const play = (startAt: number) => rehearse({ session, snapshot, startAt, chance: seeded(5), until: wanted, spoil: (m, c) => (m === '1' && c === 6 ? 0.4 : 0.04) });
const took = play(0 + 1e12).at(-1)!.at - 1e12;
const events = play(now - took - 9000);
await append(session, events);
const read = (cup: string, celsius: number, ago: number): AnyEvent => ({ id: v4(), session, at: now - ago, by: 'bench', v: 1, kind: 'reading', payload: { target: { kind: 'cup', key: cup }, celsius, stage: null, from: 'typed' } });
await append(session, [read('1', 170, 70_000), read('2', 165, 66_000), read('1', 164, 4000), read('2', 159, 1000)]);
console.log(session);
await closeDatabase();
