import { CholeskyDecomposition, Matrix } from 'ml-matrix';

/** Results of one kind under the same figures: so many hits of so many. */
export interface Observation {
  /** figures, one for each coefficient */
  figures: readonly number[];
  /** of each grouping, which group it is of, from 0 */
  groups: readonly number[];
  hits: number;
  of: number;
}

/** What is held of a logistic regression before anything is seen. */
export interface LogisticPrior {
  /** of each coefficient: its mean and spread, in log-odds for one of its figure */
  coefficients: readonly { mean: number; sd: number }[];
  /** of the odds where every figure is 0; wide where left out */
  intercept?: { mean: number; sd: number };
  /** how many groups each grouping has */
  groups?: readonly number[];
}

/** A grouping as it was found: what each group adds in log-odds, and how far they spread. */
interface GroupEffects {
  effects: readonly number[];
  sd: number;
}
/** A logistic regression, fitted. */
export interface Logistic {
  intercept: number;
  coefficients: readonly number[];
  /** of the intercept and then the coefficients: rows and columns */
  covariance: readonly (readonly number[])[];
  groups: readonly GroupEffects[];
}

/** Spread of the intercept that says nothing. */
const WIDE = 100;
/** Spreads of groups are looked for from here, and kept between these ends, log-odds. */
const GROUPS = { first: 0.5, least: 0.05, most: 3 } as const;
/** What is held of a grouping's spread before: as much as so many groups of the first. */
const GROUPS_HELD = 1;
const STEPS = { newton: 25, spreads: 12, close: 1e-8, spreadsClose: 2e-3 } as const;

export const sigmoid = (logOdds: number): number => 1 / (1 + Math.exp(-logOdds));

/** Where each grouping's effects begin among all that is estimated. */
const beginsOf = (figures: number, sizes: readonly number[]): number[] =>
  sizes.map((_, nth) => 1 + figures + sizes.slice(0, nth).reduce((sum, one) => sum + one, 0));

/** Places of what an observation hangs on beside its figures: its groups. */
const placesOf = ({ groups }: Observation, begins: readonly number[]): number[] =>
  begins.map((begin, nth) => begin + groups[nth]!);

/** Log-odds of an observation. */
function logOdds(one: Observation, theta: readonly number[], places: readonly number[]): number {
  let sum = theta[0]!;
  for (let nth = 0; nth < one.figures.length; nth++) sum += one.figures[nth]! * theta[nth + 1]!;
  for (const place of places) sum += theta[place]!;
  return sum;
}

/** Curvature and slope, as they are summed: of the curvature only what lies on and under its diagonal. */
interface Sums {
  curvature: Float64Array[];
  slope: Float64Array;
}
/** Adds an observation to the curvature and the slope. */
function addTo(
  { curvature, slope }: Sums,
  one: Observation,
  theta: readonly number[],
  places: readonly number[],
): void {
  const share = sigmoid(logOdds(one, theta, places));
  const weight = one.of * share * (1 - share);
  const missed = one.hits - one.of * share;
  // What it hangs on: the intercept and its figures by how much, its groups wholly.
  const values = [1, ...one.figures];
  const at = [...values.keys()];
  for (const place of places) {
    values.push(1);
    at.push(place);
  }
  for (let nth = 0; nth < values.length; nth++) {
    const value = values[nth]!;
    const row = curvature[at[nth]!]!;
    slope[at[nth]!]! += missed * value;
    for (let other = 0; other <= nth; other++) row[at[other]!]! += weight * value * values[other]!;
  }
}

interface Held {
  means: readonly number[];
  precisions: readonly number[];
}
/** Curvature and slope of all observations and of what was held before. */
function sumsAt(
  observations: readonly Observation[],
  theta: readonly number[],
  { places, means, precisions }: Held & { places: readonly number[][] },
): { curvature: Matrix; slope: Matrix } {
  const sums: Sums = {
    curvature: theta.map(() => new Float64Array(theta.length)),
    slope: Float64Array.from(theta, (one, nth) => -precisions[nth]! * (one - means[nth]!)),
  };
  precisions.forEach((precision, nth) => (sums.curvature[nth]![nth] = precision));
  observations.forEach((one, nth) => addTo(sums, one, theta, places[nth]!));
  sums.curvature.forEach((row, nth) => {
    for (let other = 0; other < nth; other++) sums.curvature[other]![nth] = row[other]!;
  });
  return { curvature: new Matrix(sums.curvature), slope: Matrix.columnVector(sums.slope) };
}
/** The most likely values, and the inverse of the curvature there (Newton's way, halved where it overshoots). */
function mode(
  observations: readonly Observation[],
  begins: readonly number[],
  { means, precisions }: Held,
  from: readonly number[],
): { theta: number[]; inverse: Matrix } {
  let theta = [...from];
  const places = observations.map((one) => placesOf(one, begins));
  const against = (values: readonly number[]): number =>
    values.reduce((sum, one, nth) => sum + (precisions[nth]! * (one - means[nth]!) ** 2) / 2, 0) +
    observations.reduce((sum, one, nth) => {
      const odds = logOdds(one, values, places[nth]!);
      return (
        sum - one.hits * odds + one.of * (Math.max(0, odds) + Math.log1p(Math.exp(-Math.abs(odds))))
      );
    }, 0);
  let solved: CholeskyDecomposition | null = null;
  let worth = against(theta);
  for (let step = 0; step < STEPS.newton; step++) {
    const sums = sumsAt(observations, theta, { places, means, precisions });
    solved = new CholeskyDecomposition(sums.curvature);
    const way = solved.solve(sums.slope).to1DArray();
    let length = 1;
    let next = theta.map((one, nth) => one + way[nth]!);
    while (against(next) > worth + 1e-12 && length > 1e-4) {
      length /= 2;
      next = theta.map((one, nth) => one + length * way[nth]!);
    }
    theta = next;
    const now = against(theta);
    if (worth - now < STEPS.close * (1 + Math.abs(now))) break;
    worth = now;
  }
  return { theta, inverse: solved!.solve(Matrix.eye(theta.length)) };
}

/**
 * Logistic regression with normal priors on its coefficients and groups that differ by chance: the
 * most likely values with the spreads of the groups found by an approximate EM (Laplace's way:
 * Breslow & Clayton 1993; Stiratelli, Laird & Ware 1984). Without groups and with wide priors it is
 * plain maximum likelihood.
 * @throws where a figure is no number, or a prior's spread is 0
 */
export function fitLogistic(observations: readonly Observation[], prior: LogisticPrior): Logistic {
  const figures = prior.coefficients.length;
  const sizes = prior.groups ?? [];
  const begins = beginsOf(figures, sizes);
  const intercept = prior.intercept ?? { mean: 0, sd: WIDE };
  const fixed = [intercept, ...prior.coefficients];
  if (fixed.some(({ sd }) => !(sd > 0))) throw new Error('A prior’s spread is more than 0.');
  if (observations.some((one) => one.figures.some((figure) => !Number.isFinite(figure))))
    throw new Error('A figure is not a number.');
  const spreads: number[] = sizes.map(() => GROUPS.first);
  const inGroups = sizes.flatMap((size, nth) => Array.from({ length: size }, () => nth));
  const means = [...fixed.map(({ mean }) => mean), ...inGroups.map(() => 0)];
  let found = { theta: [...means], inverse: Matrix.eye(means.length) };
  for (let step = 0; step < STEPS.spreads; step++) {
    const precisions = [
      ...fixed.map(({ sd }) => 1 / sd ** 2),
      ...inGroups.map((nth) => 1 / spreads[nth]! ** 2),
    ];
    found = mode(observations, begins, { means, precisions }, found.theta);
    const next = sizes.map((size, nth) => {
      const at = Array.from({ length: size }, (_, one) => begins[nth]! + one);
      const spread = at.reduce(
        (sum, one) => sum + found.theta[one]! ** 2 + found.inverse.get(one, one),
        GROUPS_HELD * GROUPS.first ** 2,
      );
      return Math.min(
        GROUPS.most,
        Math.max(GROUPS.least, Math.sqrt(spread / (size + GROUPS_HELD))),
      );
    });
    const moved = Math.max(0, ...next.map((one, nth) => Math.abs(one - spreads[nth]!)));
    next.forEach((one, nth) => (spreads[nth] = one));
    if (moved < STEPS.spreadsClose) break;
  }
  const { theta, inverse } = found;
  return {
    intercept: theta[0]!,
    coefficients: theta.slice(1, 1 + figures),
    covariance: fixed.map((_, row) => fixed.map((__, column) => inverse.get(row, column))),
    groups: sizes.map((size, nth) => ({
      effects: theta.slice(begins[nth], begins[nth]! + size),
      sd: spreads[nth]!,
    })),
  };
}
