// Plain Node, no packages: these run before anything is installed.
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import {
  accessSync,
  constants,
  existsSync,
  readdirSync,
  readFileSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { createHash } from 'node:crypto';
import { get as plainGet } from 'node:http';
import { get as secureGet } from 'node:https';
import { createServer } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
export const say = (text) => console.log(text);
export const isRoot = process.getuid?.() === 0;

export function stop(message) {
  console.error(`\n${message}\n`);
  process.exit(1);
}

/** Runs a command with its output shown; ends the script when it fails. */
export function must(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (done.status !== 0) stop(`This did not work: ${command} ${args.join(' ')}`);
}

/** Runs a command in the background of this one, resolving with its exit code. */
export const finished = (child) =>
  new Promise((resolve) => child.once('exit', (code) => resolve(code ?? 1)));
export const start = (command, args, options = {}) =>
  spawn(command, args, { cwd: root, stdio: 'inherit', ...options });

export function ensurePackages() {
  const lock = join(root, 'package-lock.json');
  const stamp = join(root, 'node_modules', '.twin-shot-installed');
  const wanted = createHash('sha256').update(readFileSync(lock)).digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  say('Installing npm packages…');
  // Not npm ci: it refuses a lock file without download addresses for want of other machines'
  // binaries.
  must('npm', ['install', '--no-save', '--no-fund', '--no-audit'], {
    env: { ...process.env, NODE_ENV: 'development' },
  });
  writeFileSync(stamp, wanted);
}

export const freePort = () =>
  new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });

export const portIsFree = (port, host = '127.0.0.1') =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, host, () => probe.close(() => resolve(true)));
  });

const newest = (path) => {
  const about = statSync(path);
  if (!about.isDirectory()) return about.mtimeMs;
  return Math.max(about.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))));
};

/** Scripts of a start, built beside the app. */
const OF_A_START = [
  'scripts/prepare.ts',
  'scripts/owner.ts',
  'scripts/standIns.ts',
  'src/device/simulate.ts',
];
/** What a build is made from and by. */
const BUILT_FROM = [
  'src',
  'scripts/built.mjs',
  'scripts/demo',
  'scripts/minified.mjs',
  'scripts/offline.mjs',
  'scripts/schemas.mjs',
  'scripts/threads.mjs',
  ...OF_A_START,
  'astro.config.mjs',
  'package-lock.json',
  'tsconfig.json',
];

/** Builds the app into a folder unless what is there is newer than every source. */
export async function build(dist) {
  const stamp = join(dist, '.built');
  const sources = BUILT_FROM.map((source) => newest(join(root, source)));
  if (existsSync(stamp) && statSync(stamp).mtimeMs > Math.max(...sources)) return;
  say('Building…');
  const astro = [join(root, 'node_modules', 'astro', 'astro.js'), 'build', '--silent'];
  const building = start(process.execPath, astro, {
    env: { ...process.env, TWIN_SHOT_DIST: dist, ASTRO_TELEMETRY_DISABLED: '1' },
  });
  const ended = () => building.kill();
  process.once('exit', ended);
  const code = await finished(building);
  process.off('exit', ended);
  if (code !== 0) stop('The app could not be built.');
  // It wants packages, which a first start has yet to install when this file is read.
  const { builtInto } = await import('./built.mjs');
  await builtInto(join(dist, 'scripts'), OF_A_START);
  writeFileSync(stamp, new Date().toISOString());
}

export const readable = (path) => {
  try {
    accessSync(path, constants.R_OK);
    return true;
  } catch {
    return false;
  }
};

/** One look at an address of our own; over HTTPS its certificate is ours, and not asked about. */
const statusOf = (url) =>
  new Promise((resolve, reject) => {
    const get = url.startsWith('https:') ? secureGet : plainGet;
    get(url, { timeout: 2000, rejectUnauthorized: false }, (reply) => {
      reply.resume();
      resolve(reply.statusCode);
    })
      .on('timeout', function () {
        this.destroy(new Error('late'));
      })
      .on('error', reject);
  });

/** Waits until a server answers, or says what it printed. */
export async function answers(url, seconds = 30) {
  const until = Date.now() + seconds * 1000;
  while (Date.now() < until) {
    try {
      if ((await statusOf(url)) < 500) return true;
    } catch {
      // not up yet
    }
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  return false;
}

/** A script of a start, as it was built beside the app. */
export const script = (dist, name, args = [], env = {}) =>
  start(process.execPath, [join(dist, 'scripts', `${name}.mjs`), ...args], {
    env: { ...process.env, ...env },
  });

/** A script as it stands: what is run seldom, and before there is an app. */
export const tsx = (file, args = [], env = {}) =>
  start(process.execPath, ['--import', 'tsx', join(root, file), ...args], {
    env: { ...process.env, ...env },
  });
export { execFileSync, existsSync, join };
