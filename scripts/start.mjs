// npm start: installs what is missing, builds, starts PostgreSQL, migrates, loads the demo shop if empty, serves.
import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { answers, build, ensurePackages, existsSync, finished, join, portIsFree, root, say, start, stop, tsx } from './lib.mjs';
import { cluster } from './postgres.mjs';

const dist = process.env.TWIN_SHOT_DIST ?? join(root, 'dist');
const host = process.env.HOST ?? '127.0.0.1';
const runFile = join(root, '.data', 'running.json');

if (existsSync(runFile) && !process.env.TWIN_SHOT_DIST) {
  const { pid, app: left, bench: leftBench, address } = JSON.parse(readFileSync(runFile, 'utf8'));
  let alive = true;
  try {
    process.kill(pid, 0);
  } catch {
    alive = false;
  }
  if (alive && (await answers(`${address}/api/health`, 2))) {
    say(`Twin Shot is already running: ${address}`);
    process.exit(0);
  }
  // An app left behind by a start that was killed would serve a database that has moved.
  const cmdline = join('/proc', String(left), 'cmdline');
  const benchLine = join('/proc', String(leftBench), 'cmdline');
  if (!alive && leftBench && existsSync(benchLine) && readFileSync(benchLine, 'utf8').includes('simulate.ts')) process.kill(leftBench, 'SIGKILL');
  if (!alive && existsSync(cmdline) && readFileSync(cmdline, 'utf8').includes(join(dist, 'server', 'entry.mjs'))) process.kill(left, 'SIGKILL');
}

ensurePackages();
build(dist);

const own = process.env.DATABASE_URL ? null : await cluster('postgres');
const DATABASE_URL = process.env.DATABASE_URL ?? own.url;

let app = null;
let bench = null;
let ending = false;
async function end(code) {
  if (ending) return;
  ending = true;
  bench?.kill('SIGKILL');
  if (app && app.exitCode === null) {
    const gone = finished(app);
    app.kill('SIGTERM');
    const late = setTimeout(() => app.kill('SIGKILL'), 4000);
    await gone;
    clearTimeout(late);
  }
  own?.stop();
  rmSync(runFile, { force: true });
  if (code === 0) say('Stopped. Everything is kept.');
  process.exit(code);
}
process.on('SIGINT', () => void end(0));
process.on('SIGTERM', () => void end(0));

const prepared = await finished(tsx('scripts/prepare.ts', [], { DATABASE_URL }));
if (prepared !== 0) await end(prepared);

let port = Number(process.env.PORT ?? 4310);
if (!process.env.PORT) while (!(await portIsFree(port, host))) port += 1;
// In a process group of its own, so that Ctrl-C reaches it through us and in order.
app = start(process.execPath, [join(dist, 'server', 'entry.mjs')], { env: { ...process.env, DATABASE_URL, HOST: host, PORT: String(port), NODE_ENV: 'production' }, detached: true, stdio: ['ignore', 'ignore', 'inherit'] });
app.once('exit', (code) => {
  if (!ending) {
    say('The app stopped by itself.');
    void end(code ?? 1);
  }
});
const address = `http://${host === '0.0.0.0' ? '127.0.0.1' : host}:${port}`;
if (!(await answers(`${address}/api/health`, 30))) {
  await end(1);
  stop('The app did not answer.');
}
// Stand-ins for instruments: they follow a running session while the shop's switch is on.
const { status, stdout } = spawnSync(process.execPath, ['--import', 'tsx', join(root, 'scripts', 'standIns.ts')], { cwd: root, env: { ...process.env, DATABASE_URL }, encoding: 'utf8' });
if (status === 0) bench = tsx('src/device/simulate.ts', [], { TWIN_SHOT_URL: address, STAND_IN_KEYS: stdout.trim().split('\n').at(-1) });
mkdirSync(join(root, '.data'), { recursive: true });
writeFileSync(runFile, JSON.stringify({ pid: process.pid, app: app.pid, bench: bench?.pid ?? null, address }));
say(`\n  Twin Shot is at ${address}\n  Ctrl-C stops it; everything is kept.\n`);
