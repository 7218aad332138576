import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
  FIRM,
  losing,
  metalAfter,
  mouldPrior,
  NOTHING_LEARNED,
  shotJoules,
} from '@/core/heat/index.ts';
import {
  giveHeat,
  heatByShot,
  heldToLook,
  mouldHeat,
  setMouldHeat,
} from '@/core/session/effects/mouldHeat.ts';
import { MISSES } from '@/core/session/effects/lossChain.ts';
import { bodyOfMould, metalSpreadScale } from '@/core/session/effects/mouldLoss.ts';
import { learnedFrom, shotLessons, startState } from '@/core/session/index.ts';
import { normal, seeded } from '@/core/chance.ts';
import { DEFAULT_SHOP } from '@/core/shop.ts';
import { snapshotFrom } from '@/core/session/index.ts';
import { demoPlan } from '../demoPlan.ts';

/**
 * A warmed mould shot so often without a look at it: what is said of its metal, and what it is
 * where it loses heat so much faster.
 */
function shotAfterShot(shots: number, faster: number) {
  const state = startState(snapshotFrom('Shot after shot', demoPlan(), DEFAULT_SHOP));
  const mould = [...state.moulds.values()][0]!;
  const [grams, poured, stands, open] = [90, 165, 120, 60];
  let [at, is] = [1_000_000, 45];
  setMouldHeat(mould, { celsius: is, own: 0, slope: 0 }, at);
  const prior = mouldPrior(NOTHING_LEARNED, mould.mould).loss;
  const truly = losing(bodyOfMould(mould.mould), prior.mean + faster * prior.sd);
  for (let i = 0; i < shots; i++) {
    giveHeat(state, mould, { grams, shotCelsius: poured, at, until: at + stands * 1000 });
    is = metalAfter(truly, is, {
      seconds: stands,
      room: 20,
      stand: 'wood',
      watts: shotJoules(grams, poured, FIRM.mean) / stands,
    });
    at += stands * 1000;
    heatByShot(state, mould, at);
    is = metalAfter(truly, is, { seconds: open, room: 20 });
    at += open * 1000;
  }
  return { said: mouldHeat(state, mould, at), is };
}

test('how far a mould that was never looked at may be off grows with its shots as an unknown loss makes it', () => {
  for (const shots of [1, 3, 8]) {
    for (const faster of [-0.5, 0.5]) {
      const { said, is } = shotAfterShot(shots, faster);
      // What each shot leaves unsaid is there beside the loss.
      const byLoss = Math.sqrt(Math.max(0, said.sd ** 2 - shots * MISSES.shot ** 2));
      const off = Math.abs(is - said.celsius);
      assert.ok(
        2 * off < 1.3 * said.sd,
        `${shots} shots: ${off} K off at half a spread, ± ${said.sd} said`,
      );
      assert.ok(
        byLoss < 2.6 * off,
        `${shots} shots: no wider than it must be, ± ${byLoss} for ${off} K`,
      );
    }
  }
});

test('looks at metal tell how wide what is said of it must be, tonight and from one evening to the next', () => {
  const chance = seeded(4);
  /** An evening of looks that miss by so many times what was said. */
  const evening = (times: number, learned = NOTHING_LEARNED) => {
    const state = startState(snapshotFrom('Looks', demoPlan(), DEFAULT_SHOP));
    state.snapshot.heat = { ...state.snapshot.heat, learned };
    const mould = [...state.moulds.values()][0]!;
    for (let i = 0, at = 1_000_000; i < 120; i++, at += 300_000) {
      setMouldHeat(mould, { celsius: 45, own: 3, slope: 0 }, at);
      const said = mouldHeat(state, mould, at + 1000);
      const celsius = said.celsius + normal(chance, 0, times * Math.hypot(3, 2));
      heldToLook(state, mould, { celsius, sd: 2, at: at + 1000 });
    }
    return state;
  };
  for (const times of [0.7, 1, 1.8]) {
    const state = evening(times);
    assert.ok(
      Math.abs(metalSpreadScale(state) - times) < 0.2 * times,
      `${times}: ${metalSpreadScale(state)}`,
    );
    const lesson = shotLessons(state).find(({ key }) => key === 'metal')!;
    const next = evening(times, learnedFrom([lesson]));
    assert.ok(
      Math.abs(metalSpreadScale(next) - times) < 0.15 * times,
      `${times}, the evening after`,
    );
  }
});
