// `npm run bench -- beside COMMIT [sessions] [rounds]`: what the shop costs to use, here and at another
// commit, one after the other, round by round, on the same machine in the same run.
import { execFileSync, spawnSync } from 'node:child_process';
import { cpSync, existsSync, rmSync } from 'node:fs';
import { join, root, say } from '../lib.mjs';

/** ms after which a round is cut off; what it printed by then counts. */
const PATIENCE = 12 * 60_000;
const FIGURES = /([\d.]+) ms(?:, p95)?\s+([\d.]+) ms/;
const SIZE = /^(\/\S*)\s+([\d.]+) kB$/;

/** What a round printed, by its label: p50 and p95 in ms, or kB of scripts. */
function figuresOf(text) {
  const found = new Map();
  for (const line of text.split('\n')) {
    const size = SIZE.exec(line.trim());
    if (size) {
      found.set(`${size[1].replace(/\d+$/, '…')} kB`, [Number(size[2])]);
      continue;
    }
    const times = FIGURES.exec(line);
    const label = line
      .split(times?.[0] ?? '\n')[0]
      .replace(/[:,]?\s*(p50\s*)?$/, '')
      .replace(/\d+$/, '…');
    if (times && label.trim()) found.set(label.trim(), [Number(times[1]), Number(times[2])]);
  }
  return found;
}
/** The middle of several rounds. */
const middle = (list) =>
  [...list].sort((one, other) => one - other)[Math.floor((list.length - 1) / 2)];

/** A commit checked out beside this one, with the same packages. */
function checkedOut(commit) {
  const folder = join(root, '.test', 'beside');
  rmSync(folder, { recursive: true, force: true });
  execFileSync('git', ['worktree', 'prune'], { cwd: root });
  execFileSync('git', ['worktree', 'add', '--detach', '--force', folder, commit], { cwd: root });
  if (!existsSync(join(folder, 'node_modules')))
    cpSync(join(root, 'node_modules'), join(folder, 'node_modules'), { recursive: true });
  return folder;
}
const round = (folder, sessions) =>
  figuresOf(
    spawnSync(process.execPath, ['scripts/bench.mjs', 'use', sessions], {
      cwd: folder,
      encoding: 'utf8',
      timeout: PATIENCE,
      maxBuffer: 1 << 26,
    }).stdout ?? '',
  );

export function beside(commit, sessions = '150', rounds = '2') {
  const other = checkedOut(commit);
  const rows = new Map();
  for (let nth = 0; nth < Number(rounds); nth++)
    for (const [side, folder] of [
      ['there', other],
      ['here', root],
    ])
      for (const [label, figures] of round(folder, sessions)) {
        const row = rows.get(label) ?? { there: [], here: [] };
        row[side].push(figures.at(-1));
        rows.set(label, row);
      }
  say(`${''.padEnd(60)} ${commit.padStart(12)} ${'here'.padStart(12)}   (p95 ms or kB, middle)`);
  for (const [label, { there, here }] of rows)
    say(
      `${label.padEnd(60)} ${String(middle(there) ?? '').padStart(12)} ` +
        `${String(middle(here) ?? '').padStart(12)}   ${there.join(' ')} | ${here.join(' ')}`,
    );
  execFileSync('git', ['worktree', 'remove', '--force', other], { cwd: root });
}
