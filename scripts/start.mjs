// npm start: installs what is missing, builds, starts PostgreSQL, migrates, loads the demo shop if
// empty, serves. `npm start -- --empty` opens a shop of one's own, `-- --demo` the demo again.
import './node.mjs';
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
  script,
  stop,
} from './lib.mjs';
import { alive, takeTurn } from './oneStart.mjs';
import { cluster } from './postgres.mjs';
import { serve } from './serving.mjs';
import { chosenShop, shopKeyOf } from './shops.mjs';
import { keepStanding } from './supervise.mjs';

const dist = process.env.TWIN_SHOT_DIST ?? join(root, 'dist');
const host = process.env.HOST ?? '127.0.0.1';
const data = process.env.TWIN_SHOT_DATA ?? join(root, '.data');
const runFile = join(data, 'running.json');
const turnFile = join(data, 'starting');

const FLAGS = { '--empty': 'own', '--demo': 'demo' };
const flags = process.argv.slice(2);
const strange = flags.find((flag) => !Object.hasOwn(FLAGS, flag));
if (strange)
  stop(`There is no ${strange}: --empty opens a shop of your own, --demo the demo shop.`);
const asked = FLAGS[flags.at(-1)];

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
    [left?.bench, 'simulate.'],
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
await build(dist);

const own = process.env.DATABASE_URL ? null : await cluster('postgres', { data });

let served = null;
let watching = () => {};
let ending = false;
async function end(code, why) {
  if (ending) return;
  ending = true;
  if (why) console.error(`\n${why}\n`);
  watching();
  await served?.down();
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

/** Which shop a start opens, and where it lies. A database given from outside holds one. */
function shopAsked(which) {
  if (!own) return { url: process.env.DATABASE_URL, open: which, key: '', bare: which === 'own' };
  const { open, databases } = chosenShop(data, which, own.psql);
  const name = databases[open];
  return { url: own.at(name), open, key: shopKeyOf(name), bare: open === 'own' };
}

/** Brings a shop's database up to date; ends the start where that cannot be done. */
async function prepare({ url, bare }) {
  const env = { DATABASE_URL: url };
  const prepared = await finished(script(dist, 'prepare', bare ? ['--bare'] : [], env));
  if (prepared !== 0) await end(prepared);
  if (signs && (await finished(script(dist, 'owner', ['--is-there'], env))) !== 0)
    await end(
      1,
      'On the shop’s network people sign in, and there is no owner yet who could. Make one ' +
        'first: npm run owner -- NAME',
    );
}
let shop = shopAsked(asked);
await prepare(shop);
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
      app: null,
      bench: null,
      ...served?.processes(),
      address,
      database: shop.url,
    }),
    { mode: 0o600 },
  );
  renameSync(`${runFile}.part`, runFile);
};

async function open() {
  served = await serve({
    dist,
    address,
    env: {
      ...secure,
      TWIN_SHOT_LOG: process.env.TWIN_SHOT_LOG ?? join(data, 'log'),
      TWIN_SHOT_DATA: data,
      // Where people sign in, another shop has other people: it is opened on the machine itself.
      TWIN_SHOT_SHOPS: own && !signs ? shop.open : '',
      TWIN_SHOT_SHOP_KEY: shop.key,
      DATABASE_URL: shop.url,
      HOST: host,
      PORT: String(port),
    },
    on: { asked: (which) => void change(which), changed: note, givenUp: (why) => void end(1, why) },
  });
  if (!served.up) await end(1, 'The app did not answer within 30 s.');
  note();
}

let changing = false;
/** Puts one shop away and opens the other: what each recorded stays in its own database. */
async function change(which) {
  if (changing || ending || which === shop.open) return;
  changing = true;
  say(which === 'own' ? 'The demo is put away; your own shop opens…' : 'The demo shop opens…');
  await served.down();
  shop = shopAsked(which);
  await prepare(shop);
  await open();
  changing = false;
  say(`Twin Shot is at ${address}`);
}

await open();
if (own)
  watching = keepStanding(own.stands, own.start, {
    ended: (wait) => say(`PostgreSQL ended; it is started again in ${wait / 1000} s.`),
    givenUp: () =>
      void end(
        1,
        `PostgreSQL ended again and again and is given up. Its log is in ${own.dir}; everything recorded is kept.`,
      ),
  });
say(
  `\n  Twin Shot is at ${address}\n  ${
    shop.open === 'own' ? 'It is your own shop. ' : ''
  }Ctrl-C stops it; everything is kept.\n` +
    (certificate
      ? '\n  Its certificate is the shop’s own; each device asks once. Fingerprint ' +
        `(SHA-256):\n  ${certificate.fingerprint}\n`
      : ''),
);
