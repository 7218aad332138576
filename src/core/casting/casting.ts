/**
 * Home-made moulds: what to mix for a box poured round a master. Silicone is poured whole over a
 * levelled master and cut from one side; a hard mould is two halves, each a thin epoxy face tied by
 * screws to a back of plaster or of acrylic-liquid gypsum.
 */
export interface Part {
  name: string;
  /** the two things mixed, by weight */
  a: string;
  b: string;
  ratio: { a: number; b: number };
  /** g/mL of each as it is mixed in; null b = the mix's own density is given as `a` */
  density: { a: number; b: number | null };
  potLife: number;
  cure: number;
}

/**
 * Materials as they are usually sold; each figure is the maker's to change by the label. Silicone
 * and epoxy mix at about 1.15 and 1.1 g/mL; gypsum hemihydrate has 2.75 g/mL (CRC Handbook),
 * acrylic liquid about 1.05. Minutes of pot life, hours of cure.
 */
export const PARTS = {
  silicone: {
    name: 'silicone',
    a: 'part A',
    b: 'part B',
    ratio: { a: 1, b: 1 },
    density: { a: 1.15, b: null },
    potLife: 30,
    cure: 16,
  },
  face: {
    name: 'epoxy face',
    a: 'resin',
    b: 'hardener',
    ratio: { a: 2, b: 1 },
    density: { a: 1.1, b: null },
    potLife: 20,
    cure: 12,
  },
  plaster: {
    name: 'plaster',
    a: 'powder',
    b: 'water',
    ratio: { a: 2, b: 1 },
    density: { a: 2.75, b: 1 },
    potLife: 8,
    cure: 48,
  },
  acrylic: {
    name: 'acrylic gypsum',
    a: 'powder',
    b: 'acrylic liquid',
    ratio: { a: 2, b: 1 },
    density: { a: 2.75, b: 1.05 },
    potLife: 12,
    cure: 4,
  },
} as const satisfies Record<string, Part>;
export type PartKey = keyof typeof PARTS;

export const CASTINGS = {
  silicone: {
    name: 'Silicone, poured round a master',
    metal: 'silicone',
    parts: ['silicone'],
    halves: 1,
  },
  plaster: { name: 'Epoxy face on plaster', metal: 'epoxy', parts: ['face', 'plaster'], halves: 2 },
  gypsum: {
    name: 'Epoxy face on acrylic gypsum',
    metal: 'gypsum',
    parts: ['face', 'acrylic'],
    halves: 2,
  },
} as const;
export type CastingKind = keyof typeof CASTINGS;

type Check = { key: string; what: string };
const HARD: Check[] = [
  { key: 'under', what: 'Bedded in clay to its widest line: no undercuts' },
  { key: 'keys', what: 'Keys pressed into the clay, so that the halves find each other' },
  { key: 'release', what: 'Release film on box and clay, none on the master' },
  { key: 'face', what: 'Face coats thin, the second while the first is tacky' },
  { key: 'screws', what: 'Screws standing in the face, to tie it to its back' },
  { key: 'vent', what: 'A vent at the far end, a tube as the port' },
  { key: 'second', what: 'Film on the first half’s face before the second is laid' },
];

/** What to see to, in order; most spoiled moulds miss one of these. */
export const CHECKS: Record<CastingKind, Check[]> = {
  silicone: [
    { key: 'level', what: 'Master held level through the box, off the floor' },
    { key: 'sealed', what: 'Box sealed at every corner' },
    { key: 'release', what: 'Release film on the box, none on the master' },
    { key: 'tube', what: 'Port tube standing at the nose, a vent at the far end' },
    { key: 'high', what: 'Poured from high up, thin, into one corner' },
    {
      key: 'cut',
      what: 'Cut from one side only, in a wavy line, so that it finds its place again',
    },
  ],
  plaster: HARD,
  gypsum: HARD,
};

export interface Box {
  /** inside, mm */
  length: number;
  width: number;
  height: number;
}
export interface Master {
  /** mL of one */
  volume: number;
  /** mm² of skin of one, and of its shadow on the parting plane */
  skin: number;
  shadow: number;
}
export interface Mixed {
  part: PartKey;
  /** what it fills, mL, before the margin */
  volume: number;
  /** g in all with the margin, and of each */
  mass: number;
  a: number;
  b: number;
}

/**
 * Density of a mix by weight of two things, g/mL: their volumes add up (plaster), or its own
 * (resins).
 */
export const mixDensity = ({ ratio, density }: Pick<Part, 'ratio' | 'density'>): number =>
  density.b === null
    ? density.a
    : (ratio.a + ratio.b) / (ratio.a / density.a + ratio.b / density.b);

/**
 * Masses to mix for a casting, part by part. Silicone fills the box round its masters. Of a hard
 * mould each half is box to the parting plane: a face coat over that plane and the masters' half
 * skins, and a back over the face.
 * @param margin share mixed over what is needed: what stays on cup and brush
 * @param face thickness of the face coats, mm
 * @returns masses for the whole mould, both halves; null when the masters do not fit the box
 */
export function toMix(
  kind: CastingKind,
  {
    box,
    masters,
    margin,
    face,
    parts = PARTS,
  }: {
    box: Box;
    masters: Master[];
    margin: number;
    face: number;
    parts?: Record<PartKey, Pick<Part, 'ratio' | 'density'>>;
  },
): Mixed[] | null {
  const inside = (box.length * box.width * box.height) / 1000;
  const taken = masters.reduce((sum, master) => sum + master.volume, 0);
  const flat = box.length * box.width - masters.reduce((sum, master) => sum + master.shadow, 0);
  const faceVolume =
    ((2 * flat + masters.reduce((sum, master) => sum + master.skin, 0)) * face) / 1000;
  const rest = inside - taken;
  if (rest <= 0 || flat < 0 || (kind !== 'silicone' && faceVolume >= rest)) return null;
  const volumes: Partial<Record<PartKey, number>> =
    kind === 'silicone'
      ? { silicone: rest }
      : { face: faceVolume, [CASTINGS[kind].parts[1]]: rest - faceVolume };
  return CASTINGS[kind].parts.map((part): Mixed => {
    const volume = volumes[part] ?? 0;
    const mass = volume * mixDensity(parts[part]) * (1 + margin);
    const { a: partA, b: partB } = parts[part].ratio;
    return {
      part,
      volume,
      mass,
      a: (mass * partA) / (partA + partB),
      b: (mass * partB) / (partA + partB),
    };
  });
}
