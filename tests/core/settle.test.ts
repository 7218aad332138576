import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { CupState } from '@/core/session/index.ts';
import { density, settling, usualMaterial, viscosity } from '@/core/material/index.ts';
import { settled } from '@/core/session/settled.ts';
import { near } from '../near.ts';
import { bench } from './sessionKit.ts';

const salt = usualMaterial('Fine salt', 'salt');
const flake = (size: number) => usualMaterial(`Flake ${size}`, 'flake', { size });

test('a grain goes down by Stokes’ law; what is no heavier stays; thin plastic, large flake sink faster', () => {
  const mu = viscosity(165);
  const excess = 2160 - 1000 * density(165);
  near(settling(salt, 165), (1000 * excess * 9.80665 * 0.0002 ** 2) / (18 * mu), 1e-9);
  assert.equal(settling(usualMaterial('Light', 'salt', { density: 0.8 }), 165), 0);
  assert.equal(settling(usualMaterial('Green', 'pigment'), 165), 0);
  fc.assert(
    fc.property(
      fc.double({ min: 140, max: 190, noNaN: true }),
      fc.double({ min: 0.1, max: 2, noNaN: true }),
      (celsius, size) =>
        settling(flake(size), celsius + 5) > settling(flake(size), celsius) &&
        settling(flake(size * 1.5), celsius) > settling(flake(size), celsius),
    ),
  );
});

test('a salted cup wants a stir before the draw once it has stood; stirred, it does not', () => {
  const [cup] = bench().state().cups.values();
  const salted: CupState = {
    ...cup!,
    grams: 200,
    reading: { at: 0, celsius: 165, low: 163, high: 167, stage: null },
    trail: [
      {
        event: 'a',
        at: 0,
        what: salt.name,
        amount: 20,
        dimension: 'mass',
        grams: 200,
        celsius: 165,
        brings: null,
      },
    ],
  };
  assert.equal(settled(salted, [salt], 0), null, 'nobody has stirred it yet');
  const at = { ...salted, stirredAt: 60_000 };
  const fresh = settled(at, [salt], 60_000)!;
  assert.deepEqual([fresh.what, fresh.sunk], ['Fine salt', 0]);
  assert.ok(fresh.left > 20 && fresh.left < 120, `${fresh.left} s`);
  const stood = settled(at, [salt], 60_000 + 1000 * (fresh.left + 1))!;
  assert.ok(stood.left < 0);
  near(stood.sunk, 0.1 * stood.depth + settling(salt, 165), 1e-6);
  // A level of 200 g in its glass, by hand: volume over the area of its bottom.
  const bore = at.vessel!.bore;
  near(fresh.depth, (1000 * 200) / density(165) / ((Math.PI * bore ** 2) / 4), 1e-9);
  assert.equal(settled({ ...at, trail: [] }, [salt], 90_000), null);
});
