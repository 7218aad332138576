import { baitsFor, shelfOf, suitsSaid, triage, triageSays } from '@/core/plastic/index.ts';
import { listEntries } from './catalogue.ts';
import type { TubHeld } from './tubs.ts';
import { tubs } from './tubs.ts';

/** A tub with what it becomes when it is melted, in sentences. */
export interface JudgedTub extends TubHeld {
  says: string[];
}

/** Every tub and cup left standing, judged before anything of it is melted. */
export async function judgedTubs(): Promise<JudgedTub[]> {
  const [all, mixes, materials, baits, moulds] = await Promise.all([
    tubs(),
    listEntries('mixes'),
    listEntries('materials'),
    listEntries('baits'),
    listEntries('moulds'),
  ]);
  const shelf = shelfOf(
    mixes,
    materials.map(({ spec }) => spec),
  );
  const shot = baits.map(({ spec }) => ({
    spec,
    moulds: moulds.filter(({ id }) => spec.mouldIds.includes(id)).map((mould) => mould.spec),
  }));
  return all.map((tub) => {
    if (tub.plastic.grams <= 0) return { ...tub, says: [] };
    const found = triage(tub, shelf);
    const suited = suitsSaid(baitsFor(found, tub.grade, shot), shot.length);
    return { ...tub, says: [...triageSays(found), suited] };
  });
}
