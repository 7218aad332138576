import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
  conduct,
  MOULD_MATERIAL,
  opensAt,
  outsideOf,
  ovalSection,
  whenToOpen,
} from '@/core/heat/index.ts';
import { heatOfMould } from '@/core/plan/index.ts';
import { OUTLINES } from '@/core/mould/index.ts';
import { density, PLASTISOL } from '@/core/material/index.ts';
import { MOULDS } from '../../scripts/demo/moulds.ts';
import { coolEllipse, ellipseOpens } from '../ellipse.ts';

const near = (is: number, should: number, share: number, what: string) =>
  assert.ok(
    Math.abs(is / should - 1) <= share,
    `${what}: ${is.toFixed(1)} against ${should.toFixed(1)}`,
  );
const wideOf = (cavity: (typeof MOULDS)[number]['cavities'][number]): number =>
  Math.max(...OUTLINES[cavity.outline].stations.map(([, up, down]) => up + down)) * cavity.length;
const opens = (section: ReturnType<typeof ovalSection>, celsius: number, shot = 165): number =>
  whenToOpen({
    ...section,
    layers: [{ upTo: 1, celsius: shot }],
    outside: { kind: 'fixed', celsius, contact: 1500 },
  }).open!;

test(
  'the two-dimensional solver itself: nearly a round bar, and the figures others came ' +
    'to by finite elements',
  () => {
    near(
      ellipseOpens(coolEllipse(12, 12.3, 165, { celsius: 45, contact: 1500 }, 400)),
      opens({ shape: 'round', across: 12.15 }, 45),
      0.015,
      'a bar of 12 mm',
    );
    for (const [wide, thin, seconds] of [
      [24, 12, 168],
      [17.4, 11, 126],
      [14.6, 10, 100],
      [13.7, 6, 45],
    ] as const)
      near(
        ellipseOpens(coolEllipse(thin, wide, 165, { celsius: 45, contact: 1500 }, 400)),
        seconds,
        0.012,
        `${wide} × ${thin}`,
      );
  },
);

test(
  'ovals open when two-dimensional conduction says, over every mould of the demo shop: ' +
    '3 % at 45 °C, 5 % in cold metal',
  () => {
    for (const mould of MOULDS) {
      const cavity = mould.cavities[0]!;
      for (const [celsius, share] of [
        [45, 0.03],
        [30, 0.05],
      ] as const)
        near(
          opens(heatOfMould(mould).section, celsius),
          ellipseOpens(
            coolEllipse(cavity.section, wideOf(cavity), 165, { celsius, contact: 1500 }, 900),
          ),
          share,
          `${mould.name}, metal at ${celsius}°`,
        );
    }
  },
);

test('ovals against the lump of metal each lies in, which warms with them: 3 %', () => {
  for (const mould of MOULDS) {
    const { section, metal, grams, skin } = heatOfMould(mould);
    const outside = outsideOf(metal, {
      celsius: mould.warmTo,
      mass: grams,
      baitArea: skin,
      room: 20,
    });
    if (outside.kind !== 'metal') continue;
    const cavity = mould.cavities[0]!;
    const exact = ellipseOpens(
      coolEllipse(
        cavity.section,
        wideOf(cavity),
        165,
        { celsius: mould.warmTo, contact: 1500, capacity: outside.capacity },
        900,
      ),
    );
    near(
      whenToOpen({
        ...section,
        layers: [{ upTo: 1, celsius: 165 }],
        outside: { ...outside, loss: 0 },
      }).open!,
      exact,
      0.03,
      mould.name,
    );
  }
});

test('limits: a circle is a round bar, and a wide oval goes towards a slab', () => {
  near(Number(ovalSection(12, 12).shape), 2, 0.02, 'spread of a circle');
  near(
    opens(ovalSection(12, 12), 45),
    opens({ shape: 'round', across: 12 }, 45),
    0.015,
    'a circle',
  );
  assert.ok(opens(ovalSection(12, 60), 45) < opens({ shape: 'slab', across: 12 }, 45));
  let before = 0;
  for (const wide of [12, 15, 18, 24, 36, 60]) {
    const now = opens(ovalSection(12, wide), 45);
    assert.ok(now > before, 'wider is slower');
    before = now;
  }
});

test(
  'a shell knows its rod: cooled from within too, and never so slow as the whole bait; ' +
    'a thin wall is a slab between two metals',
  () => {
    const shell = MOULDS.find((mould) => mould.rod)!;
    const [whole, rods] = [heatOfMould(shell), heatOfMould(shell, 'rods')];
    const [filled, hollow] = [opensAt(whole, 165, 45, 20).open!, opensAt(rods, 165, 45, 20).open!];
    assert.ok(hollow < 0.7 * filled, `${hollow} s with the rod, ${filled} s without`);
    // A core into set shells: only what comes in hot has to cool, and as it fills more of the bait it
    // comes to the whole.
    const core = heatOfMould(shell, 'core');
    const cores = [core.core!, 0.7, 0.9, 1].map(
      (share) => opensAt({ ...core, core: share }, 165, 45, 20).open!,
    );
    assert.ok(
      cores.every((x, i) => i === 0 || x > cores[i - 1]!) && cores[0]! < 0.7 * filled,
      cores.map(Math.round).join(', '),
    );
    near(cores.at(-1)!, filled, 1e-6, 'all of it hot');
    near(
      core.shot + rods.shot,
      whole.shot + (shell.runner + shell.sprue) * density(PLASTISOL.noFlow),
      1e-6,
      'shell and core are the bait, each with its own feed',
    );
    // A wall of 2 mm round a rod of 40: both sides metal at one heat, as a slab of 2 mm that touches
    // metal on both sides.
    const wall = whenToOpen(
      {
        shape: 'round',
        across: 44,
        layers: [{ upTo: 1, celsius: 165 }],
        rod: { upTo: 40 / 44, celsius: 40 },
        outside: { kind: 'fixed', celsius: 40, contact: 1500 },
      },
      600,
      440,
    );
    const slab = whenToOpen(
      {
        shape: 'slab',
        across: 2,
        layers: [{ upTo: 1, celsius: 165 }],
        outside: { kind: 'fixed', celsius: 40, contact: 1500 },
      },
      600,
      120,
    );
    near(wall.open!, slab.open!, 0.12, 'a thin wall');
    const kept = conduct(
      {
        shape: 'round',
        across: 16,
        layers: [{ upTo: 1, celsius: 165 }],
        rod: { upTo: 0.44, celsius: 40 },
        outside: { kind: 'metal', celsius: 40, capacity: 30_000, loss: 0, room: 20 },
      },
      120,
    );
    for (const energy of kept.energy) near(energy, kept.energy[0]!, 1e-6, 'energy with a rod');
    // Held by the mould it gives its heat away: the shorter the sooner, at last as if it were always
    // as the mould is; a long one as none at all.
    const held = (length?: number) =>
      whenToOpen(
        {
          shape: 'round',
          across: 16,
          layers: [{ upTo: 1, celsius: 165 }],
          rod: { upTo: 0.44, celsius: 40, length },
          outside: { kind: 'fixed', celsius: 40, contact: 1500 },
        },
        600,
      );
    const times = [10, 40, 80, 300].map((length) => held(length).open!);
    assert.ok(
      times.every((x, i) => i === 0 || x > times[i - 1]!) && times.at(-1)! < held().open!,
      times.join(', '),
    );
    near(held(10_000).open!, held().open!, 1e-3, 'a rod without end');
    const drained = conduct(
      {
        shape: 'round',
        across: 16,
        layers: [{ upTo: 1, celsius: 165 }],
        rod: { upTo: 0.44, celsius: 40, length: 40 },
        outside: { kind: 'metal', celsius: 40, capacity: 30_000, loss: 8, room: 20 },
      },
      120,
    );
    for (const energy of drained.energy)
      near(energy, drained.energy[0]!, 1e-6, 'energy with a rod that drains');
  },
);

test('a slow mould that opens after half an hour is not said never to', () => {
  const gypsum = {
    metal: 'gypsum' as const,
    grams: 900,
    body: { capacity: 945, skin: 0.05, foot: 0.02 },
    section: { shape: 'slab' as const, across: 20 },
    skin: 0.02,
    shot: 40,
  };
  for (const celsius of [44, 48, 50, 55, 60, 65]) {
    const own = whenToOpen(
      {
        ...gypsum.section,
        layers: [{ upTo: 1, celsius: 165 }],
        outside: {
          kind: 'poor',
          celsius: Math.round(celsius * 2) / 2,
          stuff: MOULD_MATERIAL.gypsum,
        },
      },
      7200,
      28,
      1,
    ).open;
    const said = opensAt(gypsum, 165, celsius, 20).open;
    assert.equal(said === null, own === null, `${celsius}°: ${said} against ${own}`);
    if (own !== null) near(said!, own, 0.08, `${celsius}°`);
  }
});
