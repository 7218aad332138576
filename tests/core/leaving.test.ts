import assert from 'node:assert/strict';
import { test } from 'node:test';
import { at, barrelCooling, leavingBarrel } from '@/core/heat/index.ts';
import { fold } from '@/core/session/index.ts';
import { near } from '../near.ts';
import { rehearsed, snapshot } from './sessionKit.ts';

const events = rehearsed();

test('what leaves a barrel, told from two coolings of its bore, is what a cooling of its own tells', () => {
  for (const bore of [18, 32, 45.5])
    for (const [from, metal, room] of [
      [168, 25, 25],
      [186, 90, 12],
      [150, 55, 30],
    ] as const) {
      const curve = barrelCooling(bore, { from, metal, room, until: 300 });
      for (const seconds of [0, 4, 15, 60, 170]) {
        const told = leavingBarrel(bore, { from, metal, room, seconds });
        const own = at(curve, 'mean', seconds);
        assert.ok(Math.abs(told - own) < 1e-6, `${bore} mm, ${seconds} s: ${told}, ${own}`);
      }
    }
});

test('a shot goes into its mould as its barrels left it: colder than drawn, the more so the longer they stood', () => {
  const state = fold(snapshot, events);
  let seen = 0;
  for (const shot of state.shots.values()) {
    const draw = state.draws.get([...shot.cavities.values()][0]!)!;
    const hot = draw.barrels.map(({ celsius }) => celsius!);
    const colder = Math.min(...hot) - shot.celsius!;
    const stood = (shot.at - draw.at) / 1000;
    assert.ok(colder > 0 && shot.celsius! > draw.metal, `${colder} K in ${stood} s`);
    const { barrels } = state.injectors.get(draw.injector)!.injector;
    const each = hot.map((from) =>
      leavingBarrel(barrels[0]!.bore, { from, metal: draw.metal, room: 20, seconds: stood }),
    );
    near(shot.celsius!, each.reduce((sum, one) => sum + one, 0) / each.length, 0.6);
    seen += 1;
  }
  assert.ok(seen > 4);
});
