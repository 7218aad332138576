import { joined, phrase, saidAmount } from '../../../quantity/phrase.ts';
import { type ByHand, leftoverUses } from '../../leftoverUses.ts';
import { pourOff, standingName, tubNameOf } from '../../pourOff.ts';
import { isSkipped, skipOf } from '../../skips.ts';
import type { CupState } from '../../state/cup.ts';
import type { Decide } from '../atBench.ts';

/** g in a cup that are asked about at the end: less is the film on its wall. */
const WORTH_ASKING = 8;

const isLeft = (cup: CupState): boolean => cup.charges > 0 && cup.grams > WORTH_ASKING;

const byHandSaid = (all: readonly ByHand[]): string =>
  all.map(({ baits, bait, mould }) => `${baits} ${bait} (${mould})`).join(' or ');

/** Cups that hold plastic still when nothing more is shot: where does it go? */
export const leftover: Decide = ({ state }) =>
  [...state.cups.values()]
    .filter((cup) => isLeft(cup) && !isSkipped(state, 'leftover', cup))
    .map((cup) => {
      const all = { much: { part: 'all' } } as const;
      const uses = leftoverUses(state, cup);
      return {
        key: 'leftover',
        target: cup.key,
        sentence: joined([
          phrase`${cup.letter} holds ${saidAmount(cup.grams / cup.density20, 'volume')} still: `,
          `into the tub “${tubNameOf(state, cup)}”`,
        ]),
        detail: joined([
          phrase`${saidAmount(cup.grams, 'mass', 0)} of ${cup.name}. `,
          'Pour it out flat while it runs; cut small, it melts again.',
          uses.byHand.length > 0 ? ` Poured by hand it is ${byHandSaid(uses.byHand)} more.` : '',
        ]),
        label: 'It is pucked',
        send: pourOff(state, cup, { way: 'puck', ...all }),
        others: [
          ...(uses.join
            ? [
                {
                  label: `Into ${uses.join.letter}`,
                  send: pourOff(state, cup, { way: 'cup', into: uses.join.key, ...all }),
                },
              ]
            : []),
          {
            label: 'Left in its cup',
            send: pourOff(state, cup, {
              way: 'left',
              tub: { name: standingName(state, cup) },
              ...all,
            }),
          },
          { label: 'Thrown away', send: pourOff(state, cup, { way: 'away', ...all }) },
        ],
        skip: skipOf('leftover', cup),
      };
    });
