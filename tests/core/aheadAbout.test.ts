import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Piece } from '@/core/ahead/index.ts';
import { worker } from '@/core/ahead/index.ts';
import { aboutFrom } from '@/core/ahead/about.ts';
import { laidAnew } from '@/core/ahead/anew.ts';
import { roughLayout } from '@/core/ahead/first.ts';
import { soonestFirst } from '@/core/ahead/orders.ts';
import type { Asked, Layout } from '@/core/ahead/place.ts';
import { seeded } from '@/core/chance.ts';
import { shopWith } from './aheadKit.ts';

const HOUR = 3_600_000;
const time = { day: '1', from: 0, to: 4 * HOUR, pairs: 1 };

/** Pieces of some baits of the demo shop in colours it can shoot them in. */
function someOf({ lasts }: ReturnType<typeof worker>, chance: () => number): Piece[] {
  const { shelf } = shopWith(2);
  return shelf.baits.slice(0, 5).flatMap(({ id: bait, spec }) =>
    shelf.colourways.slice(0, 8).flatMap(({ id: colourway }): Piece[] => {
      const count = 4 * Math.ceil(5 * chance());
      const part = { part: 1, line: 1, for: 'A', bait, colourway, count, due: '1' };
      const of = { bait, colourway, mould: spec.mouldIds[0]!, parts: [part], baits: count };
      const piece = { ...of, key: `${bait}/${colourway}`, by: Math.floor(5 * chance()) * HOUR };
      return 'refused' in lasts([piece], 1) ? [] : [piece];
    }),
  );
}

test('what pieces are about to take is near what it is once worked out, and nearer from a set that was', () => {
  const works = worker(shopWith(2));
  const { takes: about } = aboutFrom(shopWith(2));
  const chance = seeded(3);
  const pieces = someOf(works, chance);
  const [off, from]: [number[], number[]] = [[], []];
  for (let nth = 0; nth < 60; nth++) {
    const set = [...pieces].sort(() => chance() - 0.5).slice(0, 3 + Math.floor(4 * chance()));
    const [all, before] = [works.lasts(set, 1), works.lasts(set.slice(1), 1)];
    if ('refused' in all || 'refused' in before) continue;
    const laid = { time, pieces: set.slice(1), seconds: before.seconds, leftG: before.leftG };
    for (const [list, said] of [
      [off, about(set, time)],
      [from, about(set, time, laid)],
    ] as const)
      if (!('refused' in said)) list.push(Math.abs(said.seconds / all.seconds - 1));
  }
  const mean = (list: readonly number[]) => list.reduce((sum, one) => sum + one, 0) / list.length;
  assert.ok(off.length > 40, `${off.length} sets`);
  assert.ok(off.filter((one) => one < 0.08).length > 0.9 * off.length, String(mean(off)));
  assert.ok(mean(from) < mean(off) && mean(off) < 0.05, `${mean(from)}, ${mean(off)}`);
});

test('hands are about to shoot a piece for as long as its session, worked out, says they do', () => {
  const shop = shopWith(2);
  const works = worker(shop);
  const about = aboutFrom(shop);
  for (const piece of someOf(works, seeded(5))) {
    const session = works.whole([piece], 1);
    assert.ok(!('refused' in session));
    const shoots = session.timing.phases.find(({ key }) => key === 'shoot')!.seconds.mid;
    assert.ok(Math.abs(about.shoots(piece, 1) / shoots - 1) < 1e-9, piece.key);
  }
});

test('property: what is taken apart and laid anew loses no bait, and leaves what a hand holds', () => {
  const shop = shopWith(2);
  const pieces = someOf(worker(shop), seeded(7));
  const { takes } = aboutFrom(shop);
  const times = [0, 1, 2, 3].map((day) => ({
    ...{ day: String(day), pairs: 1 },
    ...{ from: 24 * day * HOUR, to: (24 * day + 4) * HOUR },
  }));
  const held = new Map([[pieces[0]!.key, '2']]);
  const rough: Asked = { pieces, times, takes, by: () => 0, held };
  let so = roughLayout(soonestFirst(pieces, rough), rough);
  const keys = ({ times: laid, left }: Layout) =>
    [...laid.flatMap((time) => time.pieces), ...left].map(({ key }) => key).sort();
  const all = keys(so);
  for (let nth = 1; nth <= 40; nth++) {
    so = laidAnew(so, rough, nth);
    assert.deepEqual(keys(so), all);
    assert.ok(so.times[2]!.pieces.includes(pieces[0]!), `try ${nth}`);
    assert.ok(so.times.every(({ time, seconds }) => seconds <= (time.to - time.from) / 1000));
  }
});
