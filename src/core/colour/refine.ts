import type { Colour } from './lab.ts';
import { labOf } from './lab.ts';
import type { Medium } from './laminate.ts';
import { bandOver, seen, SURFACES } from './laminate.ts';
import type { Spectrum, Xyz } from './observer.ts';
import { BANDS, WEIGHTS, xyzOf } from './observer.ts';
import type { Pigment } from './pigment.ts';
import { mixed } from './pigment.ts';
import { solve, spreadsOf } from './solve.ts';

/** A drawdown as it was seen: doses in 100 mL, mm, what its ground turns back. */
export interface Drawdown {
  colour: Colour;
  dose: number;
  thickness: number;
  ground: Spectrum;
}

/** ΔL*, Δa*, Δb* a swatch is read to (judgement: a photograph evened by its white). */
const READ_TO = 0.7;
/**
 * How far paints lie from the smoothest spectrum that looks like them: ln, of the first bend, and
 * less the faster a bend turns (judgement).
 */
const BENT = 0.25;
const BENDS = 9;
const bentBy = (bend: number): number => BENT / (1 + bend / 3);
/** Bends of a spectrum: cosines over its bands, none, a half turn, a whole one, … */
const BEND = Array.from({ length: BENDS }, (_, bend) =>
  Array.from({ length: BANDS }, (_, band) => Math.cos((Math.PI * bend * (band + 0.5)) / BANDS)),
);
/** Absorption's bends, then scatter's. */
const COUNT = 2 * BENDS;
const ROUNDS = 8;
/** ln a bend may move in a round, and under which there is nothing more to find. */
const STEP = 0.5;
const CLOSE = 1e-3;
/** Share by which a figure is moved to see what comes of it. */
const NUDGE = 1e-4;

/** A spectrum with its bends: each so much of ln. */
const bent = (spectrum: Spectrum, bends: readonly number[]): number[] =>
  spectrum.map((x, band) =>
    Math.max(1e-7, x * Math.exp(BEND.reduce((sum, by, i) => sum + bends[i]! * by[band]!, 0))),
  );
const bentPigment = ({ k, s }: Pigment, bends: readonly number[]): Pigment => ({
  k: bent(k, bends.slice(0, BENDS)),
  s: bent(s, bends.slice(BENDS)),
});

/** How L*, a*, b* go with each tristimulus value. */
function labSlopes(xyz: Xyz): number[][] {
  const { l, a, b } = labOf(xyz);
  return [0, 1, 2].map((axis) => {
    const by = NUDGE * Math.max(1e-3, xyz[axis]!);
    const moved = labOf(xyz.map((x, i) => (i === axis ? x + by : x)) as unknown as Xyz);
    return [(moved.l - l) / by, (moved.a - a) / by, (moved.b - b) / by];
  });
}

/** How what is seen in each band goes with ln of the pigment's absorption and scatter there. */
function bandSlopes(
  pigment: Pigment,
  medium: Medium,
  { dose, thickness, ground }: Drawdown,
): { within: number[]; byK: number[]; byS: number[] } {
  const within: number[] = [];
  const byK: number[] = [];
  const byS: number[] = [];
  const surface = SURFACES.air;
  for (let band = 0; band < BANDS; band++) {
    const [absorbs, scatters, under] = [medium.k[band]!, medium.s[band]!, ground[band]!];
    const reflected = bandOver(absorbs, scatters, thickness, under);
    const outside =
      ((1 - surface.out) * (1 - surface.in)) / (1 - surface.in * reflected) ** 2 / NUDGE;
    const moreK = absorbs + NUDGE * dose * pigment.k[band]!;
    const moreS = scatters + NUDGE * dose * pigment.s[band]!;
    within.push(reflected);
    byK.push(outside * (bandOver(moreK, scatters, thickness, under) - reflected));
    byS.push(outside * (bandOver(absorbs, moreS, thickness, under) - reflected));
  }
  return { within, byK, byS };
}

/** What is missing of a drawdown's L*, a*, b*, in readings, and how each bend moves it. */
function misses(
  pigment: Pigment,
  base: Medium,
  drawdown: Drawdown,
): { off: number[]; slopes: number[][] } {
  const medium = mixed([{ pigment, dose: drawdown.dose }], base);
  const { within, byK, byS } = bandSlopes(pigment, medium, drawdown);
  const xyz = xyzOf(seen(within, 'air'));
  const now = labOf(xyz);
  const { colour } = drawdown;
  const labs = labSlopes(xyz);
  const slopes = [byK, byS].flatMap((by) =>
    BEND.map((bend) => {
      const moved = [0, 1, 2].map((axis) =>
        by.reduce((sum, slope, band) => sum + slope * bend[band]! * WEIGHTS[band]![axis]!, 0),
      );
      return [0, 1, 2].map(
        (part) => moved.reduce((sum, x, axis) => sum + x * labs[axis]![part]!, 0) / READ_TO,
      );
    }),
  );
  const off = [now.l - colour.l, now.a - colour.a, now.b - colour.b].map((miss) => miss / READ_TO);
  return { off, slopes };
}

/** A pigment as it is likeliest, and as it is one spread off, each way by itself. */
export interface Refined {
  pigment: Pigment;
  ways: Pigment[];
}

/** Gauss and Newton's own equations at some bends. */
function equations(pigment: Pigment, bends: readonly number[], seenAs: Told) {
  const told = seenAs(bentPigment(pigment, bends));
  const off = told.flatMap((one) => one.off);
  const slopesOf = bends.map((_, i) => told.flatMap(({ slopes }) => slopes[i]!));
  const dot = (one: readonly number[], other: readonly number[]) =>
    one.reduce((sum, x, i) => sum + x * other[i]!, 0);
  const sure = (i: number) => bentBy(i % BENDS) ** -2;
  return {
    precision: slopesOf.map((own, i) =>
      slopesOf.map((other, j) => dot(own, other) + (i === j ? sure(i) : 0)),
    ),
    pull: slopesOf.map((own, i) => -dot(own, off) - sure(i) * bends[i]!),
  };
}
type Told = (pigment: Pigment) => { off: number[]; slopes: number[][] }[];

/**
 * The pigment nearest to one that was found, as bends of its spectra go, that looks like all of its
 * drawdowns to what they can be read to: the likeliest under a normal prior of bends, by Gauss and
 * Newton's method (Bishop §3.3). Where three numbers of each drawdown do not tell a spectrum, the
 * prior does; another drawdown of another strength tells more of it. How far it may be off is the
 * posterior's spread there (Laplace).
 */
export function refined(found: Pigment, base: Medium, drawdowns: readonly Drawdown[]): Refined {
  const seenAs: Told = (pigment) => drawdowns.map((drawdown) => misses(pigment, base, drawdown));
  const bends = new Array<number>(COUNT).fill(0);
  let { precision, pull } = equations(found, bends, seenAs);
  for (let round = 0; round < ROUNDS; round++) {
    const moves = solve(
      precision.map((row) => [...row]),
      [...pull],
    );
    const most = Math.max(...moves.map(Math.abs));
    const share = Math.min(1, STEP / most);
    moves.forEach((move, i) => (bends[i]! += share * move));
    if (most < CLOSE) break;
    ({ precision, pull } = equations(found, bends, seenAs));
  }
  const off = (spread: readonly number[]) =>
    bentPigment(
      found,
      bends.map((bend, i) => bend + spread[i]!),
    );
  return { pigment: bentPigment(found, bends), ways: spreadsOf(precision).map(off) };
}
