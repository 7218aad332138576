import type { StepKey } from '../session/stepKinds.ts';

/** What somebody who has not done it yet is told of a step. */
export interface Told {
  /** what to look for, or how it is done */
  look: string;
  /** what commonly goes wrong */
  wrong?: string;
}

/**
 * Steps as a learner is told them (handbook §2, §5, §11); those that say all there is to say by
 * themselves are not here.
 */
export const TOLD: Partial<Record<StepKey, Told>> = {
  wake: {
    look:
      'It settles and packs hard: the bottom is not the same stuff as the top. Roll it or ' +
      'stir it gently until it is one.',
    wrong: 'Stirred hard it takes air, and the air is in the bait later.',
  },
  warmMould: {
    look: 'A few minutes on a plate, until it is warm to the hand. A metal bench drains it again: stand it on wood.',
    wrong: 'A cold mould is why the first shot comes out short.',
  },
  warmInjector: {
    look: 'Barrel and block are warm to the hand, the plunger slides on a film of oil.',
    wrong: 'Cold metal sets the plastic before it is through.',
  },
  dose: {
    look: 'Stabiliser and softener go in cold, by drops, counted.',
    wrong: 'Poured by eye it cannot be done again.',
  },
  cook: {
    look:
      'Milk first, then gel: yellowish, thick and lumpy, it pulls like dough. Do not stop ' +
      'there. Then it clears, runs off the blade, and is done.',
    wrong: 'Bursts are shorter than one thinks: the edge is far hotter than the middle.',
  },
  stir: {
    look:
      'Scrape the rim in: it is always behind. Round the edge, under the middle, slowly; ' +
      'then read it in the middle.',
    wrong: 'A rim left unfused makes a gooey bait.',
  },
  heating: {
    look: 'Stay with it. A wisp of vapour near the end is common; smoke is too hot: stop, and get it outside.',
  },
  colour: {
    look: 'A few drops, stir, look at it as a film on the blade. The cup looks darker than the bait will.',
    wrong: 'Pigment cannot be taken out again: go towards it from the pale side.',
  },
  degasCold: {
    look: 'It swells to several times its height, then collapses. When it climbs, let air in and begin again.',
  },
  close: {
    look: 'Halves down on their pins, no gap to be seen down either side, then the clamps.',
    wrong: 'A gap of a hair is flash all round the bait.',
  },
  top: {
    look: 'The half that is marked TOP gets the back. The mark is a scratch, a bolt, an arrow.',
  },
  match: {
    look: 'Both run off the blade alike. Read one, then the other, and let the hotter wait.',
    wrong: 'The hotter, thinner colour runs over the colder one.',
  },
  draw: {
    look:
      'Tip under the surface, pull slowly, then push out the air and a little plastic ' +
      'until it runs without a bubble.',
    wrong: 'Drawn from a low cup, or fast, it takes air.',
  },
  shoot: {
    look: 'Square on the port, slow and even, until it pushes back. Never hard: it is hot and under pressure.',
    wrong: 'Pushed too slowly it freezes on the way; too hard it runs out at the parting line.',
  },
  hold: { look: 'Keep the pressure on while it begins to set: plastic shrinks and takes more in.' },
  topOff: {
    look: 'The sprue sinks as it cools. Fill it level.',
    wrong: 'Not topped off, there is a dent where the sprue was.',
  },
  secondLook: { look: 'Half a minute on it has sunk again. Fill it again.' },
  empty: {
    look:
      'Push what is left back into its cup while it is hot, or leave it to set and pull ' +
      'the plug. Look at the plug’s end: it shows how the bait is.',
  },
  open: {
    look: 'When it is time, not before. The better side up, a finger on the sprue, part the halves evenly.',
    wrong: 'Opened early it is dented or torn.',
  },
  mark: {
    look:
      'Tail, edges, sprue end, both sides, and from above. Expect the first five to fail: ' +
      'each shows what to do next.',
  },
  sprue: { look: 'Pull it sideways, close to the bait. It goes back to the cup: nothing is lost.' },
  rack: { look: 'Flat and straight: as it lies now, so it stays.' },
  finish: {
    look: 'Oven, plate and heat gun off. What is left in the cup sets to a puck for next time.',
  },
};
