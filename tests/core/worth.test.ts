import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
  learnEven,
  shareShort,
  TEARS,
  tearsAt,
  warmingPays,
  worthWaiting,
} from '@/core/heat/index.ts';
import { chanceOfEnough, baitsToShoot, learnedShare } from '@/core/yield/index.ts';
import { seeded } from '@/core/chance.ts';

test(
  'opening: with nothing unknown the best moment is where a second costs what the baits ' +
    'it saves are worth',
  () => {
    const known = { mean: 0, sd: 1e-9 };
    const [reckoned, baits, each] = [150, 8, 45];
    const best = worthWaiting(reckoned, known, baits, each);
    // d/dx of reckoned e^x + baits × each × 1/(1 + e^z) is nothing: reckoned e^x = baits × each × p
    // (1 − p) / scale.
    const tears = tearsAt(best, known);
    const slope = (x: number) =>
      reckoned * Math.exp(x) -
      (baits * each * tearsAt(x, known) * (1 - tearsAt(x, known))) / TEARS.scale;
    assert.ok(slope(best - 0.02) < 0 && slope(best + 0.02) > 0 && tears < 0.06, `${best} ${tears}`);
    assert.ok(worthWaiting(reckoned, known, 24, each) > best, 'more baits at stake, longer');
    assert.ok(worthWaiting(600, known, baits, each) < best, 'dearer waiting, sooner');
  },
);

test(
  'opening: a mould whose baits are firm long before they are reckoned to be is opened ' +
    'sooner shot by shot, and loses few on the way',
  () => {
    for (const truth of [-0.9, -0.6, -0.2]) {
      const chance = seeded(11);
      let known = { mean: 0, sd: 0.27 };
      const tried: { x: number; share: number; baits: number }[] = [];
      let torn = 0;
      for (let shot = 0; shot < 12; shot++) {
        const x = worthWaiting(150, known, 8, 45);
        let lost = 0;
        for (let i = 0; i < 8; i++)
          if (chance() < 1 / (1 + Math.exp((x - truth) / TEARS.scale))) lost += 1;
        torn += lost;
        tried.push({ x, share: lost / 8, baits: 8 });
        const even = learnEven({ mean: TEARS.even, sd: 0.27 }, -TEARS.scale, tried, 8);
        known = { mean: even.mean - TEARS.even, sd: even.sd };
      }
      const last = tried.at(-1)!.x;
      assert.ok(
        torn <= 12 && last > truth && last < Math.max(truth + 0.5, 0.25),
        `even odds at ${truth}: opened at ${last}, ${torn} of 96 torn`,
      );
      if (truth === -0.9) assert.ok(last < -0.2, `${last}`);
    }
  },
);

test(
  'metal: the colder the more come short, half of them at its even odds; warming pays ' +
    'only where it saves more than it takes',
  () => {
    assert.equal(shareShort(12, 12), 0.5);
    assert.ok(shareShort(0) < 0.01 && shareShort(30) > 0.99);
    assert.ok(
      !warmingPays({ saves: -0.01, baits: 24, each: 60, takes: 30 }) &&
        !warmingPays({ saves: shareShort(4, 15), baits: 8, each: 45, takes: 60 }) &&
        warmingPays({ saves: shareShort(12, 15), baits: 8, each: 45, takes: 60 }),
    );
  },
);

test(
  'the share that comes good: the shop’s guess without a record, its record in the end, ' +
    'in between both; other moulds tell a little',
  () => {
    const guess = { share: 0.92, strength: 20 };
    const of = { mould: 1, build: 'dual', stage: 'body' };
    const evening = (mould: number, good: number, shot: number) => ({ ...of, mould, good, shot });
    assert.ok(Math.abs(learnedShare(guess, [], of).share - 0.92) < 1e-9);
    const much = learnedShare(
      guess,
      Array.from({ length: 60 }, () => evening(1, 24, 40)),
      of,
    );
    assert.ok(Math.abs(much.share - 0.6) < 0.02, `${much.share}`);
    const little = learnedShare(guess, [evening(1, 24, 40)], of).share;
    assert.ok(little < 0.9 && little > 0.6);
    const others = learnedShare(guess, [evening(2, 24, 40), evening(3, 20, 40)], of).share;
    assert.ok(others < 0.9 && others > little - 0.15);
    // Another build tells of the shop, a little: the guess goes down with it, and one for a harder
    // stage from where it was.
    const other = (good: number) =>
      [1, 2, 3].map((count) => ({ ...evening(count, good, 40), build: 'single' }));
    const bad = learnedShare(guess, other(24), of).share;
    assert.ok(bad < 0.85 && bad > 0.65, `${bad}`);
    assert.ok(learnedShare({ share: 0.8, strength: 20 }, other(24), of, 0.92).share < bad - 0.1);
    assert.ok(
      Math.abs(learnedShare({ share: 0.8, strength: 20 }, other(37), of, 0.925).share - 0.8) < 1e-9,
      'as the rule has it: no change',
    );
  },
);

test(
  'enough is enough in 8 of 10, where 8 of 10 was chosen: evenings that differ as ' +
    'evenings do, baits of one evening alike',
  () => {
    const chance = seeded(21);
    const of = { mould: 1, build: 'dual', stage: 'body' };
    const beta = (share: number, strength: number): number => {
      // Sums of exponentials: a gamma of whole shape.
      const gamma = (index: number) =>
        Array.from(
          { length: Math.max(1, Math.round(index)) },
          () => -Math.log(1 - chance()),
        ).reduce((sum, value) => sum + value, 0);
      const [goods, bads] = [gamma(share * strength), gamma((1 - share) * strength)];
      return goods / (goods + bads);
    };
    let met = 0;
    const POINTS = 400;
    for (let shop = 0; shop < POINTS; shop++) {
      const share = 0.6 + 0.3 * chance();
      const come = (count: number) => {
        const chanceGood = beta(share, 24);
        return Array.from({ length: count }, () => chance() < chanceGood).filter(Boolean).length;
      };
      const record = Array.from({ length: 6 }, () => ({ ...of, good: come(40), shot: 40 }));
      const guess = learnedShare({ share: 0.92, strength: 20 }, record, of);
      const shot = baitsToShoot(30, guess, 0.8)!;
      assert.ok(chanceOfEnough(30, shot, guess) >= 0.8);
      if (come(shot) >= 30) met += 1;
    }
    assert.ok(met / POINTS > 0.74 && met / POINTS < 0.9, `${met} of ${POINTS}`);
  },
);
