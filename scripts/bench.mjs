// npm run bench: prints figures and changes nothing of the shop's own. What there is to measure
// stands in TRIALS.
import { spawnSync } from 'node:child_process';
import { ensurePackages, join, root } from './lib.mjs';

/** Scripts run by themselves, by what is asked for, with what they take. */
const SCRIPTS = {
  /** cups cooked from raw, by advice and by thumb */
  cooking: 'cooking.ts',
  /**
   * [shops] [world|all|held-back] [ablate|said|first]: whole evenings in worlds no model knows, by both
   */
  evenings: 'evenings/index.ts',
  /** [how many]: cups brought together there, with one oven and with all */
  matches: 'matches.ts',
  /** [how many] [seed]: a shop under fire, and whether anything was lost */
  faults: 'faults/index.ts',
  /** [tubs] [seed]: remelt judged before it is melted, and whether it came true */
  tubs: 'tubs/index.ts',
  /** [shops] [shots]: causes, windows and tests told of shops whose truth is known */
  causes: 'causes/index.ts',
  /** [how many] [seed]: hostile requests as every role */
  fuzz: 'fuzzing.ts',
};
const script = (name, args) =>
  spawnSync(
    process.execPath,
    ['--import', 'tsx', join(root, 'scripts/bench', SCRIPTS[name]), ...args],
    { cwd: root, stdio: 'inherit' },
  ).status ?? 1;

/** Trials made of several scripts, or of one that is built first. */
const TRIALS = {
  /** [books]: books laid out beside their optimum, beside habit, and as they grow */
  plan: async (...asked) => {
    const { builtOf } = await import('./bench/ask.mjs');
    // A book of any size is laid in less: with more it would end here.
    const run = ['--max-old-space-size=150', builtOf('plan/index.ts'), ...asked];
    process.exitCode =
      spawnSync(process.execPath, run, { cwd: root, stdio: 'inherit' }).status ?? 1;
  },
  /** how true the forecasts of heat are */
  heat: async () => (await import('./bench/heat.mjs')).heatFigures(),
  /** how near recipes come */
  colour: async () => (await import('./bench/colour.mjs')).colourFigures(),
  /** [sessions]: backup, restore, export and import of ten years */
  kept: async (sessions) =>
    (await import('./bench/tenYears/index.mjs')).tenYears(sessions ?? '2000', true),
  /** commit [sessions]: that, here and at another commit, each question in turn */
  beside: async (...asked) => (await import('./bench/beside/index.mjs')).beside(...asked),
  /** [sessions]: what ten years cost to use */
  use: async (sessions) =>
    (await import('./bench/tenYears/index.mjs')).tenYears(sessions ?? '2000', false),
};

ensurePackages();
const [what = 'use', ...args] = process.argv.slice(2);
const [trial, rest] = /^\d+$/.test(what) ? ['use', [what]] : [what, args];
if (trial in SCRIPTS) process.exitCode = script(trial, rest);
else if (trial in TRIALS) await TRIALS[trial](...rest);
else {
  console.error(
    `There is no such trial: ${trial}. There are ${[...Object.keys(SCRIPTS), ...Object.keys(TRIALS)].join(', ')}.`,
  );
  process.exitCode = 2;
}
