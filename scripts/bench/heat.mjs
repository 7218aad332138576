import { say } from '../lib.mjs';
import { ask } from './ask.mjs';

const pct = (value) => `${(100 * value).toFixed(1)} %`;

/** How true the forecasts are, what the advice saves, how quick the models are. */
export function heatFigures() {
  const calibrated = ask('calibrate.ts', ['200', '1']);
  const line = (what, figure, goal) =>
    say(
      `${what}: ${figure.n} forecasts, ${pct(figure.inside)} inside the 80 % range (goal 75 ` +
        `to 85), median error ${figure.median.toFixed(2)} K (goal ${goal}), mean ` +
        `${figure.bias.toFixed(2)} K`,
    );
  say(`\n${calibrated.evenings} simulated evenings with hidden constants, after 15 readings`);
  line('cooling, two minutes ahead', calibrated.cooling, 1.0);
  line('bursts', calibrated.bursts, 1.5);
  say(
    `over the ceiling: ${calibrated.over} of ${calibrated.given} bursts, early ones ` +
      `counted, ${pct(calibrated.over / calibrated.given)} (goal under 0.5 %)`,
  );
  const matched = ask('match.ts', ['1']);
  for (const [key, { evenings, advice, habit }] of Object.entries(matched)) {
    const row = (who, table) =>
      say(
        `  ${who.padEnd(9)} drawn within 5 min ${pct(table.drawn)}, truly together then ` +
          `${pct(table.near)}; median ${table.seconds.toFixed(0)} s, ${table.readings} readings`,
      );
    say(
      `\n${key} cups brought within 3 K, ${evenings} evenings; against reheating the colder ` +
        'one 15 s and measuring again',
    );
    row('advice', advice);
    row('habit', habit);
    if (key === 'two')
      say(
        `  saved in the median: ${pct(1 - advice.seconds / habit.seconds)} of the time (goal ` +
          `45), ${pct(1 - advice.readings / habit.readings)} of the readings (goal 60)`,
      );
  }
  const speed = ask('speed.ts');
  say(
    `\nexact match of three cups: p50 ${speed.match.p50.toFixed(1)} ms, p95 ` +
      `${speed.match.p95.toFixed(1)} ms, longest ${speed.match.most.toFixed(1)} ms (goal 50)`,
  );
  say(
    `an evening of 300 shots: first time ${speed.evening.first.toFixed(1)} ms, again ` +
      `${speed.evening.again.toFixed(1)} ms (goal 100)`,
  );
  say(
    `a mesh of ${speed.mesh.triangles} triangles measured in ${speed.mesh.ms.toFixed(0)} ms (goal 2000)`,
  );
}
