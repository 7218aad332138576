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
  const [thinHalf, wideHalf] = [thin / 2000, Math.max(wide / 2000, (thin / 2000) * 1.0005)];
  const focus = Math.sqrt(wideHalf * wideHalf - thinHalf * thinHalf);
  const [dm, dn] = [Math.atanh(thinHalf / wideHalf) / CELLS, Math.PI / 2 / CELLS];
  const metric = (along: number, value: number): number =>
    focus ** 2 * (Math.cosh(along) ** 2 - Math.cos(value) ** 2);
  const at = (i: number, j: number): number => i * CELLS + j;
  const count = CELLS * CELLS;
  const capacity = new Float64Array(count);
  for (let i = 0; i < CELLS; i++)
    for (let j = 0; j < CELLS; j++) {
      let sum = 0;
      for (let point = 0; point < 3; point++)
        for (let quantity = 0; quantity < 3; quantity++)
          sum += metric((i + (point + 0.5) / 3) * dm, (j + (quantity + 0.5) / 3) * dn) / 9;
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
          const cell = at(i, j);
          let seconds = (capacity[cell]! / dt) * float64Array[cell]!;
          if (i > 0) seconds += gm * (float64Array[cell]! - float64Array[at(i - 1, j)]!);
          seconds +=
            i < CELLS - 1
              ? gm * (float64Array[cell]! - float64Array[at(i + 1, j)]!)
              : out[j]! * float64Array[cell]!;
          if (j > 0) seconds += gn * (float64Array[cell]! - float64Array[at(i, j - 1)]!);
          if (j < CELLS - 1) seconds += gn * (float64Array[cell]! - float64Array[at(i, j + 1)]!);
          other[cell] = seconds;
        }
    };
    const float64Array = heat.slice();
    const [other, search, ap] = [
      new Float64Array(count),
      new Float64Array(count),
      new Float64Array(count),
    ];
    apply(float64Array, ap);
    let rr = 0;
    for (let cell = 0; cell < count; cell++) {
      const index = Math.floor(cell / CELLS);
      other[cell] =
        (capacity[cell]! / dt) * heat[cell]! +
        (index === CELLS - 1 ? out[cell % CELLS]! * metal : 0) -
        ap[cell]!;
      search[cell] = other[cell]!;
      rr += other[cell]! ** 2;
    }
    for (let k = 0; k < 400 && rr > 1e-6; k++) {
      apply(search, ap);
      let pap = 0;
      for (let cell = 0; cell < count; cell++) pap += search[cell]! * ap[cell]!;
      const alpha = rr / pap;
      let next = 0;
      for (let cell = 0; cell < count; cell++) {
        float64Array[cell]! += alpha * search[cell]!;
        other[cell]! -= alpha * ap[cell]!;
        next += other[cell]! ** 2;
      }
      for (let cell = 0; cell < count; cell++)
        search[cell] = other[cell]! + (next / rr) * search[cell]!;
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
    for (let cell = 0; cell < count; cell++) all += capacity[cell]! * heat[cell]!;
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
