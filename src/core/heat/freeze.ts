import { conduct } from './conduct.ts';
import { CONTACT, diffusivity, PLASTIC } from './constants.ts';
import { PLASTISOL } from '../material/plastisol.ts';

/**
 * Where the formula is within 3 % of the transient solver, at the usual contact: (Tnf − Tm)/(T0 −
 * Tm) at most `ratio`, and at least so many mm across. Thinner than that the film is not so much
 * more plastic.
 */
const HOLDS = { slab: { ratio: 0.8, least: 2 }, round: { ratio: 0.69, least: 5 } } as const;

/** Plastic that comes to rest at metal, °C, W/m²K of contact, °C under which it stops flowing. */
interface Freezing {
  from: number;
  metal: number;
  contact?: number;
  noFlow?: number;
}
/**
 * Time until the middle of a gate or channel stops flowing (M7), s: the first term of the series,
 * the film at the wall taken in as so much more plastic. Null outside its range. slab `H'²/(π²α)
 * ln(4/π · …)`, H' = H + 2k/h; round `R'²/(5.783 α) ln(1.602 …)`, R' = R + k/h.
 * @param across thickness or bore, mm
 * @param from °C of the plastic
 * @param metal °C of the mould
 * @see Carslaw & Jaeger §3.3, §7.6
 */
export function freezeFormula(
  shape: 'slab' | 'round',
  across: number,
  { from, metal, contact = CONTACT, noFlow = PLASTISOL.noFlow }: Freezing,
): number | null {
  if (metal >= noFlow) return null;
  const alpha = diffusivity(PLASTIC);
  const left = (noFlow - metal) / (from - metal);
  if (left > HOLDS[shape].ratio || across < HOLDS[shape].least) return null;
  if (shape === 'slab') {
    const reach = across / 1000 + (2 * PLASTIC.k) / contact;
    return ((reach * reach) / (Math.PI ** 2 * alpha)) * Math.log(4 / Math.PI / left);
  }
  const reach = across / 2000 + PLASTIC.k / contact;
  return ((reach * reach) / (5.783186 * alpha)) * Math.log(1.601975 / left);
}

/**
 * Time until the middle of a gate or channel stops flowing, s; null where the mould is too warm for
 * it ever to.
 */
export function freezeTime(
  shape: 'slab' | 'round',
  across: number,
  { from, metal, contact = CONTACT, noFlow = PLASTISOL.noFlow }: Freezing,
): number | null {
  if (metal >= noFlow) return null;
  if (from <= noFlow) return 0;
  const formula = freezeFormula(shape, across, { from, metal, contact, noFlow });
  if (formula !== null) return formula;
  let before = { at: 0, centre: from };
  let frozen: number | null = null;
  const half = across / 2000 + PLASTIC.k / contact;
  conduct(
    {
      shape,
      across,
      layers: [{ upTo: 1, celsius: from }],
      outside: { kind: 'fixed', celsius: metal, contact },
    },
    (40 * half * half) / diffusivity(PLASTIC),
    ({ at, centre }) => {
      if (centre <= noFlow)
        frozen =
          before.at + ((before.centre - noFlow) / (before.centre - centre)) * (at - before.at);
      before = { at, centre };
      return frozen !== null;
    },
  );
  return frozen;
}
