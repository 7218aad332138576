/**
 * Conduction in an elliptical bar by finite volumes on confocal coordinates, implicit, solved by conjugate gradients: a
 * method of its own, to hold the one-dimensional models against. Quarter of the section; contact at the wall.
 */
export interface Wall {
  /** °C of the metal, W/m² K of contact; J/m² K of metal to a m² of wall where it warms */
  celsius: number;
  contact: number;
  capacity?: number;
}
export interface Cooled {
  at: number;
  mean: number;
  centre: number;
}
const [K, RHO_C, CELLS] = [0.15, 1030 * 1900, 20];

/** @param thin, wide whole axes, mm. Stops once both marks are passed. */
export function coolEllipse(
  thin: number,
  wide: number,
  shot: number,
  wall: Wall,
  until: number,
  mark = { mean: 75, centre: 100 },
): Cooled[] {
  const [a, b] = [thin / 2000, Math.max(wide / 2000, (thin / 2000) * 1.0005)];
  const focus = Math.sqrt(b * b - a * a);
  const [dm, dn] = [Math.atanh(a / b) / CELLS, Math.PI / 2 / CELLS];
  const metric = (m: number, v: number): number =>
    focus ** 2 * (Math.cosh(m) ** 2 - Math.cos(v) ** 2);
  const at = (i: number, j: number): number => i * CELLS + j;
  const n = CELLS * CELLS;
  const capacity = new Float64Array(n);
  for (let i = 0; i < CELLS; i++)
    for (let j = 0; j < CELLS; j++) {
      let sum = 0;
      for (let p = 0; p < 3; p++)
        for (let q = 0; q < 3; q++)
          sum += metric((i + (p + 0.5) / 3) * dm, (j + (q + 0.5) / 3) * dn) / 9;
      capacity[at(i, j)] = RHO_C * sum * dm * dn;
    }
  const [gm, gn] = [(K * dn) / dm, (K * dm) / dn];
  const edge = Array.from(
    { length: CELLS },
    (_, j) => Math.sqrt(metric(CELLS * dm, (j + 0.5) * dn)) * dn,
  );
  const out = edge.map((ds) => 1 / (1 / (2 * gm) + 1 / (wall.contact * ds)));
  const around = edge.reduce((x, y) => x + y, 0);
  const mass = capacity.reduce((x, y) => x + y, 0);
  let heat = new Float64Array(n).fill(shot);
  let metal = wall.celsius;
  const step = (dt: number): void => {
    const apply = (x: Float64Array, y: Float64Array): void => {
      for (let i = 0; i < CELLS; i++)
        for (let j = 0; j < CELLS; j++) {
          const c = at(i, j);
          let s = (capacity[c]! / dt) * x[c]!;
          if (i > 0) s += gm * (x[c]! - x[at(i - 1, j)]!);
          s += i < CELLS - 1 ? gm * (x[c]! - x[at(i + 1, j)]!) : out[j]! * x[c]!;
          if (j > 0) s += gn * (x[c]! - x[at(i, j - 1)]!);
          if (j < CELLS - 1) s += gn * (x[c]! - x[at(i, j + 1)]!);
          y[c] = s;
        }
    };
    const x = heat.slice();
    const [r, p, ap] = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
    apply(x, ap);
    let rr = 0;
    for (let c = 0; c < n; c++) {
      const i = Math.floor(c / CELLS);
      r[c] =
        (capacity[c]! / dt) * heat[c]! + (i === CELLS - 1 ? out[c % CELLS]! * metal : 0) - ap[c]!;
      p[c] = r[c]!;
      rr += r[c]! ** 2;
    }
    for (let k = 0; k < 400 && rr > 1e-10; k++) {
      apply(p, ap);
      let pap = 0;
      for (let c = 0; c < n; c++) pap += p[c]! * ap[c]!;
      const alpha = rr / pap;
      let next = 0;
      for (let c = 0; c < n; c++) {
        x[c]! += alpha * p[c]!;
        r[c]! -= alpha * ap[c]!;
        next += r[c]! ** 2;
      }
      for (let c = 0; c < n; c++) p[c] = r[c]! + (next / rr) * p[c]!;
      rr = next;
    }
    if (wall.capacity)
      metal +=
        edge.reduce((w, _, j) => w + out[j]! * (x[at(CELLS - 1, j)]! - metal) * dt, 0) /
        (wall.capacity * around);
    heat = x;
  };
  const seen: Cooled[] = [];
  for (let t = 0, dt = 0.05; t < until; dt = Math.min(0.5, dt * 1.05)) {
    step(dt);
    t += dt;
    let all = 0;
    for (let c = 0; c < n; c++) all += capacity[c]! * heat[c]!;
    seen.push({ at: t, mean: all / mass, centre: heat[at(0, CELLS - 1)]! });
    if (all / mass < mark.mean && heat[at(0, CELLS - 1)]! < mark.centre) break;
  }
  return seen;
}

/** s until both marks are passed. */
export function ellipseOpens(seen: Cooled[], mark = { mean: 75, centre: 100 }): number {
  const when = (of: 'mean' | 'centre'): number => {
    const i = seen.findIndex((x) => x[of] <= mark[of]);
    const [x, y] = [seen[i - 1]!, seen[i]!];
    return x.at + ((x[of] - mark[of]) / (x[of] - y[of])) * (y.at - x.at);
  };
  return Math.max(when('mean'), when('centre'));
}
