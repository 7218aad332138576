// Bundled by itself, without the app's short names.
import type { RecipeChoice, Colour, OnShelf, Sight } from '../core/colour/index.ts';
import { choices, recipesFor } from '../core/colour/index.ts';

export interface ColourAsk {
  n: number;
  shelf: OnShelf[];
  target: Colour;
  ml: number;
  sight: Sight;
}
export interface ColourAnswer {
  n: number;
  choices: RecipeChoice[];
  ms: number;
}

/**
 * Recipes for a colour, off the page's own thread; whoever asks again, or no more, ends this
 * worker.
 */
addEventListener('message', ({ data }: MessageEvent<ColourAsk>) => {
  const began = performance.now();
  const answer: ColourAnswer = {
    n: data.n,
    choices: choices(recipesFor(data.shelf, data)),
    ms: performance.now() - began,
  };
  postMessage(answer);
});
