// npm start: installs what is missing, builds, starts PostgreSQL, migrates, loads the demo shop if
// empty, serves.
import './node.mjs';
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { certificateIn } from './certificate.mjs';
import {
  answers,
  build,
  ensurePackages,
  finished,
  join,
  portIsFree,
  root,
  say,
  start,
  stop,
  tsx,
} from './lib.mjs';
import { alive, takeTurn } from './oneStart.mjs';
import { cluster } from './postgres.mjs';
import { keepRunning, keepStanding } from './supervise.mjs';

const dist = process.env.TWIN_SHOT_DIST ?? join(root, 'dist');
const host = process.env.HOST ?? '127.0.0.1';
const data = process.env.TWIN_SHOT_DATA ?? join(root, '.data');
const runFile = join(data, 'running.json');
const turnFile = join(data, 'starting');

const running = () => (existsSync(runFile) ? JSON.parse(readFileSync(runFile, 'utf8')) : null);

/** Somebody else is starting, or has: wait for it and say where it is. */
async function already(pid) {
  say('Another start is under way or done; waiting for it…');
  for (let i = 0; i < 300 && alive(pid); i++) {
    const at = running();
    if (at && (await answers(`${at.address}/api/health`, 2))) {
      say(`Twin Shot is already running: ${at.address}`);
      process.exit(0);
    }
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
}
for (let pid = takeTurn(turnFile); pid !== null; pid = takeTurn(turnFile)) {
  await already(pid);
  if (alive(pid))
    stop(
      `Another start (process ${pid}) neither serves nor ends. End it (kill ${pid}), then start again.`,
    );
}
process.on('exit', () => rmSync(turnFile, { force: true }));

/** What a start that was killed left behind would serve a database that has moved. */
function clearLeft() {
  const left = running();
  for (const [pid, what] of [
    [left?.app, 'serve.mjs'],
    [left?.bench, 'simulate.ts'],
  ]) {
    const line = join('/proc', String(pid), 'cmdline');
    if (pid && existsSync(line) && readFileSync(line, 'utf8').includes(what))
      process.kill(pid, 'SIGKILL');
  }
  rmSync(runFile, { force: true });
}
clearLeft();

let port = Number(process.env.PORT ?? 4310);
if (!(port >= 1 && port <= 65535)) stop('PORT must be a number from 1 to 65535.');
if (process.env.PORT && !(await portIsFree(port, host)))
  stop(
    `Port ${port} is taken by another program. Set PORT to a free one, or leave it out to have one found.`,
  );

ensurePackages();
build(dist);

const own = process.env.DATABASE_URL ? null : await cluster('postgres', { data });
const DATABASE_URL = process.env.DATABASE_URL ?? own.url;

let app = null;
let bench = null;
let backups = null;
let watching = () => {};
let ending = false;
async function end(code, why) {
  if (ending) return;
  ending = true;
  if (why) console.error(`\n${why}\n`);
  watching();
  await Promise.all([bench?.stop(0), backups?.stop(0), app?.stop()]);
  own?.stop();
  rmSync(runFile, { force: true });
  if (code === 0) say('Stopped. Everything is kept.');
  process.exit(code);
}
process.on('SIGINT', () => void end(0));
process.on('SIGTERM', () => void end(0));

// On the shop's network nobody comes in unknown: people sign in, over HTTPS.
const alone = /^(localhost|127(\.\d+){3}|::1)$/.test(host);
const signs = !alone || process.env.TWIN_SHOT_SIGN_IN === 'always';
const names = (process.env.TWIN_SHOT_NAMES ?? '')
  .split(',')
  .map((name) => name.trim())
  .filter(Boolean);

const prepared = await finished(tsx('scripts/prepare.ts', [], { DATABASE_URL }));
if (prepared !== 0) await end(prepared);
if (signs && (await finished(tsx('scripts/owner.ts', ['--is-there'], { DATABASE_URL }))) !== 0)
  await end(
    1,
    'On the shop’s network people sign in, and there is no owner yet who could. Make one ' +
      'first: npm run owner -- NAME',
  );
const certificate = alone ? null : await certificateIn(data, names);
const secure = certificate
  ? {
      TWIN_SHOT_KEY: certificate.key,
      TWIN_SHOT_CERTIFICATE: certificate.certificate,
      NODE_EXTRA_CA_CERTS: certificate.certificate,
    }
  : {};

if (!process.env.PORT) while (!(await portIsFree(port, host))) port += 1;
const address = `${certificate ? 'https' : 'http'}://${host === '0.0.0.0' ? '127.0.0.1' : host}:${port}`;
const note = () => {
  mkdirSync(data, { recursive: true });
  // Only this user may read where the database is; whoever reads meanwhile finds the note before,
  // whole.
  writeFileSync(
    `${runFile}.part`,
    JSON.stringify({
      pid: process.pid,
      app: app?.child?.pid ?? null,
      bench: bench?.child?.pid ?? null,
      address,
      database: DATABASE_URL,
    }),
    { mode: 0o600 },
  );
  renameSync(`${runFile}.part`, runFile);
};
// In a process group of its own, so that Ctrl-C reaches it through us and in order.
app = keepRunning(
  () =>
    start(process.execPath, [join(root, 'scripts', 'serve.mjs'), dist], {
      env: {
        ...process.env,
        ...secure,
        TWIN_SHOT_LOG: process.env.TWIN_SHOT_LOG ?? join(data, 'log'),
        DATABASE_URL,
        HOST: host,
        PORT: String(port),
        NODE_ENV: 'production',
      },
      detached: true,
      stdio: ['ignore', 'ignore', 'inherit'],
    }),
  {
    ended: (how, wait) => {
      say(
        `The app ended (${how}); it is started again in ${wait / 1000} s. Nothing recorded is lost.`,
      );
      setTimeout(note, wait + 200);
    },
    givenUp: () =>
      void end(
        1,
        'The app ended again and again and is given up. What it said stands above; everything recorded is kept.',
      ),
  },
);
if (own) {
  watching = keepStanding(own.stands, own.start, {
    ended: (wait) => say(`PostgreSQL ended; it is started again in ${wait / 1000} s.`),
    givenUp: () =>
      void end(
        1,
        `PostgreSQL ended again and again and is given up. Its log is in ${own.dir}; everything recorded is kept.`,
      ),
  });
}
if (!(await answers(`${address}/api/health`, 30)))
  await end(1, 'The app did not answer within 30 s.');
// Stand-ins for instruments: they follow a running session while the shop's switch is on.
const { status, stdout } = spawnSync(
  process.execPath,
  ['--import', 'tsx', join(root, 'scripts', 'standIns.ts')],
  { cwd: root, env: { ...process.env, DATABASE_URL }, encoding: 'utf8' },
);
if (status === 0)
  bench = keepRunning(
    () =>
      tsx('src/device/simulate.ts', [], {
        ...secure,
        TWIN_SHOT_URL: address,
        STAND_IN_KEYS: stdout.trim().split('\n').at(-1),
      }),
    { givenUp: () => say('The stand-ins ended and are given up; everything else goes on.') },
  );
backups = keepRunning(
  () =>
    start(process.execPath, [join(root, 'scripts', 'backup.mjs'), '--watch'], {
      env: { ...process.env, DATABASE_URL, TWIN_SHOT_DATA: data },
    }),
  { givenUp: () => say('Backups are given up: nothing is backed up until the next start.') },
);
note();
say(
  `\n  Twin Shot is at ${address}\n  Ctrl-C stops it; everything is ` +
    'kept.\n' +
    (certificate
      ? '\n  Its certificate is the shop’s own; each device asks once. Fingerprint ' +
        `(SHA-256):\n  ${certificate.fingerprint}\n`
      : ''),
);
