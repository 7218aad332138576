import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { CupBody } from '@/core/heat/index.ts';
import {
  after,
  afterBurst,
  burstUntil,
  coolsTo,
  MICROWAVE,
  radiation,
  specificHeat,
  stillAir,
  wattsOf,
} from '@/core/heat/index.ts';
import { body, cup, oven } from './heatKit.ts';
import { near } from '../near.ts';

test('cup: energy in is energy kept when nothing is lost; nothing happens in the dead time', () => {
  // No exchange with glass and a room as hot as the plastic: 450 W for 10 s in 437 J/K.
  const alone = { ...cup, exchange: 0, room: 100 };
  const one = after(alone, { plastic: 100, glass: 100 }, 1, { watts: () => 450, step: 0.01 });
  near(one.plastic - 100, 450 / (230 * 1.9), 0.01);
  assert.equal(wattsOf(oven, 2), 0);
  assert.equal(wattsOf(oven, 3), 450);
  near(
    afterBurst(cup, { plastic: 150, glass: 150 }, { microwave: oven, seconds: 2.4 }).plastic,
    after(cup, { plastic: 150, glass: 150 }, 2.4, { watts: () => 0, step: 0.5 }).plastic,
    1e-9,
  );
});

test('cup: half the step changes nothing worth a thermometer; at the room’s heat it stands still', () => {
  const hot = { plastic: 177, glass: 120 };
  near(
    after(cup, hot, 300).plastic,
    after(cup, hot, 300, { watts: () => 0, step: 0.1 }).plastic,
    0.02,
  );
  near(after(cup, { plastic: 20, glass: 20 }, 600).plastic, 20, 1e-9);
});

test('cup: linear limit against the closed solution of two nodes, the bench it stands on with it', () => {
  // No air, and a room so near that radiation is constant: λ from the 2 × 2 system's own
  // eigenvalues.
  const radiates = radiation(99.5, 99);
  const bore = 0.085;
  const top = (Math.PI / 4) * bore ** 2;
  const side = Math.PI * bore * (240e-6 / top) + top;
  for (const stand of [0, 0.5, 1]) {
    const body: CupBody = { ...cup, bore: 85, volume: 240, room: 99, air: 0, stand };
    // Of the glass of half a litre the plastic stands against 71 %; two fifths of the rest take part.
    const warm = 0.02071 / 0.02919;
    const [cp, cg, exchange] = [230 * specificHeat(99.5), 320 * 0.84 * (0.4 + 0.6 * warm), 3];
    const [plasticOwn, plasticFrom, glassFrom, glassOwn] = [
      -(exchange + radiates * top) / cp,
      exchange / cp,
      exchange / cg,
      -(exchange + radiates * side + stand) / cg,
    ];
    const root = Math.sqrt((plasticOwn - glassOwn) ** 2 + 4 * plasticFrom * glassFrom);
    const [l1, l2] = [(plasticOwn + glassOwn + root) / 2, (plasticOwn + glassOwn - root) / 2];
    // Plastic starts 1 K over, glass 0: Tp = A e^{l1 t} + B e^{l2 t}, A = (a − l2)/(l1 − l2).
    const weight = (plasticOwn - l2) / (l1 - l2);
    for (const [seconds, step] of [
      [200, 1],
      [200, 200],
      [600, 10],
    ] as const) {
      const exact = weight * Math.exp(l1 * seconds) + (1 - weight) * Math.exp(l2 * seconds);
      near(
        after(body, { plastic: 100, glass: 99 }, seconds, { watts: () => 0, step }).plastic - 99,
        exact,
        0.001,
        `bench ${stand} W/K, ${seconds} s:`,
      );
    }
  }
});

test('cup: still air by McAdams, 9 to 12 W/m² K off a cup at 165 °C; a draught leaves radiation alone', () => {
  near(stillAir(165, 20, 'up', 0.085 / 4), 11.9, 0.4);
  // Nu = 0.54 Ra^¼ with air at the film's 92 °C (Incropera, table A.4): k 0.0308 W/m K, ν 2.23e-5
  // m²/s, Pr 0.69.
  const length = 0.085 / 4;
  const rayleigh = ((9.81 * 145) / 365 / 2.23e-5 ** 2) * length ** 3 * 0.69;
  near(stillAir(165, 20, 'up', length), (0.54 * rayleigh ** 0.25 * 0.0308) / length, 0.6);
  // Churchill–Chu for a wall 50 mm high, glass at 140 °C, film at 80 °C.
  const wall = ((9.81 * 120) / 353 / 2.1e-5 ** 2) * 0.05 ** 3 * 0.69;
  near(
    stillAir(140, 20, 'standing', 0.05),
    ((0.68 + (0.67 * wall ** 0.25) / (1 + (0.492 / 0.69) ** (9 / 16)) ** (4 / 9)) * 0.03) / 0.05,
    1.1,
  );
  // All the air taken away leaves just what radiates: at the first moment (loss with air 2) − (with
  // 1) = (with 1) − (with none).
  const rate = (air: number) =>
    (165 -
      after({ ...cup, exchange: 0, air }, { plastic: 165, glass: 165 }, 1e-3, {
        watts: () => 0,
        step: 1e-3,
      }).plastic) /
    1e-3;
  near(rate(2) - rate(1), rate(1) - rate(0), 1e-4);
  near(
    rate(0) * cup.plastic * specificHeat(165),
    radiation(165, 20) * (Math.PI / 4) * 0.08 ** 2 * 145,
    0.01,
  );
});

test('cup: a small charge wets less glass and warms less of it', () => {
  // Glass at 20 under plastic at 120, nothing else at work: W between them over m² of wetted glass
  // is one figure for every charge.
  const per = [60, 100, 240, 400].map((volume) => {
    const body: CupBody = {
      plastic: volume * 0.93,
      glass: 320,
      bore: 85,
      volume,
      exchange: 3,
      room: 20,
      air: 0,
    };
    const start = { plastic: 120, glass: 20 };
    const lost =
      ((120 - after(body, start, 0.01, { watts: () => 0, step: 0.01 }).plastic) *
        body.plastic *
        specificHeat(120)) /
        0.01 -
      radiation(120, 20) * (Math.PI / 4) * 0.085 ** 2 * 100;
    return lost / 100 / ((4 * volume * 1e-6) / 0.085 + (Math.PI / 4) * 0.085 ** 2);
  });
  for (const each of per) near(each, per[2]!, 0.01 * per[2]!);
  // 100 mL, 41 s in 900 W: against a simulation of its own in short plain steps, U = 177 W/m² K of
  // wetted glass, the wetted glass and a fin of 14 mm warm, and two fifths of what is left.
  const [grams, wet, warm] = [95, 0.0104, 0.4 + 0.6 * (0.0141 / 0.0292)];
  let [plastic, glass] = [20, 20];
  for (let k = 0; k < 4100; k++) {
    const watts = k * 0.01 > 2.5 ? 450 : 0;
    const film = (celsius: number, factor: number, length: number) =>
      factor * (Math.max(0, celsius - 20) / length) ** 0.25 +
      0.9 * 5.670374419e-8 * ((celsius + 273.15) ** 2 + 293.15 ** 2) * (celsius + 293.15 + 273.15);
    const across = 177 * wet * (plastic - glass);
    const dp =
      (watts - across - film(plastic, 1.32, 0.02125) * 0.00567 * (plastic - 20)) /
      (grams * (1.9 + 0.0024 * (plastic - 98.5)));
    glass +=
      (0.01 * (across - film(glass, 1.42, 0.033) * 0.0104 * (glass - 20))) / (320 * warm * 0.84);
    plastic += 0.01 * dp;
  }
  near(
    afterBurst(
      { plastic: grams, glass: 320, bore: 85, volume: 100, exchange: 3, room: 20 },
      { plastic: 20, glass: 20 },
      { microwave: oven, seconds: 41 },
    ).plastic,
    plastic,
    1,
  );
});

test('property: hotter stays hotter, a longer burst is hotter, two cups share', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 100, max: 190 }),
      fc.integer({ min: 1, max: 30 }),
      fc.integer({ min: 5, max: 60 }),
      (heat, more, seconds) => {
        const at = (time: number, seconds: number, microwave = oven) =>
          afterBurst(cup, { plastic: time, glass: time - 20 }, { microwave, seconds }).plastic;
        assert.ok(
          at(heat + more, seconds) > at(heat, seconds) &&
            at(heat, seconds + more) > at(heat, seconds),
        );
        assert.ok(
          at(heat, seconds) >=
            at(heat, seconds, { ...oven, cups: 2, efficiency: MICROWAVE.two }) - 1e-9,
        );
      },
    ),
    { numRuns: 80 },
  );
});

test('property: a burst until a heat is reached is the burst after which it is; out of reach it is the longest', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 60, max: 500 }),
      fc.integer({ min: 20, max: 160 }),
      fc.integer({ min: 100, max: 185 }),
      (grams, from, to) => {
        const start = { plastic: from, glass: Math.min(from, 100) };
        const asked = { microwave: oven, longest: 1200 };
        const seconds = burstUntil(body(grams), start, to, asked);
        if (from >= to) return assert.equal(seconds, 0);
        const { plastic } = afterBurst(body(grams), start, { microwave: oven, seconds, step: 4 });
        if (seconds < 1200) near(plastic, to, 0.2);
        else assert.ok(plastic <= to);
        assert.equal(burstUntil(body(grams), start, 5000, asked), 1200);
      },
    ),
  );
});

test('property: no charge warms more glass than its cup has, and a larger one no less', () => {
  // Brought together at once: what the glass took the plastic gave, and there is no time for a loss.
  const warmGlass = (volume: number, bore: number): number => {
    const exchange = 1e5;
    const body: CupBody = { plastic: volume * 0.93, glass: 320, bore, volume, exchange, room: 100 };
    const even = after(body, { plastic: 100, glass: 90 }, 0.5, { step: 0.01 });
    const given = body.plastic * specificHeat((100 + even.plastic) / 2) * (100 - even.plastic);
    return given / (even.glass - 90) / 0.84;
  };
  fc.assert(
    fc.property(
      fc.integer({ min: 20, max: 600 }),
      fc.integer({ min: 20, max: 600 }),
      (one, other) => {
        const [less, more] = [Math.min(one, other), Math.max(one, other)];
        assert.ok(warmGlass(more, 85) <= 321, `${more} mL warm ${warmGlass(more, 85)} g of 320`);
        assert.ok(warmGlass(less, 85) <= warmGlass(more, 85) * 1.001);
      },
    ),
  );
  near(warmGlass(500, 85), 320, 1);
});

test('cup: from 177 °C a full cup is some minutes from 160, a small one sooner', () => {
  const full = coolsTo(cup, { plastic: 177, glass: 150 }, 160)!;
  const small = coolsTo({ ...cup, plastic: 90, volume: 97 }, { plastic: 177, glass: 150 }, 160)!;
  assert.ok(full > 60 && full < 600 && small < full, `${full} ${small}`);
  assert.equal(coolsTo(cup, { plastic: 100, glass: 100 }, 10), null);
});
