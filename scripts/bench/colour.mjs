import { execFileSync } from 'node:child_process';
import { join, root, say } from '../lib.mjs';

const ask = (file, ...args) =>
  JSON.parse(
    execFileSync(
      process.execPath,
      ['--import', 'tsx', join(root, 'scripts/bench', file), ...args],
      { cwd: root, encoding: 'utf8' },
    )
      .trim()
      .split('\n')
      .at(-1),
  );
const pct = (x) => `${(100 * x).toFixed(1)} %`;

/** How near recipes come to colours made by hidden mixes, how quickly, and to what a longer search finds; how a colour is come to at the bench; how long a bait takes to draw. */
export function colourFigures() {
  const r = ask('colour.ts', '200', '1', '40');
  say(
    `\n${r.targets} targets made by hidden mixes of a shelf of 24, whole doses: within ΔE 1.0 ${pct(r.within)} (goal 95), p50 ${r.off.p50.toFixed(2)}, p95 ${r.off.p95.toFixed(2)}, worst ${r.off.worst.toFixed(2)}`,
  );
  say(
    `each in p50 ${r.ms.p50.toFixed(0)} ms, p95 ${r.ms.p95.toFixed(0)} ms, longest ${r.ms.worst.toFixed(0)} ms (goal 1000)`,
  );
  say(
    `${r.own.n} of them: within ΔE 0.5 of a search six times as wide ${pct(r.own.within)}, worst ${r.own.worst.toFixed(2)}`,
  );
  say(
    `${r.gaps.n} colours anywhere, in reach or not: within ΔE 0.5 of that search ${pct(r.gaps.within)}, worst ${r.gaps.worst.toFixed(2)}`,
  );
  const a = ask('additions.ts', '200');
  say(
    `${a.runs} cups coloured by what is said next, drops off by a tenth: additions to ΔE 2 in the median ${a.median} (goal 3), p90 ${a.p90}, most ${a.most}; ended near ${pct(a.near)}, worst ${a.worst.toFixed(2)}; overshot ${pct(a.overshot)} of ${a.goes} (goal under 1)`,
  );
  const p = ask('pictures.ts');
  say(
    `${p.pictures} pictures of a bait of every build and view: p50 ${p.p50.toFixed(0)} ms, p95 ${p.p95.toFixed(0)} ms, longest ${p.longest.ms.toFixed(0)} ms (${p.longest.what}; goal 100); largest ${(p.largest / 1000).toFixed(0)} kB`,
  );
  say(
    `${p.swatches} pairs of swatches with 1 % noise: at twice the dose and four times the thickness off by ΔE ${p.mean.toFixed(2)} in the mean (goal 3), worst ${p.worst.toFixed(2)}`,
  );
}
