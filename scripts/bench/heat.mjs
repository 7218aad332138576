import { execFileSync } from 'node:child_process';
import { join, root, say } from '../lib.mjs';

const ts = (file, ...args) =>
  JSON.parse(
    execFileSync(process.execPath, ['--import', 'tsx', join(root, file), ...args], {
      cwd: root,
      encoding: 'utf8',
    })
      .trim()
      .split('\n')
      .at(-1),
  );
const pct = (x) => `${(100 * x).toFixed(1)} %`;

/** How true the forecasts are, what the advice saves, how quick the models are. */
export function heatFigures() {
  const c = ts('scripts/bench/calibrate.ts', '200', '1');
  const line = (what, f, goal) =>
    say(
      `${what}: ${f.n} forecasts, ${pct(f.inside)} inside the 80 % range (goal 75 to 85), median error ${f.median.toFixed(2)} K (goal ${goal}), mean ${f.bias.toFixed(2)} K`,
    );
  say(`\n${c.evenings} simulated evenings with hidden constants, after 15 readings`);
  line('cooling, two minutes ahead', c.cooling, 1.0);
  line('bursts', c.bursts, 1.5);
  say(
    `over the ceiling: ${c.over} of ${c.given} bursts, early ones counted, ${pct(c.over / c.given)} (goal under 0.5 %)`,
  );
  const m = ts('scripts/bench/match.ts', '1');
  for (const [n, { evenings, advice, habit }] of Object.entries(m)) {
    const row = (who, t) =>
      say(
        `  ${who.padEnd(9)} drawn within 5 min ${pct(t.drawn)}, truly together then ${pct(t.near)}; median ${t.seconds.toFixed(0)} s, ${t.readings} readings`,
      );
    say(
      `\n${n} cups brought within 3 K, ${evenings} evenings; against reheating the colder one 15 s and measuring again`,
    );
    row('advice', advice);
    row('habit', habit);
    if (n === 'two')
      say(
        `  saved in the median: ${pct(1 - advice.seconds / habit.seconds)} of the time (goal 45), ${pct(1 - advice.readings / habit.readings)} of the readings (goal 60)`,
      );
  }
  const s = ts('scripts/bench/speed.ts');
  say(
    `\nexact match of three cups: p50 ${s.match.p50.toFixed(1)} ms, p95 ${s.match.p95.toFixed(1)} ms, longest ${s.match.most.toFixed(1)} ms (goal 50)`,
  );
  say(
    `an evening of 300 shots: first time ${s.evening.first.toFixed(1)} ms, again ${s.evening.again.toFixed(1)} ms (goal 100)`,
  );
  say(`a mesh of ${s.mesh.triangles} triangles measured in ${s.mesh.ms.toFixed(0)} ms (goal 2000)`);
}
