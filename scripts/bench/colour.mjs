import { execFileSync } from 'node:child_process';
import { join, root, say } from '../lib.mjs';

/** How near recipes come to colours made by hidden mixes, how quickly, and to what a longer search finds. */
export function colourFigures() {
  const r = JSON.parse(execFileSync(process.execPath, ['--import', 'tsx', join(root, 'scripts/bench/colour.ts'), '200', '1', '40'], { cwd: root, encoding: 'utf8' }).trim().split('\n').at(-1));
  const pct = (x) => `${(100 * x).toFixed(1)} %`;
  say(`\n${r.targets} targets made by hidden mixes of a shelf of 24, whole doses: within ΔE 1.0 ${pct(r.within)} (goal 95), p50 ${r.off.p50.toFixed(2)}, p95 ${r.off.p95.toFixed(2)}, worst ${r.off.worst.toFixed(2)}`);
  say(`each in p50 ${r.ms.p50.toFixed(0)} ms, p95 ${r.ms.p95.toFixed(0)} ms, longest ${r.ms.worst.toFixed(0)} ms (goal 1000)`);
  say(`${r.gaps.n} colours anywhere: within ΔE 0.5 of a search ten times as wide ${pct(r.gaps.within)}, worst ${r.gaps.worst.toFixed(2)}`);
}
