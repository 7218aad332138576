import type { Material, Mix } from '@/core/material/index.ts';
import type { Bait, Mould } from '@/core/mould/index.ts';
import type { Shelf } from '@/core/plastic/index.ts';
import { baitsFor, shelfOf, suitsSaid, triage, triageSays } from '@/core/plastic/index.ts';
import type { Entry } from './catalogue.ts';
import { lists } from './catalogue.ts';
import type { TubHeld } from './tubs.ts';
import { tubs } from './tubs.ts';

/** A tub with what it becomes when it is melted, in sentences. */
export interface JudgedTub extends TubHeld {
  says: string[];
}

/** What tubs are judged by: the book, the shelf, and the baits there are to shoot. */
interface Known {
  mixes: Entry<'mixes'>[];
  materials: Entry<'materials'>[];
  baits: Entry<'baits'>[];
  moulds: Entry<'moulds'>[];
}
interface Judge {
  /** entries as they were: an entry that is changed is another */
  of: readonly (Mix | Material | Bait | Mould)[];
  shelf: Shelf;
  shot: { spec: Bait; moulds: Mould[] }[];
  /** what was said, by what was judged */
  said: Map<string, string[]>;
}
/** A judge keeps so many sayings before it begins anew: some hundred tubs, as each changes. */
const KEPT = 1000;
let last: Judge | null = null;

/** Whoever judges by just this: the last one, while nothing of it was changed. */
function judgeBy({ mixes, materials, baits, moulds }: Known): Judge {
  const of = [...mixes, ...materials, ...baits, ...moulds].map(({ spec }) => spec);
  if (last?.of.length === of.length && of.every((spec, at) => spec === last!.of[at])) return last;
  last = {
    of,
    shelf: shelfOf(
      mixes,
      materials.map(({ spec }) => spec),
    ),
    shot: baits.map(({ spec }) => ({
      spec,
      moulds: moulds.filter(({ id }) => spec.mouldIds.includes(id)).map((mould) => mould.spec),
    })),
    said: new Map(),
  };
  return last;
}

/** What a tub becomes, in sentences: judged once, until it holds something else. */
function saysOf(tub: TubHeld, judge: Judge): string[] {
  if (tub.plastic.grams <= 0) return [];
  const { mix, plastic, salted, flaked, grade } = tub;
  const key = JSON.stringify([mix, plastic, salted, flaked, grade]);
  const held = judge.said.get(key);
  if (held) return held;
  const found = triage(tub, judge.shelf);
  const says = [
    ...triageSays(found),
    suitsSaid(baitsFor(found, grade, judge.shot), judge.shot.length),
  ];
  if (judge.said.size >= KEPT) judge.said.clear();
  judge.said.set(key, says);
  return says;
}

/** Every tub and cup left standing, judged before anything of it is melted. */
export async function judgedTubs(): Promise<JudgedTub[]> {
  const [all, known] = await Promise.all([tubs(), lists('mixes', 'materials', 'baits', 'moulds')]);
  const judge = judgeBy(known);
  return all.map((tub) => ({ ...tub, says: saysOf(tub, judge) }));
}
