/**
 * Shapes flake is cut in, by the area of one side, mm², of its size: hexagon and square by their
 * width, string and hair by length and width.
 */
export const SHAPES = {
  hexagon: { name: 'hexagon', area: (mm: number) => (Math.sqrt(3) / 2) * mm * mm },
  square: { name: 'square', area: (mm: number) => mm * mm },
  string: { name: 'string', area: (mm: number) => mm * 0.4 },
  hair: { name: 'hair', area: (mm: number) => mm * 0.15 },
} as const;
export type FlakeShape = keyof typeof SHAPES;
