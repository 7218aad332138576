/**
 * The eye and the light: CIE 1931 2° colour-matching functions and illuminant D65, 380 to 730 nm by
 * 10 (CIE 15, tables T.4 and T.1). Reflectance has a value for each of these 36 bands.
 */
export const BANDS = 36;

const EYE: readonly (readonly [number, number, number])[] = [
  [0.001368, 0.000039, 0.00645],
  [0.004243, 0.00012, 0.02005],
  [0.01431, 0.000396, 0.06785],
  [0.04351, 0.00121, 0.2074],
  [0.13438, 0.004, 0.6456],
  [0.2839, 0.0116, 1.3856],
  [0.34828, 0.023, 1.74706],
  [0.3362, 0.038, 1.77211],
  [0.2908, 0.06, 1.6692],
  [0.19536, 0.09098, 1.28764],
  [0.09564, 0.13902, 0.81295],
  [0.03201, 0.20802, 0.46518],
  [0.0049, 0.323, 0.272],
  [0.0093, 0.503, 0.1582],
  [0.06327, 0.71, 0.07825],
  [0.1655, 0.862, 0.04216],
  [0.2904, 0.954, 0.0203],
  [0.43345, 0.99495, 0.00875],
  [0.5945, 0.995, 0.0039],
  [0.7621, 0.952, 0.0021],
  [0.9163, 0.87, 0.00165],
  [1.0263, 0.757, 0.0011],
  [1.0622, 0.631, 0.0008],
  [1.0026, 0.503, 0.00034],
  [0.85445, 0.381, 0.00019],
  [0.6424, 0.265, 0.00005],
  [0.4479, 0.175, 0.00002],
  [0.2835, 0.107, 0],
  [0.1649, 0.061, 0],
  [0.0874, 0.032, 0],
  [0.04677, 0.017, 0],
  [0.0227, 0.00821, 0],
  [0.011359, 0.004102, 0],
  [0.00579, 0.002091, 0],
  [0.002899, 0.001047, 0],
  [0.00144, 0.00052, 0],
];
const D65: readonly number[] = [
  49.9755, 54.6482, 82.7549, 91.486, 93.4318, 86.6823, 104.865, 117.008, 117.812, 114.861, 115.923,
  108.811, 109.354, 107.802, 104.79, 107.689, 104.405, 104.046, 100, 96.3342, 95.788, 88.6856,
  90.0062, 89.5991, 87.6987, 83.2886, 83.6992, 80.0268, 80.2146, 82.2778, 78.2842, 69.7213, 71.6091,
  74.349, 61.604, 69.8856,
];

export type Xyz = readonly [number, number, number];
/** A share of the light for each band, 0 to 1. */
export type Spectrum = readonly number[];

const whole = D65.reduce((sum, value, i) => sum + value * EYE[i]![1], 0);
/** What each band of a reflectance adds to X, Y and Z under D65, a perfect white having Y = 1. */
export const WEIGHTS: readonly Xyz[] = EYE.map(([x, y, z], i) => [
  (x * D65[i]!) / whole,
  (y * D65[i]!) / whole,
  (z * D65[i]!) / whole,
]);

/** Tristimulus values of a reflectance under D65, Y of a perfect white = 1. */
export function xyzOf(reflectance: Spectrum): Xyz {
  let [x, y, z] = [0, 0, 0];
  for (let i = 0; i < BANDS; i++) {
    const [ofX, ofY, ofZ] = WEIGHTS[i]!;
    x += ofX * reflectance[i]!;
    y += ofY * reflectance[i]!;
    z += ofZ * reflectance[i]!;
  }
  return [x, y, z];
}
/** The perfect white of these tables. */
export const WHITE: Xyz = xyzOf(Array.from({ length: BANDS }, () => 1));
