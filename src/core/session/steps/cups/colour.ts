import { BOTTLES } from '../../../material/bottle.ts';
import { materialOf, sameThing } from '../../../material/named.ts';
import type { Material } from '../../../material/shelf.ts';
import { joined } from '../../../quantity/phrase.ts';
import type { SessionState } from '../../state.ts';
import type { CupState, TrailEntry } from '../../state/cup.ts';
import { inUnitOf } from '../../units.ts';
import { isSkipped, skipOf } from '../../skips.ts';
import { eachFusedCup } from '../atBench.ts';
import { addAll, ladderOf, ladderSaid } from '../ladder.ts';

const additions = (count: number): string => (count === 1 ? '1 addition' : `${count} additions`);

/** Share of what a recipe wants under which what is wanting is rounding (judgement). */
const HARDLY_ANY = 0.06;
type Rung = ReturnType<typeof ladderOf>[number];

/**
 * What a charge wants of each thing, less what came with it: pucks have their colour. Of plastic
 * whose make-up nobody knows nothing is wanted: it is chosen by how it looks.
 */
function wanting(
  ladder: readonly Rung[],
  brings: TrailEntry['brings'],
  materials: readonly Material[],
): Rung[] {
  if (brings === null || brings === 'alike' || brings.grams <= 0) return [...ladder];
  const known = 1 - brings.unknownG / brings.grams;
  const cameOf = (rung: Rung): number =>
    brings.holds
      .filter((held) => sameThing(held, rung))
      .map(
        ({ amount, dimension }) =>
          inUnitOf(amount, dimension, rung.dimension, materialOf(rung, materials)) ?? 0,
      )
      .reduce((sum, amount) => sum + amount, 0);
  return ladder
    .map((rung) => ({ rung, left: rung.amount * known - cameOf(rung) }))
    .filter(({ rung, left }) => left > HARDLY_ANY * rung.amount)
    .map(({ rung, left }) => ({
      ...rung,
      amount: rung.dimension === 'drops' ? Math.round(left) : left,
    }))
    .filter(({ amount }) => amount > 0);
}

/** What is to be done about a cup's colour, in a word or two. */
function asks(cup: CupState, ladder: readonly Rung[]): string {
  if (ladder.length > 0) return additions(ladder.length);
  return cup.ladder.some(({ when }) => when !== 'cold') ? 'nothing to add' : additions(0);
}

/** What is wrong with the bottles that are about to be used. */
const bottlesSaid = (state: SessionState, ladder: readonly Rung[]): string[] =>
  ladder.flatMap(({ what, materialId }) => {
    const { harm } = BOTTLES[state.bottles.get(materialId ?? 0) ?? 'well'];
    return harm ? [`The bottle of ${what} is ${harm}`] : [];
  });

export const colour = eachFusedCup(({ state }, cup) => {
  if (cup.coloured || isSkipped(state, 'colour', cup)) return null;
  // Just for what went in last: what the cup held before has its colour.
  const charged = cup.trail.findLastIndex((entry) => entry.brings !== null);
  const last = cup.trail[charged];
  const since = cup.trail.slice(charged + 1);
  const ladder = wanting(
    ladderOf(cup, last?.amount ?? cup.grams, ['gel', 'clear', 'last']),
    last?.brings ?? null,
    state.snapshot.colour.materials,
  );
  const written = cup.ladder.some(({ when }) => when !== 'cold');
  return {
    key: 'colour',
    target: cup.key,
    sentence: `Colour ${cup.letter}: ${cup.name}, ${asks(cup, ladder)}`,
    detail: joined(
      [
        ladderSaid(ladder) ??
          (written
            ? 'What went in has its colour. Look at it on the blade.'
            : 'Nothing is written down for this mix.'),
        ...bottlesSaid(state, ladder),
      ],
      '. ',
    ),
    label: `${cup.letter} is coloured`,
    send: { kind: 'coloured', payload: { cup: cup.key } },
    skip: skipOf('colour', cup),
    also: addAll(
      cup,
      ladder.filter((ingredient) => !since.some((entry) => sameThing(entry, ingredient))),
    ),
  };
});
