import * as z from 'zod';
import { builtIns, findBuild } from '@/core/build/index.ts';
import { colourFamily } from '@/core/colour/index.ts';
import { GRADES } from '@/core/material/index.ts';
import { familyOfLayers } from '@/core/plan/index.ts';
import type { CutKey, YieldCut } from '@/core/yield/index.ts';
import { HEAT_BANDS, METAL_BANDS, PLACE_BANDS, SEASONS, WHEN_BANDS } from '@/core/yield/index.ts';
import { type FoundCut, shotByWhom } from '@/store/yields.ts';
import { lists } from './catalogue.ts';

/** Cavities to choose from where no mould is chosen. */
const CAVITIES = 24;

// What a cut is asked by and nothing is called finds nothing.
const id = z.coerce
  .number()
  .int()
  .min(0)
  .max(2 ** 31 - 1)
  .optional()
  .catch(0);
const text = z
  .string()
  .regex(/^[^\0]{1,60}$/)
  .optional()
  .catch('');
const oneOf = <T extends Record<string, unknown>>(all: T) =>
  z
    .enum(Object.keys(all) as (keyof T & string)[])
    .optional()
    .catch(undefined);

const CutSchema = z.object({
  mould: id,
  cavity: id,
  bait: id,
  colourway: id,
  family: text,
  mix: id,
  grade: oneOf(GRADES),
  plastisol: id,
  build: text,
  injector: id,
  block: id,
  by: text,
  season: oneOf(SEASONS),
  heat: oneOf(HEAT_BANDS),
  metal: oneOf(METAL_BANDS),
  place: oneOf(PLACE_BANDS),
  when: oneOf(WHEN_BANDS),
} satisfies Record<CutKey, z.ZodType>);
/** A cut as it is asked in an address: what is left empty there is not cut by. */
export const cutOf = (asked: URLSearchParams): YieldCut =>
  CutSchema.parse(Object.fromEntries([...asked].filter(([, value]) => value !== '')));

const sorted = () => lists('colourways', 'builds', 'mixes');
/** Families a shop's colourways are sorted into, each with its colourways. */
function familiesOf(shelf: Awaited<ReturnType<typeof sorted>>): Map<string, number[]> {
  const own = shelf.builds.map(({ spec }) => spec);
  const mixes = shelf.mixes.map(({ id: mix, spec }) => ({
    id: mix,
    family: colourFamily(spec.colour),
  }));
  const all = new Map<string, number[]>();
  for (const { id: colourway, spec } of shelf.colourways) {
    const build = findBuild(spec.build, own);
    const family = build && familyOfLayers(build, spec.layers, mixes);
    if (family) all.set(family, [...(all.get(family) ?? []), colourway]);
  }
  return all;
}
/** A cut with the colourways of its family, where it is cut by one. */
export async function foundCut(cut: YieldCut): Promise<FoundCut> {
  if (cut.family === undefined) return cut;
  return { ...cut, colourways: familiesOf(await sorted()).get(cut.family) ?? [] };
}

/** A choice of a cut. */
interface CutChoice {
  value: string;
  name: string;
}
const entries = (all: readonly { id: number; spec: { name: string } }[]): CutChoice[] =>
  all.map(({ id: number, spec: { name } }) => ({ value: String(number), name }));
const named = (all: Record<string, { name: string }>): CutChoice[] =>
  Object.entries(all).map(([value, { name }]) => ({ value, name }));
const upTo = (count: number): CutChoice[] =>
  Array.from({ length: count }, (_, nth) => ({ value: String(nth + 1), name: String(nth + 1) }));

/** What there is to cut by, and the mould where one is cut by. */
export async function cutChoices(cut: YieldCut) {
  const [shelf, whom] = await Promise.all([
    lists('moulds', 'baits', 'colourways', 'builds', 'mixes', 'materials', 'injectors', 'blocks'),
    shotByWhom(),
  ]);
  const mould = shelf.moulds.find((one) => one.id === cut.mould)?.spec ?? null;
  const builds = [...builtIns(), ...shelf.builds.map(({ spec }) => spec)];
  const choices: Record<CutKey, CutChoice[]> = {
    mould: entries(shelf.moulds),
    cavity: upTo(mould?.cavities.length ?? CAVITIES),
    bait: entries(shelf.baits),
    // What nobody has named is a colour too.
    colourway: [...entries(shelf.colourways), { value: '0', name: 'no name yet' }],
    family: [...familiesOf(shelf).keys()].sort().map((name) => ({ value: name, name })),
    mix: entries(shelf.mixes),
    grade: named(GRADES),
    plastisol: entries(shelf.materials.filter(({ spec }) => spec.kind === 'plastisol')),
    build: builds.map(({ key, name }) => ({ value: key, name })),
    injector: entries(shelf.injectors),
    block: entries(shelf.blocks),
    by: whom.map((name) => ({ value: name, name })),
    season: named(SEASONS),
    heat: named(HEAT_BANDS),
    metal: named(METAL_BANDS),
    place: named(PLACE_BANDS),
    when: named(WHEN_BANDS),
  };
  return { choices, mould };
}
