/**
 * A cup as a net of lumps: a hot spot, the rest of the plastic, the glass inside and outside.
 * Energy goes in by microwaves and leaves by air, bench and steam; every joule is kept in `ledger`.
 */
export interface WorldCup {
  grams: number;
  water: number;
  /** °C */
  spot: number;
  bulk: number;
  inner: number;
  outer: number;
  /** extra pace of the spot now, as a share of the mean's */
  gain: number;
  /** J/K of glass, share of microwaves it takes */
  glass: number;
  takes: number;
  /** J/g taken up while it fuses, of what has not fused yet */
  fusing: number;
  fused: number;
  /** the hottest its spot ever was; s it spent scorching, and whether any burst scorched it */
  hottest: number;
  /** the hottest its mean was since it was filled cold */
  most: number;
  scorched: number;
  ledger: { in: number; out: number };
}
export interface Air {
  room: number;
  /** how many times still air's loss */
  draught: number;
}

/** Share of the plastic that the hot spot is. */
const SPOT = 0.15;
/** J/g K at 20 °C, and its growth by K. */
const HEAT = { at20: 1.72, growth: 0.0022 };
const STEAM = 2260;
/** W/K: plastic to glass for 250 g, through the glass, and its outside to bench and air. */
const LINKS = { wall: 3.1, through: 9, foot: 0.12 };
/**
 * m² of the open top, which the bottom is as large as, and of the wall that 250 g stand against.
 */
const FACES = { top: 0.0057, wall: 0.0125 };
const outside = (cup: WorldCup): number => FACES.top + (FACES.wall * Math.max(20, cup.grams)) / 250;
/** s in which a spot evens out with the rest, in 250 g; and while it is a gel. */
const EVENS = { thin: 13, gel: 19 };
/** Above this plastic yellows, °C. */
export const SCORCH = 204;

const BOLTZMANN = 5.67e-8;
const radiates = (celsius: number, room: number): number =>
  0.9 * BOLTZMANN * ((celsius + 273.15) ** 4 - (room + 273.15) ** 4);
/** Natural convection grows with the fourth root of the difference (Incropera, ch. 9). */
const convects = (celsius: number, room: number): number =>
  2.2 * Math.max(0, celsius - room) ** 1.25;

const specific = (celsius: number): number => HEAT.at20 + HEAT.growth * (celsius - 20);
export const meanHeat = (cup: WorldCup): number => SPOT * cup.spot + (1 - SPOT) * cup.bulk;
const wallOf = (cup: WorldCup): number => LINKS.wall * (Math.max(20, cup.grams) / 250) ** 0.6;
const evens = (cup: WorldCup): number => {
  const slow = cup.bulk > 70 && cup.bulk < 150 ? EVENS.gel : EVENS.thin;
  // Mixing is by layers of a depth: less plastic evens out sooner, in proportion.
  return Math.max(2, (slow * Math.max(20, cup.grams)) / 250);
};

/** J that steam and fusing take from a lump that would warm to `to`. */
function hidden(cup: WorldCup, joules: number, celsius: number, seconds: number): number {
  let taken = 0;
  if (cup.water > 0 && celsius > 100) {
    const boiled = Math.min(
      cup.water,
      cup.water * 0.02 * seconds * Math.min(1, (celsius - 100) / 15),
    );
    cup.water -= boiled;
    cup.ledger.out += boiled * STEAM;
    taken += boiled * STEAM;
  }
  if (joules > 0 && celsius > 120 && cup.fused < 1) {
    const more = Math.min(1 - cup.fused, (seconds * Math.min(1, (celsius - 120) / 30)) / 40);
    cup.fused += more;
    cup.ledger.out += more * cup.fusing * cup.grams;
    taken += more * cup.fusing * cup.grams;
  }
  return taken;
}

/** One step of at most 1 s. @param watts of the oven that reach this cup */
export function stepCup(cup: WorldCup, air: Air, watts: number, seconds: number): void {
  const cap = Math.max(5, cup.grams) * specific(cup.bulk);
  const spotCap = SPOT * cap;
  const bulkCap = (1 - SPOT) * cap;
  const inGlass = watts * cup.takes;
  const inPlastic = watts - inGlass;
  // The spot takes more than its share by its gain; the rest takes what is left.
  const spotShare = Math.min(0.9, SPOT * (1 + cup.gain));
  const between = (spotCap * (1 - SPOT)) / evens(cup);
  const mix = between * (cup.spot - cup.bulk);
  const wall = wallOf(cup) * (cup.bulk - cup.inner);
  const top =
    FACES.top * (air.draught * convects(cup.bulk, air.room) + radiates(cup.bulk, air.room));
  const through = LINKS.through * (cup.inner - cup.outer);
  const side =
    outside(cup) * (air.draught * convects(cup.outer, air.room) + radiates(cup.outer, air.room)) +
    LINKS.foot * (cup.outer - air.room);
  const taken = hidden(cup, inPlastic, cup.bulk, seconds);
  cup.spot += ((inPlastic * spotShare - mix) * seconds) / spotCap;
  cup.bulk += ((inPlastic * (1 - spotShare) + mix - wall - top) * seconds - taken) / bulkCap;
  cup.inner += ((inGlass / 2 + wall - through) * seconds) / (cup.glass / 2);
  cup.outer += ((inGlass / 2 + through - side) * seconds) / (cup.glass / 2);
  cup.ledger.in += watts * seconds;
  cup.ledger.out += (top + side) * seconds;
  cup.hottest = Math.max(cup.hottest, cup.spot);
  cup.most = Math.max(cup.most, meanHeat(cup));
  if (cup.spot > SCORCH) cup.scorched += seconds;
}

/** Ten slow turns: the spot is mixed in but for a little. */
export function stirCup(cup: WorldCup): void {
  const mean = meanHeat(cup);
  cup.spot = mean + 0.1 * (cup.spot - mean);
  cup.bulk = (mean - SPOT * cup.spot) / (1 - SPOT);
}

/** What goes in, or is drawn off. @param fresh share of water, and whether it has fused */
export function fillCup(
  cup: WorldCup,
  grams: number,
  celsius: number,
  fresh: { damp: number } | null,
): void {
  if (grams <= 0) {
    const share = Math.max(0, Math.min(1, -grams / Math.max(1e-9, cup.grams)));
    cup.water *= 1 - share;
    cup.grams = Math.max(0, cup.grams + grams);
    return;
  }
  const share = grams / (cup.grams + grams);
  cup.bulk += share * (celsius - cup.bulk);
  cup.spot += share * (celsius - cup.spot);
  cup.fused *= fresh ? 1 - share : 1;
  if (fresh && share > 0.25) cup.most = meanHeat(cup);
  cup.scorched *= 1 - share;
  cup.water += fresh ? fresh.damp * grams : 0;
  cup.grams += grams;
}
