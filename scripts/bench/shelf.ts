import type { OnShelf } from '../../src/core/colour/index.ts';
import { hexOf, pigmentThatHides } from '../../src/core/colour/index.ts';

/**
 * A shelf of 24 paints nobody has drawn down: round the wheel, light and dark, with a white and a
 * black among them.
 */
export const hiddenShelf = (chance: () => number): OnShelf[] =>
  Array.from({ length: 24 }, (_, i) => {
    const hides =
      i === 0
        ? '#f4f3ee'
        : i === 1
          ? '#1d1c1b'
          : hexOf({
              l: 25 + 55 * chance(),
              a: (20 + 45 * chance()) * Math.cos((i * 2 * Math.PI) / 22),
              b: (20 + 45 * chance()) * Math.sin((i * 2 * Math.PI) / 22),
            });
    return {
      key: String(i),
      pigment: pigmentThatHides(hides, 0.012 + 0.05 * chance()),
      step: 1,
      most: 120,
      price: 1,
    };
  });
