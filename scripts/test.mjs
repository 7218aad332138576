// npm test: installs what is missing and runs everything. `npm test -- unit` (or check, api,
// browser) runs one part.
import './node.mjs';
import { mkdirSync, readdirSync } from 'node:fs';
import {
  answers,
  build,
  ensurePackages,
  finished,
  freePort,
  join,
  root,
  say,
  start,
} from './lib.mjs';
import { cluster } from './postgres.mjs';
import { ensureChromium } from './chromium.mjs';
import { ensurePooler } from './pooler.mjs';

const only = process.argv[2];
const wants = (part) => !only || only === part;
const dist = join(root, '.test', 'dist');
const began = Date.now();
const named = process.argv.slice(3);
const files = (folder) =>
  readdirSync(join(root, 'tests', folder))
    .filter(
      (file) =>
        file.endsWith('.test.ts') &&
        (named.length === 0 || named.some((name) => file.includes(name))),
    )
    .map((file) => join('tests', folder, file));
const part = (name) => say(`\n— ${name} (${Math.round((Date.now() - began) / 1000)} s) —`);

const TOLD = ['--enable-source-maps'];
/** Tests that ask for modules by name: in pieces, each of the core would be a file of its own. */
const BY_NAME = /examples\.test/;

ensurePackages();
// It wants packages.
const { built } = await import('./built.mjs');
mkdirSync(join(root, '.test'), { recursive: true });
process.env.ASTRO_TELEMETRY_DISABLED = '1';

/** Looks at the tree, those of one row one after the other, the rows beside each other. */
const LOOKS = [
  [
    ['pages', 'astro/astro.js', 'sync', '--silent'],
    ['types and lint', 'oxlint/bin/oxlint', '--report-unused-disable-directives'],
    [
      'types of pages',
      'astro/astro.js',
      'check',
      '--minimumSeverity',
      'warning',
      '--tsconfig',
      'tsconfig.pages.json',
    ],
  ],
  [
    ['formatting', 'prettier/bin/prettier.cjs', '--check', '--log-level', 'warn', '.'],
    ['what nobody uses', 'knip/bin/knip.js', '--no-progress'],
    [
      'arrows between rooms',
      'dependency-cruiser/bin/dependency-cruise.mjs',
      'src',
      '--config',
      '.dependency-cruiser.cjs',
    ],
  ],
];
/** One look; what it says is said in one piece when it is done. */
async function look([name, file, ...args]) {
  const child = start(process.execPath, [join(root, 'node_modules', file), ...args], {
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const said = [];
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (data) => said.push(data));
  const code = await finished(child);
  part(name);
  for (const data of said) process.stdout.write(data);
  if (code !== 0) process.exit(code);
}
const looking = (wants('check') ? LOOKS : []).map(async (row) => {
  for (const one of row) await look(one);
});
// The demo shop is loaded once, on a core of its own while types and rules are looked at; every
// test that wants one has a copy of it.
const served = wants('api') || wants('browser');
// PostgreSQL tidies as often as it can: in a shop it does so at some time, in tests at any. Its files
// need not outlive the machine.
const pg = served
  ? await cluster(`test-${process.pid}`, { settings: ['autovacuum_naptime=1s', 'fsync=off'] })
  : null;
let app;
let loading = null;
process.on('exit', () => {
  app?.kill('SIGKILL');
  loading?.kill('SIGKILL');
  pg?.remove();
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => process.exit(1));
// What else comes from Debian comes meanwhile.
const brought = Promise.all([wants('api') && ensurePooler(), wants('browser') && ensureChromium()]);
const env = pg && { TEST_POSTGRES: pg.url, TWIN_SHOT_DIST: dist };
loading =
  pg &&
  start(process.execPath, [...TOLD, ...(await built('prepare', ['scripts/prepare.ts']))], {
    env: { ...process.env, DATABASE_URL: pg.database('demo') },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
const loaded = loading && finished(loading);

// It writes what types are read from, so it comes after them; beside all else it is on a core that
// would be idle.
const building = served && Promise.resolve(looking[0]).then(() => build(dist));
await Promise.all(looking);
if (wants('unit')) {
  part('unit');
  // A process for each of two cores, handed one file after the other: started one by one, the files
  // would cost as much to read as to run, and in two halves one core would wait for the other.
  const core = files('core');
  const [runner, ...all] = [
    ...(await built('core', ['tests/inOne.ts', ...core.filter((file) => !BY_NAME.test(file))])),
    ...(await built(
      'byName',
      core.filter((file) => BY_NAME.test(file)),
      { splitting: false },
    )),
  ];
  const oneCore = () => {
    const child = start(process.execPath, [...TOLD, '--test-reporter', 'dot', runner], {
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    });
    child.on('message', () => (all.length > 0 ? child.send(all.shift()) : child.disconnect()));
    return finished(child);
  };
  const failed = (await Promise.all([oneCore(), oneCore()])).find((code) => code !== 0);
  // Who ends early leaves files untried.
  if (failed !== undefined || all.length > 0) process.exit(failed ?? 1);
}
if (served) {
  part('build');
  await building;
  part('the demo shop');
  const end = (code) => code === 0 || process.exit(code);
  end(await loaded);
  if (wants('api')) {
    part('api');
    await brought;
    end(
      await finished(
        start(
          process.execPath,
          [
            ...TOLD,
            '--test',
            '--test-reporter',
            'spec',
            '--test-concurrency',
            '2',
            '--test-timeout',
            // Against what hangs alone: a slow machine takes its time.
            '300000',
            '--test-force-exit',
            ...(await built('api', files('api'))),
          ],
          { env: { ...process.env, ...env } },
        ),
      ),
    );
  }
  if (wants('browser')) {
    part('browser');
    await brought;
    const DATABASE_URL = pg.database('browser', 'demo');
    const port = await freePort();
    app = start(process.execPath, [join(root, 'scripts', 'serve.mjs'), dist], {
      env: {
        ...process.env,
        DATABASE_URL,
        HOST: '127.0.0.1',
        PORT: String(port),
        NODE_ENV: 'production',
      },
      stdio: ['ignore', 'ignore', 'inherit'],
    });
    await answers(`http://127.0.0.1:${port}/api/health`);
    end(
      await finished(
        start(
          process.execPath,
          [join(root, 'node_modules', '@playwright', 'test', 'cli.js'), 'test', ...named],
          { env: { ...process.env, ...env, BASE_URL: `http://127.0.0.1:${port}` } },
        ),
      ),
    );
  }
}
say(`\nEverything passed in ${Math.round((Date.now() - began) / 1000)} s.`);
process.exit(0);
