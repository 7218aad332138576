// How quick the models are here. Prints JSON.
import { EXCHANGE, evening, matchCups } from '../../src/core/heat/index.ts';
import { measureStl } from '../../src/core/mesh/index.ts';
import { heatOfMould } from '../../src/core/plan/index.ts';
import { seeded } from '../../src/core/chance.ts';
import { MOULDS } from '../demo/moulds.ts';

const timed = (work: () => unknown): number => {
  const since = performance.now();
  work();
  return performance.now() - since;
};
const mould = heatOfMould(MOULDS[0]!);
const first = timed(() =>
  evening(mould, { shots: 300, start: 40, shot: 165, room: 20, hands: 90 }),
);
const again = timed(() =>
  evening(mould, { shots: 300, start: 40, shot: 165, room: 20, hands: 95 }),
);

const chance = seeded(7);
const times = Array.from({ length: 200 }, () => {
  const cups = Array.from({ length: 3 }, () => {
    const plastic = 100 + 200 * chance();
    const heat = 146 + 26 * chance();
    return {
      body: { plastic, glass: 320, bore: 85, volume: plastic, exchange: EXCHANGE.usual, room: 20 },
      heat: { plastic: heat, glass: heat - 10 - 15 * chance() },
    };
  });
  return timed(() =>
    matchCups(
      cups,
      { power: 900, level: 1, cups: 1, efficiency: 0.5, dead: 2.5 },
      { wanted: { low: 158, high: 168, apart: 3, ceiling: 195 } },
    ),
  );
}).sort((one, other) => one - other);

/** A torus of so many facets, as a binary STL. */
function torus(rings: number, sides: number): Uint8Array {
  const triangles = rings * sides * 2;
  const view = new DataView(new ArrayBuffer(84 + 50 * triangles));
  view.setUint32(80, triangles, true);
  const point = (i: number, j: number): [number, number, number] => {
    const [around, value] = [(2 * Math.PI * i) / rings, (2 * Math.PI * j) / sides];
    const radius = 40 + 10 * Math.cos(value);
    return [radius * Math.cos(around), radius * Math.sin(around), 10 * Math.sin(value)];
  };
  let at = 84;
  const put = (...corners: [number, number, number][]) => {
    corners.forEach((corner, k) =>
      corner.forEach((x, axis) => view.setFloat32(at + 12 + 12 * k + 4 * axis, x, true)),
    );
    at += 50;
  };
  for (let i = 0; i < rings; i++)
    for (let j = 0; j < sides; j++) {
      put(point(i, j), point(i + 1, j), point(i + 1, j + 1));
      put(point(i, j), point(i + 1, j + 1), point(i, j + 1));
    }
  return new Uint8Array(view.buffer);
}
const stl = torus(1000, 250);
const mesh = { triangles: 500_000, ms: timed(() => measureStl(stl, () => {})) };
console.log(
  JSON.stringify({
    match: { p50: times[100], p95: times[190], most: times[199] },
    evening: { first, again },
    mesh,
  }),
);
