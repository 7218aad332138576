/** Meshes of known volume, as facets of nine numbers, for tests of the STL reader. */
export type Facets = number[][];

/**
 * A surface z(u, v) on a closed grid of u × v, two triangles a square; needles at the poles are
 * left out.
 */
function grid(
  nu: number,
  nv: number,
  at: (around: number, value: number) => [number, number, number],
): Facets {
  const out: Facets = [];
  const same = (first: number[], second: number[]) =>
    first.every((x, i) => Math.abs(x - second[i]!) < 1e-12);
  for (let i = 0; i < nu; i++)
    for (let j = 0; j < nv; j++) {
      const corner = (di: number, dj: number) => at(((i + di) % nu) / nu, (j + dj) / nv);
      const [first, second, third, fourth] = [
        corner(0, 0),
        corner(1, 0),
        corner(1, 1),
        corner(0, 1),
      ];
      if (!same(first, second)) out.push([...first, ...second, ...third]);
      if (!same(third, fourth)) out.push([...first, ...third, ...fourth]);
    }
  return out;
}
/** Radius r; the poles are exact, so that the mesh closes. */
export const sphere = (radius: number, count: number): Facets =>
  grid(2 * count, count, (around, value) =>
    value === 0
      ? [0, 0, -radius]
      : value === 1
        ? [0, 0, radius]
        : [
            radius * Math.sin(Math.PI * value) * Math.cos(2 * Math.PI * around),
            radius * Math.sin(Math.PI * value) * Math.sin(2 * Math.PI * around),
            -radius * Math.cos(Math.PI * value),
          ],
  );
/** Tube of radius r bent round a circle of radius R. */
export const torus = (ring: number, radius: number, count: number): Facets =>
  grid(count, count, (around, value) => {
    const turn = 2 * Math.PI * (value % 1);
    return [
      (ring + radius * Math.cos(turn)) * Math.cos(2 * Math.PI * around),
      (ring + radius * Math.cos(turn)) * Math.sin(2 * Math.PI * around),
      radius * Math.sin(turn),
    ];
  });
/** Corner at the origin, edges a along the axes: volume a³/6. */
export const tetrahedron = (edge: number): Facets => {
  const [origin, x, y, z] = [
    [0, 0, 0],
    [edge, 0, 0],
    [0, edge, 0],
    [0, 0, edge],
  ] as number[][];
  return [
    [...origin!, ...y!, ...x!],
    [...origin!, ...x!, ...z!],
    [...origin!, ...z!, ...y!],
    [...x!, ...y!, ...z!],
  ];
};

export function binary(facets: Facets, head = 'a bait'): Uint8Array {
  const bytes = new Uint8Array(84 + 50 * facets.length);
  const view = new DataView(bytes.buffer);
  Array.from(head).forEach((letter, i) => (bytes[i] = letter.charCodeAt(0)));
  view.setUint32(80, facets.length, true);
  facets.forEach((facet, time) =>
    facet.forEach((value, k) => view.setFloat32(84 + time * 50 + 12 + 4 * k, value, true)),
  );
  return bytes;
}
export const ascii = (facets: Facets): Uint8Array =>
  new TextEncoder().encode(
    `solid bait\n${facets
      .map(
        (facet) =>
          `facet normal 0 0 0\n outer loop\n${[0, 3, 6]
            .map(
              (k) =>
                `  vertex ${facet
                  .slice(k, k + 3)
                  .map((x) => x.toExponential(6))
                  .join(' ')}`,
            )
            .join('\n')}\n endloop\nendfacet`,
      )
      .join('\n')}\nendsolid bait\n`,
  );
