/**
 * Conduction in an elliptical bar by finite volumes on confocal coordinates, implicit, solved by
 * conjugate gradients: a method of its own, to hold the one-dimensional models against. Quarter of
 * the section; contact at the wall.
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
  const metric = (m: number, value: number): number =>
    focus ** 2 * (Math.cosh(m) ** 2 - Math.cos(value) ** 2);
  const at = (i: number, j: number): number => i * CELLS + j;
  const count = CELLS * CELLS;
  const capacity = new Float64Array(count);
  for (let i = 0; i < CELLS; i++)
    for (let j = 0; j < CELLS; j++) {
      let sum = 0;
      for (let p = 0; p < 3; p++)
        for (let quantity = 0; quantity < 3; quantity++)
          sum += metric((i + (p + 0.5) / 3) * dm, (j + (quantity + 0.5) / 3) * dn) / 9;
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
  let heat = new Float64Array(count).fill(shot);
  let metal = wall.celsius;
  const step = (dt: number): void => {
    const apply = (float64Array: Float64Array, other: Float64Array): void => {
      for (let i = 0; i < CELLS; i++)
        for (let j = 0; j < CELLS; j++) {
          const c = at(i, j);
          let seconds = (capacity[c]! / dt) * float64Array[c]!;
          if (i > 0) seconds += gm * (float64Array[c]! - float64Array[at(i - 1, j)]!);
          seconds +=
            i < CELLS - 1
              ? gm * (float64Array[c]! - float64Array[at(i + 1, j)]!)
              : out[j]! * float64Array[c]!;
          if (j > 0) seconds += gn * (float64Array[c]! - float64Array[at(i, j - 1)]!);
          if (j < CELLS - 1) seconds += gn * (float64Array[c]! - float64Array[at(i, j + 1)]!);
          other[c] = seconds;
        }
    };
    const float64Array = heat.slice();
    const [other, p, ap] = [
      new Float64Array(count),
      new Float64Array(count),
      new Float64Array(count),
    ];
    apply(float64Array, ap);
    let rr = 0;
    for (let c = 0; c < count; c++) {
      const index = Math.floor(c / CELLS);
      other[c] =
        (capacity[c]! / dt) * heat[c]! +
        (index === CELLS - 1 ? out[c % CELLS]! * metal : 0) -
        ap[c]!;
      p[c] = other[c]!;
      rr += other[c]! ** 2;
    }
    for (let k = 0; k < 400 && rr > 1e-10; k++) {
      apply(p, ap);
      let pap = 0;
      for (let c = 0; c < count; c++) pap += p[c]! * ap[c]!;
      const alpha = rr / pap;
      let next = 0;
      for (let c = 0; c < count; c++) {
        float64Array[c]! += alpha * p[c]!;
        other[c]! -= alpha * ap[c]!;
        next += other[c]! ** 2;
      }
      for (let c = 0; c < count; c++) p[c] = other[c]! + (next / rr) * p[c]!;
      rr = next;
    }
    if (wall.capacity)
      metal +=
        edge.reduce(
          (sum, _, j) => sum + out[j]! * (float64Array[at(CELLS - 1, j)]! - metal) * dt,
          0,
        ) /
        (wall.capacity * around);
    heat = float64Array;
  };
  const seen: Cooled[] = [];
  for (let time = 0, dt = 0.05; time < until; dt = Math.min(0.5, dt * 1.05)) {
    step(dt);
    time += dt;
    let all = 0;
    for (let c = 0; c < count; c++) all += capacity[c]! * heat[c]!;
    seen.push({ at: time, mean: all / mass, centre: heat[at(0, CELLS - 1)]! });
    if (all / mass < mark.mean && heat[at(0, CELLS - 1)]! < mark.centre) break;
  }
  return seen;
}

/** s until both marks are passed. */
export function ellipseOpens(seen: Cooled[], mark = { mean: 75, centre: 100 }): number {
  const when = (of: 'mean' | 'centre'): number => {
    const index = seen.findIndex((cooled) => cooled[of] <= mark[of]);
    const [cooled, other] = [seen[index - 1]!, seen[index]!];
    return (
      cooled.at + ((cooled[of] - mark[of]) / (cooled[of] - other[of])) * (other.at - cooled.at)
    );
  };
  return Math.max(when('mean'), when('centre'));
}
