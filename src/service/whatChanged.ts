import type { ShotWith } from '@/store/watched.ts';
import { shotWith } from '@/store/watched.ts';
import { lists } from './catalogue.ts';

/** What is new in a list. */
const newIn = <T>(now: readonly T[], before: readonly T[]): T[] =>
  now.filter((one) => !before.includes(one));

/**
 * What a mould was shot with in a session and not in the one before, in a sentence.
 * @returns null where nothing was, or it was its first
 */
export async function whatChanged(mould: number, session: number): Promise<string | null> {
  const [now, before] = await shotWith(mould, session);
  if (!now || !before || now.session !== session) return null;
  const shelf = await lists('injectors', 'blocks', 'materials', 'mixes');
  const named = (all: { id: number; spec: { name: string } }[], key: keyof ShotWith) =>
    newIn(now[key] as number[], before[key] as number[]).flatMap(
      (id) => all.find((one) => one.id === id)?.spec.name ?? [],
    );
  const all = [
    ...newIn(now.whom, before.whom).map((who) => `${who} shot it`),
    ...named(shelf.injectors, 'injectors'),
    ...named(shelf.blocks, 'blocks'),
    ...named(shelf.materials, 'plastisols'),
    ...named(shelf.mixes, 'mixes'),
  ];
  return all.length > 0 ? `New then: ${all.join(', ')}.` : null;
}
