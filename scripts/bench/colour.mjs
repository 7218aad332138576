import { say } from '../lib.mjs';
import { ask } from './ask.mjs';

const pct = (value) => `${(100 * value).toFixed(1)} %`;

/**
 * How near recipes come to colours made by hidden mixes, how quickly, and to what a longer search
 * finds; how a colour is come to at the bench; how long a bait takes to draw.
 */
export function colourFigures() {
  const recipes = ask('colour.ts', ['200', '1', '40']);
  say(
    `\n${recipes.targets} targets made by hidden mixes of a shelf of 24, whole doses: ` +
      `within ΔE 1.0 ${pct(recipes.within)} (goal 95), p50 ${recipes.off.p50.toFixed(2)}, ` +
      `p95 ${recipes.off.p95.toFixed(2)}, worst ${recipes.off.worst.toFixed(2)}`,
  );
  say(
    `each in p50 ${recipes.ms.p50.toFixed(0)} ms, p95 ${recipes.ms.p95.toFixed(0)} ms, ` +
      `longest ${recipes.ms.worst.toFixed(0)} ms (goal 1000)`,
  );
  say(
    `${recipes.own.n} of them: within ΔE 0.5 of a search six times as wide ` +
      `${pct(recipes.own.within)}, worst ${recipes.own.worst.toFixed(2)}`,
  );
  say(
    `${recipes.gaps.n} colours anywhere, in reach or not: within ΔE 0.5 of that search ` +
      `${pct(recipes.gaps.within)}, worst ${recipes.gaps.worst.toFixed(2)}`,
  );
  const additions = ask('additions.ts', ['200']);
  say(
    `${additions.runs} cups coloured by what is said next, drops off by a tenth: ` +
      `additions to ΔE 2 in the median ${additions.median} (goal 3), p90 ${additions.p90}, ` +
      `most ${additions.most}; ended near ${pct(additions.near)}, worst ` +
      `${additions.worst.toFixed(2)}; overshot ${pct(additions.overshot)} of ` +
      `${additions.goes} (goal under 1)`,
  );
  const pictures = ask('pictures.ts');
  say(
    `${pictures.pictures} pictures of a bait of every build and view: p50 ` +
      `${pictures.p50.toFixed(0)} ms, p95 ${pictures.p95.toFixed(0)} ms, longest ` +
      `${pictures.longest.ms.toFixed(0)} ms (${pictures.longest.what}; goal 100); largest ` +
      `${(pictures.largest / 1000).toFixed(0)} kB`,
  );
  say(
    `${pictures.swatches} pairs of swatches with 1 % noise: at twice the dose and four ` +
      `times the thickness off by ΔE ${pictures.mean.toFixed(2)} in the mean (goal 3), ` +
      `worst ${pictures.worst.toFixed(2)}`,
  );
}
