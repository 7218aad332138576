import { v5 } from 'uuid';
import type { Wanted } from '../../src/core/plan/index.ts';
import { draftPlan } from '../../src/core/plan/index.ts';
import { append } from '../../src/service/append.ts';
import { wholeCatalogue } from '../../src/service/catalogue.ts';
import { savePlan, snapshotFrom } from '../../src/service/plans.ts';
import { put } from '../../src/store/catalogue.ts';
import { moveLine } from '../../src/store/ledger.ts';
import { createSession } from '../../src/store/log.ts';
import { closeLine, insertOrder, orderLines } from '../../src/store/orders.ts';
import { writeShop } from '../../src/store/shop.ts';
import { seeded } from './random.ts';
import { rehearse } from './rehearse.ts';
import { BAITS, BLOCKS, COLOURWAYS, INJECTORS, MIXES, MOULDS, ORDERS, PAST, SHOP, VESSELS } from './shop.ts';

const DAY = 86_400_000;
const SPACE = '9c2a4c0c-7f0a-4b39-8e8a-54b7f1f2a001';
const day = (ms: number): string => new Date(ms).toISOString().slice(0, 10);

/** The cavities that spoil more than the rest: eel mould 1 loses its sixth, the rag mould runs cold at its last. */
const spoil = (mould: string, cavity: number, shot: number): number =>
  (mould === '1' && cavity === 6 ? 0.2 : mould === '5' && cavity === 4 ? 0.15 : 0.035) + (shot === 1 ? 0.12 : 0);

/** Fills an empty shop: lists, an order book, half a year of evenings, one broken off last night, and a plan for today. */
export async function loadDemo(tell: (line: string) => void, now = Date.now()): Promise<void> {
  for (const m of MOULDS) await put('moulds', m);
  for (const i of INJECTORS) await put('injectors', i);
  for (const b of BLOCKS) await put('blocks', b);
  for (const v of VESSELS) await put('vessels', v);
  for (const b of BAITS) await put('baits', b);
  for (const m of MIXES) await put('mixes', m);
  for (const c of COLOURWAYS) await put('colourways', c);
  await writeShop(SHOP);
  const shelf = await wholeCatalogue();
  const idOf = (list: { id: number; spec: { name: string } }[], name: string) => list.find((e) => e.spec.name === name)!.id;
  const part = ([bait, colourway, count]: [string, string, number]) => ({ bait: idOf(shelf.baits, bait), colourway: idOf(shelf.colourways, colourway), count });
  const defaults = { settings: { ...SHOP.plan, tolerance: SHOP.bench.tolerance }, good: SHOP.good, confidence: SHOP.confidence, window: SHOP.window };

  const wantedOf = async (order: number): Promise<Wanted[]> =>
    (await orderLines(order, new Date(now))).flatMap((l) => l.parts.map((p) => ({ part: p.id, line: l.id, for: l.customer, bait: p.bait, colourway: p.colourway, count: p.count, due: l.promised })));
  const play = async (name: string, wanted: Wanted[], startAt: number, seed: number, until?: Parameters<typeof rehearse>[0]['until']) => {
    const snapshot = snapshotFrom(name, draftPlan(shelf, wanted, defaults), SHOP);
    if (!snapshot.plan.ok) throw new Error(`Demo plan ${name}: ${snapshot.plan.remarks[0]?.sentence}`);
    const session = await createSession(name, snapshot, null, new Date(startAt));
    const events = rehearse({ session, snapshot, startAt, chance: seeded(seed), until, spoil });
    for (let i = 0; i < events.length; i += 400) await append(session, events.slice(i, i + 400));
    return { session, events };
  };

  const evenings = 24;
  for (let n = 0; n < evenings; n++) {
    const past = PAST[n % PAST.length]!;
    const startAt = now - (evenings - n) * 7 * DAY - DAY + (n % 3) * 3_600_000;
    const order = await insertOrder({ customer: past.customer, note: '', lines: past.parts.map((p) => ({ name: '', pack: 6, promised: day(startAt + 4 * DAY), parts: [part(p)] })) });
    await play(`Evening ${n + 1}`, await wantedOf(order), startAt, 100 + n);
    for (const line of await orderLines(order, new Date(now))) {
      const there = Math.min(line.count, line.allotted);
      if (there > 0) {
        await moveLine(line.id, 'packed', there, v5(`packed ${line.id}`, SPACE));
        await moveLine(line.id, 'sent', there, v5(`sent ${line.id}`, SPACE));
      }
      await closeLine(line.id, true);
    }
  }
  tell(`${evenings} past evenings shot`);

  const ids: number[] = [];
  for (const o of ORDERS) ids.push(await insertOrder({ customer: o.customer, note: o.note, lines: o.lines.map((l) => ({ name: l.name ?? '', pack: l.pack, promised: day(now + l.in * DAY), parts: l.parts.map(part) })) }));

  // The day before yesterday: part of the web shelf's eels, now curing or cured.
  const eels = (await wantedOf(ids[2]!)).slice(0, 1).map((w) => ({ ...w, count: 32 }));
  await play('Two evenings ago', eels, now - 1.3 * DAY, 7);
  // Last night: the prawns, broken off after two shots.
  const prawns = (await wantedOf(ids[0]!)).slice(1, 2);
  const { session, events } = await play('Last night, prawns', prawns, now - 0.6 * DAY, 11, (s) => [...s.shots.values()].filter((x) => x.rackedAt !== null).length >= 2);
  const last = events.at(-1)!;
  await append(session, [{ id: v5(`broken ${session}`, SPACE), session, at: last.at + 60_000, by: 'bench', v: 1, kind: 'brokenOff', payload: { why: 'midnight' } }]);

  const tonight = (await wantedOf(ids[0]!)).slice(0, 1);
  await savePlan('Tonight, eels', day(now), draftPlan(shelf, tonight, defaults));
  tell('The demo shop is open.');
}
